using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>The loads of one batch: it is one from study to the last wash, and again from release on; from mounting to release it goes
/// in as many parts as its handles ask for; where it has them all at once, its film is cut and placed in as many as its evenings ask for.
/// They are worked out, never written down: other handles make other loads.</summary>
public sealed class Loads
{
    private readonly HashSet<Guid> _steps;
    private readonly IReadOnlyList<IReadOnlyList<BenchModel>> _loads;
    private readonly IReadOnlyList<IReadOnlyList<BenchModel>> _whole;

    // Film is cut, soaked and placed in one sitting: what takes longer than an evening goes in parts, two to an evening.
    private const int MostFilmMinutes = 140,
        FilmMinutes = 70;

    /// <param name="steps">The steps of the batch, in route order.</param>
    /// <param name="models">Its models, by number.</param>
    /// <param name="most">How many of its models the handles of the bench hold at once, at least 1.</param>
    /// <param name="throughAt">When a model was through a step; null while it was not.</param>
    public Loads(IReadOnlyList<BenchStep> steps, IReadOnlyList<BenchModel> models, int most, Func<Guid, BenchModel, Instant?> throughAt)
    {
        _whole = [models];
        Mount = steps.FirstOrDefault(s => s is { Key.Kind: StepKind.Handle, NotNeeded: null, RepairId: null });
        Release = steps.LastOrDefault(s => s is { Key.Kind: StepKind.Release, NotNeeded: null, RepairId: null });
        if (Mount is { } mount && Release is { } release && models.Count > most)
        {
            var between = steps.Where(s => s.RepairId is null && s.Position >= mount.Position && s.Position <= release.Position);
            (_steps, _loads) = ([.. between.Select(s => s.Id)], Parted(mount, models, most, throughAt));
        }
        else if (Film(steps) is { Count: > 0 } film && Minutes(film, models.Count) > MostFilmMinutes)
        {
            (_steps, _loads) = ([.. film.Select(s => s.Id)], Parted(film[0], models, InOneGo(film, models.Count), throughAt));
            AreOfFilm = true;
        }
        else
            (_steps, _loads) = ([], _whole);
    }

    /// <summary>True where it is the film that is cut and placed in parts; false where handles hold no more at once.</summary>
    public bool AreOfFilm { get; }

    // What stands on handles together, or was cut together, is a load, whatever the numbers.
    private static List<IReadOnlyList<BenchModel>> Parted(
        BenchStep first,
        IReadOnlyList<BenchModel> models,
        int most,
        Func<Guid, BenchModel, Instant?> throughAt
    )
    {
        var order = models.OrderBy(m => throughAt(first.Id, m) ?? Instant.MaxValue).ThenBy(m => m.Number).ToList();
        var sizes = Sizes(models.Count, most);
        return [.. sizes.Select((size, i) => order.Skip(sizes.Take(i).Sum()).Take(size).ToList())];
    }

    private static List<BenchStep> Film(IReadOnlyList<BenchStep> steps) =>
        [
            .. steps.Where(s =>
                s is { Key.Kind: StepKind.CutTransfer or StepKind.SoakTransfer or StepKind.PlaceTransfer, NotNeeded: null, RepairId: null }
            ),
        ];

    private static int Minutes(List<BenchStep> film, int models) => film.Sum(s => s.HandsMinutes(models));

    private static int InOneGo(List<BenchStep> film, int models)
    {
        var most = models;
        while (most > 1 && Minutes(film, most) > FilmMinutes)
            most--;
        return most;
    }

    /// <summary>The step by which its models come onto handles; null where they never do.</summary>
    public BenchStep? Mount { get; }

    /// <summary>The step by which they are off again; null where there is none.</summary>
    public BenchStep? Release { get; }

    /// <summary>How many models each load has: as few loads as the handles allow, as even as they go.</summary>
    /// <param name="models">At least 1.</param>
    /// <param name="most">The most that are mounted at once, at least 1.</param>
    public static IReadOnlyList<int> Sizes(int models, int most)
    {
        var loads = Math.Max(1, (models + most - 1) / most);
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
