using NpgsqlTypes;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Data.Finding;

/// <summary>What a song is found by, folded. Written with the song, in the same transaction; a song in the bin has none.</summary>
internal sealed class SongFind
{
    public Guid SongId { get; init; }

    /// <summary>The folded title; lists are sorted by it.</summary>
    public required string SortTitle { get; set; }

    /// <summary>Titles, first line, people, songbooks with numbers.</summary>
    public required string Heading { get; set; }

    /// <summary>All words of all wordings.</summary>
    public required string Words { get; set; }

    /// <summary>Computed by the database from <see cref="Heading"/>.</summary>
    public NpgsqlTsVector HeadingTerms { get; private set; } = null!;

    /// <summary>Computed by the database from <see cref="Heading"/> and <see cref="Words"/> together.</summary>
    public NpgsqlTsVector AllTerms { get; private set; } = null!;

    public static SongFind Of(Song song)
    {
        var find = new SongFind { SongId = song.Id, SortTitle = "", Heading = "", Words = "" };
        find.Fill(song);
        return find;
    }

    public void Fill(Song song)
    {
        SortTitle = FoldedText.Of(song.Title);
        Heading = FoldedText.Of(string.Join(' ', [song.Title, .. song.OtherTitles, song.FirstLine,
            .. song.Credits.Select(credit => credit.Name), .. song.SongbookEntries.Select(entry => entry.ToString())]));
        Words = FoldedText.Of(string.Join(' ', song.Wordings.SelectMany(wording => wording.Sections)
            .SelectMany(section => section.SungLines).Select(line => line.Words)));
    }

    /// <summary>The distinct words it is found by.</summary>
    public IEnumerable<string> Terms => Heading.Split(' ').Concat(Words.Split(' ')).Where(term => term.Length is > 0 and <= 60);
}

/// <summary>A word that stands in some song: what a slip of the finger is corrected to.</summary>
internal sealed class FindTerm
{
    public required string Term { get; init; }
}
