using System.Globalization;

namespace Ymnos.Web.Pages;

/// <summary>Dates and times as pages write them.</summary>
internal static class Written
{
    public static string Full(this DateOnly date) => date.ToString("dddd d MMMM yyyy", CultureInfo.InvariantCulture);

    public static string Short(this DateOnly date) => date.ToString("d MMMM", CultureInfo.InvariantCulture);

    public static string Iso(this DateOnly date) => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    public static string Clock(this TimeOnly time) => time.ToString("H:mm", CultureInfo.InvariantCulture);

    public static string Month(this DateOnly date) => date.ToString("MMMM yyyy", CultureInfo.InvariantCulture);
}
