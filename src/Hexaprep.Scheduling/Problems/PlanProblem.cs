using System.Text.Json.Serialization;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Scheduling.Problems;

/// <summary>The bench scheduling problem: whole minutes from an origin, no clock, no zone. The same shape as the documented plan
/// file.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Horizon">No chunk ends after this minute.</param>
/// <param name="Weights">Exchange rates of the objective.</param>
/// <param name="Sittings">When hands are there: disjoint, ascending.</param>
/// <param name="SprayWindows">When spraying is possible: disjoint, ascending.</param>
/// <param name="Resources">Handles, rack slots.</param>
/// <param name="Cleanout">Minutes from one spray mode to another.</param>
/// <param name="Units">What is to be finished.</param>
/// <param name="Batches">Their batches.</param>
public sealed record PlanProblem(
    string Name,
    int Horizon,
    PlanWeights Weights,
    IReadOnlyList<Span> Sittings,
    IReadOnlyList<Span> SprayWindows,
    IReadOnlyList<PlanResource> Resources,
    IReadOnlyDictionary<string, IReadOnlyDictionary<string, int>> Cleanout,
    IReadOnlyList<PlanUnit> Units,
    IReadOnlyList<PlanBatch> Batches
)
{
    /// <summary>The seed of the search.</summary>
    public int Seed { get; init; } = 1;

    /// <summary>Always 1.</summary>
    public int GridMinutes { get; init; } = 1;

    /// <summary>Chunks done or under way: a step named here is wholly given and frozen. They take hands and hold resources; they use
    /// up no sitting and no set-up.</summary>
    public IReadOnlyList<PlanChunk>? Fixed { get; init; }

    /// <summary>Minutes of cleaning up that follow the last spray chunk of a sitting, inside it; null for none.</summary>
    public int? Closing { get; init; }

    /// <summary>At most so many units are under way at once: begun, not finished. Null for no limit. Those given work has begun may always
    /// go on.</summary>
    public int? Places { get; init; }

    /// <summary>True when the first sitting is under way: to use it costs nothing more.</summary>
    public bool? Open { get; init; }

    /// <summary>Minutes between two kinds of work or two units in a sitting; null for none.</summary>
    public int? Changeover { get; init; }

    /// <summary>Times in which a coat in the room is not touch-dry: no dust work begins. Those of planned coats stand with their
    /// steps.</summary>
    public IReadOnlyList<Span>? Wet { get; init; }

    /// <summary>Named stretches in which a coat that names one may be sprayed; null where all keep to the spray windows.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<Span>>? Windows { get; init; }
}

/// <summary>Z = tardy x weighted lateness + finish x weighted finish + sitting x sittings used + setup x spray set-ups paid.</summary>
public sealed record PlanWeights(int Tardy, int Finish, int Sitting, int Setup)
{
    /// <summary>One late minute is worth 20 of finishing; a sitting 30; a set-up 5.</summary>
    public static readonly PlanWeights Default = new(20, 1, 30, 5);

    /// <summary>For each change to another kind of work or unit in a sitting; null for nothing.</summary>
    public int? Changeover { get; init; }

    /// <summary>For each other batch of the same kind of step begun before a step that was begun is through; null for nothing.</summary>
    public int? Interleave { get; init; }

    /// <summary>For each whole day between the first and the last chunk of a step begins; null for nothing.</summary>
    public int? Stretch { get; init; }

    /// <summary>For each usable spraying session left out between two passes of one coat; null for nothing.</summary>
    public int? Rounds { get; init; }
}

/// <summary>Something of which there are only so many.</summary>
public sealed record PlanResource(string Id, int Capacity);

/// <summary>A unit; its deadline in minutes, or null.</summary>
public sealed record PlanUnit(string Id, int Weight)
{
    /// <summary>Minute it must be ready by.</summary>
    public int? Deadline { get; init; }
}

/// <summary>A batch: its steps, the arcs between them, what they hold.</summary>
public sealed record PlanBatch(
    string Id,
    string Unit,
    int Count,
    IReadOnlyList<PlanStep> Steps,
    IReadOnlyList<PlanArc> Arcs,
    IReadOnlyList<ResourceReservation> Holds
);

/// <summary>A step: set-up, minutes a model, most chunks, the wait after it.</summary>
public sealed record PlanStep(string Id, int Setup, int PerModel, int MaxChunks, int Wait)
{
    /// <summary>Spray mode, null when nothing is sprayed.</summary>
    public string? Mode { get; init; }

    /// <summary>Models of this step; the batch's count when null.</summary>
    public int? Count { get; init; }

    /// <summary>Total minutes for 1, 2 ... n models where one takes seconds, set-up included; null: setup + perModel x n.</summary>
    public IReadOnlyList<int>? Minutes { get; init; }

    /// <summary>hands, attended, watched or free; hands when null. During a watched step only trifles may run; a free step takes no
    /// hands.</summary>
    public string? Attention { get; init; }

    /// <summary>True for a step small enough to be done during a watched one.</summary>
    public bool? Trifle { get; init; }

    /// <summary>True for a later pass of a coat that is not sprayed: sittings left out since the pass before cost as rounds do.</summary>
    public bool? Pass { get; init; }

    /// <summary>The kind of work; steps without one are each a kind of their own.</summary>
    public string? Kind { get; init; }

    /// <summary>True for work that makes dust: it does not begin while a coat is wet.</summary>
    public bool? Dust { get; init; }

    /// <summary>Minutes after each chunk's end during which no dust work begins, of whatever batch.</summary>
    public int? Wet { get; init; }

    /// <summary>The stretches it is sprayed in, by the name they have in the problem; null: at any time where the problem names
    /// some.</summary>
    public string? Window { get; init; }

    /// <summary>Least minutes of a session of work that may pause within a model; null where it pauses between models only.</summary>
    public int? MinSession { get; init; }

    /// <summary>Most chunks in one sitting; 1 when null.</summary>
    public int? ChunksPerSitting { get; init; }

    /// <summary>When it is needed at all; null: always.</summary>
    public PlanCondition? OnlyIf { get; init; }
}

/// <summary>A step is needed only where one that follows it begins late after an earlier one: the wipe of metal whose bath lies days
/// back.</summary>
/// <param name="After">The earlier step, of the same batch.</param>
/// <param name="LongerThan">Minutes from its end to the begin of what follows, at least 0: within them the step is left out.</param>
public sealed record PlanCondition(string After, int LongerThan);

/// <summary>From the end of one step to the start of another: least, most, and a forbidden open gap.</summary>
public sealed record PlanArc(string From, string To, int Min)
{
    /// <summary>Most minutes, null for no limit.</summary>
    public int? Max { get; init; }

    /// <summary>Gaps strictly between begin and end are not allowed.</summary>
    public Span? Forbid { get; init; }

    /// <summary>The successor must end at most this many minutes after the end of the step before it; null for no limit.</summary>
    public int? FinishMax { get; init; }

    /// <summary>The batch of the step before, where it is another.</summary>
    public string? FromBatch { get; init; }

    /// <summary>The batch of the step after, where it is another.</summary>
    public string? ToBatch { get; init; }
}

/// <summary>An amount of a resource held from one edge to another.</summary>
public sealed record ResourceReservation(string Resource, int Amount, PlanEdge From, PlanEdge To);

/// <summary>The start, end or ready moment of a step.</summary>
public sealed record PlanEdge(string Step, string Edge);

/// <summary>A stretch of work on one step.</summary>
/// <param name="Batch">The batch.</param>
/// <param name="Step">The step.</param>
/// <param name="Start">First minute.</param>
/// <param name="End">The minute after the last.</param>
/// <param name="Models">Models done in it; 0 where the step pauses within a model.</param>
public sealed record PlanChunk(
    string Batch,
    string Step,
    int Start,
    int End,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] int Models = 0
)
{
    /// <summary>Minutes of work, without the set-up, of a step that pauses within a model; null for others.</summary>
    public int? Minutes { get; init; }
}

/// <summary>A schedule in the documented format.</summary>
public sealed record Schedule(string Instance, string Method, long? Z, IReadOnlyList<PlanChunk> Chunks);

/// <summary>A step that found no place, what it lacked, and the smallest change that lets it in.</summary>
public sealed record Unplaced(string Batch, string Step, string Lacks, string Remedy = "");

/// <summary>What planning gives: a schedule and what did not fit.</summary>
public sealed record PlanResult(Schedule Schedule, IReadOnlyList<Unplaced> Unplaced)
{
    /// <summary>What moved against the plan before; null for a first one.</summary>
    public PlanShift? Shift { get; init; }
}

/// <summary>What moved against the plan before.</summary>
/// <param name="Steps">How many steps end at another minute.</param>
/// <param name="Promises">Which promises changed, in words.</param>
public sealed record PlanShift(int Steps, IReadOnlyList<string> Promises)
{
    /// <summary>What moved them, in words: at most three causes.</summary>
    public IReadOnlyList<string> Causes { get; init; } = [];

    /// <summary>The steps that moved farthest, from when to when: at most five.</summary>
    public IReadOnlyList<string> Farthest { get; init; } = [];

    /// <summary>When it was told; null in plans kept by earlier versions.</summary>
    public DateTimeOffset? At { get; init; }
}
