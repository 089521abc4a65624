using NpgsqlTypes;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Finding;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Data.Finding;

/// <summary>
/// What a song is found by, folded, and what a list shows of it. Written with the song, in the same transaction; a song
/// in the bin has none.
/// </summary>
internal sealed class SongFind
{
    public Guid SongId { get; init; }

    public Guid ShelfId { get; set; }

    /// <summary>The folded title; lists are sorted by it.</summary>
    public string SortTitle { get; set; } = "";

    public string Title { get; set; } = "";

    public string Language { get; set; } = "";

    public string People { get; set; } = "";

    public string Books { get; set; } = "";

    /// <summary>The sung lines of the first wording as they stand, each once.</summary>
    public string[] Lines { get; set; } = [];

    /// <summary>Titles, first line, people, songbooks with numbers.</summary>
    public string Heading { get; set; } = "";

    /// <summary>All words of all wordings.</summary>
    public string Words { get; set; } = "";

    /// <summary>What filters look at: <see cref="SongQuery.TokensOf"/>.</summary>
    public string[] Tokens { get; set; } = [];

    public int? Tempo { get; set; }

    /// <summary>The year in which the last of its makers has been dead for seventy; free after it.</summary>
    public int? FreeAfter { get; set; }

    public DateTimeOffset SavedAt { get; set; }

    /// <summary>Computed by the database from <see cref="Heading"/>.</summary>
    public NpgsqlTsVector HeadingTerms { get; private set; } = null!;

    /// <summary>Computed by the database from <see cref="Heading"/> and <see cref="Words"/> together.</summary>
    public NpgsqlTsVector AllTerms { get; private set; } = null!;

    public static SongFind Of(Song song)
    {
        var find = new SongFind { SongId = song.Id };
        find.Fill(song);
        return find;
    }

    public void Fill(Song song)
    {
        var content = song.Content;
        ShelfId = song.ShelfId;
        SortTitle = FoldedText.Of(song.Title);
        Title = song.Title;
        Language = song.FirstWording.Language;
        People = SongCredit.Written(song.Credits);
        Books = string.Join(" · ", song.SongbookEntries);
        Lines = [.. song.FirstWording.Sections.SelectMany(section => section.SungLines).Select(line => line.Words).Distinct()];
        Heading = FoldedText.Of(string.Join(' ', [song.Title, .. content.OtherTitles.Select(title => title.Text), .. song.Wordings.Select(wording => wording.Title), song.FirstLine,
            .. song.Credits.Select(credit => credit.Name), .. song.Wordings.Select(wording => wording.Translator),
            .. song.SongbookEntries.Select(entry => entry.ToString()), .. content.SchemeNumbers.Select(entry => entry.Number), content.TuneName]));
        Words = FoldedText.Of(string.Join(' ', song.Wordings.SelectMany(wording => wording.Sections)
            .SelectMany(section => section.SungLines).Select(line => line.Words)));
        Tokens = [.. SongQuery.TokensOf(content).Distinct()];
        Tempo = song.SungOrders[0].Tempo;
        var makers = content.Credits.Where(credit => credit.Part is SongPart.Words or SongPart.Music).ToList();
        FreeAfter = makers.Count > 0 && makers.TrueForAll(maker => maker.Died is not null) ? makers.Max(maker => maker.Died) + 70 : null;
        SavedAt = song.SavedAt;
    }

    /// <summary>The distinct words it is found by.</summary>
    public IEnumerable<string> Terms => Heading.Split(' ').Concat(Words.Split(' ')).Where(term => term.Length is > 0 and <= 60);
}

/// <summary>A word that stands in some song: what a slip of the finger is corrected to.</summary>
internal sealed class FindTerm
{
    public required string Term { get; init; }
}

/// <summary>One of the numbers by which songs that may be the same find each other.</summary>
internal sealed class StoredPrint
{
    public int Print { get; init; }

    public Guid SongId { get; init; }
}
