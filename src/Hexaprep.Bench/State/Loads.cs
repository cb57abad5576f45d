using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>The loads of one batch: it is one from study to the last wash, and again from release on; from mounting to release it goes
/// in as many parts as its handles ask for. They are worked out, never written down: other handles make other loads.</summary>
public sealed class Loads
{
    private readonly HashSet<Guid> _steps;
    private readonly IReadOnlyList<IReadOnlyList<BenchModel>> _loads;
    private readonly IReadOnlyList<IReadOnlyList<BenchModel>> _whole;

    /// <param name="steps">The steps of the batch, in route order.</param>
    /// <param name="models">Its models, by number.</param>
    /// <param name="handles">How many handles the bench owns, at least 1.</param>
    /// <param name="mountedAt">When a model was mounted by a step; null while it was not.</param>
    public Loads(IReadOnlyList<BenchStep> steps, IReadOnlyList<BenchModel> models, int handles, Func<Guid, BenchModel, Instant?> mountedAt)
    {
        _whole = [models];
        Mount = steps.FirstOrDefault(s => s is { Key.Kind: StepKind.Handle, NotNeeded: null, RepairId: null });
        Release = steps.LastOrDefault(s => s is { Key.Kind: StepKind.Release, NotNeeded: null, RepairId: null });
        if (Mount is not { } mount || Release is not { } release || models.Count <= handles)
        {
            (_steps, _loads) = ([], _whole);
            return;
        }
        _steps =
        [
            .. steps.Where(s => s.RepairId is null && s.Position >= mount.Position && s.Position <= release.Position).Select(s => s.Id),
        ];
        // What stands on handles together is a load, whatever the numbers.
        var order = models.OrderBy(m => mountedAt(mount.Id, m) ?? Instant.MaxValue).ThenBy(m => m.Number).ToList();
        var sizes = Sizes(models.Count, handles);
        _loads = [.. sizes.Select((size, i) => order.Skip(sizes.Take(i).Sum()).Take(size).ToList())];
    }

    /// <summary>The step by which its models come onto handles; null where they never do.</summary>
    public BenchStep? Mount { get; }

    /// <summary>The step by which they are off again; null where there is none.</summary>
    public BenchStep? Release { get; }

    /// <summary>How many models each load has: as few loads as the handles allow, as even as they go.</summary>
    public static IReadOnlyList<int> Sizes(int models, int handles)
    {
        var loads = Math.Max(1, (models + handles - 1) / handles);
        return [.. Enumerable.Range(0, loads).Select(i => models / loads + (i < models % loads ? 1 : 0))];
    }

    /// <summary>The loads in which a step is done; one where it is done to all.</summary>
    public IReadOnlyList<IReadOnlyList<BenchModel>> Of(Guid stepId) => _steps.Contains(stepId) ? _loads : _whole;

    /// <summary>Of models that still have to go through a step, those whose turn it is: the first load's that is not through.</summary>
    public IReadOnlyList<BenchModel> Next(Guid stepId, IReadOnlyList<BenchModel> left)
    {
        if (!_steps.Contains(stepId))
            return left;
        var open = left.ToHashSet();
        return _loads.Select(load => load.Where(open.Contains).ToList()).FirstOrDefault(load => load.Count > 0) ?? [];
    }
}
