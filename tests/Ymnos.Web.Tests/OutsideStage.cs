extern alias StandIns;

using Microsoft.AspNetCore.Mvc.Testing;

namespace Ymnos.Web.Tests;

/// <summary>The stand-ins for the outside, in this process.</summary>
public sealed class OutsideStage : IAsyncDisposable
{
    private readonly WebApplicationFactory<StandIns::Program> _outside = new();

    public HttpMessageHandler Handler() => _away ? new Nobody() : _outside.Server.CreateHandler();

    private bool _away;

    /// <summary>Nobody answers from now on, as when a cable is cut.</summary>
    public void GoAway() => _away = true;

    /// <summary>Sets how the outside behaves: <c>wait=3000</c>, <c>fail=503</c>, <c>garble=true</c>, <c>edition=2</c>.</summary>
    public async Task MoodAsync(string mood)
    {
        using var browser = _outside.CreateClient();
        using var answer = await browser.PostAsync(new Uri($"/mood?{mood}", UriKind.Relative), null, TestContext.Current.CancellationToken);
        answer.EnsureSuccessStatusCode();
    }

    public ValueTask DisposeAsync() => _outside.DisposeAsync();

    private sealed class Nobody : HttpMessageHandler
    {
        protected override Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancellationToken) =>
            throw new HttpRequestException("No route to host");
    }
}
