using Ymnos.Web.Demo;
using Ymnos.Web.Hosting;
using Ymnos.Web.Jobs;
using Ymnos.Web.Live;
using Ymnos.Web.Looks;
using Ymnos.Web.Outside;

var builder = WebApplication.CreateBuilder(args);
builder.AddClock();
builder.AddDatabase();
builder.AddSignIn();
builder.AddLimits();
builder.AddPages();
builder.Services.AddLooks();
builder.Services.AddLive();
builder.Services.AddJobs();
builder.AddOutside();
builder.Services.AddScoped<DemoWorld>();

var app = builder.Build();
if (await FirstStart.PrepareAsync(app, app.Lifetime.ApplicationStopping) is { } stop)
    return stop;

app.UseExceptionHandler("/error");
app.UseStatusCodePagesWithReExecute("/error", "?code={0}");
app.UseSecurityHeaders();
app.UseRouting();
app.UseFormsWithoutNulls();
app.UseRateLimiter();
app.UseAuthentication();
app.UseAuthorization();
app.MapStaticAssets().AllowAnonymous();
app.MapRazorPages();
app.MapHub<LiveHub>(LiveHub.Path).AllowAnonymous();
app.MapPictures();
app.MapGet("/health", () => Results.Ok()).AllowAnonymous();
await app.RunAsync();
return 0;

/// <summary>Public so that tests can start the application in their own process.</summary>
public partial class Program;
