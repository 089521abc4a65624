using CsCheck;
using Ymnos.Core.Styles;
using Ymnos.Core.Tests.Typesetting;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Styles;

public sealed class StyleTests
{
    private static readonly string[] Families = [.. Fonts.Case.Families.Select(family => family.Key)];

    [Fact]
    public void The_nearest_choice_wins_and_says_where_it_was_made()
    {
        var (entry, songs, service, houseSongs, house) = (Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid());
        var ofService = new StyleChoice { All = service, Songs = songs };
        var ofHouse = new StyleChoice { All = house, Songs = houseSongs };
        ChosenStyle Chosen(Guid? own, StyleChoice near, EntryKind kind = EntryKind.Song, params Guid[] gone) => ChosenStyle.Nearest(own, kind, near, ofHouse, id => !gone.Contains(id));

        Assert.Equal(new(entry, "this entry"), Chosen(entry, ofService));
        Assert.Equal(new(songs, "songs in this service"), Chosen(null, ofService));
        Assert.Equal(new(service, "this service"), Chosen(null, ofService, EntryKind.Spoken));
        Assert.Equal(new(houseSongs, "songs in the house"), Chosen(null, StyleChoice.None));
        Assert.Equal(new(house, "the house"), Chosen(null, StyleChoice.None, EntryKind.Spoken));
        // What lies in the bin chooses nothing.
        Assert.Equal(new(service, "this service"), Chosen(entry, ofService, EntryKind.Song, entry, songs));
        Assert.Equal(new(null, "Ymnos"), Chosen(null, StyleChoice.None, EntryKind.Song, houseSongs, house));
    }

    [Fact]
    public void The_look_that_comes_with_the_product_is_sound() => Assert.Empty(StyleCheck.Problems(StyleLook.House, Families, _ => false));

    [Fact]
    public void A_look_comes_back_from_its_file_as_it_was() =>
        Generated.Look.Sample(look =>
        {
            var json = StyleJson.Write(look with { Full = look.Full with { Layers = [new RectangleLayer(new(1, 2, 300, 40), 0.5, new(1, 2, 3), 7), new PictureLayer(new(5, 6, 70, 80), 1, Guid.NewGuid())] } });
            Assert.Equal(json, StyleJson.Write(StyleJson.Read(json)!));
        });

    [Theory]
    [InlineData("")]
    [InlineData("{")]
    [InlineData("[]")]
    [InlineData("{\"full\":3}")]
    [InlineData("{\"full\":{\"backdrop\":{\"kind\":\"colour\",\"first\":\"red\"}}}")]
    public void What_is_no_look_is_none(string json) => Assert.True(StyleJson.Read(json) is null or { Full: null });

    [Fact]
    public void Whatever_is_cut_out_of_a_look_it_is_refused_with_a_reason_and_not_a_crash()
    {
        var whole = System.Text.Json.Nodes.JsonNode.Parse(StyleJson.Write(StyleLook.House))!.AsObject();
        var paths = Paths(whole, []).ToList();
        Gen.OneOfConst([.. paths]).Sample(path =>
        {
            var broken = whole.DeepClone();
            var at = broken;
            foreach (var name in path[..^1])
                at = at![name]!;
            at!.AsObject().Remove(path[^1]);
            if (StyleJson.Read(broken.ToJsonString()) is { } look)
                _ = StyleCheck.Problems(look, Families, _ => true);
        }, iter: 300);
    }

    [Theory]
    [InlineData("full.words.type.size", 500)]
    [InlineData("full.words.place.x", -5)]
    [InlineData("platform.mostRows", 0)]
    [InlineData("lowerThird.backdrop.blur", 100)]
    [InlineData("full.words.type.smallestSize", 200)]
    [InlineData("full.credit.type.smallestSize", 90)]
    public void A_value_out_of_its_range_is_named_by_its_path(string path, double value)
    {
        var json = System.Text.Json.Nodes.JsonNode.Parse(StyleJson.Write(StyleLook.House))!;
        var names = path.Split('.');
        names[..^1].Aggregate(json, (at, name) => at[name]!)[names[^1]] = value;
        Assert.Contains(StyleCheck.Problems(StyleJson.Read(json.ToJsonString())!, Families, _ => true), problem => path.StartsWith(problem.Field, StringComparison.Ordinal));
    }

    [Fact]
    public void Frames_of_two_languages_may_touch_and_not_lie_over_each_other()
    {
        var words = StyleLook.House.Full.Words.Place;
        IEnumerable<string> ProblemsWith(params Frame?[] places) => StyleCheck.Problems(StyleLook.House with
        {
            Full = StyleLook.House.Full with { MorePlaces = [.. places.Select(place => place is { } at ? new OwnPlace { Place = at } : null)] },
        }, Families, _ => false).Select(problem => problem.Field);
        var under = new Frame(words.X, words.Bottom, 800, 1080 - words.Bottom);

        Assert.Empty(ProblemsWith(under, null, null));
        Assert.Equal(["full.morePlaces.0.place"], ProblemsWith(under with { Y = under.Y - 5 }, null, null));
        Assert.Equal(["full.morePlaces.2.place"], ProblemsWith(under, null, under with { X = under.Right - 5 }));
        Assert.Contains("full.moreWords.1.smallestSize", ProblemsWith(under, under with { X = under.Right, Height = 30 }, null));
        Assert.Equal(["full"], ProblemsWith(under));
    }

    [Fact]
    public void The_point_of_interest_stays_in_view_however_a_picture_is_cropped() =>
        Gen.Select(Gen.Double[0, 1], Gen.Double[0, 1], Gen.Double[0.3, 4], Gen.Double[0.3, 4]).Sample((x, y, picture, screen) =>
        {
            var crop = new Backdrop { Kind = BackdropKind.Picture, FocusX = x, FocusY = y }.Crop(picture, screen);
            Assert.InRange(x, crop.X - 1e-9, crop.X + crop.Width + 1e-9);
            Assert.InRange(y, crop.Y - 1e-9, crop.Y + crop.Height + 1e-9);
            Assert.True(crop.X >= 0 && crop.Y >= 0 && crop.X + crop.Width <= 1 + 1e-9 && crop.Y + crop.Height <= 1 + 1e-9);
            Assert.Equal(screen, picture * crop.Width / crop.Height, 1e-6);
        });

    [Fact]
    public void A_credit_line_says_what_is_known_and_nothing_of_what_is_not()
    {
        Assert.Equal("Lantern · © 2014 Tidewrack Songs", CreditTemplate.From(CreditTemplate.Usual, new() { Title = "Lantern", Year = "2014", Holder = "Tidewrack Songs" }).First());
        Assert.Equal("Lantern · © Tidewrack Songs", CreditTemplate.From(CreditTemplate.Usual, new() { Title = "Lantern", Holder = "Tidewrack Songs" }).First());
        Assert.Equal("Lantern", CreditTemplate.From(CreditTemplate.Usual, new() { Title = "Lantern" }).First());
        Assert.Contains("{nobody}", Assert.Single(CreditTemplate.Problems("{title} by {nobody}")), StringComparison.Ordinal);
    }

    [Fact]
    public void A_long_credit_line_loses_people_then_the_administrator_then_its_title_and_never_the_owner()
    {
        var facts = new CreditFacts { Title = "Room along the Quay", People = "words A, B and C", PeopleShort = "A and others", Year = "2014", Holder = "Tidewrack Songs", Administrator = "Relay", Licence = "40117" };
        Assert.Equal(
        [
            "Room along the Quay · words A, B and C · © 2014 Tidewrack Songs · Relay · 40117",
            "Room along the Quay · A and others · © 2014 Tidewrack Songs · Relay · 40117",
            "Room along the Quay · A and others · © 2014 Tidewrack Songs · 40117",
            "Room along the… · A and others · © 2014 Tidewrack Songs · 40117",
            "Room along… · A and others · © 2014 Tidewrack Songs · 40117",
            "Room… · A and others · © 2014 Tidewrack Songs · 40117",
        ], CreditTemplate.From(CreditTemplate.Usual, facts));
    }

    [Fact]
    public void A_long_credit_is_shortened_and_stays_in_its_frame()
    {
        var rows = Fonts.House.Set(RowPlace.Credit, StyleLook.House.Full.Credit, [string.Join(", ", Enumerable.Repeat("Gannet & Vane", 60))], "en");

        Assert.Equal(2, rows.Length);
        Assert.EndsWith("…", rows[1].Text, StringComparison.Ordinal);
        Assert.All(rows, row => Assert.True(row.Width <= StyleLook.House.Full.Credit.Place.Width));
    }

    private static IEnumerable<string[]> Paths(System.Text.Json.Nodes.JsonNode node, string[] to)
    {
        if (node is not System.Text.Json.Nodes.JsonObject of)
            yield break;
        foreach (var (name, value) in of)
        {
            yield return [.. to, name];
            if (value is not null)
                foreach (var path in Paths(value, [.. to, name]))
                    yield return path;
        }
    }
}
