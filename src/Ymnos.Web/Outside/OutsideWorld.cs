using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Ymnos.Core;
using Ymnos.Core.Songs;
using Ymnos.Formats.Files;
using Ymnos.Formats.OpenLyrics;

namespace Ymnos.Web.Outside;

/// <summary>A song as the catalogue lists it.</summary>
public sealed record CatalogueSong(string Number, string Version, string Title, string FirstLine, string People, IReadOnlyList<string> Words, IReadOnlyList<string> Music, string Key, int? Tempo, int? Year, string Holder, IReadOnlyList<string> Owners, string Language, bool HasWords);

/// <summary>A songbook as the shop lists it.</summary>
public sealed record ShopSongbook(string Number, string Name, string Abbreviation, string Language, string Publisher, int Songs, long Bytes, string Version);

/// <summary>A list that came from outside, whole.</summary>
public sealed record OutsideList<T>(IReadOnlyList<T> Items);

/// <summary>
/// The catalogue and the shop over HTTP. Whatever goes wrong out there (too slow, away, failing, answering nonsense) comes
/// back as a sentence for a person; nothing out there can make a page fail.
/// </summary>
public sealed class OutsideWorld(HttpClient http)
{
    public const string CatalogueName = "catalogue";

    private const int LargestBook = 100_000_000;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { MaxDepth = 16, RespectNullableAnnotations = true };

    public bool IsConnected => http.BaseAddress is not null;

    public async Task<Outcome<OutsideList<CatalogueSong>>> FindAsync(string typed, CancellationToken cancel)
    {
        var answer = await AskAsync<FoundAnswer>($"catalogue/songs?q={Uri.EscapeDataString(typed)}", cancel);
        return answer.Succeeded(out var found) ? new OutsideList<CatalogueSong>([.. found.Songs.Take(100)]) : answer.Problems.ToList();
    }

    /// <summary>One song with everything its licence lets us have, ready for the library.</summary>
    public async Task<Outcome<OutsideOrigin>> SongAsync(string number, CancellationToken cancel)
    {
        var answer = await AskAsync<SongAnswer>($"catalogue/songs/{Uri.EscapeDataString(number)}", cancel);
        if (!answer.Succeeded(out var got))
            return answer.Problems.ToList();
        var song = got.Song;
        SongContent content;
        if (got.OpenLyrics is { Length: > 0 } words && OpenLyricsReader.Read(words) is { Songs: [var read, ..] })
            content = read.Content;
        else
            content = new SongContent { Title = song.Title, Wordings = [new Wording(song.Language, [])], SungOrders = [new SungOrder(SungOrder.FullName, [])] };
        content = content with
        {
            Title = song.Title,
            Credits = [.. song.Words.Select(name => SongCredit.Read(SongPart.Words, name)), .. song.Music.Select(name => SongCredit.Read(SongPart.Music, name))],
            Owners = [.. song.Owners.Select(line => Owner.TryRead(line, out var owner) ? owner : null).OfType<Owner>()],
            CopyrightYear = song.Year,
            CopyrightHolder = song.Holder,
            SchemeNumbers = [new("Catalogue", song.Number)],
            SungOrders = [content.SungOrders[0] with { Key = song.Key, Tempo = song.Tempo }],
        };
        var sound = SoundContent.Of(content, []);
        return sound.Succeeded(out var whole) ? new OutsideOrigin(CatalogueName, song.Number, song.Version, whole) : sound.Problems.ToList();
    }

    public async Task<Outcome<OutsideList<ShopSongbook>>> SongbooksAsync(CancellationToken cancel)
    {
        var answer = await AskAsync<ShopAnswer>("shop/songbooks", cancel);
        return answer.Succeeded(out var list) ? new OutsideList<ShopSongbook>([.. list.Songbooks.Take(10_000)]) : answer.Problems.ToList();
    }

    /// <summary>All songs of a book.</summary>
    public async Task<Outcome<OutsideList<SongContent>>> SongbookAsync(string number, CancellationToken cancel)
    {
        try
        {
            using var answer = await http.GetAsync(new Uri($"shop/songbooks/{Uri.EscapeDataString(number)}", UriKind.Relative), HttpCompletionOption.ResponseHeadersRead, cancel);
            if (Refusal(answer) is { } refusal)
                return refusal;
            await answer.Content.LoadIntoBufferAsync(LargestBook, cancel);
            var file = SongFiles.Read("songbook.zip", await answer.Content.ReadAsByteArrayAsync(cancel), TextEncoding.Utf8);
            return file.Problem.Length > 0 ? Refuse($"The songbook that came cannot be read: {file.Problem}") : new OutsideList<SongContent>([.. file.Songs.Select(song => song.Content)]);
        }
        catch (Exception problem) when (IsOutside(problem, cancel))
        {
            return Refuse(Say(problem));
        }
    }

    private async Task<Outcome<T>> AskAsync<T>(string path, CancellationToken cancel) where T : class
    {
        if (!IsConnected)
            return Refuse("No catalogue is connected to this house.");
        try
        {
            using var answer = await http.GetAsync(new Uri(path, UriKind.Relative), cancel);
            if (Refusal(answer) is { } refusal)
                return refusal;
            return await answer.Content.ReadFromJsonAsync<T>(Json, cancel) is { } read ? read : Refuse("The catalogue answered nothing.");
        }
        catch (Exception problem) when (IsOutside(problem, cancel))
        {
            return Refuse(Say(problem));
        }
    }

    private static List<Problem>? Refusal(HttpResponseMessage answer) => answer.StatusCode switch
    {
        HttpStatusCode.NotFound => Refuse("The catalogue has no such thing any more."),
        _ when !answer.IsSuccessStatusCode => Refuse($"The catalogue has trouble of its own just now (it answered {(int)answer.StatusCode}). Try again later; nothing was changed."),
        _ => null,
    };

    private static bool IsOutside(Exception problem, CancellationToken cancel) =>
        !cancel.IsCancellationRequested && problem is HttpRequestException or TaskCanceledException or TimeoutException or JsonException or IOException or NotSupportedException;

    private static string Say(Exception problem) => problem switch
    {
        TaskCanceledException or TimeoutException => "The catalogue took too long to answer. Try again later; nothing was changed.",
        JsonException or NotSupportedException => "The catalogue answered something that cannot be understood. Nothing was changed.",
        _ => "The catalogue cannot be reached. Everything that is in the library works without it.",
    };

    private static List<Problem> Refuse(string message) => [new("Outside", message)];

    private sealed record FoundAnswer(IReadOnlyList<CatalogueSong> Songs);

    private sealed record SongAnswer(CatalogueSong Song, string? OpenLyrics);

    private sealed record ShopAnswer(IReadOnlyList<ShopSongbook> Songbooks);
}
