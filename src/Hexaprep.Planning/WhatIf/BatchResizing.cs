using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>A batch cut in two, or two made one. Nothing may have been done on them yet: progress belongs to a batch's own steps.</summary>
/// <param name="BatchId">The batch.</param>
/// <param name="With">The batch it takes in; null where it is cut.</param>
/// <param name="First">How many models stay in it where it is cut, 1 to one less than it has.</param>
public sealed record BatchResizing(Guid BatchId, Guid? With, int? First)
{
    /// <summary>Why it cannot be done on a bench; null when it can.</summary>
    public Refusal? WhyNot(BenchIndex bench)
    {
        if (!bench.Batches.TryGetValue(BatchId, out var batch))
            return Missing("batchId");
        if (Begun(bench, batch))
            return Conflict("batchId", $"{Name(bench, batch)} has been begun.", "Only batches nobody has worked on are regrouped.");
        if (With is not { } id)
            return First is { } first && first >= 1 && first < batch.Traits.Models
                ? null
                : new Refusal("models", $"{First} of {batch.Traits.Models} models is no cut.", $"Give 1 to {batch.Traits.Models - 1}.");
        if (!bench.Batches.TryGetValue(id, out var other) || id == BatchId)
            return Missing("withId");
        if (Begun(bench, other))
            return Conflict("withId", $"{Name(bench, other)} has been begun.", "Only batches nobody has worked on are regrouped.");
        if (!Alike(bench, batch, other))
            return Conflict(
                "withId",
                $"{Name(bench, batch)} and {Name(bench, other)} go different ways.",
                "Only batches of one unit with the same traits, rules and route become one."
            );
        var cap = BatchLimits.Of(bench, batch).Where(c => c.IsHard).MinBy(c => c.Most);
        return cap is not null && batch.Traits.Models + other.Traits.Models > cap.Most
            ? Conflict("withId", $"{batch.Traits.Models + other.Traits.Models} models are too many: {cap.Words}.", "They stay two.")
            : null;
    }

    /// <summary>What cuts the batch or makes the two one, their routes derived again. <see cref="WhyNot"/> must have been null.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh identities: the second half's first, then those of its steps.</param>
    public IReadOnlyList<Change> On(BenchIndex bench, Instant now, Func<Guid> newId)
    {
        var batch = bench.Batches[BatchId];
        return With is { } id ? Merged(bench, batch, bench.Batches[id], now, newId) : Cut(bench, batch, now, newId);
    }

    private static IReadOnlyList<Change> Merged(BenchIndex bench, Batch batch, Batch other, Instant now, Func<Guid> newId)
    {
        var whole = batch with
        {
            Traits = batch.Traits with { Models = batch.Traits.Models + other.Traits.Models },
            Name = bench.BatchesOf[batch.UnitId].Count() == 2 ? "" : batch.Name,
            Version = batch.Version + 1,
        };
        return Rederive.After(
            bench,
            [
                new Change.ModelsSet([
                    .. bench.ModelsOf[other.Id].Select(m => m with { BatchId = batch.Id, Number = m.Number + batch.Traits.Models }),
                ]),
                new Change.BatchGone(other.Id),
                new Change.BatchSet(whole),
            ],
            [batch.Id],
            now,
            newId
        );
    }

    private IReadOnlyList<Change> Cut(BenchIndex bench, Batch batch, Instant now, Func<Guid> newId)
    {
        var first = First!.Value;
        var name = batch.Name.Length == 0 ? "group" : batch.Name;
        var second = batch with
        {
            Id = newId(),
            Name = Short(name, " b"),
            Traits = batch.Traits with { Models = batch.Traits.Models - first },
            Version = 1,
        };
        var kept = batch with { Name = Short(name, " a"), Traits = batch.Traits with { Models = first }, Version = batch.Version + 1 };
        List<Change> changes =
        [
            new Change.BatchSet(kept),
            new Change.BatchAdded(second, batch.Id),
            new Change.ModelsSet([
                .. bench
                    .ModelsOf[batch.Id]
                    .Where(m => m.Number > first)
                    .Select(m => m with { BatchId = second.Id, Number = m.Number - first }),
            ]),
        ];
        changes.AddRange(
            bench.State.House.Of(batch.Id).Chosen.Select(c => new Change.ChoiceSet(null, second.Id, HouseRuleCatalog.Find(c.Key)!, c.Value))
        );
        if (bench.State.Changes.TryGetValue(batch.Id, out var own))
            changes.Add(new Change.RouteChangesSet(second.Id, own));
        return Rederive.After(bench, changes, [batch.Id, second.Id], now, newId);
    }

    private static string Short(string name, string suffix) =>
        (name.Length + suffix.Length > 80 ? name[..(80 - suffix.Length)] : name) + suffix;

    private static bool Begun(BenchIndex bench, Batch batch) => bench.AllStepsOf[batch.Id].Any(s => bench.HasHistory(s.Id));

    private static bool Alike(BenchIndex bench, Batch a, Batch b)
    {
        static BatchTraits Bare(Batch x) => x.Traits with { Models = 1, Materials = [], Paces = [], Passes = null };
        var (one, other) = (bench.State.JobOf(a), bench.State.JobOf(b));
        return a.UnitId == b.UnitId
            && Bare(a) == Bare(b)
            && a.Traits.Materials.SequenceEqual(b.Traits.Materials)
            && a.Traits.Paces.SequenceEqual(b.Traits.Paces)
            && SamePasses(a.Traits.Passes, b.Traits.Passes)
            && one.Changes.SequenceEqual(other.Changes)
            && HouseRuleCatalog.All.All(s => one.House.Of(s) == other.House.Of(s));
    }

    private static bool SamePasses(IReadOnlyList<PaintPass>? one, IReadOnlyList<PaintPass>? other) =>
        one is null || other is null ? one is null && other is null : one.SequenceEqual(other);

    private static string Name(BenchIndex bench, Batch batch) =>
        batch.Name.Length == 0 ? bench.Units[batch.UnitId].Name : $"{bench.Units[batch.UnitId].Name}, {batch.Name}";

    private static Refusal Missing(string field) =>
        new(field, "There is no such batch on the bench.", "Choose one of the batches.", RefusalKind.NotFound);

    private static Refusal Conflict(string field, string what, string remedy) => new(field, what, remedy, RefusalKind.Conflict);
}
