using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Acts;

/// <summary>What a person does at the bench.</summary>
public enum ActKind
{
    Start,
    Done,
    Pass,
    PutDown,
    TakeBack,
    SetCount,
    Flaw,
    Mend,
    Test,
    Coat,
    Clock,
    StopClock,
    Wet,
    Place,
    Tear,
    Spoil,
    NotSliding,
    LiftTransfer,
}

/// <summary>An act, with an identity made where it was done, so that sending it twice does it once.</summary>
/// <param name="Id">Client-made.</param>
/// <param name="Kind">What was done.</param>
/// <param name="At">When it was done, by the hand's own clock.</param>
public sealed record Act(Guid Id, ActKind Kind, Instant At)
{
    /// <summary>The coat, sprayed outdoors, was carried in.</summary>
    public bool BroughtIn { get; init; }

    /// <summary>Begun against good practice, on purpose; logged with what spoke against it. What a law forbids it does not begin, but
    /// lets what has happened be logged.</summary>
    public bool Anyway { get; init; }

    /// <summary>The step (start, done, put down, take back, set count, flaw).</summary>
    public Guid? StepId { get; init; }

    /// <summary>A model's number, 1 and up; the next one when null (done), the last ticked (take back).</summary>
    public int? Model { get; init; }

    /// <summary>Which of the step's passes, from 1 (pass, take back); the one that is on when null.</summary>
    public int? Pass { get; init; }

    /// <summary>The pass is on all models that lack it (pass).</summary>
    public bool WholeRow { get; init; }

    /// <summary>A piece's number, from 1 (done, take back, flaw); all that the step is about when null.</summary>
    public int? Piece { get; init; }

    /// <summary>How many are done in all (set count); how many go into the water, as many as are advised when null (wet).</summary>
    public int? Count { get; init; }

    /// <summary>The flaw (mend).</summary>
    public Guid? FlawId { get; init; }

    /// <summary>Where on the model (flaw), 1 to 60 characters.</summary>
    public string? Place { get; init; }

    /// <summary>What is wrong (flaw), or why it is left (mend); 1 to 200 characters. A flaw of a kind needs none.</summary>
    public string? Words { get; init; }

    /// <summary>What kind of flaw it is (flaw); null where words tell it.</summary>
    public FlawKind? FlawKind { get; init; }

    /// <summary>How the flaw is closed (mend); mended when null.</summary>
    public FlawEnd? End { get; init; }

    /// <summary>The coat (test, coat).</summary>
    public Guid? CoatId { get; init; }

    /// <summary>The readiness tested (test).</summary>
    public Readiness? Stage { get; init; }

    /// <summary>What was found (test).</summary>
    public Finding? Finding { get; init; }

    /// <summary>The film (coat).</summary>
    public Film? Film { get; init; }

    /// <summary>Air in °C, -30 to 60 (coat).</summary>
    public double? AirC { get; init; }

    /// <summary>Spraying although the air is unfit, on purpose (start).</summary>
    public bool DespiteAir { get; init; }

    /// <summary>What the step waits for was tested now and found dry (start, done, set count).</summary>
    public bool Dry { get; init; }

    /// <summary>Relative humidity in %, 0 to 100 (coat).</summary>
    public double? HumidityPct { get; init; }

    /// <summary>When its last model was really done, where the tick came late or early (coat).</summary>
    public Instant? EndedAt { get; init; }

    /// <summary>Which wait of minutes begins (clock).</summary>
    public ClockKind? Clock { get; init; }

    /// <summary>The clock to stop (stop clock).</summary>
    public Guid? ClockId { get; init; }
}
