using Microsoft.EntityFrameworkCore;
using Npgsql;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Data.Finding;

/// <summary>A song that was found, and where.</summary>
/// <param name="Song">The song.</param>
/// <param name="Title">Its title, with the words that matched.</param>
/// <param name="Line">The line of its words that matches best; its first line where none does.</param>
public sealed record FoundSong(Song Song, MatchedLine Title, MatchedLine Line);

/// <summary>What a search gave.</summary>
/// <param name="Songs">The best ones, in order.</param>
/// <param name="HasMore">Whether there are more behind them.</param>
/// <param name="Corrected">Words as they were taken when they were typed with a slip.</param>
public sealed record FoundSongs(IReadOnlyList<FoundSong> Songs, bool HasMore, IReadOnlyDictionary<string, IReadOnlyList<string>> Corrected);

/// <summary>Finds songs as somebody types.</summary>
public sealed class SongSearch(YmnosDb db)
{
    public const int PageSize = 40;

    private const int MostWords = 8;

    // Above every letter: the end of the range of texts that begin alike, in the "C" collation.
    private const string Last = "\U0010FFFF";

    /// <summary>The songs of the library by title, a page at a time.</summary>
    /// <param name="from">Begins at the first title not before this, folded.</param>
    /// <param name="skip">Songs to pass over.</param>
    /// <param name="cancel">Ends the query.</param>
    public async Task<FoundSongs> ListAsync(string from, int skip, CancellationToken cancel)
    {
        var folded = FoldedText.Of(from);
        var ids = await db.Set<SongFind>()
            .Where(find => string.Compare(find.SortTitle, folded) >= 0)
            .OrderBy(find => find.SortTitle).ThenBy(find => find.SongId)
            .Skip(skip).Take(PageSize + 1)
            .Select(find => find.SongId).ToListAsync(cancel);
        return await LoadAsync(ids, [], new Dictionary<string, IReadOnlyList<string>>(), cancel);
    }

    /// <summary>
    /// Songs that hold every typed word, or a word it begins: first those whose title begins with what was typed, then
    /// those that have it in titles, first line, people or songbook numbers, then those that have it in these and their words together.
    /// A word that begins none in the library is taken for the words one slip away.
    /// </summary>
    public async Task<FoundSongs> FindAsync(string typed, CancellationToken cancel, int pageSize = PageSize)
    {
        string[] words = [.. FoldedText.Words(typed).Select(word => word.Folded).Where(word => word.Length <= 60).Distinct().Take(MostWords)];
        if (words.Length == 0)
            return new([], false, new Dictionary<string, IReadOnlyList<string>>());
        if (words is [{ Length: 1 }] && !char.IsAsciiDigit(words[0][0]))
            return await TitlesBeginningAsync(words, pageSize, cancel);

        var corrected = await CorrectAsync(words, cancel);
        var ids = await HitsAsync(FoldedText.Of(typed), Query(words, corrected), words, pageSize, cancel);
        return await LoadAsync(ids, [.. words.SelectMany(word => corrected.TryGetValue(word, out var near) ? near : [word])], corrected, cancel, pageSize);
    }

    private async Task<FoundSongs> TitlesBeginningAsync(string[] words, int pageSize, CancellationToken cancel)
    {
        var (from, to) = (words[0], words[0] + Last);
        var ids = await db.Set<SongFind>()
            .Where(find => string.Compare(find.SortTitle, from) >= 0 && string.Compare(find.SortTitle, to) < 0)
            .OrderBy(find => find.SortTitle).ThenBy(find => find.SongId).Take(pageSize + 1)
            .Select(find => find.SongId).ToListAsync(cancel);
        return await LoadAsync(ids, words, new Dictionary<string, IReadOnlyList<string>>(), cancel, pageSize);
    }

    /// <summary>For every word that begins none in the library: the words of the library that are one slip away.</summary>
    private async Task<Dictionary<string, IReadOnlyList<string>>> CorrectAsync(string[] words, CancellationToken cancel)
    {
        // Trigrams narrow the library's words down to likely ones; Core decides which of them one slip can give.
        var near = await db.Database.SqlQuery<NearTerm>($"""
            with unknown as materialized (
                select w.word from unnest({words}) as w(word)
                where length(w.word) >= {Slip.ShortestWord}
                  and not exists (select from find_terms k where k.term >= w.word collate "C" and k.term < (w.word || {Last}) collate "C")
            )
            select unknown.word, t.term from unknown join find_terms t on t.term % unknown.word
            """).ToListAsync(cancel);
        return near.Where(pair => Slip.Begins(pair.Word, pair.Term))
            .GroupBy(pair => pair.Word)
            .ToDictionary(pairs => pairs.Key, pairs => (IReadOnlyList<string>)[.. pairs
                .OrderByDescending(pair => Slip.Parts(pair.Word, pair.Term)).ThenBy(pair => pair.Term, StringComparer.Ordinal)
                .Select(pair => pair.Term).Take(12)]);
    }

    /// <summary>Looks into all words only where the headings do not fill a page: what everybody sings, every song holds.</summary>
    private async Task<List<Guid>> HitsAsync(string title, string query, string[] words, int pageSize, CancellationToken cancel)
    {
        var most = Math.Max(pageSize + 1, 200);
        // A number by itself is a number in a songbook before it is anything else.
        var exact = words is [var only] && only.All(char.IsAsciiDigit) ? only : "";
        var heading = await db.Database.SqlQuery<Guid>($"""
            select hits.song_id as "Value"
            from (
                (select song_id, sort_title, 0 as tier from song_finds
                 where sort_title >= {title} collate "C" and sort_title < {title + Last} collate "C" order by sort_title limit {most})
                union all
                (select song_id, sort_title, 1 from song_finds where {exact} <> '' and heading_terms @@ to_tsquery('simple', {exact}) limit {most})
                union all
                (select song_id, sort_title, 2 from song_finds where heading_terms @@ to_tsquery('simple', {query}) limit {most})
            ) hits
            group by hits.song_id, hits.sort_title
            order by min(hits.tier), hits.sort_title, hits.song_id
            limit {pageSize + 1}
            """).ToListAsync(cancel);
        if (heading.Count > pageSize)
            return heading;
        var anywhere = await db.Database.SqlQuery<Guid>($"""
            select hits.song_id as "Value"
            from (select song_id, sort_title from song_finds where all_terms @@ to_tsquery('simple', {query}) limit {most}) hits
            order by hits.sort_title, hits.song_id
            limit {most}
            """).ToListAsync(cancel);
        return [.. heading.Union(anywhere).Take(pageSize + 1)];
    }

    /// <summary>How many songs the library has, counted up to <paramref name="most"/>.</summary>
    public async Task<int> CountAsync(int most, CancellationToken cancel) => await db.Set<SongFind>().OrderBy(find => find.SortTitle).Take(most).CountAsync(cancel);

    private async Task<FoundSongs> LoadAsync(List<Guid> ids, IReadOnlyCollection<string> beginnings, Dictionary<string, IReadOnlyList<string>> corrected, CancellationToken cancel, int pageSize = PageSize)
    {
        var page = ids.Take(pageSize).ToList();
        var songs = await db.Songs.AsNoTracking().Where(song => page.Contains(song.Id)).ToDictionaryAsync(song => song.Id, cancel);
        return new(
            [.. page.Where(songs.ContainsKey).Select(id => songs[id]).Select(song => new FoundSong(song,
                MatchedLine.Of(song.Title, beginnings),
                MatchedLine.Best(song.FirstWording, beginnings) ?? MatchedLine.Of(song.FirstLine, beginnings)))],
            ids.Count > pageSize,
            corrected);
    }

    private static string Query(string[] words, Dictionary<string, IReadOnlyList<string>> corrected) =>
        string.Join(" & ", words.Select(word => corrected.TryGetValue(word, out var near)
            ? $"({string.Join(" | ", near.Select(term => $"'{term}'"))})"
            : $"'{word}':*"));

    private sealed record NearTerm(string Word, string Term);
}
