using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Finding;

namespace Ymnos.Core.Tests.Songs;

public sealed class SongQueryTests
{
    [Fact]
    public void Words_and_filters_stand_in_one_line()
    {
        var query = SongQuery.Read("  lantern book:\"Quayside Hymns\" over lacks:fr tempo:70-90  10:30 ");
        Assert.Equal("lantern over 10:30", query.Words);
        Assert.Equal([new(FilterKind.Book, "Quayside Hymns"), new(FilterKind.Lacks, "fr"), new(FilterKind.Tempo, "70-90")], query.Filters);
        Assert.Equal("lantern over 10:30 book:\"Quayside Hymns\" lacks:fr tempo:70-90", query.ToString());
    }

    [Fact]
    public void A_line_written_and_read_again_is_the_same()
    {
        var filter = Gen.Select(Gen.Enum<FilterKind>(), Gen.OneOfConst("fr", "quayside hymns", "Eb", "70-90", "2y", "Luke 5", "été")).Select((kind, value) => new SongFilter(kind, value));
        Gen.Select(Gen.OneOfConst("", "lantern", "lift the lantern", "10:30", "a:b"), filter.Array[0, 6]).Sample((words, filters) =>
        {
            var query = SongQuery.Read(new SongQuery(words, [.. filters.Distinct()]).ToString());
            Assert.Equal(new SongQuery(words, [.. filters.Distinct()]), query);
        });
    }

    [Fact]
    public void Anything_can_be_typed() => Gen.String.Sample(text => SongQuery.Read(SongQuery.Read(text).ToString()).Filters.Length <= SongQuery.MostFilters);

    [Fact]
    public void A_filter_clicked_twice_is_gone()
    {
        var filter = new SongFilter(FilterKind.Topic, "sea");
        Assert.Equal("tide", SongQuery.Read("tide").Toggle(filter).Toggle(filter).ToString());
        Assert.Equal("tide", SongQuery.Read("tide topic:SEA").Toggle(filter).ToString());
    }

    [Theory]
    [InlineData(FilterKind.Language, "French", "lang:fr")]
    [InlineData(FilterKind.Lacks, "français", "lang:fr")]
    [InlineData(FilterKind.Key, "e♭", "key:Eb")]
    [InlineData(FilterKind.Book, "QUAYSIDE hymns", "book:quayside hymns")]
    [InlineData(FilterKind.Key, "loud", null)]
    [InlineData(FilterKind.Has, "legs", null)]
    public void A_filter_is_understood_however_it_is_written(FilterKind kind, string value, string? token) => Assert.Equal(token, SongQuery.Token(new(kind, value)));

    [Fact]
    public void A_reference_is_found_from_its_book_on()
    {
        var song = SongTests.Good(new SongDraft { Title = "Nets", Text = "words", Scripture = "Luke 5:1–11" }).Content;
        Assert.Contains("scripture:luke", SongQuery.TokensOf(song));
        Assert.Contains(SongQuery.Token(new(FilterKind.Scripture, "Luke 5")), SongQuery.TokensOf(song));
    }

    [Fact]
    public void Times_back_and_ranges_are_read()
    {
        var today = new DateOnly(2026, 10, 5);
        Assert.Equal(new DateOnly(2024, 10, 5), SongQuery.Back("2y", today));
        Assert.Equal(new DateOnly(2026, 4, 5), SongQuery.Back("6m", today));
        Assert.Equal(new DateOnly(2026, 9, 21), SongQuery.Back("2w", today));
        Assert.Null(SongQuery.Back("long", today));
        Assert.Equal((84, 84), SongQuery.Range("84"));
        Assert.Equal((70, 999), SongQuery.Range("70-"));
        Assert.Null(SongQuery.Range("-"));
        Assert.Null(SongQuery.Range("fast"));
    }
}
