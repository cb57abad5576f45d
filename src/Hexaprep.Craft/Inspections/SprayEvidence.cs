using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Inspections.CauseId;
using static Hexaprep.Craft.Inspections.Evidence;

namespace Hexaprep.Craft.Inspections;

/// <summary>How the coat went on: air, distance, film, can, passes.</summary>
internal static class SprayEvidence
{
    private const double DewMarginK = 3,
        DryPct = 35;

    // Practised distances, cm: a can 20 to 35, an airbrush 3 to 15, by some to 20.
    private static (double Near, double Far) Distance(string method) => method == "spray_can" ? (20, 35) : (3, 20);

    public static IEnumerable<Fact> Of(EvidenceContext scene) =>
        [
            .. Loudest(scene.Shown.Select(Dryness)),
            .. Loudest(scene.Shown.Select(TooFar)),
            .. Loudest(scene.Shown.Select(Thin)),
            .. Loudest(scene.Shown.Select(Thick)),
            .. Loudest(scene.Shown.Select(TooNear)),
            .. Loudest(scene.Shown.Select(NextPass(scene))),
            .. Loudest(scene.Shown.Select(Angles)),
            .. Loudest(scene.Shown.Select(Damp)),
            .. Loudest(scene.Shown.Select(Dew)),
            .. Loudest(scene.Shown.Select(ColdAir)),
            .. Loudest(scene.Shown.Select(ColdCan)),
            .. Loudest(scene.Shown.Select(Shaken)),
        ];

    private static bool IsSprayed(CaseCoat coat) => coat.Method is "spray_can" or "airbrush";

    private static Fact? Dryness(CaseCoat coat)
    {
        if (coat.Method == "brush")
            return new(DrySpray, 0.05, "It was brushed: nothing flew.");
        if (
            SprayFitness.MediumOf(coat.Method, coat.Laid.Product) is not { } medium
            || (coat.AirC is null && coat.HumidityPct is null && coat.WindMs is null)
        )
            return null;
        // Each condition by its own curve, on its dry side; what is unknown is taken as it does no harm.
        var air = new Air(coat.AirC ?? Air.Usual.AirC, coat.HumidityPct ?? Air.Usual.HumidityPct);
        var parts = SprayFitness.Of(medium, new Weather(air, coat.WindMs ?? 0)).Parts;
        var known = new List<(double Score, string Text)>();
        if (coat.AirC is { } warm)
            known.Add((warm > 20 ? parts["air_c"] : 1, $"{Number(warm)} °C"));
        if (coat.HumidityPct is { } damp)
            known.Add((damp < 50 ? parts["rh_pct"] : 1, $"{Number(damp)} %"));
        if (coat.WindMs is { } wind)
            known.Add((parts["wind_m_s"], $"a wind of {Number(wind)} m/s"));
        if (coat.AirC is not null && coat.HumidityPct is not null && coat.HumidityPct < 50)
            known.Add((parts["dry_spray_index"], ""));
        var worst = known.Min(k => k.Score);
        var words = string.Join(", ", known.Select(k => k.Text).Where(t => t.Length > 0));
        if (worst < SprayFitness.FitFrom || coat.HumidityPct < DryPct)
            return new(DrySpray, 2 + 8 * (1 - worst), $"Sprayed at {words}: drops dry on their way.");
        // Only air that was wholly known to be mild speaks against it.
        return worst >= 1 && coat.AirC is not null && coat.HumidityPct is not null
            ? new(DrySpray, 0.4, $"Sprayed at {words}: the air was mild enough.")
            : null;
    }

    private static Fact? TooFar(CaseCoat coat)
    {
        if (coat.DistanceCm is not { } far || !IsSprayed(coat))
            return null;
        var (_, most) = Distance(coat.Method!);
        return far > most
            ? new(DrySpray, Math.Min(10, 3 * far / most), $"Sprayed from {Number(far)} cm: {Number(most)} cm is the most.")
            : new(DrySpray, 0.6, $"Sprayed from {Number(far)} cm: near enough.");
    }

    private static Fact? Thin(CaseCoat coat) =>
        coat.Thinned == true && coat.Method == "airbrush" ? new(DrySpray, 0.8, "It was thinned: it flew wet.") : null;

    private static Fact? Thick(CaseCoat coat) =>
        coat.Film switch
        {
            Film.Heavy => new(TooHeavy, 8, "It was noted as a heavy coat."),
            Film.Normal => new(TooHeavy, 0.6, "It was noted as a normal coat."),
            Film.Light => new(TooHeavy, 0.3, "It was noted as a light coat."),
            _ => null,
        };

    private static Fact? TooNear(CaseCoat coat)
    {
        if (coat.DistanceCm is not { } far || !IsSprayed(coat))
            return null;
        var (least, _) = Distance(coat.Method!);
        return far < least
            ? new(TooHeavy, Math.Min(8, 3 * least / far), $"Sprayed from {Number(far)} cm: {Number(least)} cm is the least.")
            : new(TooHeavy, 0.7, $"Sprayed from {Number(far)} cm: not too near.");
    }

    // A pass over one that was still wet adds to it.
    private static Func<CaseCoat, Fact?> NextPass(EvidenceContext scene) =>
        coat =>
            scene.Under.FirstOrDefault(w => ReferenceEquals(w.Coat, coat) && w.Below.Laid.Step == coat.Laid.Step) is { } wait
                ? wait.CutShort
                    ? new(TooHeavy, 4, wait.Text)
                    : wait.IsSure
                        ? new(TooHeavy, 0.8, wait.Text)
                        : null
                : null;

    private static Fact? Angles(CaseCoat coat) =>
        coat.Turned switch
        {
            true => new(MissedAngle, 0.2, "It was sprayed from all sides."),
            false => new(MissedAngle, coat.Passes <= 1 ? 10 : 8, "It was not turned while it was sprayed."),
            _ => coat.Passes switch
            {
                <= 1 => new(MissedAngle, 3, "It got one pass only."),
                >= 3 => new(MissedAngle, 0.6, $"It got {coat.Passes} passes."),
                _ => null,
            },
        };

    private static Fact? Damp(CaseCoat coat)
    {
        if (coat.HumidityPct is not { } damp)
            return null;
        var (most, whose) = coat.Label.MaxHumidityPct is { } label
            ? (label, "its label's")
            : (TradeDefaults.ClassOf(coat.Laid.Product).RhMax, "its kind's");
        if (damp > most)
            return new(DampAir, Math.Min(12, 5 + (damp - most) / 2), $"Laid at {Number(damp)} %: {whose} limit is {Number(most)} %.");
        // Under the limit and yet no air to spray in: it says neither.
        var fit = SprayFitness.MediumOf(coat.Method, coat.Laid.Product) is { } medium ? SprayFitness.DampestFit(medium) : most - 10;
        return damp <= Math.Min(fit, most - 5)
            ? new(DampAir, 0.35, $"Laid at {Number(damp)} %: under {whose} limit of {Number(most)} %.")
            : null;
    }

    private static Fact? Dew(CaseCoat coat)
    {
        if (coat.AirC is not { } air || coat.HumidityPct is not { } damp)
            return null;
        var margin = air - SprayFitness.DewPoint(new Air(air, damp));
        return margin < DewMarginK
            ? new(DampAir, 4, $"The dew point was {Number(margin)} °C away: {Number(DewMarginK)} °C is the least.")
            : null;
    }

    private static Fact? ColdAir(CaseCoat coat)
    {
        if (coat.AirC is not { } air)
            return null;
        var (least, whose) = coat.Label.MinTempC is { } label
            ? (label, "its label's")
            : (TradeDefaults.ClassOf(coat.Laid.Product).TMinC, "its kind's");
        if (air < least)
            return new(Cold, Math.Min(12, 6 + (least - air)), $"Laid at {Number(air)} °C: {whose} least is {Number(least)} °C.");
        if (
            coat.Label.MinTempC is null
            && SprayFitness.MediumOf(coat.Method, coat.Laid.Product) is { } medium
            && air < 20
            && SprayFitness.Of(medium, new Weather(new Air(air, Air.Usual.HumidityPct))).Parts["air_c"] is var score
            && score < SprayFitness.FitFrom
        )
            return new(Cold, 2 + 4 * (1 - score), $"Laid at {Number(air)} °C: cold for a spray.");
        return air >= least + 5 ? new(Cold, 0.3, $"Laid at {Number(air)} °C: over {whose} least of {Number(least)} °C.") : null;
    }

    private static Fact? ColdCan(CaseCoat coat)
    {
        if (coat.CanC is not { } can || coat.Method != "spray_can")
            return null;
        var score = SprayFitness.Of(SprayMedium.Aerosol, new Weather(Air.Usual) { CanC = Math.Min(can, 20) }).Parts["can_c"];
        return score < SprayFitness.FitFrom ? new(Cold, 3 + 4 * (1 - score), $"The can had {Number(can)} °C: too cold to spray evenly.")
            : score >= 1 ? new(Cold, 0.7, $"The can had {Number(can)} °C: warm enough.")
            : null;
    }

    private static Fact? Shaken(CaseCoat coat) =>
        coat.Shaken switch
        {
            false => new(NotShaken, 10, "It was not shaken."),
            true => new(NotShaken, 0.2, "It was shaken."),
            _ => null,
        };
}
