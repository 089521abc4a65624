using System.Collections.Immutable;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Music;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Shows;

/// <summary>The words of one song on one screen, before its steps are known.</summary>
/// <param name="Screen">Index of the screen.</param>
/// <param name="Face">Where they are set.</param>
/// <param name="Shown">The wordings shown; empty where the screen carries no words.</param>
/// <param name="Layout">The words set.</param>
internal sealed record ScreenWords(int Screen, ScreenFace Face, IReadOnlyList<Wording> Shown, WordsLayout? Layout);

/// <summary>Compiles one entry for all screens at once.</summary>
internal sealed class EntryCompiler(IReadOnlyList<Screen> screens, ImmutableArray<string> sittingLanguages, string licence)
{
    /// <summary>The languages of a screen: its own, or those of the sitting.</summary>
    public static ImmutableArray<string> LanguagesOf(Screen screen, ImmutableArray<string> sitting) => screen.Languages.IsEmpty ? sitting : screen.Languages;

    /// <summary>
    /// The wordings of a song that answer the languages asked for, in their order; where none does, its first wording: a
    /// missing translation leaves no hole.
    /// </summary>
    public static IReadOnlyList<Wording> ShownOf(Song song, ImmutableArray<string> languages)
    {
        var shown = languages.Select(language => song.Wordings.FirstOrDefault(wording => wording.Language == language)
                ?? song.Wordings.FirstOrDefault(wording => wording.Language.StartsWith(language + "-", StringComparison.Ordinal)))
            .OfType<Wording>().Distinct(ReferenceEqualityComparer.Instance).Cast<Wording>().Take(StyleFace.MostLanguages).ToList();
        return shown.Count > 0 ? shown : [song.FirstWording];
    }

    /// <summary>Something without words of its own: a heading on the screens that carry it.</summary>
    public CompiledEntry Spoken(string key, string title, string next, Func<Screen, ScreenFace> faceOf)
    {
        var slides = Slides(i => Dressed(faceOf(screens[i]), screens[i], [], [], screens[i].Carries.HasFlag(ScreenCarries.Headings) ? title : "", [next], ""));
        return new(key, [new(0, 0, null, default, 0, "", slides)], [], [], 100, []);
    }

    /// <summary>
    /// A song in one of its orders. Its steps are the union of all screens' breaks: where any screen has to move, there is a
    /// step, and at every step each screen shows the last of its slides that has begun.
    /// </summary>
    public CompiledEntry Sung(string key, Song song, SungOrder order, string next, Func<Screen, ScreenFace> faceOf)
    {
        var byFace = new List<ScreenWords>();
        for (var i = 0; i < screens.Count; i++)
            byFace.Add(WordsOn(i, song, order, faceOf(screens[i]), byFace));
        var steps = ImmutableArray.CreateBuilder<Step>();
        var places = ImmutableArray.CreateBuilder<SungSection>();
        var runs = byFace.ConvertAll(words => new Run(words, screens[words.Screen], song, order, CreditOf(song, words), next));

        if (song.Content.OpensBlank)
            steps.Add(new(0, 0, null, default, 0, "", Slides(screen => runs[screen].Opening())));
        for (var sung = 0; sung < order.Marks.Length; sung++)
        {
            var mark = order.Marks[sung];
            var first = steps.Count;
            var begins = runs.SelectMany(run => run.BeginsOf(mark)).Distinct().Order().ToList();
            for (var i = 0; i < begins.Count; i++)
            {
                var (from, until) = (begins[i], i + 1 < begins.Count ? begins[i + 1] : (WordsPosition?)null);
                var place = sung;
                steps.Add(new(0, sung, mark, from, LastLineOf(song, mark, from, until), WordsBetween(song, mark, from, until),
                    Slides(screen => runs[screen].At(place, from))));
            }
            places.Add(new(mark, first, steps.Count - first));
        }
        if (steps.Count == 0)
            steps.Add(new(0, 0, null, default, 0, "", Slides(screen => runs[screen].Opening())));
        return new(key, steps.ToImmutable(), places.ToImmutable(),
            [.. order.Marks.Distinct().Select(mark => song.FirstWording.Find(mark)).OfType<Section>()],
            byFace[0].Layout?.PercentOfStyle ?? 100,
            [.. byFace.Where(words => words.Layout is not null).SelectMany(words => words.Layout!.Findings.Select(finding => $"{screens[words.Screen].Name}: {finding.Message}")).Distinct()]);
    }

    private ImmutableArray<Slide> Slides(Func<int, Slide> onScreen) => [.. Enumerable.Range(0, screens.Count).Select(onScreen)];

    private ScreenWords WordsOn(int screen, Song song, SungOrder order, ScreenFace face, List<ScreenWords> before)
    {
        if (!screens[screen].Carries.HasFlag(ScreenCarries.Words))
            return new(screen, face, [], null);
        var shown = ShownOf(song, LanguagesOf(screens[screen], sittingLanguages));
        // Screens of the same shape, face and languages break alike: one layout does for all of them.
        if (before.Find(other => ReferenceEquals(other.Face, face) && other.Layout is not null && other.Shown.SequenceEqual(shown, ReferenceEqualityComparer.Instance)) is { } same)
            return same with { Screen = screen };
        return new(screen, face, shown, WordsLayout.Of(face.Style.Chords ? [InKey(song, shown[0], order), .. shown.Skip(1)] : shown, face));
    }

    /// <summary>Chords in the key that the order is sung in.</summary>
    private static Wording InKey(Song song, Wording wording, SungOrder order) =>
        wording.HasChords && MusicKey.TryParse(order.Key, out var to) && ChordSheet.KeyOf(song.Content) is { } from && from != to && from.IsMinor == to.IsMinor
            ? ChordSheet.Transpose(wording, from, to)
            : wording;

    private CreditFacts CreditOf(Song song, ScreenWords words)
    {
        var people = song.Credits.Select(credit => credit.Name).Distinct().ToList();
        var holder = song.Content.CopyrightHolder.Length > 0 ? song.Content.CopyrightHolder : string.Join(", ", song.Content.Owners.Select(owner => owner.Name).Distinct());
        return new()
        {
            Title = words.Shown.Count > 0 && words.Shown[0].Title.Length > 0 ? words.Shown[0].Title : song.Title,
            People = SongCredit.Written(song.Credits),
            PeopleShort = people.Count > 1 ? $"{people[0]} and others" : people.Count == 1 ? people[0] : "",
            Year = song.Content.CopyrightYear?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "",
            Holder = holder,
            Translations = string.Join("; ", words.Shown.Where(wording => wording != song.FirstWording && (wording.Translator.Length > 0 || wording.CopyrightLine.Length > 0))
                .Select(wording => $"{WordingLanguage.NameOf(wording.Language)}: {string.Join(", ", ((string[])[wording.Translator, wording.CopyrightLine]).Where(part => part.Length > 0))}")),
            Licence = licence,
        };
    }

    private static int LastLineOf(Song song, SectionMark mark, WordsPosition from, WordsPosition? until) => until switch
    {
        { Part: 0 } next => Math.Max(from.Line, next.Line - 1),
        { } next => next.Line,
        null => Math.Max(from.Line, (song.FirstWording.Find(mark)?.SungLines.Count() ?? 1) - 1),
    };

    private static string WordsBetween(Song song, SectionMark mark, WordsPosition from, WordsPosition? until)
    {
        var lines = song.FirstWording.Find(mark)?.SungLines.Select(line => line.Words).ToList() ?? [];
        var words = new List<string>();
        for (var line = from.Line; line < lines.Count && (until is not { } end || line < end.Line || (line == end.Line && end.Part > 0)); line++)
        {
            var begin = line == from.Line ? CutAt(lines[line], from.Part) : 0;
            var stop = until is { } next && line == next.Line ? CutAt(lines[line], next.Part) : lines[line].Length;
            if (stop > begin)
                words.Add(lines[line][begin..stop].Trim(' '));
        }
        return string.Join(" / ", words);

        // Another language's break falls anywhere in this one's line: words stay whole.
        static int CutAt(string line, double part)
        {
            var at = (int)Math.Round(part * line.Length);
            return at <= 0 || at >= line.Length || !line.Contains(' ') ? at : line.LastIndexOf(' ', at - 1) + 1;
        }
    }

    /// <summary>Puts heading, credit and what comes next round the words.</summary>
    private static Slide Dressed(ScreenFace face, Screen screen, ImmutableArray<TextRow> words, ImmutableArray<PlacedPlate> plates, string heading, IEnumerable<string> next, string language, ImmutableArray<TextRow> credit = default)
    {
        var rows = ImmutableArray.CreateBuilder<TextRow>();
        var all = plates.ToBuilder();
        rows.AddRange(words);
        if (!credit.IsDefaultOrEmpty)
            Add(credit, face.Style.Credit);
        if (heading.Length > 0)
            Add(face.Set(RowPlace.Heading, face.Style.Heading, [heading], ""), face.Style.Heading);
        if (face.Style.Next.Shown)
            Add(face.SetLines(RowPlace.Next, face.Style.Next, next, language), face.Style.Next);
        if (face.Style.Clock.Shown && screen.Purpose == ScreenPurpose.Platform)
            Add(face.Set(RowPlace.Clock, face.Style.Clock, ["–:––"], ""), face.Style.Clock);
        return rows.Count == 0 ? face.Blank : new(face.Width, face.Ground, all.ToImmutable(), rows.ToImmutable());

        void Add(ImmutableArray<TextRow> placed, FrameSetting setting)
        {
            rows.AddRange(placed);
            all.AddRange(face.PlateBehind(setting, placed));
        }
    }

    /// <summary>One screen's way through a song: its slides in the order they come up.</summary>
    private sealed class Run
    {
        private readonly ScreenWords _words;
        private readonly Screen _screen;
        private readonly Song _song;
        private readonly SungOrder _order;
        private readonly string _next;
        private readonly ImmutableArray<TextRow> _credit = [];
        private readonly List<(int Sung, SectionMark Mark, WordsSlide Slide)> _way = [];
        private readonly Dictionary<(WordsSlide, bool, int), Slide> _made = [];
        private Slide? _opening;

        public Run(ScreenWords words, Screen screen, Song song, SungOrder order, CreditFacts credit, string next)
        {
            (_words, _screen, _song, _order, _next) = (words, screen, song, order, next);
            if (words.Layout is { } layout)
                for (var sung = 0; sung < order.Marks.Length; sung++)
                    foreach (var slide in layout.SlidesOf(order.Marks[sung]))
                        _way.Add((sung, order.Marks[sung], slide));
            if (screen.Carries.HasFlag(ScreenCarries.Credits) && words.Face.Style.Credit.Shown)
                _credit = words.Face.Set(RowPlace.Credit, words.Face.Style.Credit, CreditTemplate.From(words.Face.Style.CreditTemplate, credit), words.Shown.Count > 0 ? words.Shown[0].Language : "");
        }

        public IEnumerable<WordsPosition> BeginsOf(SectionMark mark) => _words.Layout?.SlidesOf(mark).Select(slide => slide.From) ?? [];

        /// <summary>The slide before anything is sung.</summary>
        public Slide Opening() => _opening ??= Dressed(_words.Face, _screen, [], [], Heading(null), _way.Count > 0 ? NextLines(0) : [_next], Language);

        /// <summary>The slide that is up at a place in the song.</summary>
        public Slide At(int sung, WordsPosition position)
        {
            var at = _way.FindLastIndex(slide => slide.Sung == sung && slide.Slide.From <= position);
            // A screen whose languages all lack the section has nothing to show while it is sung.
            if (at < 0)
                return Dressed(_words.Face, _screen, [], [], Heading(_order.Marks[sung]), [], Language);
            var (_, mark, slide) = _way[at];
            var credited = !_credit.IsEmpty && _words.Face.Style.CreditOn switch
            {
                CreditSlides.First => at == 0,
                CreditSlides.Last => at == _way.Count - 1,
                CreditSlides.FirstAndLast => at == 0 || at == _way.Count - 1,
                _ => true,
            };
            // Where what comes next is shown, the same words differ by what follows them.
            var key = (slide, credited, _words.Face.Style.Next.Shown ? at : -1);
            if (_made.TryGetValue(key, out var made))
                return made;
            List<string> next = !_words.Face.Style.Next.Shown ? [] : at + 1 < _way.Count ? NextLines(at + 1) : [_next];
            var (rows, plates) = _words.Layout!.Place(slide);
            return _made[key] = Dressed(_words.Face, _screen, rows, plates, Heading(mark), next, Language, credited ? _credit : []);
        }

        private string Language => _words.Shown.Count > 0 ? _words.Shown[0].Language : "";

        /// <summary>Those who play want to know where they are; a room only what it sings.</summary>
        private string Heading(SectionMark? mark) => !_words.Face.Style.Heading.Shown ? ""
            : mark is { } at && _screen.Purpose == ScreenPurpose.Platform ? $"{_song.Title} · {at.Heading}{(_order.Key.Length > 0 ? $" · {_order.Key}" : "")}"
            : _song.Title;

        private List<string> NextLines(int at)
        {
            var (sung, mark, slide) = _way[at];
            var lines = slide.FirstRows.ToList();
            // A new section says its mark before its first words.
            if (at > 0 && _way[at - 1].Sung == sung)
                return lines;
            return lines is [var first, .. var rest] ? [$"{mark}  {first}", .. rest] : [$"{mark}"];
        }
    }
}
