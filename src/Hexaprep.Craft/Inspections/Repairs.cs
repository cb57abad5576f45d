using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Inspections;

/// <summary>What can be done about a flaw: the cheapest first, what is refused last, each refusal with its reason.</summary>
public static class Repairs
{
    /// <summary>The ids of the two that do nothing.</summary>
    public const string WaitLonger = "wait_longer",
        LeaveIt = "leave_it";

    // A minute of waiting against a minute of hands: waits pass unattended.
    private const double WaitsWeigh = 0.02;

    // Flaws that a wait may cure by itself.
    private static readonly FlawKind[] CuredByTime = [FlawKind.Tacky, FlawKind.Wrinkle, FlawKind.Bubble, FlawKind.Frosting, FlawKind.Sheen];

    // What lies under a further coat spoils it.
    private static readonly FlawKind[] Spoils = [FlawKind.Tacky, FlawKind.Flaking, FlawKind.Fisheye, FlawKind.Loose];

    /// <summary>What a repair is called, by its outside name.</summary>
    public static string WordsOf(string id) => RepairPlans.All.FirstOrDefault(p => p.Id == id)?.Words ?? id.Replace('_', ' ');

    /// <summary>How far the coat that shows a flaw has come by now; hard where no coat is known.</summary>
    public static FlawState StateOf(GateCase log, SeenFlaw flaw)
    {
        if (log.Coats.Where(c => c.Laid.Step == flaw.Step).MaxBy(c => c.Laid.EndedAt ?? log.Now) is not { } coat)
            return FlawState.Hard;
        return coat.Laid.EndedAt is null || (coat.Laid.Times(Readiness.Touch) is { } touch && log.Now < touch.Usual) ? FlawState.Wet
            : coat.Laid.Times(Readiness.Handle) is { } handle && log.Now < handle.Sure ? FlawState.TouchDry
            : FlawState.Hard;
    }

    /// <summary>The repairs of a flaw.</summary>
    public static IReadOnlyList<Repair> Of(GateCase log, SeenFlaw flaw)
    {
        var state = StateOf(log, flaw);
        var all = RepairPlans
            .All.Where(p => p.For.Contains(flaw.Kind) && Suits(p, log, flaw))
            .Select(p => Made(p, log, flaw, state))
            .ToList();
        if (CuredByTime.Contains(flaw.Kind))
            all.Add(Waiting(log, flaw));
        all.Add(Leaving(log, flaw));
        return [.. all.OrderBy(r => r.Bars.Count > 0).ThenBy(r => r.Minutes + WaitsWeigh * r.WaitMinutes).ThenBy(r => r.Id == LeaveIt)];
    }

    // A repair of a transfer is for the steps about transfers, one of a coat for those that lay one.
    private static bool Suits(RepairPlan plan, GateCase log, SeenFlaw flaw)
    {
        if (!IsThere(plan, log, flaw))
            return false;
        var marks = flaw.Step is StepKind.CutTransfer or StepKind.SoakTransfer or StepKind.PlaceTransfer or StepKind.SoftenTransfer;
        if (plan.OnOpenTransfer)
            return marks || flaw.Step == StepKind.Seal || log.Job.Batch.Transfers > 0 && !plan.LaysAgain && flaw.Step.IsGate();
        return !marks || !plan.LaysAgain;
    }

    // Brush paint goes on primer, varnish on paint, and only a coat that was laid is rubbed, wiped off, or laid again.
    private static bool IsThere(RepairPlan plan, GateCase log, SeenFlaw flaw)
    {
        var coated = log.Coats.Any(c => c.Laid.Step.Coats()) || log.Done.Any(d => !d.LeftOut && d.Step.Coats());
        if (!coated && (plan.Has(StepKind.TouchIn) || plan.Has(StepKind.SeamRepair) || plan.Has(StepKind.GlossBed) || plan.Strips))
            return false;
        return !plan.LaysAgain || plan.GoesDeep || (flaw.Step.Coats() && log.Did(flaw.Step));
    }

    private static Repair Made(RepairPlan plan, GateCase log, SeenFlaw flaw, FlawState state)
    {
        var steps = plan
            .Steps.Where(s => !IsTheCoat(s, plan) || flaw.Step.Coats())
            .Select(s => IsTheCoat(s, plan) ? Again(s, log, flaw) : s);
        // Nothing is laid again where nothing was laid.
        var words = plan.LaysAgain && !flaw.Step.Coats() ? plan.BareWords : plan.Words;
        List<RepairStep> made = [.. steps.Select(s => s.Kind == StepKind.Straighten ? s with { Method = Bend(log) } : s)];
        return new(
            plan.Id,
            words,
            made,
            Minutes(made, flaw.Models),
            made.Sum(s => WaitOf(log, s)),
            [.. BarsOf(plan, log, flaw, state)],
            [.. WarningsOf(plan, log, flaw)]
        );
    }

    private static bool IsTheCoat(RepairStep step, RepairPlan plan) => plan.LaysAgain && step.Kind == RepairPlans.TheCoat;

    private static RepairStep Again(RepairStep step, GateCase log, SeenFlaw flaw)
    {
        var coat = log.Coats.LastOrDefault(c => c.Laid.Step == flaw.Step);
        var usual = RouteBuilder.WayOf(log.Book.Choice(flaw.Step), log.Job, log.Book);
        return step with { Kind = flaw.Step, Method = coat?.Method ?? usual.Method, Product = coat?.Laid.Product ?? usual.Product };
    }

    private static string Bend(GateCase log) =>
        log.Job.All(m => m.IsMetal()) ? "cold_bend"
        : log.Job.Any(m => m is Material.Polystyrene or Material.Abs or Material.Unknown || m.IsMetal()) ? "bind"
        : "warm_water";

    private static int Minutes(IReadOnlyList<RepairStep> steps, int models) =>
        steps.Sum(s => s.SetupMinutes) + (steps.Sum(s => s.SecondsPerModel) * models + 59) / 60;

    /// <summary>What a step of a repair waits for after it, minutes, by usual times; 0 for nothing.</summary>
    public static int WaitOf(GateCase log, RepairStep step)
    {
        if (step.Method == "strip")
            return WaitTable.Band(StepKind.Wash, ProductClass.Water, Readiness.NextLayer, log.Job.House).Usual;
        if (step.Product is not { } product)
            return 0;
        var stage = step.Kind.Coats() && step.Kind is not StepKind.Prime ? Readiness.Handle : Readiness.NextLayer;
        return DryingModel.Knows(product, stage) ? WaitTable.Band(step.Kind, product, stage, log.Job.House).Usual : 0;
    }

    private static IEnumerable<string> BarsOf(RepairPlan plan, GateCase log, SeenFlaw flaw, FlawState state)
    {
        if (plan.In.Count > 0 && !plan.In.Contains(state))
            yield return state == FlawState.Wet ? "It is still wet: touched now, it gets worse. Wait until it is dry."
            : state == FlawState.TouchDry ? "It is not hard yet: rubbed now, it rolls up. Wait until it is hard."
            : "It has set: it no longer wipes off.";
        if (plan.OnOpenTransfer && log.Did(StepKind.Seal))
            yield return "The seal lies over it: what is under a seal cannot be undone any more.";
        if (plan is { GoesDeep: true } && log.Did(StepKind.PlaceTransfer) && flaw.Step is not StepKind.SeamRepair)
            yield return "Transfers lie on it: scraping or filling would take them off.";
        if (plan is { LaysAgain: true, GoesDeep: false, Strips: false } && plan.Has(StepKind.Sand) && log.Did(StepKind.PlaceTransfer))
            yield return "Transfers lie under it: rubbing down would cut into them.";
        if (plan.Strips)
            foreach (var bar in StripBars(log))
                yield return bar;
        if (plan.Has(StepKind.Straighten) && log.Did(StepKind.Prime) && Bend(log) == "warm_water")
            yield return "Hot water lifts the paint that lies on it.";
        if (plan.Has(StepKind.Straighten) && Bend(log) == "warm_water" && log.Coats.Any(c => c.Laid.Product == ProductClass.Ca))
            yield return "Hot water makes CA let go: the joint would open. Break it, bend the part alone, glue it again.";
        if (plan.Has(StepKind.Fill) && log.Did(StepKind.Paint))
            yield return "Sanding a fill would cut through the paint round it: run varnish in, and touch it in.";
    }

    private static IEnumerable<string> StripBars(GateCase log)
    {
        foreach (var material in log.Job.Batch.Materials)
        {
            var bar = material switch
            {
                Material.FlexiblePvc => "Strippers soften soft flexible plastic.",
                Material.Photopolymer => "Strippers swell printed resin.",
                Material.Pla => "Strippers craze a filament print.",
                Material.OldLead => "Old lead alloy is not bathed in strippers: what comes off carries lead.",
                Material.Unknown => "Nobody knows what this material bears: identify it first.",
                _ => null,
            };
            if (bar is not null)
                yield return bar;
        }
        if (log.Did(StepKind.PlaceTransfer))
            yield return "It would take the transfers with it.";
    }

    private static IEnumerable<string> WarningsOf(RepairPlan plan, GateCase log, SeenFlaw flaw)
    {
        if (plan.Strips)
            yield return "By its label, cold, in gloves, a hidden spot first: paint on it is lost.";
        if (plan is { LaysAgain: true, Strips: false } && Closed(log, flaw) is { } closed)
            yield return closed;
        if (plan.Has(StepKind.Sand) || plan.Has(StepKind.CleanLines))
            yield return "Dust it off before the next coat.";
        if (plan.Has(StepKind.Glue) && log.Did(StepKind.Paint))
            yield return "CA near paint fogs: a small drop, moving air.";
    }

    private static string? Closed(GateCase log, SeenFlaw flaw)
    {
        if (
            log.Coats.LastOrDefault(c => c.Laid.Step == flaw.Step) is not { Laid.Window: { Closes: { } closes } window }
            || log.Now <= closes
        )
            return null;
        return window.Reopens is { } again
            ? log.Now >= again
                ? null
                : $"Its recoat window is closed; it opens again in {Clockface.Lasts((long)(again - log.Now).TotalMinutes)}."
            : "Its recoat window is closed: key the surface first.";
    }

    private static Repair Waiting(GateCase log, SeenFlaw flaw)
    {
        var coat = log.Coats.Where(c => c.Laid.Step == flaw.Step).MaxBy(c => c.Laid.EndedAt ?? log.Now);
        var ready = coat?.Laid.Times(Readiness.Handle)?.Sure;
        var left = ready is { } sure ? (int)Math.Max(0, Math.Ceiling((sure - log.Now).TotalMinutes)) : 0;
        var never =
            flaw.Kind == FlawKind.Tacky
            && coat is not null
            && coat.Laid.Product.HasSolvent()
            && log.Job.Any(m => m == Material.FlexiblePvc);
        List<string> bars = [];
        if (never)
            bars.Add("On soft flexible plastic such a coat never sets.");
        else if (left == 0)
            bars.Add("It has had its time: waiting longer changes little.");
        return new(WaitLonger, "Wait longer", [], 0, left, bars, []);
    }

    private static Repair Leaving(GateCase log, SeenFlaw flaw) =>
        new(
            LeaveIt,
            "Leave it",
            [],
            0,
            0,
            Spoils.Contains(flaw.Kind) && !log.Did(StepKind.FinalGate)
                ? [$"Whatever comes over it goes with it: {FlawWords.For(flaw.Kind).Shows}."]
                : [],
            []
        );
}
