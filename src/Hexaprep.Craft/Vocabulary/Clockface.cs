using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>How moments, days and durations read, everywhere: 21:12 today, Fri 08:27 within six days, Sat 14 Mar 10:00 beyond, with
/// the year
/// where it lies more than eleven months away. The page's own module (ui/clockface.ts) reads the same; tests/cases/clockface.json
/// holds both.</summary>
/// <param name="Zone">The user's time zone.</param>
/// <param name="Now">The moment spoken from.</param>
public sealed record Clockface(DateTimeZone Zone, Instant Now)
{
    private static readonly LocalTimePattern Minutes = LocalTimePattern.CreateWithInvariantCulture("HH:mm");
    private static readonly LocalDatePattern Near = LocalDatePattern.CreateWithInvariantCulture("ddd d MMM");
    private static readonly LocalDatePattern Far = LocalDatePattern.CreateWithInvariantCulture("ddd d MMM uuuu");
    private static readonly LocalDatePattern Weekday = LocalDatePattern.CreateWithInvariantCulture("ddd");
    private const int MonthsWithoutAYear = 11;

    /// <summary>The moment, with its day when it is another one.</summary>
    public string At(Instant moment)
    {
        var local = moment.InZone(Zone).LocalDateTime;
        var days = Period.DaysBetween(Now.InZone(Zone).Date, local.Date);
        var time = Time(local.TimeOfDay);
        return days == 0 ? time
            : days is > 0 and <= 6 ? $"{Weekday.Format(local.Date)} {time}"
            : $"{Day(local.Date)} {time}";
    }

    /// <summary>Two moments: the day is said once where they share it.</summary>
    public string Between(Instant from, Instant until) =>
        from.InZone(Zone).Date == until.InZone(Zone).Date ? $"{At(from)} and {Time(until)}" : $"{At(from)} and {At(until)}";

    /// <summary>A day: Sat 14 Mar, or Sat 14 Mar 2027 where it is more than eleven months away.</summary>
    public string Day(LocalDate date)
    {
        var today = Now.InZone(Zone).Date;
        var isFar = date > today.PlusMonths(MonthsWithoutAYear) || date < today.PlusMonths(-MonthsWithoutAYear);
        return (isFar ? Far : Near).Format(date);
    }

    /// <summary>The day of a moment.</summary>
    public string Day(Instant moment) => Day(moment.InZone(Zone).Date);

    /// <summary>A moment with its day, whatever today is: for what is printed and carried away.</summary>
    public string Full(Instant moment) => $"{Day(moment)} {Time(moment)}";

    /// <summary>The time of day of a moment: 21:12.</summary>
    public string Time(Instant moment) => Time(moment.InZone(Zone).TimeOfDay);

    /// <summary>A time of day: 21:12.</summary>
    public static string Time(LocalTime time) => Minutes.Format(time);

    /// <summary>What a sitting is called while it runs: "tonight" when it begins at five or later, "today" before.</summary>
    public string ThisSitting(Instant begin) => begin.InZone(Zone).Hour >= 17 ? "tonight" : "today";

    /// <summary>How long something lasts: 35 min, 1 h 30, 12 h, 7 days.</summary>
    /// <param name="minutes">Below 0 counts as 0.</param>
    public static string Lasts(long minutes) => minutes >= 48 * 60 ? Text($"{(minutes + 720) / 1440} days") : HoursAndMinutes(minutes);

    /// <summary>Hands-on time, which is never days: 35 min, 1 h 30, 9 h 05, 65 h.</summary>
    /// <param name="minutes">Below 0 counts as 0.</param>
    public static string Hands(long minutes) => minutes >= 10 * 60 ? Text($"{(minutes + 30) / 60} h") : HoursAndMinutes(minutes);

    private static string HoursAndMinutes(long minutes) =>
        minutes < 60 ? Text($"{Math.Max(0, minutes)} min")
        : minutes % 60 == 0 ? Text($"{minutes / 60} h")
        : Text($"{minutes / 60} h {minutes % 60:00}");

    private static string Text(FormattableString words) => words.ToString(CultureInfo.InvariantCulture);
}
