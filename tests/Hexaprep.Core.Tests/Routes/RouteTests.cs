using CsCheck;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Tests.Routes;

public sealed class RouteTests
{
    [Fact]
    public void Every_route_is_in_an_order_its_edges_allow_and_ends_finished() => Batches.Any.Sample(batch =>
    {
        var route = batch.Route();
        var place = route.Steps.Select((s, i) => (s.Key, i)).ToDictionary(s => s.Key, s => s.i);
        return route.Edges.All(e => place[e.From] < place[e.To])
            && route.Steps[^1].Key.Kind == StepKind.FinalGate
            && route.Steps.All(s => s.Reason.Length > 0) && route.Edges.All(e => e.Reason.Length > 0 && e.MinMinutes >= 0)
            && (route.Edges.All(e => e.Stage is not null || e.MinMinutes == 0));
    }, iter: 3000);

    [Fact]
    public void Deriving_is_deterministic() => Batches.Any.Sample(batch =>
    {
        var (one, two) = (batch.Route(), batch.Route());
        return one.Steps.SequenceEqual(two.Steps) && one.Edges.SequenceEqual(two.Edges) && one.LeftOut.SequenceEqual(two.LeftOut);
    }, iter: 500);

    [Fact]
    public void Everything_before_paint_leads_to_the_primer_and_everything_leads_to_the_last_look() => Batches.Any.Sample(batch =>
    {
        var route = batch.Route();
        var leads = Leading(route, StepKind.FinalGate);
        return route.Steps.All(s => s.Key.Kind == StepKind.FinalGate || leads.Contains(s.Key));
    }, iter: 1000);

    [Fact]
    public void Resin_and_metal_are_washed_before_glue()
    {
        foreach (var material in new[] { Material.PuResin, Material.WhiteMetal, Material.OldLead, Material.Unknown, Material.Photopolymer, Material.FlexiblePvc })
        {
            var route = Batches.Of(material).Route();
            Assert.True(route.Place(StepKind.Wash) < route.Place(StepKind.Glue), material.ToString());
        }
    }

    [Fact]
    public void Plastic_is_washed_after_it_is_glued_filled_and_sanded()
    {
        var route = Batches.Of(Material.Polystyrene).Route();

        Assert.True(route.Place(StepKind.Sand) < route.Place(StepKind.Wash));
        Assert.True(route.Place(StepKind.Glue) < route.Place(StepKind.Wash));
    }

    [Fact]
    public void Where_materials_meet_the_most_cautious_one_decides()
    {
        var mixed = Batches.Of(Material.Polystyrene, Material.PuResin).Route();

        Assert.Equal("soap_cool", Step(mixed, StepKind.Wash).Amounts.Method);
        Assert.Equal("ca", Step(mixed, StepKind.Glue).Amounts.Method);
        Assert.True(mixed.Place(StepKind.Wash) < mixed.Place(StepKind.Glue));
    }

    [Theory]
    [InlineData(Material.Polystyrene, "soap_warm", "plastic_cement", "spray_can", ProductClass.AcrylicSolvent)]
    [InlineData(Material.PuResin, "soap_cool", "ca", "spray_can", ProductClass.Lacquer)]
    [InlineData(Material.WhiteMetal, "soap_warm", "ca", "spray_can", ProductClass.Lacquer)]
    [InlineData(Material.OldLead, "soap_cool", "ca", "spray_can", ProductClass.Lacquer)]
    [InlineData(Material.FlexiblePvc, "soap_cool", "ca", "airbrush", ProductClass.AcrylicWb)]
    [InlineData(Material.Unknown, "soap_cool", "ca", "airbrush", ProductClass.AcrylicWb)]
    public void Methods_follow_the_material(Material material, string wash, string glue, string prime, ProductClass primer)
    {
        var route = Batches.Of(material).Route();

        Assert.Equal((wash, glue, prime, (ProductClass?)primer), (Step(route, StepKind.Wash).Amounts.Method, Step(route, StepKind.Glue).Amounts.Method,
            Step(route, StepKind.Prime).Amounts.Method, Step(route, StepKind.Prime).Amounts.Product));
    }

    [Theory]
    [InlineData("cold_bend", Material.WhiteMetal)]
    [InlineData("cold_bend", Material.OldLead)]
    [InlineData("warm_water", Material.PuResin)]
    [InlineData("bind", Material.PuResin, Material.OldLead)]
    [InlineData("bind", Material.Unknown)]
    public void Castings_are_straightened_without_heating_what_may_hold_lead(string method, params Material[] materials) =>
        Assert.Equal(method, Step(Batches.Of(materials).Route(), StepKind.Straighten).Amounts.Method);

    [Fact]
    public void Painting_is_cut_into_sessions_that_fit_an_evening()
    {
        var route = (Batches.Of(Material.Polystyrene) with { PaintMinutes = 100 }).Route();
        var sessions = route.Steps.Where(s => s.Key.Kind == StepKind.Paint).ToList();

        Assert.Equal(3, sessions.Count);
        Assert.All(sessions, s => Assert.True(s.Amounts.SecondsPerModel <= Painting.LongestSessionMinutes * 60));
        Assert.Contains(route.Edges, e => e.From == sessions[0].Key && e.To == sessions[1].Key && e.Stage == Readiness.Recoat);
    }

    [Fact]
    public void A_step_that_a_tier_switches_off_is_named_with_its_reason()
    {
        var plain = (Batches.Of(Material.Polystyrene) with { BaseMm = 25 }).Route();

        Assert.Contains(plain.LeftOut, l => l.Kind == StepKind.SealTexture && l.Reason.Length > 10);
        Assert.Contains(plain.LeftOut, l => l.Kind == StepKind.OpenTubes);
        Assert.DoesNotContain(plain.LeftOut, l => l.Kind == StepKind.PlaceTransfer);
    }

    [Fact]
    public void The_last_coat_stands_on_varnish_without_transfers_and_at_the_centre_with_them()
    {
        Assert.Equal(Side.Varnish, Step(Batches.Of(Material.Polystyrene).Route(), StepKind.FinalCoat).Side);
        Assert.Equal(Side.Finish, Step((Batches.Of(Material.Polystyrene) with { Transfers = 2 }).Route(), StepKind.FinalCoat).Side);
    }

    [Fact]
    public void Mixes_of_two_part_putty_are_paid_one_by_one()
    {
        var fill = Step((Batches.Of(Material.Polystyrene) with { Gaps = Gaps.Large }).Route(), StepKind.Fill);
        var per = fill.Amounts.ModelsPerMix!.Value;

        Assert.True(per * fill.Amounts.SecondsPerModel <= fill.Amounts.WorkingMinutes * 60);
        Assert.Equal(fill.HandsMinutes(per) + fill.Amounts.SetupMinutes + (fill.Amounts.SecondsPerModel + 59) / 60, fill.HandsMinutes(per + 1));
    }

    private static RouteStep Step(Route route, StepKind kind) => route.Steps.First(s => s.Key.Kind == kind);

    private static HashSet<StepKey> Leading(Route route, StepKind to)
    {
        var found = new HashSet<StepKey>();
        var open = new Queue<StepKey>(route.Steps.Where(s => s.Key.Kind == to).Select(s => s.Key));
        while (open.TryDequeue(out var key))
        {
            foreach (var edge in route.Edges.Where(e => e.To == key))
            {
                if (found.Add(edge.From)) open.Enqueue(edge.From);
            }
        }
        return found;
    }
}
