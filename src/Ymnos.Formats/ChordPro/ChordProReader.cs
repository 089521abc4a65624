using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Formats.Files;

namespace Ymnos.Formats.ChordPro;

/// <summary>Reads ChordPro: chords in brackets, directives in braces, sections and metadata by directive.</summary>
public static partial class ChordProReader
{
    public const string Format = "ChordPro";

    /// <summary>A directive of our own, as the format provides for: the sung order.</summary>
    internal const string OrderDirective = "x_sung_order";

    internal const string LanguageDirective = "x_language";

    /// <summary>Whether a text looks like ChordPro: it has one of the format's directives at the head of a line.</summary>
    public static bool Looks(string text) => Telltale().IsMatch(text);

    public static ReadFile Read(string text) => ReadFile.Of(Format, Songs(text).Select(lines => new OneSong().Read(lines)));

    /// <summary>The songs of a file: <c>{new_song}</c> begins another.</summary>
    private static IEnumerable<string[]> Songs(string text)
    {
        var lines = new List<string>();
        foreach (var line in text.ReplaceLineEndings("\n").Split('\n'))
        {
            if (Directive().Match(line) is { Success: true } directive && directive.Groups["name"].Value.ToLowerInvariant() is "new_song" or "ns")
            {
                if (lines.Any(one => !string.IsNullOrWhiteSpace(one)))
                    yield return [.. lines];
                lines.Clear();
            }
            else
                lines.Add(line);
        }
        yield return [.. lines];
    }

    private sealed class OneSong
    {
        private readonly List<string> _notTaken = [];
        private readonly List<string> _text = [];
        private readonly List<string> _titles = [];
        private readonly List<SongCredit> _credits = [];
        private readonly List<SongbookEntry> _books = [];
        private readonly List<SongbookEntry> _numbers = [];
        private readonly List<string> _topics = [];
        private string _copyright = "", _year = "", _key = "", _tempo = "", _time = "", _capo = "", _order = "", _length = "", _language = "en";
        private bool _inside;
        private bool _skips;

        public ReadSong? Read(string[] lines)
        {
            foreach (var raw in lines)
            {
                var line = raw.TrimEnd();
                if (line.StartsWith('#'))
                    continue;
                if (Directive().Match(line) is { Success: true } directive)
                    Take(directive.Groups["name"].Value.ToLowerInvariant(), CleanText.Line(directive.Groups["value"].Value), line);
                else if (!_skips)
                    _text.Add(CleanText.Line(line) is { Length: > 0 } sung ? _inside ? "\\" + Plain(sung) : Plain(sung) : "");
            }
            var reading = PastedWords.Read(string.Join('\n', _text));
            // A lone line above the words is a title only where no directive gives one.
            if (reading.OfferedTitle.Length > 0 && _titles.Count > 0)
                reading = PastedWords.Read("[Verse 1]\n" + string.Join('\n', _text.SkipWhile(string.IsNullOrWhiteSpace)));
            _notTaken.AddRange(reading.Notes);
            var first = new Wording(WordingLanguage.IsTag(_language) ? _language : "en", reading.Sections);
            var isOwned = PastedCredit.TryRead([_copyright], out var owned) && (owned.CopyrightHolder + owned.CopyrightYear).Length > 0;
            var ordered = SungOrder.Read(_order, [.. reading.Sections.Select(section => section.Mark)]).Succeeded(out var order) && !order.Marks.IsEmpty ? order.Marks : reading.Order;
            return ReadSong.Of(new SongContent
            {
                Title = _titles.FirstOrDefault() ?? reading.OfferedTitle,
                OtherTitles = [.. _titles.Skip(1).Select(title => new SongTitle(title))],
                Credits = [.. _credits],
                CopyrightYear = int.TryParse(isOwned && owned.CopyrightYear.Length > 0 ? owned.CopyrightYear : _year, NumberStyles.None, CultureInfo.InvariantCulture, out var year) ? year : null,
                CopyrightHolder = isOwned ? owned.CopyrightHolder : _copyright,
                SongbookEntries = [.. _books],
                SchemeNumbers = [.. _numbers],
                Topics = [.. _topics],
                Wordings = [first],
                SungOrders = [new SungOrder(SungOrder.FullName, ordered, LengthText.TryRead(_length, out var length) ? length : null)
                {
                    Key = _key,
                    Tempo = int.TryParse(_tempo, NumberStyles.None, CultureInfo.InvariantCulture, out var tempo) ? tempo : null,
                    Metre = _time,
                    Capo = int.TryParse(_capo, NumberStyles.None, CultureInfo.InvariantCulture, out var capo) ? capo : null,
                }],
            }, _notTaken);
        }

        private void Take(string name, string value, string line)
        {
            if (name == "meta" && value.Split(' ', 2) is [var meta, var given])
                (name, value) = (meta.ToLowerInvariant(), given);
            switch (name)
            {
                case "title" or "t": _titles.Insert(0, value); break;
                case "subtitle" or "st": _titles.Add(value); break;
                case "artist" or "lyricist" or "author": Credit(SongPart.Words); break;
                case "composer": Credit(SongPart.Music); break;
                case "arranger": Credit(SongPart.Arrangement); break;
                case "copyright": _copyright = value; break;
                case "year": _year = value; break;
                case "key": _key = value; break;
                case "tempo": _tempo = value; break;
                case "time": _time = value; break;
                case "capo": _capo = value; break;
                case "duration": _length = value; break;
                case "album" or "songbook" when SongbookEntry.TryRead(value, out var book): _books.Add(book); break;
                case "topic" or "tag": _topics.AddRange(value.Split(',').Select(topic => topic.Trim())); break;
                case "x_scheme_number" when SongbookEntry.TryRead(value, out var number): _numbers.Add(number); break;
                case OrderDirective: _order = value; break;
                case LanguageDirective or "language": _language = value; break;
                case "chorus": Heading("Refrain" + (value.Length > 0 && SectionHeading.TryRead(value, out var called) && called.Number is { } n ? $" {n}" : "")); Close(); break;
                case "start_of_chorus" or "soc": Open("Refrain", value); break;
                case "start_of_verse" or "sov": Open("Verse", value); break;
                case "start_of_bridge" or "sob": Open("Bridge", value); break;
                case "start_of_tab" or "sot" or "start_of_grid" or "sog" or "start_of_abc" or "start_of_ly" or "start_of_svg" or "start_of_textblock":
                    _skips = true;
                    _notTaken.Add($"A block that is not words: {name}.");
                    break;
                case var _ when name.StartsWith("start_of_", StringComparison.Ordinal): Open(name[9..].Replace('_', ' '), value); break;
                case "eoc" or "eov" or "eob" or "eot" or "eog" or "end_of_chorus": Close(); break;
                case var _ when name.StartsWith("end_of_", StringComparison.Ordinal): Close(); break;
                case "comment" or "c" or "ci" or "comment_italic" or "cb" or "comment_box" or "highlight":
                    if (SectionHeading.TryRead(value, out _))
                        Heading(value);
                    else
                        _notTaken.Add($"A comment: {Clip(value)}");
                    break;
                case "new_page" or "np" or "new_physical_page" or "npp" or "column_break" or "cb_" or "columns" or "col" or "sorttitle": break;
                default: _notTaken.Add(Clip(line)); break;
            }

            void Credit(SongPart part) => _credits.AddRange(PeopleNames.Split(value).Select(person => SongCredit.Read(part, person)));
        }

        private void Open(string kind, string label)
        {
            // label="Verse 2", or the label alone.
            var typed = Label().Match(label) is { Success: true } quoted ? quoted.Groups["label"].Value : label;
            Heading(typed.Length > 0 && SectionHeading.TryRead(typed, out _) ? typed : SectionHeading.TryRead(kind, out _) ? kind : "Verse");
            if (typed.Length > 0 && !SectionHeading.TryRead(typed, out _))
                _notTaken.Add($"A section is labelled “{Clip(typed)}”.");
            _inside = true;
        }

        private void Heading(string name)
        {
            _text.Add("");
            _text.Add($"[{name}]");
        }

        private void Close()
        {
            _text.Add("");
            _inside = _skips = false;
        }

        /// <summary>Annotations, which begin with a star, are no chords and no words.</summary>
        private string Plain(string line) => Annotation().Replace(line, match =>
        {
            _notTaken.Add($"A note above the words: {Clip(match.Groups["note"].Value)}");
            return "";
        });

        private static string Clip(string text) => text.Length > 60 ? text[..60] + "…" : text;
    }

    [GeneratedRegex(@"^\{\s*(?<name>[A-Za-z_][\w-]*)\s*(?:[:\s]\s*(?<value>.*?))?\s*\}\s*$", RegexOptions.CultureInvariant | RegexOptions.NonBacktracking)]
    private static partial Regex Directive();

    [GeneratedRegex("""^label\s*=\s*["'](?<label>[^"']*)["']$""", RegexOptions.CultureInvariant)]
    private static partial Regex Label();

    [GeneratedRegex(@"\[\*(?<note>[^\[\]]{0,200})\]", RegexOptions.CultureInvariant)]
    private static partial Regex Annotation();

    [GeneratedRegex(@"^\s*\{\s*(?:title|t|st|subtitle|soc|sov|sob|start_of_\w+|key|artist|composer|comment|c|meta|new_song|ns)\s*(?:[:\s][^\n}]*)?\}", RegexOptions.CultureInvariant | RegexOptions.Multiline | RegexOptions.IgnoreCase | RegexOptions.NonBacktracking)]
    private static partial Regex Telltale();
}
