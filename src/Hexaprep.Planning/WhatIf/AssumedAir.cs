using System.Collections.Concurrent;
using System.Globalization;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>A spray planned outdoors beyond the forecast, at an hour whose month rarely allows it.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Unit">Its unit.</param>
/// <param name="Title">What is sprayed.</param>
/// <param name="When">When it is planned, in words.</param>
/// <param name="Words">How rarely the air is fit then, and what else would do.</param>
/// <param name="Else">The same as questions, whose answers are its price.</param>
public sealed record AssumedAirView(Guid StepId, string Unit, string Title, string When, string Words, IReadOnlyList<AirElse> Else);

/// <summary>What else would do, and the question that tells what it costs.</summary>
public sealed record AirElse(string Words, WhatIfAsk Ask);

/// <summary>What speaks against a spray whose weather is assumed, and what else would do.</summary>
public sealed record RareAir(string Words, IReadOnlyList<AirElse> Else);

/// <summary>How often the air of a month suits a manner of spraying at an hour, by temperature and damp: shown, never used to
/// forbid.</summary>
public static class AssumedAir
{
    /// <summary>Fewer days than this share count as rarely.</summary>
    public const double Rarely = 0.2;

    // How far single days lie from their month's usual: a rule of thumb for a temperate climate.
    private const double DegreesSd = 3.5,
        DampSd = 9;

    // Middles of equal shares of a normal distribution.
    private static readonly double[] Shares =
    [
        .. Enumerable.Range(0, 9).Select(i => MathNet.Numerics.Distributions.Normal.InvCDF(0, 1, (i + 0.5) / 9)),
    ];

    private static readonly ConcurrentDictionary<(int Month, int Hour, SprayManner Manner), double> Known = new();

    /// <summary>The share of a month's days on which the air suits a manner at an hour of the day, 0 to 1.</summary>
    /// <param name="month">1 to 12.</param>
    /// <param name="hour">0 to 23.</param>
    /// <param name="manner">How it is sprayed.</param>
    public static double Share(int month, int hour, SprayManner manner) => Known.GetOrAdd((month, hour, manner), key =>
        {
            var air = UsualAt(key.Month, key.Hour);
            var fit =
                from warmer in Shares
                from damper in Shares
                let weather = new Weather(new Air(air.AirC + DegreesSd * warmer, Math.Clamp(air.HumidityPct + DampSd * damper, 20, 99)))
                select key.Manner.In(weather).Allows ? 1.0 : 0.0;
            return fit.Average();
        });

    /// <summary>What speaks against a spray at a moment, and what else would do; null where the forecast speaks, where the air is the
    /// room's, or where the month often allows it.</summary>
    public static RareAir? Of(BenchIndex bench, BenchStep step, Instant at, Instant now)
    {
        if (SprayManner.Of(bench, step) is not { IsOutdoors: true } manner || SprayHours.Reaches(bench, at))
            return null;
        var local = at.InZone(bench.State.Settings.Zone);
        var share = Share(local.Month, local.Hour, manner);
        if (share >= Rarely)
            return null;
        var month = CultureInfo.InvariantCulture.DateTimeFormat.GetMonthName(local.Month);
        var today = now.InZone(bench.State.Settings.Zone).Date;
        List<AirElse> instead =
        [
            .. Ways(bench, step),
            .. Share(local.Month, 13, manner) is var noon && noon >= Math.Max(Rarely, 2 * share)
                ? new[] { new AirElse($"midday at a weekend ({Often(noon)})", Midday(Saturday(local.Date, today))) }
                : [],
            .. Enumerable
                .Range(1, 11)
                .Select(m => new LocalDate(local.Year, local.Month, 1).PlusMonths(m))
                .Where(m => Share(m.Month, local.Hour, manner) >= 2 * Rarely && Period.DaysBetween(today, m) <= WhatIfChange.MostDaysWaited)
                .Take(1)
                .Select(m => new AirElse(
                    $"waiting for {CultureInfo.InvariantCulture.DateTimeFormat.GetMonthName(m.Month)}",
                    new WhatIfAsk(WhatIfKind.NoSprayBefore, m)
                )),
        ];
        return new(
            $"The weather is assumed here: at {local.Hour}:00 in {month} the air outdoors suits it {Often(share)}, by what the month "
                + $"usually is. What else would do: {string.Join("; ", instead.Select(i => i.Words))}.",
            instead
        );
    }

    // The last Saturday up to a day, or the next from today where that is over.
    private static LocalDate Saturday(LocalDate day, LocalDate today)
    {
        var before = day.DayOfWeek == IsoDayOfWeek.Saturday ? day : day.Previous(IsoDayOfWeek.Saturday);
        return before > today ? before : today.Next(IsoDayOfWeek.Saturday);
    }

    private static WhatIfAsk Midday(LocalDate day) => new(WhatIfKind.Evening, day, null, new LocalTime(12, 0), new LocalTime(14, 0));

    // Brush or airbrush, where the rules allow them for these models.
    private static IEnumerable<AirElse> Ways(BenchIndex bench, BenchStep step)
    {
        var job = bench.JobOf(step);
        var open = RuleBook
            .Trade.Choice(step.Key.Kind)
            .Ways(job)
            .Where(w => RuleBook.Trade.Bars(step.Key.Kind, w.Way, job) is null && w.Method != step.Amounts.Method)
            .ToList();
        AirElse By(string words, StepAmounts way) =>
            new(words, new WhatIfAsk(WhatIfKind.Way, StepId: step.Id) { Method = way.Method, Product = way.Product });
        if (open.Find(w => w.Method == "brush") is { } brush)
            yield return By("the brush", brush);
        if (open.Find(w => w is { Method: "airbrush", Product: ProductClass.AcrylicWb }) is { } airbrush)
            yield return By("the airbrush in an aired room, water-borne", airbrush);
    }

    private static string Often(double share) =>
        // A rule of thumb tells no finer.
        share < 0.05
            ? "on hardly any day"
        : share < 0.1 ? "on fewer than 1 day in 10"
        : string.Create(CultureInfo.InvariantCulture, $"on about 1 day in {Math.Round(1 / share):0}");

    // Coldest at five, warmest at three in the afternoon, and damp the other way round.
    private static Air UsualAt(int month, int hour)
    {
        var usual = MonthUsual.Of(new LocalDate(2000, month, 15));
        var since = (hour + 24 - 5) % 24;
        var warmth = since <= 10 ? (1 - Math.Cos(Math.PI * since / 10)) / 2 : (1 + Math.Cos(Math.PI * (since - 10) / 14)) / 2;
        return new Air(usual.NightC + (usual.DayC - usual.NightC) * warmth, usual.DampPct - (usual.DampPct - usual.DryPct) * warmth);
    }
}
