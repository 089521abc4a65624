using Microsoft.AspNetCore.Identity;
using Ymnos.Core;
using Ymnos.Core.People;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Data.People;
using Ymnos.Formats.PlainText;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Demo;

/// <summary>Quayside Church, Port Ellery: everything in it is made up. Loaded into an empty database, with dates reckoned from that day.</summary>
public sealed class DemoWorld(YmnosDb db, UserManager<Person> people, TimeProvider clock)
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
        var congregation = new Congregation { Name = "Quayside Church", Town = "Port Ellery", TimeZone = "Europe/London", IsDemo = true };
        db.Congregations.Add(congregation);
        foreach (var (fullName, role, _) in People)
        {
            var person = new Person { FullName = fullName, UserName = fullName.Split(' ')[0].ToLowerInvariant() };
            FirstStart.Demand(await people.CreateAsync(person, Password));
            FirstStart.Demand(await people.AddToRoleAsync(person, role));
        }

        var songs = new Dictionary<string, Song>();
        foreach (var name in typeof(DemoWorld).Assembly.GetManifestResourceNames().Where(name => name.EndsWith(".txt", StringComparison.Ordinal)).Order(StringComparer.Ordinal))
        {
            await using var file = typeof(DemoWorld).Assembly.GetManifestResourceStream(name)!;
            using var text = new StreamReader(file);
            var song = Song.Create(Good(SongSheet.Read(await text.ReadToEndAsync(cancel), [])), Shelf.MainId, clock.GetUtcNow(), "Maren");
            songs.Add(song.Title, song);
            db.Songs.Add(song);
        }
        db.Services.Add(HarvestOfTheSea(congregation.Today(clock), songs));
        await db.SaveChangesAsync(cancel);
    }

    private Service HarvestOfTheSea(DateOnly today, Dictionary<string, Song> songs)
    {
        // The Sunday after next; a Sunday itself counts as the next one.
        var next = today.AddDays((7 - (int)today.DayOfWeek) % 7);
        var service = Good(Service.Create(new ServiceDraft
        {
            Title = "Harvest of the Sea",
            Date = next.AddDays(7).ToString("O", System.Globalization.CultureInfo.InvariantCulture),
            Place = "Quayside hall",
            StartTimes = "9:30, 11:15",
            TargetLength = "60 min",
        }, clock.GetUtcNow()));

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
