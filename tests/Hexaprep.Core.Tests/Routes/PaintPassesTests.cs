using CsCheck;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Core.Tests.Routes;

public sealed class PaintPassesTests
{
    private static readonly BatchTraits Plain = Batches.Of(Material.Polystyrene) with { PaintMinutes = 60 };

    private static readonly Gen<string> Text =
        from letters in Gen.Char["abcdefghijklmnopqrstuvwxyz0123456789 ,.-()"].Array[0, 30]
        select new string(letters).Trim();

    private static readonly Gen<PaintPass> AnyPass =
        from kind in Gen.Int[0, 4]
        from name in Text
        from area in Text
        from mix in Text
        from hundredths in Gen.Int[9, 60_000]
        from colour in Gen.Int[-1, 0xFFFFFF]
        select new PaintPass(
            (PassKind)kind,
            "n" + name,
            Math.Max(5, (int)Math.Round(hundredths * 0.6m)),
            area,
            mix,
            colour < 0 ? null : $"#{colour:x6}"
        );

    [Fact]
    public void A_line_says_the_whole_pass() =>
        AnyPass.Holds(pass => Assert.Equal(pass, PaintPass.Read(pass.ToString(), out _)), iter: 2000);

    [Theory]
    [InlineData("leather, 7 min", PassKind.Colour, "leather", 420)]
    [InlineData("  Leather ,1.5min #7A5634 ; straps; 2 brown; 1 ochre", PassKind.Colour, "Leather", 90)]
    [InlineData("shade, 4 min", PassKind.Shade, "shade", 240)]
    [InlineData("wash of brown, 4 minutes", PassKind.Shade, "wash of brown", 240)]
    [InlineData("colour: shade grey, 4 min", PassKind.Colour, "shade grey", 240)]
    [InlineData("mask: stripes, 10 min", PassKind.Mask, "stripes", 600)]
    public void A_line_is_read_as_it_is_written(string line, PassKind kind, string name, int seconds)
    {
        var pass = PaintPass.Read(line, out _)!;
        Assert.Equal((kind, name, seconds), (pass.Kind, pass.Name, pass.Seconds));
    }

    [Theory]
    [InlineData("leather")]
    [InlineData("leather, 0 min")]
    [InlineData("leather, 601 min")]
    [InlineData("leather, 1.2.3 min")]
    [InlineData(", 4 min")]
    [InlineData("varnis: leather, 4 min")]
    [InlineData("leather, 4 min #12345")]
    public void A_line_that_is_none_is_refused_with_its_remedy(string line)
    {
        Assert.Null(PaintPass.Read(line, out var wrong));
        Assert.NotEmpty(wrong.Message);
        Assert.NotEmpty(wrong.Remedy);
    }

    [Fact]
    public void A_list_is_its_route_in_its_own_order()
    {
        var keys = (Plain with { Passes = Batches.Listed("ccsccmcvcf") })
            .Job()
            .Route()
            .Steps.Select(s => $"{s.Key.Kind}{s.Key.Occurrence}")
            .Where(s => s.StartsWith("Paint", StringComparison.Ordinal) || s is "Mask1" or "Unmask1" or "ProtectiveCoat1");

        Assert.Equal(
            ["Paint1", "PaintShade1", "Paint2", "Mask1", "PaintMasked1", "Unmask1", "Paint3", "ProtectiveCoat1", "Paint4", "PaintFilter1"],
            keys
        );
    }

    [Fact]
    public void What_comes_over_a_shade_waits_for_it_and_only_that()
    {
        var route = (Plain with { Passes = Batches.Listed("ccscsc") }).Job().Route();
        var waits = route.Edges.Where(e => e.From.Kind == PaintShade && e.To.Kind == Paint && e.Stage is not null).ToList();

        Assert.Equal([(1, 2), (2, 3)], waits.Select(e => (e.From.Occurrence, e.To.Occurrence)));
        Assert.DoesNotContain(route.Edges, e => e.From.Kind == Paint && e.To.Kind == Paint && e.MinMinutes > 0);
    }

    [Fact]
    public void Whatever_the_list_the_route_holds_it_whole_and_in_order() =>
        Batches.AnyJob.Holds(
            job =>
            {
                var route = job.Route();
                var places = route.Steps.Select((s, i) => (s.Key, i)).ToDictionary(p => p.Key, p => p.i);
                Assert.All(route.Edges, e => Assert.True(places[e.From] < places[e.To], $"{e.From} {e.To}"));
                var stretches = PaintPasses.Of(job);
                Assert.Equal(stretches.Select(s => s.Key).Distinct().Count(), stretches.Count);
                Assert.All(stretches, s => Assert.True(places.ContainsKey(s.Key), $"{s.Key} is in the list and not in the route"));
                if (job.Batch.Passes is { Count: > 0 } && job.Batch.PaintMinutes > 0)
                {
                    Assert.Equal(stretches.Select(s => places[s.Key]).Order(), stretches.Select(s => places[s.Key]));
                    var brushed = route.Steps.Where(s => s.Key.Kind == Paint).Sum(s => s.Amounts.SecondsPerModel);
                    var listed = job.Batch.Passes!.Where(p => p.Kind == PassKind.Colour).Sum(p => p.Seconds);
                    var paced = RouteBuilder.Paced(Paint, new StepAmounts(5, listed), job).SecondsPerModel;
                    Assert.InRange(brushed, paced - stretches.Count, paced + stretches.Count);
                }
            },
            iter: 2000
        );

    [Fact]
    public void Each_tier_has_its_usual_list_and_its_minutes_are_the_roster_s()
    {
        foreach (
            var (tier, least, most) in new[]
            {
                (Tier.RankAndFile, 5, 7),
                (Tier.Elite, 8, 10),
                (Tier.Leader, 12, 18),
                (Tier.Display, 12, 18),
            }
        )
        {
            var list = PaintPasses.ListOf((Plain with { Tier = tier }).Job());
            Assert.InRange(list.Count, least, most);
            Assert.InRange(list.Sum(p => p.Seconds), 60 * 60 - list.Count, 60 * 60 + list.Count);
            Assert.Equal(list.Count, list.Select(p => p.Name).Distinct().Count());
        }
    }

    [Fact]
    public void Nobody_said_how_is_one_pass_as_ever()
    {
        var said = (Plain with { Passes = [] }).Job();
        Assert.Equal([PaintPasses.Unknown], PaintPasses.ListOf(said).Select(p => p.Name));
        Assert.True(said.Route().IsAs(Plain.Job().Route()));
    }
}
