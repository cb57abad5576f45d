using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Screens.AirScreen;

/// <summary>A day of the coming week as a coat sees it.</summary>
/// <param name="Date">The day.</param>
/// <param name="Title">"Fri 13 Mar".</param>
/// <param name="Fit">Hours of the day, 0 to 24, in which the air is fit.</param>
/// <param name="IsAssumed">No forecast reaches it: the hours are the month's usual.</param>
/// <param name="Sits">Hours of your sittings.</param>
/// <param name="Words">Fit, or what shuts it: "fit till 13:00, then wind".</param>
public sealed record AirDayView(
    LocalDate Date,
    string Title,
    IReadOnlyList<DayHours> Fit,
    bool IsAssumed,
    IReadOnlyList<DayHours> Sits,
    string Words
);

/// <summary>Hours of a day, from 0 to 24.</summary>
public sealed record DayHours(double From, double To);

/// <summary>A week of fit hours and sittings, for one manner of spraying.</summary>
internal sealed class AirWeek(BenchIndex bench, SprayManner manner, Clockface clock)
{
    private const int WeekDays = 7;

    // Between these hours somebody may spray: what shuts a day is looked for there.
    private const int Dawn = 7,
        Dusk = 22;

    private DateTimeZone Zone => bench.State.Settings.Zone;

    /// <summary>The days, today first.</summary>
    public IReadOnlyList<AirDayView> Days()
    {
        var today = clock.Now.InZone(Zone).Date;
        return [.. Enumerable.Range(0, WeekDays).Select(i => Of(today.PlusDays(i)))];
    }

    /// <summary>Where fit air and a sitting meet first.</summary>
    public string Meets()
    {
        if (!manner.IsOutdoors)
            return "The weather does not decide: the bench's own air does, so any sitting will do.";
        if (bench.State.Forecast.Count == 0)
            return "No forecast: every sitting counts as fit unless you say otherwise.";
        foreach (var sitting in Sittings())
        foreach (var fit in Stretches())
        {
            var (from, to) = (Instant.Max(Instant.Max(fit.From, sitting.Begin), clock.Now), Instant.Min(fit.To, sitting.End));
            if (from < to)
                return $"Only where both meet can a coat be planned: {clock.Full(from)} to {clock.Time(to)} first.";
        }
        return "Fit air and your sittings do not meet this week: a sitting by day would.";
    }

    /// <summary>When it is fit again, where it is not; empty where it is, or nobody knows.</summary>
    public string FitAgain(Fitness now)
    {
        if (now.Score >= SprayFitness.FitFrom || !manner.IsOutdoors)
            return "";
        var ahead = Stretches().Where(s => s.From > clock.Now).Take(2).Select(s => $"{clock.At(s.From)} to {clock.Time(s.To)}").ToList();
        return ahead.Count == 0 ? "" : $" Fit again {string.Join("; ", ahead)}.";
    }

    private AirDayView Of(LocalDate date)
    {
        var (begin, end) = (Zone.AtStartOfDay(date).ToInstant(), Zone.AtStartOfDay(date.PlusDays(1)).ToInstant());
        DayHours Hours(Instant from, Instant to) =>
            new((Instant.Max(from, begin) - begin).TotalHours, Math.Min(24, (Instant.Min(to, end) - begin).TotalHours));
        var sits = Sittings().Where(s => s.End > begin && s.Begin < end).Select(s => Hours(s.Begin, s.End)).ToList();
        if (!manner.IsOutdoors)
            return new(date, clock.Day(date), [new(0, 24)], false, sits, "the room's own air");
        var hours = bench.State.Forecast.Where(h => h.At >= begin && h.At < end && h.At.InZone(Zone).Hour is >= Dawn and < Dusk).ToList();
        if (hours.Count == 0)
            return Usual(date, sits);
        var fit = Stretches().Where(s => s.To > begin && s.From < end).ToList();
        return new(date, clock.Day(date), [.. fit.Select(s => Hours(s.From, s.To))], false, sits, Words(hours, fit));
    }

    private string Words(List<ForecastHour> hours, List<(Instant From, Instant To, FitHours Hours)> fit)
    {
        if (fit.Count == 0)
        {
            var shut = hours.Select(h => manner.In(h.Weather)).Where(f => !f.Allows).GroupBy(f => f.Binding).MaxBy(g => g.Count());
            return Shuts(shut?.Key, shut?.First().AirC ?? 0);
        }
        var last = fit[^1];
        return last.To > hours[^1].At || last.Hours.ClosedBy is null
            ? "fit"
            : $"fit till {clock.Time(last.To)}, then {Shuts(last.Hours.ClosedBy, At(last.To))}";
    }

    private AirDayView Usual(LocalDate date, IReadOnlyList<DayHours> sits)
    {
        var usual = Enumerable.Range(Dawn, Dusk - Dawn).Where(h => AssumedAir.Share(date.Month, h, manner) >= AssumedAir.Rarely).ToList();
        var month = date.ToString("MMMM", System.Globalization.CultureInfo.InvariantCulture);
        return new(
            date,
            clock.Day(date),
            usual.Count == 0 ? [] : [new(usual[0], usual[^1] + 1)],
            true,
            sits,
            usual.Count == 0 ? $"rarely fit in {month}" : $"usual for {month}"
        );
    }

    private IEnumerable<Sitting> Sittings() => bench.State.Settings.Calendar.From(clock.Now, WeekDays).Where(s => s.FitForSpray);

    private IReadOnlyList<(Instant From, Instant To, FitHours Hours)> Stretches() =>
        [.. bench.FitHoursOf(manner).Where(s => s.To > clock.Now)];

    private double At(Instant moment) => bench.State.Forecast.LastOrDefault(h => h.At <= moment)?.AirC ?? 0;

    private static string Shuts(string? binding, double airC) =>
        binding switch
        {
            "wind_m_s" => "wind",
            "rain_prob" => "rain",
            "rh_pct" => "damp",
            "dew_margin_c" => "dew",
            "air_c" or "surface_c" => airC < 20 ? "cold" : "heat",
            "dry_spray_index" => "dries in flight",
            "label_temp_c" => "under the label's °C",
            "label_rh_pct" => "over the label's %",
            null => "shut",
            _ => "not fit",
        };
}
