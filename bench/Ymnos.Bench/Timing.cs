using System.Diagnostics;
using System.Globalization;

namespace Ymnos.Bench;

/// <summary>Times one thing often, and says its middle and its 95th percentile in milliseconds.</summary>
internal sealed class Timing
{
    private readonly List<double> _times = [];

    public double Median => At(0.5);
    public double P95 => At(0.95);
    public double Total => _times.Sum();

    public async Task<T> OfAsync<T>(Func<Task<T>> work)
    {
        var start = Stopwatch.GetTimestamp();
        var result = await work();
        _times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        return result;
    }

    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"median {Median:0.00} ms, p95 {P95:0.00} ms");

    private double At(double share)
    {
        _times.Sort();
        return _times[(int)Math.Min(_times.Count - 1, _times.Count * share)];
    }
}
