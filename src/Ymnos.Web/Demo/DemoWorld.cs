using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.People;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Curating;
using Ymnos.Core.Styles;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.People;
using Ymnos.Formats.PlainText;
using Ymnos.Web.Hosting;
using Ymnos.Web.Looks;

namespace Ymnos.Web.Demo;

/// <summary>Quayside Church, Port Ellery: everything in it is made up. Loaded into an empty database, with dates reckoned from that day.</summary>
public sealed class DemoWorld(YmnosDb db, UserManager<Person> people, Likenesses likenesses, PictureShelf pictures, TimeProvider clock)
{
    /// <summary>Shown on the sign-in page while the demo is loaded.</summary>
    public const string Password = "lantern-over-water";

    /// <summary>The people of the demo: full name, role, what they do.</summary>
    public static readonly IReadOnlyList<(string FullName, string Role, string Does)> People =
    [
        ("Maren Aldous", Roles.Coordinator, "coordinator"),
        ("Odile Tranter", Roles.Keeper, "keeper of songs"),
        ("Tobias Penrule", Roles.Volunteer, "in the booth"),
        ("Ines Carrow", Roles.Volunteer, "in the booth"),
        ("Sefa Lindqvist", Roles.Guest, "guest"),
    ];

    public async Task LoadAsync(CancellationToken cancel)
    {
        var congregation = new Congregation { Name = "Quayside Church", Town = "Port Ellery", TimeZone = "Europe/London", IsDemo = true, Hall = new(2.4, 18) };
        db.Congregations.Add(congregation);
        foreach (var (fullName, role, _) in People)
        {
            var person = new Person { FullName = fullName, UserName = fullName.Split(' ')[0].ToLowerInvariant() };
            FirstStart.Demand(await people.CreateAsync(person, Password));
            FirstStart.Demand(await people.AddToRoleAsync(person, role));
        }

        var odile = (await people.FindByNameAsync("odile"))!;
        var main = await db.Shelves.SingleAsync(shelf => shelf.Id == Shelf.MainId, cancel);
        var choir = new Shelf { Name = "Choir", Position = 1, Keepers = [odile.Id] };
        var young = new Shelf { Name = "Young people", Position = 2 };
        db.Shelves.AddRange(choir, young);
        main.Keepers.Add(odile.Id);
        congregation.SectionKinds = [new OwnSectionKind('D', "descant")];

        await LooksAsync(congregation, cancel);
        var songs = await SongsAsync(main, choir, young, cancel);
        db.Songs.AddRange(songs.Values);
        var today = congregation.Today(clock);
        db.Services.AddRange(PastServices(today, songs));
        db.Services.Add(HarvestOfTheSea(today, songs));
        db.Services.Add(FromThePattern(today));
        await db.SaveChangesAsync(cancel);
        await likenesses.RefreshAsync(songs.Values, cancel);
    }

    /// <summary>Five styles, and the four screens of the hall.</summary>
    private async Task LooksAsync(Congregation congregation, CancellationToken cancel)
    {
        var lighthouse = await PictureAsync("Lighthouse at night", DemoPictures.Lighthouse());
        var headlands = await PictureAsync("Headlands in the morning", DemoPictures.Headlands());
        var swell = await PictureAsync("Swell from above", DemoPictures.Swell());
        var dusk = Style("Harbour dusk", DemoStyles.HarbourDusk);
        Style("Lighthouse", DemoStyles.Lighthouse(lighthouse));
        Style("Morning paper", DemoStyles.MorningPaper(headlands));
        Style("Signal bar", DemoStyles.Signal());
        Style("Two tongues", DemoStyles.TwoTongues(swell));
        congregation.Styles = new() { All = dusk };
        congregation.LicenceNumbers = "Song Rights Exchange 40117";
        db.Screens.AddRange(
            new Screen { Name = "Main screen", Purpose = ScreenPurpose.Main, Position = 0, Carries = ScreenCarries.All },
            new Screen { Name = "Platform", Purpose = ScreenPurpose.Platform, Position = 1, Face = SlideFace.Platform, Languages = ["en"], Carries = ScreenCarries.Words | ScreenCarries.Headings },
            new Screen { Name = "Lobby", Purpose = ScreenPurpose.Lobby, Position = 2, SafeMargin = 2 },
            new Screen { Name = "Stream", Purpose = ScreenPurpose.Stream, Position = 3, Face = SlideFace.LowerThird });

        async Task<Guid> PictureAsync(string name, byte[] bytes) => Good(await pictures.AddAsync(name, bytes, null, "Maren", cancel)).Id;

        Guid Style(string name, StyleLook look)
        {
            var style = Core.Styles.Style.Create(name, look, clock.GetUtcNow(), "Maren");
            db.Styles.Add(style);
            return style.Id;
        }
    }

    /// <summary>The songs of the demo: a sheet each, and beside it a file for every other wording.</summary>
    private async Task<Dictionary<string, Song>> SongsAsync(Shelf main, Shelf choir, Shelf young, CancellationToken cancel)
    {
        var assembly = typeof(DemoWorld).Assembly;
        var texts = new Dictionary<string, string>();
        foreach (var name in assembly.GetManifestResourceNames().Where(name => name.EndsWith(".txt", StringComparison.Ordinal)).Order(StringComparer.Ordinal))
        {
            using var text = new StreamReader(assembly.GetManifestResourceStream(name)!);
            texts.Add(name[..^4], await text.ReadToEndAsync(cancel));
        }
        var languages = WordingLanguage.All.Select(language => language.Key).ToList();
        var songs = new Dictionary<string, Song>();
        foreach (var (name, sheet) in texts.Where(text => !IsWording(text.Key)))
        {
            var content = Good(SongSheet.Read(sheet, []));
            foreach (var (wording, text) in texts.Where(text => text.Key.StartsWith(name + ".", StringComparison.Ordinal) && IsWording(text.Key)).OrderBy(text => languages.IndexOf(text.Key[(text.Key.LastIndexOf('.') + 1)..])))
                content = Good(WordingEdit.Add(content, WordingOf(wording[(name.Length + 1)..], text)));
            var shelf = name.Contains(".choir.", StringComparison.Ordinal) ? choir : name.Contains(".young.", StringComparison.Ordinal) ? young : main;
            songs.Add(content.Title, Song.Create(content, shelf.Id, clock.GetUtcNow(), "Maren"));
        }
        return songs;

        // "…lantern-over-water.fr": a language behind the song's name.
        static bool IsWording(string name) => WordingLanguage.IsOffered(name[(name.LastIndexOf('.') + 1)..]);
    }

    private static WordingDraft WordingOf(string language, string text)
    {
        var lines = text.Split('\n');
        var head = lines.TakeWhile(line => line.Length > 0).Select(line => line.Split(": ", 2)).ToDictionary(line => line[0], line => line[1]);
        return new WordingDraft
        {
            Language = language,
            Title = head.GetValueOrDefault("Title", ""),
            Translator = head.GetValueOrDefault("Translator", ""),
            Year = head.GetValueOrDefault("Year", ""),
            Holder = head.GetValueOrDefault("Holder", ""),
            Text = string.Join('\n', lines.SkipWhile(line => line.Length > 0)),
        };
    }

    /// <summary>Eight Sundays gone by, the latest last week.</summary>
    private IEnumerable<Service> PastServices(DateOnly today, Dictionary<string, Song> songs)
    {
        (int WeeksAgo, string Title, string[] Sung)[] past =
        [
            (60, "Lights of Advent", ["Advent Watch", "Bells of Ellery", "Fog on the Sound", "Lantern over Water"]),
            (44, "Feast of the Boats", ["Song of the Hundred Boats", "All the Islands Sing", "Bread on the Shingle", "Go Out with the Tide"]),
            (31, "Morning on the Shore", ["La marée du matin", "Nets of Light", "Bread on the Shingle", "Lantern over Water"]),
            (22, "Blessing of the Nets", ["Nets of Light", "Hands on the Tiller", "Undertow", "Go Out with the Tide"]),
            (13, "Stormy Weather", ["No Chart for This", "Salt on the Wind", "The Seventh Wave", "Evening at Anchor"]),
            (8, "An Open Table", ["A Table on the Quay", "Lantern over Water", "He Knew My Knots", "Go Out with the Tide"]),
            (3, "Small Boats", ["Small Boat, Big Sea", "Jump In", "Rain on the Slates", "Undertow"]),
            (1, "All the Islands", ["All the Islands Sing", "I Lift My Eyes to the Headland", "Rain on the Slates", "Evening at Anchor"]),
        ];
        var sunday = today.AddDays(-(int)today.DayOfWeek);
        foreach (var (weeksAgo, title, sung) in past)
        {
            // In summer there is one sitting.
            var service = Begin(title, sunday.AddDays(weeksAgo == 1 && sunday == today ? -7 : -7 * weeksAgo), weeksAgo is 8 or 13 ? "9:30" : "9:30, 11:15");
            service.Add(TypedLine.Read("Welcome 3:00")!.AsSpoken());
            foreach (var song in sung)
                service.Add(new SongEntry { SongId = songs[song].Id });
            service.Add(TypedLine.Read("Blessing 1:00")!.AsSpoken());
            yield return service;
        }
    }

    /// <summary>The Sunday after Harvest, with the bare order that services begin from.</summary>
    private Service FromThePattern(DateOnly today)
    {
        var service = Begin("Third Sunday", today.AddDays(((7 - (int)today.DayOfWeek) % 7) + 14), "9:30, 11:15");
        foreach (var part in (string[])["Gathering", "Word", "Response", "Sending"])
            service.Add(new Part { Name = part });
        return service;
    }

    private Service Begin(string title, DateOnly date, string startTimes) => Good(Service.Create(new ServiceDraft
    {
        Title = title,
        Date = date.ToString("O", System.Globalization.CultureInfo.InvariantCulture),
        Place = "Quayside hall",
        StartTimes = startTimes,
        TargetLength = "60 min",
    }, clock.GetUtcNow()));

    private Service HarvestOfTheSea(DateOnly today, Dictionary<string, Song> songs)
    {
        // The Sunday after next; a Sunday itself counts as the next one.
        var next = today.AddDays((7 - (int)today.DayOfWeek) % 7);
        var service = Begin("Harvest of the Sea", next.AddDays(7), "9:30, 11:15");

        // Early in English; late in English and French.
        foreach (var (sitting, languages) in service.Sittings.Zip<Sitting, string[]>([["en"], ["en", "fr"]]))
            service.Speak(sitting.Id, languages);
        Part("Gathering");
        Spoken("Welcome", "3:00");
        Sung("Lantern over Water");
        Spoken("Psalm 121:1–8", "1:05");
        Sung("Salt on the Wind");
        Part("Word");
        Spoken("Luke 5:1–11", "1:30");
        Spoken("Talk: Nets let down again", "30:00");
        Part("Response");
        Sung("Undertow");
        Sung("Bread on the Shingle");
        Spoken("Prayers", "5:00");
        Part("Sending");
        Sung("Go Out with the Tide");
        Spoken("Blessing", "1:00");
        return service;

        void Part(string name) => service.Add(new Part { Name = name });
        void Spoken(string title, string length) => service.Add(TypedLine.Read($"{title} {length}")!.AsSpoken());
        void Sung(string title) => service.Add(new SongEntry { SongId = songs[title].Id });
    }

    private static T Good<T>(Outcome<T> outcome) where T : class => outcome.Succeeded(out var value)
        ? value
        : throw new InvalidOperationException(string.Join(" ", outcome.Problems.Select(problem => problem.Message)));
}
