using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Core.Wording;

/// <summary>How moments and durations read: 21:12 today, Fri 08:27 within six days, Sat 14 Mar 10:00 beyond.</summary>
/// <param name="Zone">The user's time zone.</param>
/// <param name="Now">The moment spoken from.</param>
public sealed record Clockface(DateTimeZone Zone, Instant Now)
{
    private static readonly LocalTimePattern Time = LocalTimePattern.CreateWithInvariantCulture("HH:mm");
    private static readonly LocalDatePattern Day = LocalDatePattern.CreateWithInvariantCulture("ddd d MMM");
    private static readonly LocalDatePattern Weekday = LocalDatePattern.CreateWithInvariantCulture("ddd");

    /// <summary>The moment, with its day when it is another one.</summary>
    public string At(Instant moment)
    {
        var local = moment.InZone(Zone).LocalDateTime;
        var days = Period.DaysBetween(Now.InZone(Zone).Date, local.Date);
        var time = Time.Format(local.TimeOfDay);
        return days == 0 ? time
            : days is > 0 and <= 6 ? $"{Weekday.Format(local.Date)} {time}"
            : $"{Day.Format(local.Date)} {time}";
    }

    /// <summary>Two moments: the day is said once where they share it.</summary>
    public string Between(Instant from, Instant until) =>
        from.InZone(Zone).Date == until.InZone(Zone).Date
            ? $"{At(from)} and {Time.Format(until.InZone(Zone).TimeOfDay)}"
            : $"{At(from)} and {At(until)}";

    /// <summary>What a sitting is called while it runs: "tonight" when it begins at five or later, "today" before.</summary>
    public string ThisSitting(Instant begin) => begin.InZone(Zone).Hour >= 17 ? "tonight" : "today";

    /// <summary>A duration as said at the bench: 35 min, 1 h 30, 12 h, 7 days.</summary>
    /// <param name="minutes">At least 0.</param>
    public static string Lasts(long minutes) =>
        minutes switch
        {
            < 60 => string.Create(CultureInfo.InvariantCulture, $"{minutes} min"),
            < 48 * 60 => minutes % 60 == 0
                ? string.Create(CultureInfo.InvariantCulture, $"{minutes / 60} h")
                : string.Create(CultureInfo.InvariantCulture, $"{minutes / 60} h {minutes % 60:00}"),
            _ => string.Create(CultureInfo.InvariantCulture, $"{(minutes + 720) / 1440} days"),
        };
}
