using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Text;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>A stretch of a row in one typeface and one direction, in its place.</summary>
/// <param name="Text">In the order it is read.</param>
/// <param name="Face">Name of the typeface.</param>
/// <param name="Left">From the left end of the row; ems as a <see cref="Lettering"/> gives it, units of the slide on a slide.</param>
/// <param name="Width">As measured.</param>
/// <param name="RightToLeft">Direction of the stretch.</param>
public sealed record TextRun(string Text, string Face, double Left, double Width, bool RightToLeft);

/// <summary>
/// What text of one family, weight and language is set with: a leading typeface and the others that step in, character by
/// character, for what it lacks. Safe to share between threads.
/// </summary>
public sealed class Lettering
{
    /// <summary>No face of the case needs rows higher than this multiple of the size.</summary>
    public const double TallestRow = 1.6;

    private const int MostWordsKept = 50_000;

    // Of the new words of a line, shaped at once.
    private const int MostTogether = 32;
    private const int LongestTogether = 256;

    private readonly TypeCase _case;
    private readonly ImmutableArray<string> _chain;
    private readonly ConcurrentDictionary<string, Measured> _words = new(concurrencyLevel: 32, capacity: 4096, StringComparer.Ordinal);
    private int _kept;

    internal Lettering(TypeCase typeCase, ImmutableArray<string> chain)
    {
        (_case, _chain) = (typeCase, chain);
        Leading = typeCase[chain[0]];
        var tall = Leading.Ascent + Leading.Descent;
        // Latin letters stand about their capitals' middle; letters of other builds about the middle of all they may take.
        Middle = IsLatin ? Leading.CapHeight / 2 : (Leading.Ascent - Leading.Descent) / 2;
        LeastRow = Math.Min(TallestRow, IsLatin ? 1 : tall);
    }

    private readonly record struct Measured(double Width, bool Plain);

    /// <summary>The face that most of the text is set in.</summary>
    public Typeface Leading { get; }

    /// <summary>From the baseline up to the middle of a row, in ems.</summary>
    public double Middle { get; }

    /// <summary>The least height of a row in ems at which its letters stay inside it.</summary>
    public double LeastRow { get; }

    public double Space => Leading.Space;

    private bool IsLatin => _case.Named(_chain[0]).Script is null;

    /// <summary>Distance of baselines in ems.</summary>
    public double RowHeight(TypeSetting type) => Math.Max(type.LineSpacing, LeastRow);

    /// <summary>
    /// Width of a text in ems: the advances of its shaped words and the spaces between them. Words are shaped once and
    /// remembered.
    /// </summary>
    public double Width(ReadOnlySpan<char> text) => Measure(text).Width;

    /// <summary>The text as stretches of one face and direction, from left to right.</summary>
    /// <param name="text">One row.</param>
    /// <param name="rightToLeft">Direction of the row.</param>
    /// <param name="size">What their places are counted in: 1 for ems; to a hundredth.</param>
    /// <param name="width">Of all of it, in ems.</param>
    public ImmutableArray<TextRun> Runs(string text, bool rightToLeft, double size, out double width)
    {
        (width, var plain) = Measure(text);
        if (text.Length == 0)
            return [];
        if (plain && !rightToLeft)
            return [new(text, Leading.Name, 0, At(width), false)];
        var runs = ImmutableArray.CreateBuilder<TextRun>();
        var at = 0.0;
        foreach (var (from, to, isRightToLeft) in Direction.Stretches(text, rightToLeft))
        {
            // Faces change inside a stretch of one direction; from right to left the first of them stands rightmost.
            var parts = ByFace(text[from..to]).Select(part => (part.Text, part.Face, Width: WidthIn(part.Face, part.Text))).ToList();
            if (isRightToLeft)
                parts.Reverse();
            foreach (var part in parts)
            {
                runs.Add(new(part.Text, part.Face, At(at), At(part.Width), isRightToLeft));
                at += part.Width;
            }
        }
        return runs.ToImmutable();

        double At(double ems) => Math.Round(ems * size, 2);
    }

    /// <summary>The characters that no face of the case can draw.</summary>
    public IEnumerable<Rune> Missing(string text) =>
        text.EnumerateRunes().Where(rune => !IsUnseen(rune) && FaceOf(rune) is null).Distinct();

    /// <summary>The text without what no face can draw: a person is told, nobody sees boxes.</summary>
    public string Drawable(string text) =>
        Measure(text).Plain || !Missing(text).Any() ? text : string.Concat(text.EnumerateRunes().Where(rune => IsUnseen(rune) || FaceOf(rune) is not null));

    private Measured Measure(ReadOnlySpan<char> text)
    {
        var (width, plain, together) = (0.0, true, false);
        var words = _words.GetAlternateLookup<ReadOnlySpan<char>>();
        foreach (var range in text.Split(' '))
        {
            var word = text[range];
            if (range.Start.Value > 0)
                width += Space;
            if (word.IsEmpty)
                continue;
            if (!words.TryGetValue(word, out var known))
            {
                if (!together)
                    LearnTogether(text, words);
                together = true;
                if (!words.TryGetValue(word, out known))
                {
                    var whole = word.ToString();
                    known = MeasureWord(whole);
                    Keep(whole, known);
                }
            }
            width += known.Width;
            plain &= known.Plain;
        }
        return new(width, plain);
    }

    private void Keep(string word, Measured measured)
    {
        // Counted here: the dictionary would lock all of itself to count.
        if (Interlocked.Increment(ref _kept) > MostWordsKept)
        {
            _words.Clear();
            _kept = 0;
        }
        _words.TryAdd(word, measured);
    }

    /// <summary>Shapes the new Latin words of a line at once.</summary>
    private void LearnTogether(ReadOnlySpan<char> line, ConcurrentDictionary<string, Measured>.AlternateLookup<ReadOnlySpan<char>> known)
    {
        Span<Range> fresh = stackalloc Range[MostTogether];
        Span<char> joined = stackalloc char[LongestTogether];
        var (count, length) = (0, 0);
        foreach (var range in line.Split(' '))
        {
            var word = line[range];
            if (word.IsEmpty || known.ContainsKey(word) || !IsPlainLatin(word))
                continue;
            if (count == MostTogether || length + 1 + word.Length > LongestTogether)
                break;
            if (count > 0)
                joined[length++] = '\n';
            word.CopyTo(joined[length..]);
            length += word.Length;
            fresh[count++] = range;
        }
        if (count == 0)
            return;
        Span<double> widths = stackalloc double[MostTogether];
        Leading.Shape(joined[..length], widths);
        for (var i = 0; i < count; i++)
            Keep(line[fresh[i]].ToString(), new(widths[i], true));
    }

    private bool IsPlainLatin(ReadOnlySpan<char> word)
    {
        foreach (var sign in word)
            if (!((sign is > ' ' and < '\u0250' and not '\u00AD' and not (>= '\u007F' and <= '\u00A0')) || sign is '’' or '‘' or '“' or '”' or '…' or '–' or '—') || !Leading.Has(new Rune(sign)))
                return false;
        return true;
    }

    private Measured MeasureWord(string word) => IsPlain(word)
        ? new(Leading.Shape(word), true)
        : new(ByFace(word).Sum(part => WidthIn(part.Face, part.Text)), false);

    private double WidthIn(string face, string text) => _case[face].Shape(text);

    /// <summary>Whether the leading face draws all of it from left to right.</summary>
    private bool IsPlain(string text)
    {
        foreach (var rune in text.EnumerateRunes())
            if (Direction.IsRightToLeft(rune) || !(Leading.Has(rune) || IsUnseen(rune)))
                return false;
        return true;
    }

    private List<(string Text, string Face)> ByFace(string text)
    {
        var parts = new List<(string Text, string Face)>();
        var (from, at, face) = (0, 0, _chain[0]);
        foreach (var rune in text.EnumerateRunes())
        {
            // What joins on to a letter, and the space between words, stay with the letter's face where that has them.
            var keeps = at > 0 && (IsUnseen(rune) || ((Rune.IsWhiteSpace(rune) || IsMark(rune)) && _case[face].Has(rune)));
            var wanted = keeps ? face : FaceOf(rune) ?? face;
            if (wanted != face)
            {
                if (at > from)
                    parts.Add((text[from..at], face));
                (from, face) = (at, wanted);
            }
            at += rune.Utf16SequenceLength;
        }
        parts.Add((text[from..], face));
        return parts;
    }

    private string? FaceOf(Rune rune) => _chain.FirstOrDefault(face => _case[face].Has(rune));

    private static bool IsMark(Rune rune) => Rune.GetUnicodeCategory(rune)
        is System.Globalization.UnicodeCategory.NonSpacingMark or System.Globalization.UnicodeCategory.SpacingCombiningMark;

    /// <summary>Joiners, direction marks, variation selectors: they shape other letters and have no picture of their own.</summary>
    private static bool IsUnseen(Rune rune) => Rune.GetUnicodeCategory(rune) == System.Globalization.UnicodeCategory.Format
        || rune.Value is >= 0xFE00 and <= 0xFE0F;
}
