using System.Data.Common;
using System.Net;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using Ymnos.Data;
using Ymnos.Tests;

namespace Ymnos.Web.Tests;

/// <summary>The application as it runs, on a database of its own with the demo in it. Counts the queries it sends.</summary>
public sealed class RunningApplication : WebApplicationFactory<Program>
{
    private readonly TestDatabase _database;
    private readonly CountingInterceptor _counter = new();
    private OutsideStage? _outside;

    private RunningApplication(TestDatabase database) => _database = database;

    public static async Task<RunningApplication> StartAsync() => new(await TestDatabase.CreateFilledAsync(LoadDemoAsync));

    /// <summary>The demo is loaded by the application itself, once.</summary>
    private static async Task LoadDemoAsync(string connection)
    {
        await using var application = new WebApplicationFactory<Program>().WithWebHostBuilder(builder =>
        {
            builder.UseSetting("ConnectionStrings:Ymnos", connection + ";Pooling=false");
            builder.UseEnvironment("Production");
        });
        using var answer = await application.CreateClient().GetAsync(new Uri("/health", UriKind.Relative));
        answer.EnsureSuccessStatusCode();
    }

    /// <summary>Connects the application to an outside that tests play.</summary>
    public RunningApplication With(OutsideStage outside)
    {
        _outside = outside;
        return this;
    }

    public int Queries => _counter.Count;

    public YmnosDb Open() => _database.Open();

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("ConnectionStrings:Ymnos", _database.Connection);
        builder.UseSetting("SignIn:AttemptsPerMinute", "12");
        builder.UseEnvironment("Production");
        if (_outside is not null)
        {
            builder.UseSetting("Outside:Address", "http://outside.test");
            builder.UseSetting("Outside:Patience", "00:00:01.5");
            builder.ConfigureServices(services => services.AddHttpClient<Ymnos.Web.Outside.OutsideWorld>().ConfigurePrimaryHttpMessageHandler(_outside.Handler));
        }
        builder.ConfigureServices(services => services.ConfigureDbContext<YmnosDb>(options => options.AddInterceptors(_counter)));
    }

    /// <summary>A browser without scripts: keeps cookies, does not follow redirects.</summary>
    public HttpClient Browser() => CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false });

    public async Task<HttpClient> SignedInAsync(string name)
    {
        var browser = Browser();
        using var answer = await browser.SubmitAsync("/sign-in", new() { ["Name"] = name, ["Password"] = "lantern-over-water" });
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        return browser;
    }

    public override async ValueTask DisposeAsync()
    {
        await base.DisposeAsync();
        await _database.DisposeAsync();
    }

    private sealed class CountingInterceptor : DbCommandInterceptor
    {
        private int _count;

        public int Count => Volatile.Read(ref _count);

        public override ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(DbCommand command, CommandEventData eventData, InterceptionResult<DbDataReader> result, CancellationToken cancellationToken = default)
        {
            // Jobs look for work now and then, whatever page is asked for.
            if (!command.CommandText.StartsWith("update jobs", StringComparison.Ordinal))
                Interlocked.Increment(ref _count);
            return base.ReaderExecutingAsync(command, eventData, result, cancellationToken);
        }
    }
}

internal static class BrowserSteps
{
    public static async Task<IHtmlDocument> PageAsync(this HttpClient browser, string path)
    {
        using var answer = await browser.GetAsync(path, TestContext.Current.CancellationToken);
        return await answer.PageAsync();
    }

    public static async Task<IHtmlDocument> PageAsync(this HttpResponseMessage answer) =>
        await new HtmlParser().ParseDocumentAsync(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));

    /// <summary>Opens a page and sends a form with the page's antiforgery token.</summary>
    public static async Task<HttpResponseMessage> SubmitAsync(this HttpClient browser, string path, Dictionary<string, string> fields, string? to = null)
    {
        var page = await browser.PageAsync(path);
        var token = page.QuerySelector("meta[name=ymnos-token]")?.GetAttribute("content") ?? "";
        using var content = new FormUrlEncodedContent(new Dictionary<string, string>(fields) { ["__RequestVerificationToken"] = token });
        return await browser.PostAsync(to ?? path, content, TestContext.Current.CancellationToken);
    }
}
