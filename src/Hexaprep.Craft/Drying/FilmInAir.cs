using Hexaprep.Craft.Computation;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>A film in air that was read: its three times, and what they are when that air never dries it.</summary>
/// <param name="Step">The step that left it.</param>
/// <param name="Product">What it is.</param>
/// <param name="Film">How thick it went on.</param>
/// <param name="Air">The air over it, now and since it was laid.</param>
/// <param name="House">The house rules, for the floors.</param>
/// <param name="Now">The present moment: a film that never dries in this air starts over when the air gets better.</param>
public sealed record FilmInAir(StepKind Step, ProductClass Product, Film Film, Air Air, HouseRuleChoices House, Instant Now)
{
    /// <summary>Why this air never dries it; null when it does.</summary>
    public string? Stalled =>
        Limits is { } air && air != Air
            ? string.Create(
                System.Globalization.CultureInfo.InvariantCulture,
                $"In this air ({Air.AirC:0} °C, {Air.HumidityPct:0} %) it never dries: the time given is the earliest, once it is "
                    + $"{air.AirC:0} °C and {air.HumidityPct:0} % at most."
            )
            : null;

    /// <summary>How much slower than at the reference a stage comes.</summary>
    public double Factor(Readiness stage) => DryingModel.Time(Product, stage, Limits, WaitTable.Ratio(Film)).Factor!.Value;

    /// <summary>Early, usual and sure after the end of the work; null when the product has no such stage.</summary>
    public SafeTimes? After(Instant end, Readiness stage)
    {
        if (!DryingModel.Knows(Product, stage))
            return null;
        var band = WaitTable.Of(
            Step,
            Product,
            stage,
            House,
            DryingModel.Time(Product, stage, Limits, WaitTable.Ratio(Film)).Minutes!.Value,
            Limits
        );
        var from = Limits == Air ? end : Instant.Max(end, Now);
        return new(
            from + Duration.FromMinutes(band.Early),
            from + Duration.FromMinutes(band.Usual),
            from + Duration.FromMinutes(band.Sure),
            false
        );
    }

    // The nearest air in which the film forms at all.
    private Air Limits
    {
        get
        {
            var kind = TradeDefaults.ClassOf(Product);
            return Air with { AirC = Math.Max(Air.AirC, kind.TMinC), HumidityPct = Math.Min(Air.HumidityPct, kind.RhMax) };
        }
    }
}
