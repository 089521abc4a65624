using System.Globalization;
using System.Security.Cryptography;
using System.Text;

namespace Ymnos.Core.Shows;

/// <summary>The content hash of a show: SHA-256 over everything in it that a screen or a booth can see.</summary>
internal static class ShowHash
{
    public static string Of(Show show)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var text = new StringBuilder();
        Add(show.SittingId, show.Title);
        foreach (var entry in show.Entries)
        {
            Add(entry.Id, entry.PartName, entry.Title, entry.StartsAt.Ticks, entry.Length.Ticks, entry.Steps);
            foreach (var section in entry.Order)
                Add(section.Mark, section.Steps);
            foreach (var section in entry.Sections)
                foreach (var line in section.SungLines)
                    Add(section.Mark, line.Words);
            Flush();
        }
        foreach (var step in show.Steps)
        {
            Add(step.Entry, step.SungSection, step.Mark, step.FirstLine, step.LastLine, step.Slide.Background);
            foreach (var row in step.Slide.Words.Concat(step.Slide.Credit))
                Add(row);
            Flush();
        }
        return Convert.ToHexStringLower(hash.GetHashAndReset());

        // Every value is followed by a sign that no value contains, so that no two lists read alike.
        void Add(params ReadOnlySpan<object?> values)
        {
            foreach (var value in values)
                text.Append(CultureInfo.InvariantCulture, $"{value}\u001f");
            text.Append('\u001e');
        }

        void Flush()
        {
            hash.AppendData(Encoding.UTF8.GetBytes(text.ToString()));
            text.Clear();
        }
    }
}
