using Hexaprep.Core.Bench;
using Hexaprep.Core.Wording;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>The plan as iCalendar (RFC 5545): a sitting is an event with what to do; a coat that becomes safe is one with an alarm. All in UTC.</summary>
public static class PlanCalendar
{
    /// <summary>Writes the calendar.</summary>
    /// <param name="plan">The plan to carry away.</param>
    /// <param name="drying">What is drying now.</param>
    public static string Write(PlanView plan, IReadOnlyList<DryingView> drying)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Hexaprep//Plan//EN", Method = "PUBLISH" };
        var zone = DateTimeZoneProviders.Tzdb[plan.Zone];
        foreach (var sitting in plan.Sittings.Where(s => s.End > plan.Now && s.Blocks.Any(b => b.State != BlockState.Past)))
        {
            var work = sitting.Blocks.Where(b => b.State != BlockState.Past).ToList();
            calendar.Events.Add(new CalendarEvent
            {
                Uid = $"sitting-{sitting.Begin.ToUnixTimeSeconds()}@hexaprep",
                DtStamp = At(plan.Now),
                DtStart = At(sitting.Begin),
                DtEnd = At(sitting.End),
                Summary = $"At the bench: {string.Join(", ", work.Select(b => b.Unit).Distinct())}",
                Description = string.Join("\n", work.Select(b => $"{b.Begin.InZone(zone):HH:mm} {b.Title}, {b.Unit} ({b.Models})")),
            });
        }
        foreach (var coat in drying.Where(d => !d.Expected))
        {
            var name = $"{coat.Unit}: {coat.What} {coat.SafeTo}";
            var safe = new CalendarEvent
            {
                Uid = $"coat-{coat.CoatId}-{Core.Ids.Of(coat.Stage)}@hexaprep",
                DtStamp = At(plan.Now),
                DtStart = At(coat.Sure),
                DtEnd = At(coat.Sure + NodaTime.Duration.FromMinutes(1)),
                Summary = name,
                Description = $"Sure time. A test makes sense from {coat.Early.InZone(zone):ddd d MMM HH:mm}. {coat.Basis}.",
                Transparency = TransparencyType.Transparent,
            };
            safe.Alarms.Add(new Alarm { Action = AlarmAction.Display, Description = name, Trigger = new Trigger(Ical.Net.DataTypes.Duration.FromMinutes(0)) });
            calendar.Events.Add(safe);
        }
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    private static CalDateTime At(Instant moment) => new(moment.ToDateTimeUtc(), "UTC");
}
