using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>A step of a derived route.</summary>
/// <param name="Key">Its place among its kind.</param>
/// <param name="Of">How many occurrences its kind has.</param>
/// <param name="Side">Where it stands on the hexagon.</param>
/// <param name="Amounts">Hands, product, method.</param>
/// <param name="Reason">Why the batch needs it.</param>
public sealed record RouteStep(StepKey Key, int Of, Side Side, StepAmounts Amounts, string Reason)
{
    /// <summary>Minutes of hands for this many models, set-up and mixes included.</summary>
    public int HandsMinutes(int models) => Effort.Minutes(Amounts.SetupMinutes, Amounts.SecondsPerModel, Amounts.ModelsPerMix, models);
}

/// <summary>Minutes of hands from set-up and seconds a model.</summary>
public static class Effort
{
    /// <summary>Whole minutes for <paramref name="models"/> models; 0 models cost nothing.</summary>
    /// <param name="setupMinutes">Minutes before the first, at least 0.</param>
    /// <param name="secondsPerModel">Seconds a model, at least 0.</param>
    /// <param name="modelsPerMix">Models a set-up serves; null when one serves all.</param>
    /// <param name="models">At least 0.</param>
    public static int Minutes(int setupMinutes, int secondsPerModel, int? modelsPerMix, int models)
    {
        if (models <= 0)
            return 0;
        var setups = modelsPerMix is { } per ? (models + per - 1) / per : 1;
        return Math.Max(1, setups * setupMinutes + (models * secondsPerModel + 59) / 60);
    }
}

/// <summary>Why one step follows another.</summary>
/// <param name="From">The earlier step.</param>
/// <param name="To">The later step.</param>
/// <param name="Stage">The readiness waited for; null for order alone.</param>
/// <param name="MinMinutes">Least minutes from the end of one to the start of the other, at the sure time.</param>
/// <param name="Rule">The rule that says so.</param>
/// <param name="Reason">Its words.</param>
public sealed record RouteEdge(StepKey From, StepKey To, Readiness? Stage, int MinMinutes, string Rule, string Reason)
{
    /// <summary>The window closes this many minutes after the earlier step; null when it never does.</summary>
    public int? MaxMinutes { get; init; }

    /// <summary>The later step may not begin in this open gap, minutes after the earlier one; null when there is none.</summary>
    public Span? Forbidden { get; init; }
}

/// <summary>A step that a tier or a school's default switched off.</summary>
public sealed record LeftOut(StepKind Kind, string Reason);

/// <summary>A route: steps in an order that respects every edge, the edges, and what was left out.</summary>
public sealed record Route(IReadOnlyList<RouteStep> Steps, IReadOnlyList<RouteEdge> Edges, IReadOnlyList<LeftOut> LeftOut)
{
    /// <summary>Minutes of hands for the whole route.</summary>
    public int HandsMinutes(int models) => Steps.Sum(s => s.HandsMinutes(models));

    /// <summary>Minutes from begin to end when nothing else is done in between: the longest way through hands and waits.</summary>
    public int ElapsedMinutes(int models)
    {
        var ends = new Dictionary<StepKey, int>();
        var into = Edges.ToLookup(e => e.To);
        foreach (var step in Steps)
            ends[step.Key] = into[step.Key].Select(e => ends[e.From] + e.MinMinutes).DefaultIfEmpty(0).Max() + step.HandsMinutes(models);
        return ends.Values.DefaultIfEmpty(0).Max();
    }
}
