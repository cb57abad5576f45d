using System.Buffers.Binary;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Screens.BenchScreen;
using NodaTime;

namespace Hexaprep.Testing;

/// <summary>A bench in memory that acts are done on, with identities counted up so that every run is the same.</summary>
public sealed class RehearsedBench
{
    private long _ids;

    /// <summary>A bench with these units, on Tuesday, Thursday, Saturday and Sunday.</summary>
    public RehearsedBench(params UnitOrder[] orders)
        : this(DateTimeZone.Utc, 20, orders) { }

    /// <summary>A bench in a zone, with so many handles.</summary>
    public RehearsedBench(DateTimeZone zone, int handles, params UnitOrder[] orders)
    {
        Index = new BenchIndex(BenchState.Empty(new BenchSettings(new SittingCalendar(zone, UsualWeek, []), handles)));
        foreach (var unit in RosterExpander.Expand(orders, NewId))
            Index = Index.With(RosterEdits.Joined(Index, [unit], TurnableClock.Evening, NewId));
    }

    /// <summary>Tuesday and Thursday evenings, Saturday morning, Sunday afternoon.</summary>
    public static IReadOnlyList<WeeklySitting> UsualWeek { get; } =
    [
        new(Guid.Parse("00000000-0000-0000-0000-0000000000a1"), IsoDayOfWeek.Tuesday, new LocalTime(19, 30), new LocalTime(22, 0)),
        new(Guid.Parse("00000000-0000-0000-0000-0000000000a2"), IsoDayOfWeek.Thursday, new LocalTime(19, 30), new LocalTime(22, 0)),
        new(Guid.Parse("00000000-0000-0000-0000-0000000000a3"), IsoDayOfWeek.Saturday, new LocalTime(10, 0), new LocalTime(13, 0)),
        new(Guid.Parse("00000000-0000-0000-0000-0000000000a4"), IsoDayOfWeek.Sunday, new LocalTime(15, 0), new LocalTime(17, 30)),
    ];

    /// <summary>The state after all that was done.</summary>
    public BenchState State
    {
        get => Index.State;
        set => Index = new BenchIndex(value);
    }

    /// <summary>The state, indexed: moved by what is done.</summary>
    public BenchIndex Index { get; private set; } = null!;

    /// <summary>A usual line: plastic rank and file.</summary>
    public static UnitOrder Order(string unit = "Reed Pikes", int models = 5, Material material = Material.Polystyrene) =>
        new(
            unit,
            "",
            new BatchTraits([material], models, 5, null, Tier.RankAndFile, MoldLines.Ordinary, Gaps.Small, 0, Sheen.Matte, 60),
            null,
            1,
            []
        );

    /// <summary>The bench where no model stands in a row with others: each has a handle of its own.</summary>
    public RehearsedBench WithoutRows()
    {
        State = State with { House = State.House.With(null, HouseRuleCatalog.Handles, "pot") };
        return this;
    }

    /// <summary>The step of a kind, in the first batch unless a unit is named.</summary>
    public BenchStep Step(StepKind kind, string? unit = null, int occurrence = 1)
    {
        var batches = State
            .Batches.Where(b => unit is null || State.Units.First(u => u.Id == b.UnitId).Name == unit)
            .Select(b => b.Id)
            .ToHashSet();
        return State.Steps.First(s => batches.Contains(s.BatchId) && s.Key.Kind == kind && s.Key.Occurrence == occurrence);
    }

    /// <summary>Does an act.</summary>
    /// <exception cref="RefusedException">The rules refuse it.</exception>
    public void Do(ActKind kind, Instant at, Func<Act, Act> with) =>
        Index = Index.With(new ActRules(Index, at, NewId).Of(with(new Act(NewId(), kind, at))));

    /// <summary>Makes changes that were decided elsewhere.</summary>
    public void Make(IReadOnlyList<Change> changes) => Index = Index.With(changes);

    /// <summary>Ticks models of a step at one moment: the next ones, as many as given.</summary>
    public void Tick(BenchStep step, Instant at, int models = 1)
    {
        for (var i = 0; i < models; i++)
            Do(ActKind.Done, at, a => a with { StepId = step.Id });
    }

    /// <summary>Ticks every model of every step before a kind, in route order, an hour apart where nothing dries and after the wait
    /// where it does.</summary>
    /// <returns>The moment from which the named step may start.</returns>
    public Instant RunUpTo(StepKind kind, Instant from, int occurrence = 1)
    {
        var at = from;
        var target = Step(kind, occurrence: occurrence);
        var before = Ancestors(target.Id);
        foreach (var step in State.Steps.Where(s => before.Contains(s.Id)).OrderBy(s => s.Position))
        {
            at = Free(step, at);
            Tick(step, at, Index.Remaining(step).Count);
            at += Duration.FromHours(1);
        }
        return Free(target, at);
    }

    /// <summary>A plan of the bench as it stands.</summary>
    public BenchPlan Plan(Instant now, int budget = 40) => BenchPlanner.Make(Index, now, budget);

    /// <summary>What the bench shows.</summary>
    public BenchView View(Instant now) => new BenchReader(Index, Plan(now), now).View();

    /// <summary>The next identity.</summary>
    public Guid NewId()
    {
        var bytes = new byte[16];
        BinaryPrimitives.WriteInt64BigEndian(bytes.AsSpan(8), ++_ids);
        return new Guid(bytes, bigEndian: true);
    }

    private Instant Free(BenchStep step, Instant at)
    {
        var clock = new Clockface(State.Settings.Zone, at);
        return RouteReadiness.Of(Index, step, Index.Remaining(step), clock) is { Until: { } until } ? until : at;
    }

    private HashSet<Guid> Ancestors(Guid step)
    {
        var found = new HashSet<Guid>();
        var open = new Queue<Guid>([step]);
        while (open.TryDequeue(out var next))
        {
            foreach (var edge in State.Edges.Where(e => e.To == next))
            {
                if (found.Add(edge.From))
                    open.Enqueue(edge.From);
            }
        }
        return found;
    }
}
