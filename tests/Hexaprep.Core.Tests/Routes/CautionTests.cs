using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.Wording;

namespace Hexaprep.Core.Tests.Routes;

public sealed class CautionTests
{
    private static IReadOnlyList<Caution> At(StepKind kind, params Material[] materials)
    {
        var batch = Batches.Of(materials) with { Gaps = Gaps.Large, Transfers = 3, Tier = Tier.Leader, BaseMm = 40 };
        return Caution.For(kind, batch.Route().Steps.First(s => s.Key.Kind == kind).Amounts.Way, batch.Job());
    }

    [Theory]
    [InlineData(StepKind.RemoveParts, Material.Polystyrene, "blade")]
    [InlineData(StepKind.CleanLines, Material.PuResin, "dust")]
    [InlineData(StepKind.CleanLines, Material.OldLead, "lead")]
    [InlineData(StepKind.CleanLines, Material.Unknown, "lead")]
    [InlineData(StepKind.Straighten, Material.PuResin, "heat")]
    [InlineData(StepKind.Wash, Material.OldLead, "lead")]
    [InlineData(StepKind.Glue, Material.Polystyrene, "solvent")]
    [InlineData(StepKind.Glue, Material.WhiteMetal, "glue")]
    [InlineData(StepKind.Pin, Material.WhiteMetal, "blade")]
    [InlineData(StepKind.Fill, Material.Polystyrene, "skin")]
    [InlineData(StepKind.Sand, Material.Polystyrene, "dust")]
    [InlineData(StepKind.Prime, Material.Polystyrene, "spray")]
    [InlineData(StepKind.Prime, Material.FlexiblePvc, "spray")]
    [InlineData(StepKind.SoftenTransfer, Material.Polystyrene, "solvent")]
    [InlineData(StepKind.FinalCoat, Material.Polystyrene, "spray")]
    [InlineData(StepKind.CutTransfer, Material.Polystyrene, "blade")]
    public void What_can_hurt_carries_its_caution(StepKind kind, Material material, string sign) =>
        Assert.Contains(At(kind, material), c => c.Sign == sign);

    [Fact]
    public void Every_caution_has_at_most_eight_words_and_defers_to_label_sheet_and_local_rules()
    {
        foreach (var caution in Caution.All)
        {
            Assert.True(caution.Short.Split(' ').Length <= 8, caution.Short);
            Assert.EndsWith(
                "The product's label, its safety data sheet and local rules come first.",
                caution.Card,
                StringComparison.Ordinal
            );
            Assert.DoesNotMatch("(?i)harmless|is safe|no problem|ppm|mg/m|first aid|rinse with water for", caution.Card);
        }
    }

    public static TheoryData<string> Hazards => [.. Caution.All.Select(c => c.Name)];

    [Theory]
    [MemberData(nameof(Hazards))]
    public void Every_hazard_stands_at_some_step_of_some_route_and_not_at_every_step(string name)
    {
        var hazard = Caution.All.Single(c => c.Name == name);
        var steps = Batches
            .Jobs.Value.SelectMany(j => Batches.Usual(j).Steps.Select(s => hazard.When(s.Key.Kind, s.Amounts.Way, j)))
            .ToList();

        Assert.Contains(true, steps);
        Assert.Contains(false, steps);
    }

    [Fact]
    public void Lead_dust_aerosol_solvent_hot_water_and_blades_are_grave()
    {
        foreach (var name in new[] { "OldLead", "Dust", "Aerosol", "Solvent", "HotWater", "Blade" })
            Assert.True(Caution.All.Single(c => c.Name == name).Grave);
    }

    [Fact]
    public void No_bath_of_cast_or_printed_resin_is_called_warm()
    {
        foreach (var material in new[] { Material.PuResin, Material.Photopolymer, Material.Unknown })
        {
            var wash = Batches.Of(material).Route().Steps.Single(s => s.Key is { Kind: StepKind.Wash, IsAgain: false });
            var ways = RuleBook
                .Trade.Choice(StepKind.Wash)
                .Ways(Batches.Of(material).Job())
                .Select(w => $"{MethodWords.Of(StepKind.Wash, w.Way)} {StepWords.HowBy(StepKind.Wash, w.Method)}");
            Assert.DoesNotContain(
                "warm",
                $"{wash.Reason} {wash.Amounts.Method} {string.Join(' ', ways)} "
                    + $"{string.Join(' ', RuleBook.Trade.Cards(StepKind.Wash, Batches.Of(material).Job()).Select(c => c.Text))}",
                StringComparison.OrdinalIgnoreCase
            );
        }
    }

    [Fact]
    public void Every_kind_of_step_has_words_and_six_flaws_at_its_gate()
    {
        foreach (var kind in Enum.GetValues<StepKind>())
        {
            var words = StepWords.For(kind);
            Assert.All(new[] { words.Title, words.Short, words.Done, words.How, words.LookFor, words.GoesWrong }, w => Assert.NotEmpty(w));
            Assert.Equal(6, GateFlaws.Default(kind).Distinct().Count());
        }
    }
}
