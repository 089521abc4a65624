using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;
using Ymnos.Data.Keeping;

namespace Ymnos.Data.Finding;

/// <summary>A song of the library that another one is like.</summary>
public sealed record LikeSong(Guid Id, string Title, SongLikeness Likeness);

/// <summary>Finds songs that are probably one.</summary>
public sealed class Likenesses(YmnosDb db)
{
    /// <summary>Songs that share more prints are compared first; so many of them at most.</summary>
    private const int MostCompared = 12;

    /// <summary>The songs of the library that each of these is probably the same as, the likest first.</summary>
    /// <param name="songs">Under any keys; a song that is in the library goes under its own id and is not compared with itself.</param>
    /// <param name="cancel">Ends the query.</param>
    public async Task<ILookup<Guid, LikeSong>> FindAsync(IReadOnlyDictionary<Guid, SongContent> songs, CancellationToken cancel)
    {
        var prints = songs.SelectMany(song => SongPrint.Of(song.Value).Select(print => (song.Key, Print: print))).ToList();
        var (keys, numbers) = (prints.ConvertAll(row => row.Key).ToArray(), prints.ConvertAll(row => row.Print).ToArray());
        var candidates = await db.Database.SqlQuery<Candidate>($"""
            select key as "Key", song_id as "song_id" from (
                select asked.key, p.song_id, row_number() over (partition by asked.key order by count(*) desc, p.song_id) as place
                from unnest({keys}, {numbers}) as asked(key, print) join song_prints p on p.print = asked.print
                where p.song_id <> asked.key
                group by asked.key, p.song_id) ranked
            where place <= {MostCompared}
            """).ToListAsync(cancel);
        var ids = candidates.Select(candidate => candidate.SongId).Distinct().ToList();
        var known = await db.Songs.AsNoTracking().Where(song => ids.Contains(song.Id) && song.BinnedAt == null).Select(song => new { song.Id, song.Content }).ToDictionaryAsync(song => song.Id, song => song.Content, cancel);
        return candidates.Where(candidate => known.ContainsKey(candidate.SongId))
            .Select(candidate => (candidate.Key, Like: new LikeSong(candidate.SongId, known[candidate.SongId].Title, SongLikeness.Of(songs[candidate.Key], known[candidate.SongId]))))
            .Where(pair => pair.Like.Likeness.IsProbable)
            .OrderByDescending(pair => pair.Like.Likeness.Score)
            .ToLookup(pair => pair.Key, pair => pair.Like);
    }

    /// <summary>Writes down which songs these are like now. A pair that somebody has told apart stays apart while both stay as they are.</summary>
    public async Task RefreshAsync(IReadOnlyCollection<Song> songs, CancellationToken cancel)
    {
        var ids = songs.Select(song => song.Id).ToArray();
        var found = await FindAsync(songs.Where(song => song.BinnedAt is null).ToDictionary(song => song.Id, song => song.Content), cancel);
        var pairs = found.SelectMany(like => like.Select(other => (One: Least(like.Key, other.Id), Other: Most(like.Key, other.Id), other.Likeness)))
            .DistinctBy(pair => (pair.One, pair.Other)).ToList();
        var apart = await db.LikePairs.AsNoTracking().Where(pair => pair.ApartBy != null && (ids.Contains(pair.OneId) || ids.Contains(pair.OtherId)))
            .ToDictionaryAsync(pair => (pair.OneId, pair.OtherId), pair => pair.ApartBy, cancel);
        await db.LikePairs.Where(pair => ids.Contains(pair.OneId) || ids.Contains(pair.OtherId)).ExecuteDeleteAsync(cancel);
        var (ones, others) = (pairs.ConvertAll(pair => pair.One).ToArray(), pairs.ConvertAll(pair => pair.Other).ToArray());
        var (scores, whys) = (pairs.ConvertAll(pair => pair.Likeness.Score).ToArray(), pairs.ConvertAll(pair => pair.Likeness.Why).ToArray());
        var aparts = pairs.ConvertAll(pair => apart.GetValueOrDefault((pair.One, pair.Other))).ToArray();
        // Two who save two like songs at once may both write the pair.
        await db.Database.ExecuteSqlAsync($"""
            insert into like_pairs (one_id, other_id, score, why, apart_by)
            select * from unnest({ones}, {others}, {scores}, {whys}, {aparts})
            on conflict (one_id, other_id) do update set score = excluded.score, why = excluded.why
            """, cancel);
    }

    private static Guid Least(Guid one, Guid other) => one.CompareTo(other) < 0 ? one : other;

    private static Guid Most(Guid one, Guid other) => one.CompareTo(other) < 0 ? other : one;

    private sealed record Candidate(Guid Key, Guid SongId);
}
