using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.PlanScreen;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>The plan as iCalendar (RFC 5545): a sitting is an event with what to do; a coat that becomes safe, a clock of minutes and
/// a loss that comes near are events with an alarm.
/// All in UTC.</summary>
public static class PlanCalendar
{
    /// <summary>Writes the calendar.</summary>
    /// <param name="plan">The plan to carry away.</param>
    /// <param name="bench">What dries, which clocks run, what is about to be lost.</param>
    public static string Write(PlanView plan, BenchView bench)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Hexaprep//Plan//EN", Method = "PUBLISH" };
        var clock = new Clockface(DateTimeZoneProviders.Tzdb[plan.Zone], plan.Now);
        foreach (var sitting in plan.Sittings.Where(s => s.End > plan.Now && s.Blocks.Any(b => b.State != BlockState.Past)))
        {
            var work = sitting.Blocks.Where(b => b.State != BlockState.Past).ToList();
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = $"sitting-{sitting.Begin.ToUnixTimeSeconds()}@hexaprep",
                    DtStamp = At(plan.Now),
                    DtStart = At(sitting.Begin),
                    DtEnd = At(sitting.End),
                    Summary = $"At the bench: {string.Join(", ", work.Select(b => b.Unit).Distinct())}",
                    Description = string.Join("\n", work.Select(b => $"{clock.Time(b.Begin)} {b.Title}, {b.Unit} ({b.Models})")),
                }
            );
        }
        foreach (var coat in bench.Drying.Where(d => !d.Expected))
        {
            var isTested = coat.Planned < coat.Sure;
            var time = isTested ? $"Usual time; sure at {clock.Full(coat.Sure)}" : "Sure time";
            calendar.Events.Add(
                Ring(
                    plan.Now,
                    $"coat-{coat.CoatId}-{Ids.Of(coat.Stage)}",
                    coat.Planned,
                    $"{coat.Unit}: {coat.What} {(isTested ? "usually dry, test it" : coat.SafeTo)}",
                    $"{time}. A test makes sense from {clock.Full(coat.Early)}. {coat.Basis}.",
                    NodaTime.Duration.Zero
                )
            );
        }
        foreach (var running in bench.Clocks.Where(c => c.Sure > plan.Now))
            calendar.Events.Add(
                Ring(
                    plan.Now,
                    $"clock-{running.Id}",
                    running.Sure,
                    $"{running.Unit}: {running.Over}",
                    $"{running.Runs}, since {clock.Time(running.StartedAt)}.",
                    NodaTime.Duration.Zero
                )
            );
        foreach (var soon in bench.Soon)
            calendar.Events.Add(
                Ring(
                    plan.Now,
                    $"loss-{soon.Key.Replace(':', '-')}",
                    soon.At,
                    $"{soon.Unit}: {soon.Text}",
                    soon.Remedy,
                    UpcomingReader.ToldAhead(soon.Kind)
                )
            );
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    private static CalendarEvent Ring(Instant now, string id, Instant at, string name, string words, NodaTime.Duration ahead)
    {
        var moment = new CalendarEvent
        {
            Uid = $"{id}@hexaprep",
            DtStamp = At(now),
            DtStart = At(at),
            DtEnd = At(at + NodaTime.Duration.FromMinutes(1)),
            Summary = name,
            Description = words,
            Transparency = TransparencyType.Transparent,
        };
        moment.Alarms.Add(
            new Alarm
            {
                Action = AlarmAction.Display,
                Description = name,
                Trigger = new Trigger(Ical.Net.DataTypes.Duration.FromMinutes(-(int)ahead.TotalMinutes)),
            }
        );
        return moment;
    }

    private static CalDateTime At(Instant moment) => new(moment.ToDateTimeUtc(), "UTC");
}
