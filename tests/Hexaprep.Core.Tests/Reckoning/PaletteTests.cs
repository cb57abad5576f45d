using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Reckoning;

/// <summary>The colours of a unit in a person's words, and what the primer under them does to the painting.</summary>
public sealed class PaletteTests
{
    private const string ReedPikes =
        "cloth #c9a227 30 %, trousers #5b6b39 25 %, leather #5a3a22 20 %, steel #8c9399 15 %, skin #d9a07a 10 %";

    [Fact]
    public void A_line_says_what_has_it_its_colour_its_share_and_how_it_hides()
    {
        var palette = Read("cloth goldenrod 40 %, weak; cloak #5B6B39\nleather saddle brown; dark slate grey 20 %, one coat");

        Assert.Equal(
            ["cloth #daa520 40 %, weak", "cloak #5b6b39", "leather #8b4513", "dark slate grey #2f4f4f 20 %, transparent"],
            palette.Lines
        );
        Assert.Equal([0.4, 0.2, 0.2, 0.2], palette.Shares.Select(s => Math.Round(s, 9)));
    }

    [Theory]
    [InlineData("", "There are no colours.")]
    [InlineData("cloth", "'cloth' has no colour.")]
    [InlineData("cloth #12345", "'cloth #12345' has no colour.")]
    [InlineData("cloth transparent", "'cloth transparent' has no colour.")]
    [InlineData("cloth highlight", "'cloth highlight' has no colour.")]
    [InlineData("cloth red 0 %", "'cloth': 0 % is not from 1 to 100.")]
    [InlineData("cloth red, Cloth blue", "'Cloth' stands there twice.")]
    [InlineData("weak", "'weak' has no colour.")]
    public void What_is_no_palette_is_refused_with_its_remedy(string text, string message)
    {
        Assert.Null(Palette.Read([text], out var wrong));
        Assert.Equal(message, wrong.Message);
        Assert.NotEmpty(wrong.Remedy);
    }

    [Fact]
    public void Any_palette_is_read_back_as_it_was_written_and_its_shares_are_one()
    {
        for (var seed = 0; seed < 500; seed++)
        {
            var palette = Drawn(new SplitMix64((ulong)seed));
            Assert.Equal(palette, Palette.Read(palette.Lines, out _));
            Assert.Equal(palette, Palette.Read([string.Join(", ", palette.Lines)], out _));
            Assert.Equal(1, palette.Shares.Sum(), 9);
            Assert.All(palette.Shares, s => Assert.True(s > 0));
        }
    }

    [Fact]
    public void The_primers_stand_as_the_study_ranks_them_and_the_best_adds_nothing()
    {
        for (var seed = 0; seed < 200; seed++)
        {
            var palette = Drawn(new SplitMix64((ulong)seed));
            var ranked = PrimerColours.Ranked(palette, Tier.Elite);
            var asked = Ask.Of(
                "hiding",
                "choose_primer",
                new
                {
                    palette = palette.Colours.Select(
                        (c, at) =>
                            c.Hiding is { } hiding
                                ? (object)
                                    new
                                    {
                                        hex = c.Hex,
                                        share = palette.Shares[at],
                                        hiding = Ids.Of(hiding),
                                    }
                                : new { hex = c.Hex, share = palette.Shares[at] }
                    ),
                }
            );
            Assert.Equal(
                asked.GetProperty("ranking").EnumerateArray().Select(r => r.GetProperty("primer").GetString()),
                ranked.Select(r => r.Primer)
            );
            Assert.Equal(0, PrimerColours.More(3600, ranked, ranked[0]));
            Assert.All(ranked, r => Assert.True(PrimerColours.More(3600, ranked, r) >= 0));
            Assert.All(ranked, r => Assert.Equal(palette.Colours.Count, r.Coats.Count));
        }
    }

    [Fact]
    public void Over_black_yellow_cloth_costs_an_hour_of_ten_pikes_and_over_the_best_nothing_changes()
    {
        var plain = Painting(null, "grey");
        var best = Painting(Read(ReedPikes), PrimerColours.Option(PrimerColours.Ranked(Read(ReedPikes), Tier.RankAndFile)[0].Primer).Id);
        var black = Painting(Read(ReedPikes), "black");

        Assert.Equal(35 * 60, plain);
        Assert.Equal(plain, best);
        Assert.InRange((black - best) * 10 / 60, 50, 65);
        // Without colours the primer moves no minute.
        Assert.Equal(plain, Painting(null, "black"));
    }

    [Fact]
    public void What_the_primer_adds_falls_on_the_base_colours_and_the_minutes_of_own_passes_stand()
    {
        var job = Job(Read(ReedPikes), "black");
        var usual = PaintPasses.ListOf(Job(null, "black"));
        var longer = PaintPasses.ListOf(job);
        Assert.Equal(usual.Select(p => p.Name), longer.Select(p => p.Name));
        Assert.All(usual.Zip(longer).Take(4), p => Assert.True(p.Second.Seconds > p.First.Seconds));
        Assert.Equal(usual.Skip(4).Select(p => p.Seconds), longer.Skip(4).Select(p => p.Seconds));

        var own = job with { Batch = job.Batch.WithPasses([PaintPass.Read("all of it, 20 min", out _)!]) };
        Assert.Equal(20 * 60, PaintPasses.ListOf(own).Sum(p => p.Seconds));
    }

    [Fact]
    public void A_one_coat_paint_wants_light_ground()
    {
        var ranked = PrimerColours.Ranked(Read("robes #8a5a2b 60 %, one coat; mail #707880"), Tier.RankAndFile);
        Assert.Equal(0.6, ranked.Single(r => r.Primer == "black").Infeasible, 9);
        Assert.Equal(0, ranked[0].Infeasible);
        Assert.NotEqual("black", ranked[0].Primer);
    }

    private static Palette Read(string text) => Palette.Read([text], out var wrong) ?? throw new InvalidOperationException(wrong.Message);

    private static Palette Drawn(SplitMix64 random) =>
        Palette.Of([
            .. Enumerable
                .Range(1, 1 + random.Below(Palette.Most))
                .Select(k => new PaletteColour(
                    $"part {k}",
                    $"#{random.Below(256):x2}{random.Below(256):x2}{random.Below(256):x2}",
                    random.Permille(600) ? 1 + random.Below(100) : null,
                    random.Permille(300) ? (PaintHiding)random.Below(5) : null
                )),
        ]);

    private static Job Job(Palette? palette, string primer) =>
        new(
            new BatchTraits([Material.Polystyrene], 10, 5, 25, Tier.RankAndFile, MoldLines.Ordinary, Gaps.None, 0, Sheen.Matte, 35)
            {
                Palette = palette,
            },
            HouseRuleChoices.Default.With(HouseRuleCatalog.PrimerColour, primer),
            []
        );

    private static int Painting(Palette? palette, string primer) =>
        RouteBuilder
            .Derive(Job(palette, primer), RuleBook.Trade)
            .Steps.Where(s => s.Key.Kind is StepKind.Paint or StepKind.PaintShade or StepKind.PaintFilter)
            .Sum(s => s.Amounts.SecondsPerModel);
}
