using Hexaprep.Bench.State;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>What a batch's kit is made of: its parts, once for all its models.</summary>
public static class KitEdits
{
    /// <summary>Describes the kit as it is to be, and derives the route again.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="batchId">The batch.</param>
    /// <param name="version">The version the list was made from.</param>
    /// <param name="lines">The parts as <see cref="PartList"/> reads them; null forgets them, and keeps their number.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <exception cref="RefusedException">The lines are no parts, would hold apart what is glued, or someone changed the batch
    /// since.</exception>
    public static Decision Describe(
        BenchIndex bench,
        Guid batchId,
        int version,
        IReadOnlyList<string>? lines,
        Instant now,
        Func<Guid> newId
    )
    {
        var batch = bench.Batches.GetValueOrDefault(batchId);
        Edit.Check(batch?.Version, version, "batch");
        Edit.OnBench(bench, batchId);
        var changed = batch! with { Traits = batch.Traits.WithKit(lines is null ? null : Read(lines, batch)), Version = version + 1 };
        KeepWhatIsGlued(bench, batch, changed);
        return new Decision(
            "kit",
            now,
            null,
            new
            {
                batchId,
                from = batch.Traits.Kit?.Lines,
                to = changed.Traits.Kit?.Lines,
            },
            Rederive.LeavingHands(
                bench,
                Rederive.After(bench, [new Change.BatchSet(changed), .. Laid(bench, changed, newId)], [batchId], now, newId)
            )
        );
    }

    /// <summary>The parts in the order in which a model has them, each by its name and material.</summary>
    /// <param name="traits">The batch's traits.</param>
    public static IEnumerable<(string Name, Material Material)> PartsOf(BatchTraits traits) =>
        traits.Kit is { } kit
            ? kit.Parts.SelectMany(p => Enumerable.Range(1, p.Count).Select(n => (p.One(n), p.Material)))
            // Every material named must be on a part, so a model has at least as many parts as materials.
            : Enumerable
                .Range(1, Math.Max(traits.Parts, traits.Materials.Count))
                .Select(i => ($"part {i}", traits.Materials[(i - 1) % traits.Materials.Count]));

    private static PartList Read(IReadOnlyList<string> lines, Batch batch)
    {
        ListEdits.CheckLength(lines, PartList.Most * PartList.LongestLine, "kit", $"Name at most {PartList.Most} parts.");
        return PartList.Read(lines, batch.Traits.Materials[0], out var wrong)
            ?? throw new RefusedException(new Refusal("kit", wrong.Message, wrong.Remedy));
    }

    private static IEnumerable<Change> Laid(BenchIndex bench, Batch batch, Func<Guid> newId) =>
        batch.Traits.Kit is null
            ? []
            :
            [
                new Change.PartsLaid(
                    batch.Id,
                    [
                        .. bench
                            .ModelsOf[batch.Id]
                            .SelectMany(m =>
                                PartsOf(batch.Traits).Select((p, i) => (m.PieceId, new Part(newId(), i + 1, p.Name, p.Material)))
                            ),
                    ]
                ),
            ];

    // What is glued on some model is held apart no more.
    private static void KeepWhatIsGlued(BenchIndex bench, Batch batch, Batch changed)
    {
        if (KitJobs.ClosingOf(bench.State.JobOf(batch)) is not { } was || KitJobs.ClosingOf(bench.State.JobOf(changed)) is not { } will)
            return;
        var glued = bench
            .StepsOf[batch.Id]
            .Where(s => s.Key.Kind == StepKind.Glue)
            .SelectMany(s => bench.TicksOf[s.Id])
            .Select(t => t.ModelId)
            .Distinct()
            .Count();
        if (glued == 0)
            return;
        var joined = was.Before.Select(j => j.Words).ToHashSet(StringComparer.OrdinalIgnoreCase);
        if (will.After.FirstOrDefault(j => joined.Contains(j.Words)) is { } open)
            throw new RefusedException(
                new Refusal(
                    "kit",
                    $"{Sentence.Opened(open.Words)} is glued on {Sentence.Counted(glued, "model")} already.",
                    "Leave it joined, or take the ticks of Glue back first.",
                    RefusalKind.Conflict
                )
            );
    }
}
