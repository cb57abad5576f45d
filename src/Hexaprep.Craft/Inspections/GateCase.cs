using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Inspections;

/// <summary>A flaw as it is seen: on one coat or work, on so many models.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Step">The step whose coat or work shows it.</param>
/// <param name="Models">How many models show it, from 1.</param>
/// <param name="Places">Where on them; may be empty.</param>
public sealed record SeenFlaw(FlawKind Kind, StepKind Step, int Models, IReadOnlyList<string> Places);

/// <summary>What a product's label asks of the air and of the next coat; null where it says nothing or nobody wrote it down.</summary>
/// <param name="RecoatMin">Minutes.</param>
/// <param name="RecoatMax">Minutes.</param>
/// <param name="MinTempC">°C.</param>
/// <param name="MaxHumidityPct">%.</param>
public sealed record CaseLabel(double? RecoatMin, double? RecoatMax, double? MinTempC, double? MaxHumidityPct)
{
    /// <summary>A label nobody wrote down.</summary>
    public static readonly CaseLabel None = new(null, null, null, null);
}

/// <summary>A coat with what was noted of how it went on. Null is unknown, and says nothing.</summary>
/// <param name="Laid">What lies there, and when it is ready.</param>
public sealed record CaseCoat(LaidCoat Laid)
{
    /// <summary>How it went on.</summary>
    public string? Method { get; init; }

    /// <summary>Which coat of its step, from 1.</summary>
    public int Number { get; init; } = 1;

    /// <summary>How thick.</summary>
    public Film? Film { get; init; }

    /// <summary>When it was begun.</summary>
    public Instant? StartedAt { get; init; }

    /// <summary>The air it was laid in, °C.</summary>
    public double? AirC { get; init; }

    /// <summary>Its relative humidity, %.</summary>
    public double? HumidityPct { get; init; }

    /// <summary>The wind, m/s.</summary>
    public double? WindMs { get; init; }

    /// <summary>Its label.</summary>
    public CaseLabel Label { get; init; } = CaseLabel.None;

    /// <summary>From how far it was sprayed, cm.</summary>
    public double? DistanceCm { get; init; }

    /// <summary>The can, °C.</summary>
    public double? CanC { get; init; }

    /// <summary>Shaken before.</summary>
    public bool? Shaken { get; init; }

    /// <summary>In how many passes.</summary>
    public int? Passes { get; init; }

    /// <summary>Sprayed from all sides.</summary>
    public bool? Turned { get; init; }

    /// <summary>Thinned.</summary>
    public bool? Thinned { get; init; }

    /// <summary>The bath it is the water of, °C.</summary>
    public double? BathC { get; init; }

    /// <summary>CA made to set by accelerator.</summary>
    public bool Accelerator { get; init; }

    /// <summary>When it was begun, or, where nobody noted that, was done.</summary>
    public Instant? Begun => StartedAt ?? Laid.EndedAt;
}

/// <summary>A step of the log.</summary>
/// <param name="Step">Its kind.</param>
/// <param name="At">When it ended; null when nobody noted it.</param>
public sealed record CaseDeed(StepKind Step, Instant? At)
{
    /// <summary>Skipped on purpose: it was not done.</summary>
    public bool LeftOut { get; init; }

    /// <summary>When a bare hand last touched the model.</summary>
    public Instant? HandledAt { get; init; }

    /// <summary>When its product was opened.</summary>
    public Instant? Opened { get; init; }
}

/// <summary>What the log of a batch knows, as a gate reads it.</summary>
/// <param name="Job">The batch and its house rules.</param>
/// <param name="Done">Steps done or left out, in their order.</param>
/// <param name="Coats">What was left on, in its order.</param>
/// <param name="Now">The moment of the look.</param>
/// <param name="Book">The rules.</param>
public sealed record GateCase(Job Job, IReadOnlyList<CaseDeed> Done, IReadOnlyList<CaseCoat> Coats, Instant Now, RuleBook Book)
{
    private readonly Lazy<HashSet<StepKind>> _route = new(() => [.. RouteBuilder.Derive(Job, Book).Steps.Select(s => s.Key.Kind)]);

    /// <summary>True when the route of this batch has the step.</summary>
    public bool RouteHas(StepKind step) => _route.Value.Contains(step);

    /// <summary>True when it was done, by the log.</summary>
    public bool Did(StepKind step) => Done.Any(d => d.Step == step && !d.LeftOut) || Coats.Any(c => c.Laid.Step == step);

    /// <summary>True when the log says that it was skipped.</summary>
    public bool LeftOut(StepKind step) => !Did(step) && Done.Any(d => d.Step == step && d.LeftOut);

    /// <summary>True when the route has it, the log has gone on past it, and it is not there.</summary>
    public bool Missed(StepKind step) =>
        !Did(step) && RouteHas(step) && KnowsWork && Noted.Any(s => StepDefinition.Of(s).Place > StepDefinition.Of(step).Place);

    /// <summary>True for a log that tells of any work at all.</summary>
    public bool KnowsWork => Done.Any(d => !d.LeftOut) || Coats.Count > 0;

    /// <summary>True when it is missed in a log that was kept step by step: a short note of a few steps says nothing of small
    /// ones.</summary>
    public bool MissedInAFullLog(StepKind step)
    {
        if (!Missed(step))
            return false;
        var last = Noted.Max(s => StepDefinition.Of(s).Place);
        // Who keeps a log need not note every look.
        var before = _route.Value.Where(s => StepDefinition.Of(s) is { LooksAt: null } f && f.Place < last && s != step).ToList();
        return before.Count(Did) >= FullShare * before.Count;
    }

    private const double FullShare = 0.7;

    private IEnumerable<StepKind> Noted => Done.Where(d => !d.LeftOut).Select(d => d.Step).Concat(Coats.Select(c => c.Laid.Step));

    /// <summary>When a step was last done; null when nobody noted it.</summary>
    public Instant? LastAt(StepKind step) => Done.Where(d => d.Step == step && !d.LeftOut).Max(d => d.At);
}
