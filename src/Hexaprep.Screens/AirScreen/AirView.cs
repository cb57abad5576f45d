using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.Wording;
using NodaTime;

namespace Hexaprep.Screens.AirScreen;

/// <summary>The air: what is known of it, whether it suits spraying, and when it will.</summary>
/// <param name="Bench">At the bench; null where nothing was read that still holds.</param>
/// <param name="Outdoors">Outdoors; null likewise.</param>
/// <param name="BenchWords">What drying times stand on, in words.</param>
/// <param name="Medium">What the bench sprays with most.</param>
/// <param name="Now">Whether it suits now; null where nothing is known.</param>
/// <param name="Windows">Fit stretches of the forecast.</param>
/// <param name="ForecastWords">Where the forecast comes from and how far it reaches; what is assumed beyond it.</param>
public sealed record AirView(
    ReadingView? Bench,
    ReadingView? Outdoors,
    string BenchWords,
    SprayMedium Medium,
    FitnessView? Now,
    IReadOnlyList<FitWindowView> Windows,
    string ForecastWords
)
{
    /// <summary>"Spray now? Not outdoors."</summary>
    public required string Headline { get; init; }

    /// <summary>Why, and when it is fit again.</summary>
    public required string Why { get; init; }

    /// <summary>The condition that decides; "none" where all are good, null where nothing is known.</summary>
    public required string? Binding { get; init; }

    /// <summary>True where the figure that decides is the one outdoors.</summary>
    public required bool IsOutdoors { get; init; }

    /// <summary>What would make it fit, or do instead with its price.</summary>
    public required IReadOnlyList<string> Remedies { get; init; }

    /// <summary>What is sprayed and what its label asks: "primer from the can, label: from 10 °C".</summary>
    public required string Sprayed { get; init; }

    /// <summary>The coming week: fit hours above, your sittings below.</summary>
    public required IReadOnlyList<AirDayView> Days { get; init; }

    /// <summary>Where fit air and a sitting meet first.</summary>
    public required string Meets { get; init; }

    /// <summary>How the coats of this bench took the air.</summary>
    public required AirOutcomes Took { get; init; }
}

/// <summary>A reading that still holds.</summary>
public sealed record ReadingView(
    Instant At,
    double AirC,
    double HumidityPct,
    double? WindMs,
    double? GustMs,
    double? SunWM2,
    AirSource Source
)
{
    /// <summary>The can, °C; null where nobody felt it.</summary>
    public double? CanC { get; init; }

    /// <summary>When and by whom it was read: "typed 19:50".</summary>
    public string Words { get; init; } = "";

    internal static ReadingView? Of(AirReading? r, Clockface clock) =>
        r is null
            ? null
            : new(r.At, r.AirC, r.HumidityPct, r.WindMs, r.GustMs, r.SunWM2, r.Source)
            {
                CanC = r.CanC,
                Words =
                    $"{(r.Source == AirSource.Hand ? "typed" : "read")} {clock.At(r.At)}"
                    + (r.Source == AirSource.Instrument ? ", instrument" : ""),
            };
}

/// <summary>A fitness.</summary>
public sealed record FitnessView(double Score, string Verdict, string Binding, string Words, double DewMarginC, double SurfaceC);

/// <summary>A fit stretch.</summary>
public sealed record FitWindowView(Instant From, Instant To, string Text, double Score, string Limiting, string ClosedBy);

/// <summary>Reads the air.</summary>
public sealed class AirReader(BenchIndex bench, Instant now)
{
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>The view.</summary>
    /// <param name="plan">Whose next coat is asked about.</param>
    public AirView View(BenchPlan plan)
    {
        var indoors = bench.Drying.ReadingAt(now);
        var outdoors = bench.Drying.OutdoorsAt(now);
        var next = plan.Work.Select(w => bench.Steps[w.StepId]).FirstOrDefault(s => s.Amounts.Mode is not null);
        var manner = next is null ? bench.Manner : SprayManner.Of(bench, next) ?? bench.Manner;
        var fit = AirNow.Of(bench, manner, now);
        var week = new AirWeek(bench, manner, _clock);
        return new AirView(
            ReadingView.Of(indoors, _clock),
            ReadingView.Of(outdoors, _clock),
            indoors is { } r
                ? $"{r.AirC:0.#} °C, {r.HumidityPct:0} % read {_clock.At(r.At)}"
                : "nothing read in the last 12 h: taken as 21 °C, 50 %",
            manner.Medium,
            fit is { } f
                ? new FitnessView(
                    Math.Round(f.Score, 2),
                    f.Verdict,
                    f.Binding,
                    f.Words,
                    Math.Round(f.DewMarginC, 1),
                    Math.Round(f.SurfaceC, 1)
                )
                : null,
            [
                .. bench
                    .FitHoursOf(manner)
                    .Where(w => w.To > now)
                    .Select(w => new FitWindowView(
                        w.From,
                        w.To,
                        $"{_clock.At(w.From)} to {_clock.Time(w.To)}",
                        Math.Round(w.Hours.Score, 2),
                        w.Hours.Limiting,
                        w.Hours.ClosedBy ?? "forecast ends"
                    )),
            ],
            bench.State.Forecast.Count == 0
                ? $"no forecast: sittings count as fit unless you say otherwise; {Usual(now)}, assumed"
                : $"{bench.State.ForecastFrom}, until {_clock.At(ForecastEnds)}; beyond it sittings count as fit; "
                    + $"{Usual(ForecastEnds)}, assumed"
        )
        {
            Headline = $"Spray now? {Verdict(fit, manner)}",
            Why = fit is null ? "Type what it is like, or ask the instrument." : $"{Sentence.Opened(fit.Words)}.{week.FitAgain(fit)}",
            Binding = fit?.Binding,
            IsOutdoors = manner.IsOutdoors,
            Remedies = [.. Remedies(fit, next)],
            Sprayed = Sprayed(next, manner),
            Days = week.Days(),
            Meets = week.Meets(),
            Took = AirOutcomes.Of(bench),
        };
    }

    private static string Verdict(Fitness? fit, SprayManner manner)
    {
        var place = manner.Place switch
        {
            SprayPlace.Outdoors => "outdoors",
            SprayPlace.Booth => "in the booth",
            _ => "in the aired room",
        };
        return fit is null ? $"Nobody has read the air {place}."
            : fit.Score >= SprayFitness.FitFrom ? $"Yes, {place}."
            : fit.Allows ? $"With care, {place}: a test card first."
            : $"Not {place}.";
    }

    private static string Sprayed(BenchStep? next, SprayManner manner)
    {
        var what = next is null ? "a coat" : StepWords.Wait(next.Key.Kind, next.Amounts.Product!.Value).Noun;
        var with = manner.Medium == SprayMedium.Aerosol ? "from the can" : "from the airbrush";
        string?[] asks =
        [
            manner.MinTempC is { } least ? $"from {least:0.#} °C" : null,
            manner.MaxHumidityPct is { } most ? $"up to {most:0} %" : null,
        ];
        var label = string.Join(", ", asks.OfType<string>());
        return label.Length == 0 ? $"{what} {with}, no label kept" : $"{what} {with}, label: {label}";
    }

    // What the condition itself asks for, then other ways for the next coat with what they cost.
    private IEnumerable<string> Remedies(Fitness? fit, BenchStep? next)
    {
        if (fit is null || fit.Score >= SprayFitness.FitFrom)
            yield break;
        if (Remedy(fit) is { } remedy)
            yield return remedy;
        if (next is null)
            yield break;
        var job = bench.JobOf(next);
        var route = RouteBuilder.Derive(job, RuleBook.Trade);
        foreach (var way in RuleBook.Trade.Choice(next.Key.Kind).Ways(job).DistinctBy(w => w.Method))
        {
            if (way.Method is not ("airbrush" or "brush") || way.Method == next.Amounts.Method)
                continue;
            if (RuleBook.Trade.Bars(next.Key.Kind, way.Way, job) is not null)
                continue;
            var swap = new RouteChange(ChangeKind.Swap, next.Key.Kind, way.Method, way.Product);
            var other = RouteBuilder.Derive(RouteCheck.With(job, swap), RuleBook.Trade);
            yield return $"{Sentence.Opened(MethodWords.Of(next.Key.Kind, way.Way)!)} for {bench.NameOf(next)}: "
                + $"{EffectWords.Of(RouteEffect.Between(route, other, job.Batch.Models))}.";
        }
    }

    private Instant ForecastEnds => bench.State.Forecast[^1].At + Duration.FromHours(1);

    private string Usual(Instant at)
    {
        var day = at.InZone(bench.State.Settings.Zone).Date;
        return MonthUsual.Of(day).Words(day);
    }

    private static string? Remedy(Fitness fit) =>
        fit.Binding switch
        {
            "dew_margin_c" => "Bring the models in to warm, or wait for drier air.",
            "air_c" or "surface_c" => "Wait for the next window, or spray where it is 15 to 25 °C.",
            "rh_pct" => "Wait for 35 to 60 %.",
            "label_temp_c" or "label_rh_pct" => "The label comes first: wait for the next window.",
            "wind_m_s" => "Find shelter, or wait.",
            "rain_prob" => "Wait for the next window.",
            "can_c" => "Bring the can to room warmth, 18 to 25 °C, never on a heater or in hot water.",
            "dry_spray_index" => "Go closer, or wait for cooler air.",
            _ => null,
        };
}
