using System.Collections.Immutable;
using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using NpgsqlTypes;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Finding;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Data.Finding;

/// <summary>A song that was found, and where.</summary>
/// <param name="Id">The song.</param>
/// <param name="ShelfId">Where it stands.</param>
/// <param name="Title">Its title, with the words that matched.</param>
/// <param name="Line">The line of its words that matches best; its first line where none does.</param>
/// <param name="Language">Language of that line.</param>
/// <param name="People">Who made it, as in print.</param>
/// <param name="Books">Its numbers in songbooks.</param>
/// <param name="Uses">How often it was sung in services gone by.</param>
/// <param name="LastSung">When it was sung last.</param>
public sealed record FoundSong(Guid Id, Guid ShelfId, MatchedLine Title, MatchedLine Line, string Language, string People, string Books, int Uses, DateOnly? LastSung);

/// <summary>What a search gave.</summary>
/// <param name="Songs">The best ones, in order.</param>
/// <param name="HasMore">Whether there are more behind them.</param>
/// <param name="Corrected">Words as they were taken when they were typed with a slip.</param>
/// <param name="NotUnderstood">Filters whose value makes no sense.</param>
public sealed record FoundSongs(IReadOnlyList<FoundSong> Songs, bool HasMore, IReadOnlyDictionary<string, IReadOnlyList<string>> Corrected, IReadOnlyList<SongFilter> NotUnderstood);

/// <summary>Finds songs as somebody types.</summary>
public sealed class SongSearch(YmnosDb db)
{
    public const int PageSize = 40;

    private const int MostWords = 8;

    /// <summary>Enough songs to know what a library's filters are; all of a large one would take longer than the page.</summary>
    private const int OffersLookAt = 2_000;

    // Above every letter: the end of the range of texts that begin alike, in the "C" collation.
    private const string Last = "\U0010FFFF";

    private static readonly Dictionary<string, IReadOnlyList<string>> Nothing = [];

    /// <summary>The songs of the library, a page at a time.</summary>
    /// <param name="from">Begins at the first title not before this, folded; only for lists by title.</param>
    /// <param name="skip">Songs to pass over.</param>
    /// <param name="cancel">Ends the query.</param>
    public Task<FoundSongs> ListAsync(string from, int skip, CancellationToken cancel) =>
        ListAsync(SongQuery.Read(""), SongSort.Title, from, skip, DateOnly.MaxValue, cancel);

    /// <summary>The songs for which a line's filters hold, a page at a time.</summary>
    /// <param name="query">The line; its words are left out.</param>
    /// <param name="sort">By title; by use, the most sung first; or by date, the last saved first.</param>
    /// <param name="from">Begins at the first title not before this, folded; only for lists by title.</param>
    /// <param name="skip">Songs to pass over.</param>
    /// <param name="today">Services before this day count as sung.</param>
    /// <param name="cancel">Ends the query.</param>
    public async Task<FoundSongs> ListAsync(SongQuery query, SongSort sort, string from, int skip, DateOnly today, CancellationToken cancel)
    {
        var filter = SongFilterSql.Of(query, today);
        var folded = FoldedText.Of(from);
        var ids = sort switch
        {
            SongSort.Use => await MostSungAsync(filter, skip, today, cancel),
            SongSort.Date => await IdsAsync($"select f.song_id as \"Value\" from song_finds f where {filter.Where} order by f.saved_at desc, f.song_id desc limit @most offset @skip", filter, cancel, new("most", PageSize + 1), new("skip", skip), new("today", today)),
            _ => await IdsAsync($"select f.song_id as \"Value\" from song_finds f where f.sort_title >= @from collate \"C\" and {filter.Where} order by f.sort_title, f.song_id limit @most offset @skip", filter, cancel, new("from", folded), new("most", PageSize + 1), new("skip", skip), new("today", today)),
        };
        return await LoadAsync(ids, [], Nothing, filter, today, PageSize, cancel);
    }

    /// <summary>
    /// The songs that were sung, the most often first, and behind them the others by title. Few of a large library are
    /// sung; sorting all of it by how often would take long.
    /// </summary>
    private async Task<List<Guid>> MostSungAsync(SongFilterSql filter, int skip, DateOnly today, CancellationToken cancel)
    {
        var sung = await IdsAsync($"select f.song_id as \"Value\" from song_finds f join ({SongFilterSql.Uses}) u on u.song_id = f.song_id where {filter.Where} order by u.uses desc, f.sort_title, f.song_id limit @most", filter, cancel,
            new("most", skip + PageSize + 1), new("today", today));
        if (sung.Count > skip + PageSize)
            return sung[skip..];
        var others = await IdsAsync($"select f.song_id as \"Value\" from song_finds f where not exists (select from ({SongFilterSql.Uses}) u where u.song_id = f.song_id) and {filter.Where} order by f.sort_title, f.song_id limit @most offset @skip", filter, cancel,
            new("most", PageSize + 1 - Math.Max(0, sung.Count - skip)), new("skip", Math.Max(0, skip - sung.Count)), new("today", today));
        return [.. sung.Skip(skip), .. others];
    }

    /// <inheritdoc cref="FindAsync(SongQuery, DateOnly, CancellationToken, int)"/>
    public Task<FoundSongs> FindAsync(string typed, CancellationToken cancel, int pageSize = PageSize) =>
        FindAsync(SongQuery.Read(typed), DateOnly.MaxValue, cancel, pageSize);

    /// <summary>
    /// Songs that hold every typed word, or a word it begins, and every filter: first those whose title begins with what was
    /// typed, then those that have it in titles, first line, people or numbers, then those that have it in these and their
    /// words together. A word that begins none in the library is taken for the words one slip away.
    /// </summary>
    public async Task<FoundSongs> FindAsync(SongQuery typed, DateOnly today, CancellationToken cancel, int pageSize = PageSize)
    {
        var filter = SongFilterSql.Of(typed, today);
        string[] words = [.. FoldedText.Words(typed.Words).Select(word => word.Folded).Where(word => word.Length <= 60).Distinct().Take(MostWords)];
        if (words.Length == 0)
            return typed.Filters.IsEmpty ? new([], false, Nothing, []) : await ListAsync(typed, SongSort.Title, "", 0, today, cancel);
        if (words is [{ Length: 1 }] && !char.IsAsciiDigit(words[0][0]))
        {
            var beginning = await IdsAsync($"""
                select f.song_id as "Value" from song_finds f where f.sort_title >= @title collate "C" and f.sort_title < @end collate "C" and {filter.Where}
                order by f.sort_title, f.song_id limit @most
                """, filter, cancel, new("title", words[0]), new("end", words[0] + Last), new("most", pageSize + 1), new("today", today));
            return await LoadAsync(beginning, words, Nothing, filter, today, pageSize, cancel);
        }
        var corrected = await CorrectAsync(words, cancel);
        var ids = await HitsAsync(FoldedText.Of(typed.Words), Query(words, corrected), words, filter, today, pageSize, cancel);
        return await LoadAsync(ids, [.. words.SelectMany(word => corrected.TryGetValue(word, out var near) ? near : [word])], corrected, filter, today, pageSize, cancel);
    }

    /// <summary>How many songs the library has, counted up to <paramref name="most"/>.</summary>
    public async Task<int> CountAsync(int most, CancellationToken cancel) => await db.Set<SongFind>().OrderBy(find => find.SortTitle).Take(most).CountAsync(cancel);

    /// <summary>The ids of every song a line finds, up to <paramref name="most"/>; for what is done to many at once.</summary>
    public async Task<IReadOnlyList<Guid>> AllAsync(SongQuery query, DateOnly today, int most, CancellationToken cancel)
    {
        if (query.Words.Length > 0)
            return [.. (await FindAsync(query, today, cancel, most)).Songs.Select(song => song.Id)];
        var filter = SongFilterSql.Of(query, today);
        return await IdsAsync($"select f.song_id as \"Value\" from song_finds f where {filter.Where} order by f.sort_title, f.song_id limit @most", filter, cancel, new("most", most), new("today", today));
    }

    /// <summary>The filters that can be clicked: what the songs saved last carry most, up to so many of a kind.</summary>
    public async Task<IReadOnlyList<SongFilter>> OffersAsync(int mostEach, CancellationToken cancel)
    {
        var tokens = await db.Database.SqlQuery<TokenCount>($"""
            select token as "Token", songs as "Songs" from (
                select token, count(*) as songs, row_number() over (partition by split_part(token, ':', 1) order by count(*) desc, token) as place
                from (select unnest(latest.tokens) as token from (select tokens from song_finds order by saved_at desc, song_id desc limit {OffersLookAt}) latest) carried
                where token like 'book:%' or token like 'topic:%' or token like 'lang:%' or token like 'key:%'
                group by token) counted
            where place <= {mostEach} order by token
            """).ToListAsync(cancel);
        return [.. tokens.Select(token => token.Token.Split(':', 2) switch
        {
            ["book", var book] => new SongFilter(FilterKind.Book, book),
            ["topic", var topic] => new SongFilter(FilterKind.Topic, topic),
            ["lang", var tag] => new SongFilter(FilterKind.Language, tag),
            [_, var key] => new SongFilter(FilterKind.Key, key),
            _ => new SongFilter(FilterKind.Topic, token.Token),
        })];
    }

    /// <summary>For every word that begins none in the library: the words of the library that are one slip away.</summary>
    private async Task<Dictionary<string, IReadOnlyList<string>>> CorrectAsync(string[] words, CancellationToken cancel)
    {
        if (!words.Any(word => word.Length >= Slip.ShortestWord))
            return [];
        var near = await db.Database.SqlQuery<NearTerm>($"""
            select unknown.word as "Word", t.term as "Term"
            from (
                select w.word from unnest({words}) as w(word)
                where length(w.word) >= {Slip.ShortestWord}
                  and not exists (select from find_terms k where k.term >= w.word collate "C" and k.term < (w.word || {Last}) collate "C")
            ) unknown join find_terms t on t.term % unknown.word
            """).ToListAsync(cancel);
        return near.Where(pair => Slip.Begins(pair.Word, pair.Term))
            .GroupBy(pair => pair.Word)
            .ToDictionary(pairs => pairs.Key, pairs => (IReadOnlyList<string>)[.. pairs
                .OrderByDescending(pair => Slip.Parts(pair.Word, pair.Term)).ThenBy(pair => pair.Term, StringComparer.Ordinal)
                .Select(pair => pair.Term).Take(12)]);
    }

    /// <summary>Looks into all words only where the headings do not fill a page: what everybody sings, every song holds.</summary>
    private async Task<List<Guid>> HitsAsync(string title, string query, string[] words, SongFilterSql filter, DateOnly today, int pageSize, CancellationToken cancel)
    {
        // A number by itself is a number in a songbook before it is anything else.
        var exact = words is [var only] && only.All(char.IsAsciiDigit) ? only : "";
        NpgsqlParameter[] values = [new("title", title), new("end", title + Last), new("exact", exact), new("query", query), new("most", Math.Max(pageSize + 1, 200)), new("page", pageSize + 1), new("today", today)];
        var heading = await IdsAsync($"""
            select hits.song_id as "Value"
            from (
                (select f.song_id, f.sort_title, 0 as tier from song_finds f
                 where f.sort_title >= @title collate "C" and f.sort_title < @end collate "C" and {filter.Where} order by f.sort_title limit @most)
                union all
                (select f.song_id, f.sort_title, 1 from song_finds f where @exact <> '' and f.heading_terms @@ to_tsquery('simple', @exact) and {filter.Where} limit @most)
                union all
                (select f.song_id, f.sort_title, 2 from song_finds f where f.heading_terms @@ to_tsquery('simple', @query) and {filter.Where} limit @most)
            ) hits
            group by hits.song_id, hits.sort_title
            order by min(hits.tier), hits.sort_title, hits.song_id
            limit @page
            """, filter, cancel, values);
        if (heading.Count > pageSize)
            return heading;
        var anywhere = await IdsAsync($"""
            select hits.song_id as "Value"
            from (select f.song_id, f.sort_title from song_finds f where f.all_terms @@ to_tsquery('simple', @query) and {filter.Where} limit @most) hits
            order by hits.sort_title, hits.song_id
            limit @most
            """, filter, cancel, values);
        return [.. heading.Union(anywhere).Take(pageSize + 1)];
    }

    private async Task<List<Guid>> IdsAsync(string sql, SongFilterSql filter, CancellationToken cancel, params NpgsqlParameter[] values) =>
        await db.Database.SqlQueryRaw<Guid>(sql, [.. values.Concat(filter.Values).Where(value => sql.Contains("@" + value.ParameterName, StringComparison.Ordinal)).Select(value => value.Clone())]).ToListAsync(cancel);

    private async Task<FoundSongs> LoadAsync(List<Guid> ids, IReadOnlyCollection<string> beginnings, Dictionary<string, IReadOnlyList<string>> corrected, SongFilterSql filter, DateOnly today, int pageSize, CancellationToken cancel)
    {
        var page = ids.Take(pageSize).ToArray();
        var rows = await db.Database.SqlQuery<Row>($"""
            select f.song_id as "Id", f.shelf_id as "shelf_id", f.title as "Title", f.language as "Language", f.people as "People", f.books as "Books", f.lines as "Lines",
                (select count(distinct s.id) from order_lines o join services s on s.id = o.service_id
                 where o.song_id = f.song_id and o.removed_at is null and s.binned_at is null and s.date < {today})::int as "Uses",
                (select max(s.date) from order_lines o join services s on s.id = o.service_id
                 where o.song_id = f.song_id and o.removed_at is null and s.binned_at is null and s.date < {today}) as "last_sung"
            from song_finds f where f.song_id = any({page})
            """).ToDictionaryAsync(row => row.Id, cancel);
        return new(
            [.. page.Where(rows.ContainsKey).Select(id => rows[id]).Select(row => new FoundSong(row.Id, row.ShelfId,
                MatchedLine.Of(row.Title, beginnings),
                MatchedLine.Best(row.Lines, beginnings) ?? MatchedLine.Of(row.Lines.FirstOrDefault() ?? "", beginnings),
                row.Language, row.People, row.Books, row.Uses, row.LastSung))],
            ids.Count > pageSize,
            corrected,
            filter.NotUnderstood);
    }

    private static string Query(string[] words, Dictionary<string, IReadOnlyList<string>> corrected) =>
        string.Join(" & ", words.Select(word => corrected.TryGetValue(word, out var near)
            ? $"({string.Join(" | ", near.Select(term => $"'{term}'"))})"
            : $"'{word}':*"));

    private sealed record NearTerm(string Word, string Term);

    private sealed record TokenCount(string Token, long Songs);

    private sealed record Row(Guid Id, Guid ShelfId, string Title, string Language, string People, string Books, string[] Lines, int Uses, DateOnly? LastSung);
}

/// <summary>The filters of a line as a condition on <c>song_finds f</c>, with its values apart from it.</summary>
internal sealed record SongFilterSql(string Where, ImmutableArray<NpgsqlParameter> Values, ImmutableArray<SongFilter> NotUnderstood)
{
    /// <summary>How often each song was sung in services before @today.</summary>
    public const string Uses = """
        select o.song_id, count(distinct s.id) as uses from order_lines o join services s on s.id = o.service_id
        where o.song_id is not null and o.removed_at is null and s.binned_at is null and s.date < @today group by o.song_id
        """;

    private const string SungSince = """
        exists (select from order_lines o join services s on s.id = o.service_id
                where o.song_id = f.song_id and o.removed_at is null and s.binned_at is null and s.date < @today and s.date >= 
        """;

    public static SongFilterSql Of(SongQuery query, DateOnly today)
    {
        var where = new List<string> { "true" };
        var values = new List<NpgsqlParameter>();
        var not = new List<SongFilter>();
        // One song stands on one shelf: several shelves are looked through together.
        var shelves = query.Filters.Where(filter => filter.Kind == FilterKind.Shelf).Select(filter => filter.Value.ToLowerInvariant()).ToArray();
        if (shelves.Length > 0)
            Add("f.shelf_id in (select id from shelves where lower(name) = any(@shelves))", new NpgsqlParameter("shelves", shelves));
        foreach (var filter in query.Filters.Where(filter => filter.Kind != FilterKind.Shelf))
        {
            var name = string.Create(CultureInfo.InvariantCulture, $"v{values.Count}_");
            switch (filter.Kind)
            {
                case FilterKind.Lacks when SongQuery.Token(filter) is { } token:
                    Add($"not f.tokens @> @{name}", Tokens(name, token));
                    break;
                case FilterKind.Tempo when SongQuery.Range(filter.Value) is (var from, var to):
                    Add($"f.tempo between @{name} and @{name}b", new NpgsqlParameter(name, from), new NpgsqlParameter(name + "b", to));
                    break;
                case FilterKind.NotSung when today < DateOnly.MaxValue && SongQuery.Back(filter.Value, today) is { } since:
                    Add($"not {SungSince}@{name})", new NpgsqlParameter(name, since));
                    break;
                case FilterKind.Rights when FoldedText.Of(filter.Value) == "unknown":
                    Add($"f.tokens @> @{name} and (f.free_after is null or f.free_after >= @{name}b)", Tokens(name, "rights:none"), new NpgsqlParameter(name + "b", Year()));
                    break;
                case FilterKind.Rights when FoldedText.Of(filter.Value) == "free":
                    Add($"f.free_after < @{name}", new NpgsqlParameter(name, Year()));
                    break;
                case not (FilterKind.Lacks or FilterKind.Tempo or FilterKind.NotSung or FilterKind.Rights) when SongQuery.Token(filter) is { } token:
                    Add($"f.tokens @> @{name}", Tokens(name, token));
                    break;
                default:
                    not.Add(filter);
                    break;
            }
        }
        return new(string.Join(" and ", where), [.. values], [.. not]);

        int Year() => today == DateOnly.MaxValue ? 9999 : today.Year;

        void Add(string condition, params NpgsqlParameter[] with)
        {
            where.Add(condition);
            values.AddRange(with);
        }

        static NpgsqlParameter Tokens(string name, string token) => new(name, NpgsqlDbType.Array | NpgsqlDbType.Text) { Value = (string[])[token] };
    }
}
