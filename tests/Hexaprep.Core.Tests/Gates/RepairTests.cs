using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Gates;

/// <summary>What mends a flaw: the cheapest first, what cannot be or would harm refused with its reason.</summary>
public sealed class RepairTests
{
    private static IReadOnlyList<JsonObject> Repairs(JsonObject flaw) => [.. flaw["repairs"]!.AsArray().Select(r => r!.AsObject())];

    private static string Id(JsonObject repair) => repair["id"]!.GetValue<string>();

    private static int Bars(JsonObject repair) => repair["bars"]!.AsArray().Count;

    private static JsonObject Find(CaseFile file, string kind, string step, string repair) =>
        Repairs(file.Diagnose(kind, step, 2)).First(r => Id(r) == repair);

    [Theory]
    [InlineData("run", 3, "wipe_off")]
    [InlineData("run", 60 * 48, "rub_down")]
    [InlineData("bare", 60 * 48, "touch_in")]
    [InlineData("line", 60 * 48, "scrape")]
    [InlineData("gap", 60 * 48, "run_in_varnish")]
    [InlineData("tacky", 30, "wait_longer")]
    public void What_is_possible_depends_on_how_dry_it_is(string kind, int minutesAfter, string first)
    {
        var file = CaseFile.UpTo("prime", "polystyrene");
        file.Json["now"] = $"{new DateTime(2026, 3, 10, 20, 0, 0).AddMinutes(minutesAfter):yyyy-MM-ddTHH:mm}:00Z";
        var open = Repairs(file.Diagnose(kind, "prime", 2)).Where(r => Bars(r) == 0 && Id(r) != "leave_it").ToList();

        Assert.Equal(first, Id(open[0]));
        Assert.All(open.Where(r => Id(r) != "wait_longer"), r => Assert.NotEmpty(r["steps"]!.AsArray()));
    }

    [Fact]
    public void Every_flaw_has_a_repair_and_may_be_left_unless_it_spoils_what_comes()
    {
        foreach (var kind in Ids.All<FlawKind>())
        foreach (var step in new[] { "clean_lines", "prime", "soften_transfer", "seal", "final_coat" })
        {
            var repairs = Repairs(CaseFile.UpTo("final_coat", "polystyrene").Diagnose(kind, step));
            Assert.Contains(repairs, r => Id(r) == "leave_it");
            Assert.Equal(repairs.Select(Bars).Select(b => b > 0).Order(), repairs.Select(Bars).Select(b => b > 0));
            Assert.Equal(repairs.Count, repairs.Select(Id).Distinct().Count());
        }
        Assert.Equal(1, Bars(Find(CaseFile.UpTo("prime", "polystyrene"), "flaking", "prime", "leave_it")));
    }

    [Theory]
    [InlineData("polystyrene", 0)]
    [InlineData("white_metal", 0)]
    [InlineData("photopolymer", 1)]
    [InlineData("flexible_pvc", 1)]
    [InlineData("old_lead", 1)]
    [InlineData("unknown", 1)]
    public void Stripping_is_refused_or_allowed_by_material_and_never_heated(string material, int bars)
    {
        var strip = Find(CaseFile.UpTo("prime", material), "flaking", "prime", "strip");

        Assert.Equal(bars, Bars(strip));
        Assert.Contains("cold", strip["warnings"]![0]!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public void What_lies_under_a_seal_is_refused_and_so_is_what_would_harm_what_lies_under_it()
    {
        var open = CaseFile.UpTo("soften_transfer", "polystyrene");
        var sealedOver = CaseFile.UpTo("seal", "polystyrene");

        Assert.Equal(0, Bars(Find(open, "bubble", "soften_transfer", "prick_and_soften")));
        Assert.Equal(1, Bars(Find(sealedOver, "bubble", "soften_transfer", "prick_and_soften")));
        Assert.Equal(1, Bars(Find(CaseFile.UpTo("final_coat", "polystyrene"), "dust", "final_coat", "rub_down")));
    }

    [Fact]
    public void A_closed_recoat_window_is_warned_of()
    {
        var file = CaseFile.UpTo("prime", "polystyrene");
        file.Coat("prime")["label"] = new JsonObject { ["recoatMin"] = 15, ["recoatMax"] = 60 };

        Assert.Contains(Find(file, "bare", "prime", "another_pass")["warnings"]!.AsArray(), w =>
            w!.GetValue<string>().Contains("recoat window is closed", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void More_models_cost_more_hands_and_wait_as_long()
    {
        var file = CaseFile.UpTo("prime", "polystyrene");
        var (one, six) = (
            Repairs(file.Diagnose("grainy", "prime")).First(r => Id(r) == "rub_down"),
            Repairs(file.Diagnose("grainy", "prime", 6)).First(r => Id(r) == "rub_down")
        );

        Assert.True(six["minutes"]!.GetValue<int>() > one["minutes"]!.GetValue<int>());
        Assert.Equal(one["waitMinutes"]!.GetValue<int>(), six["waitMinutes"]!.GetValue<int>());
        Assert.True(one["waitMinutes"]!.GetValue<int>() >= 12 * 60, "primer is left half a day before paint");
    }
}
