using System.Security.Cryptography;
using System.Text;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>A repair is put into a batch's route for the models that need it, and taken out again.</summary>
public static class RepairEdits
{
    /// <summary>Names the orders that a repair makes: no rule of the trade's book.</summary>
    public const string Rule = "Repair";

    /// <summary>What puts a repair in the plan.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="flawId">One of the flaws: those alike are mended with it.</param>
    /// <param name="plan">The repair's outside name.</param>
    /// <param name="together">The batch waits for its models.</param>
    /// <param name="now">When.</param>
    /// <remarks>The identities follow from the flaw and the repair: the plan that was shown for it is the plan of what is
    /// taken.</remarks>
    /// <exception cref="RefusedException">There is no such flaw or repair, it is closed, in repair, or the repair is barred.</exception>
    public static (Repair Repair, IReadOnlyList<Change> Made) Taken(BenchIndex bench, Guid flawId, string plan, bool together, Instant now)
    {
        var flaw = Open(bench, flawId);
        var alike = DiagnosisCase.Alike(bench, flaw);
        var at = bench.Steps[flaw.StepId];
        Edit.OnBench(bench, at.BatchId);
        var models = alike.Select(f => f.ModelId).Distinct().ToList();
        var repair = Chosen(bench, alike, at.BatchId, models, plan, now);
        // The first number whose identity no repair has: one that was taken back gives its own free again.
        var before = bench.State.Repairs.Count(r => r.BatchId == at.BatchId);
        while (bench.State.Repairs.Exists(r => r.Id == IdOf(flawId, plan, before, 0)))
            before++;
        var id = IdOf(flawId, plan, before, 0);
        var steps = repair
            .Steps.Select(
                (s, i) =>
                    Step(bench, at, s, id, plan, IdOf(flawId, plan, before, i + 1)) with
                    {
                        Key = new StepKey(s.Kind, null, 1 + repair.Steps.Take(i).Count(o => o.Kind == s.Kind)),
                        Of = repair.Steps.Count(o => o.Kind == s.Kind),
                    }
            )
            .ToList();
        return (
            repair,
            [
                new Change.RepairTaken(new BenchRepair(id, at.BatchId, plan, together, now, models), [.. alike.Select(f => f.Id)]),
                new Change.RouteSet(
                    at.BatchId,
                    [.. bench.AllStepsOf[at.BatchId], .. steps],
                    [.. EdgesOf(bench, at.BatchId), .. Edges(bench, at, steps, models, DiagnosisCase.Seen(bench, alike)!.Step)]
                ),
            ]
        );
    }

    /// <summary>Takes a repair that nobody has begun out of the plan: its flaws are open again.</summary>
    /// <exception cref="RefusedException">There is no such repair, or it was begun.</exception>
    public static Decision Back(BenchIndex bench, Guid repairId, Instant now)
    {
        var repair = bench.State.Repairs.Find(r => r.Id == repairId)
            ?? throw new RefusedException(
                new Refusal("id", $"There is no repair {repairId}.", "Load the page again.", RefusalKind.NotFound)
            );
        Edit.OnBench(bench, repair.BatchId);
        var own = bench.AllStepsOf[repair.BatchId].Where(s => s.RepairId == repairId).Select(s => s.Id).ToHashSet();
        if (own.Any(bench.HasHistory))
            throw new RefusedException(
                new Refusal("id", "This repair has been begun.", "Finish it, or say that the flaw is mended.", RefusalKind.Conflict)
            );
        return new Decision(
            "repair",
            now,
            null,
            new { back = repairId },
            [
                new Change.RouteSet(
                    repair.BatchId,
                    [.. bench.AllStepsOf[repair.BatchId].Where(s => !own.Contains(s.Id))],
                    [.. EdgesOf(bench, repair.BatchId).Where(e => !own.Contains(e.From) && !own.Contains(e.To))]
                ),
                new Change.RepairGone(repairId),
            ]
        );
    }

    private static Guid IdOf(Guid flaw, string plan, int before, int part) =>
        new(SHA256.HashData(Encoding.UTF8.GetBytes($"{flaw} {plan} {before} {part}")).AsSpan(0, 16));

    private static Flaw Open(BenchIndex bench, Guid id)
    {
        var flaw = bench.State.Flaws.FindLast(f => f.Id == id)
            ?? throw new RefusedException(new Refusal("flawId", $"There is no flaw {id}.", "Load the page again.", RefusalKind.NotFound));
        if (flaw.MendedAt is not null)
            throw new RefusedException(new Refusal("flawId", "This flaw is closed.", "Nothing has to be done.", RefusalKind.Conflict));
        return flaw.RepairId is null
            ? flaw
            : throw new RefusedException(
                new Refusal("flawId", "A repair of this flaw is in the plan.", "Take that one out first.", RefusalKind.Conflict)
            );
    }

    private static Repair Chosen(
        BenchIndex bench,
        IReadOnlyList<Flaw> alike,
        Guid batchId,
        IReadOnlyList<Guid> models,
        string plan,
        Instant now
    )
    {
        if (DiagnosisCase.Seen(bench, alike) is not { } seen)
            throw new RefusedException(
                new Refusal("flawId", "A flaw told in free words has no repair of its own.", "Say that it is mended when it is.")
            );
        var repair = Repairs.Of(DiagnosisCase.Of(bench, batchId, models, now), seen).FirstOrDefault(r => r.Id == plan);
        if (repair is not { Steps.Count: > 0 })
            throw new RefusedException(new Refusal("repair", $"'{plan}' is no repair of this flaw.", "Choose one that is offered."));
        return repair.Bars.Count == 0
            ? repair
            : throw new RefusedException(
                new Refusal("repair", string.Join(" ", repair.Bars), "Choose another repair.", RefusalKind.Conflict)
            );
    }

    private static BenchStep Step(BenchIndex bench, BenchStep at, RepairStep step, Guid repair, string plan, Guid id)
    {
        // A coat that is laid again is laid as it was: the pace of its own step, in one go where that is sprayed.
        var own = bench
            .StepsOf[at.BatchId]
            .LastOrDefault(s => s.Key.Kind == step.Kind && s.Amounts.Method == step.Method && s.RepairId is null);
        var amounts =
            own is { Key.Kind: var kind } && kind.Coats()
                ? own.Amounts with
                {
                    Occurrences = 1,
                }
                : new StepAmounts(step.SetupMinutes, step.SecondsPerModel) { Method = step.Method, Product = step.Product };
        return new BenchStep(
            id,
            at.BatchId,
            new StepKey(step.Kind, null, 1),
            1,
            StepDefinition.Of(step.Kind).Side,
            amounts,
            $"Mends what was seen at: {BenchIndex.TitleOf(at).ToLowerInvariant()} ({plan.Replace('_', ' ')}).",
            at.Position
        )
        {
            RepairId = repair,
        };
    }

    private static IEnumerable<BenchEdge> EdgesOf(BenchIndex bench, Guid batchId) =>
        bench.AllStepsOf[batchId].SelectMany(s => bench.EdgesInto[s.Id]);

    private static IEnumerable<BenchEdge> Edges(
        BenchIndex bench,
        BenchStep at,
        IReadOnlyList<BenchStep> steps,
        IReadOnlyList<Guid> models,
        StepKind shown
    )
    {
        var demands = new DrynessRequirements(bench.JobOf(at), RuleBook.Trade);
        var edges = new List<BenchEdge>();
        void Add(BenchStep from, BenchStep to, string reason) => edges.Add(Edge(bench, demands, from, to, reason));
        var coated = bench.StepsOf[at.BatchId].LastOrDefault(s => s.Key.Kind == shown && s.RepairId is null);
        if (coated is { Amounts.Product: not null } && coated.Id != at.Id)
            Add(coated, steps[0], "What shows the flaw must be dry enough to be mended.");
        for (var i = 1; i < steps.Count; i++)
            Add(steps[i - 1], steps[i], "The repair's own order.");
        if (!models.All(m => bench.IsDone(at.Id, m)))
            Add(steps[^1], at, "It is looked at again when it is mended.");
        // Whatever waits for a coat waits for it when it was laid again.
        foreach (var again in steps.Where(s => s.Amounts.Product is not null))
        foreach (
            var edge in bench
                .StepsOf[at.BatchId]
                .Where(s => s.Key.Kind == again.Key.Kind && s.RepairId is null)
                .SelectMany(s => bench.EdgesOutOf[s.Id])
        )
            if (
                bench.Steps[edge.To] is { NotNeeded: null, RepairId: null } to
                && to.Key.Kind != again.Key.Kind
                && to.Position >= at.Position
            )
                edges.Add(edge with { From = again.Id });
        return edges.DistinctBy(e => (e.From, e.To));
    }

    private static BenchEdge Edge(BenchIndex bench, DrynessRequirements demands, BenchStep from, BenchStep to, string reason)
    {
        if (from.Amounts.Product is not { } product)
            return new BenchEdge(from.Id, to.Id, null, 0, null, null, Rule, reason);
        var laid = new LaidCoat(from.Key.Kind, null, product, null, _ => null);
        var asked = demands.Of(to.Key.Kind, to.Amounts.Way, laid).ToList();
        // Without a rule of the trade it is as for a touch.
        var (rule, stage, least) = asked.Count > 0 ? (asked[0].Rule.Name, asked[0].Stage, asked[0].Least) : (Rule, Readiness.Handle, 0);
        if (!DryingModel.Knows(product, stage))
            return new BenchEdge(from.Id, to.Id, null, least, null, null, rule, reason);
        var band = WaitTable.Band(from.Key.Kind, product, stage, bench.HouseOf(from.BatchId));
        return new BenchEdge(from.Id, to.Id, stage, Math.Max(least, band.Sure), null, null, rule, reason);
    }
}
