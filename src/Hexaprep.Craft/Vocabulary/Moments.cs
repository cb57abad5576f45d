using NodaTime;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>Moments as the bench keeps them: to the microsecond, and in years in which somebody stands at a bench.</summary>
public static class Moments
{
    /// <summary>The first moment that is kept: 2000.</summary>
    public static readonly Instant First = Instant.FromUtc(2000, 1, 1, 0, 0);

    /// <summary>The moment before which all that is kept lies: 2200.</summary>
    public static readonly Instant Last = Instant.FromUtc(2200, 1, 1, 0, 0);

    /// <summary>The moment to the microsecond, as every store and file keeps it.</summary>
    public static Instant Kept(this Instant moment) => Instant.FromUnixTimeTicks(moment.ToUnixTimeTicks() / 10 * 10);

    /// <summary>True for a moment that can be kept.</summary>
    public static bool IsKept(this Instant moment) => First <= moment && moment < Last;

    /// <summary>The moment to the microsecond, if it can be kept.</summary>
    /// <param name="moment">The moment.</param>
    /// <param name="field">What it is, for the refusal.</param>
    /// <exception cref="RefusedException">It lies outside 2000 to 2200.</exception>
    public static Instant Checked(this Instant moment, string field) =>
        moment.IsKept()
            ? moment.Kept()
            : throw new RefusedException(
                new Refusal(field, $"{moment} is not from 2000 to 2200.", "Give a moment such as 2026-03-12T20:12:00Z.")
            );

    /// <summary>True for a day that can be kept: from 2000 on, before 2200.</summary>
    public static bool IsKept(this LocalDate day) => day.Year is >= 2000 and < 2200;

    /// <summary>True for a time of day that can be kept, to the minute: what is set by hand is no finer.</summary>
    public static bool IsWholeMinute(this LocalTime time) => time.NanosecondOfDay % 60_000_000_000L == 0;

    /// <summary>How far ahead of the clock something may be said to have happened: clocks of devices differ.</summary>
    public static readonly Duration MostAhead = Duration.FromMinutes(10);

    /// <summary>How far the clocks of two devices, or of one before and after a reload, may lie apart: what one of them dates this much
    /// before the other's last act is taken to follow it.</summary>
    public static readonly Duration Skew = Duration.FromSeconds(30);

    /// <summary>The moment to the microsecond, if something can have happened then.</summary>
    /// <param name="moment">The moment.</param>
    /// <param name="now">The bench's clock.</param>
    /// <param name="field">What it is, for the refusal.</param>
    /// <exception cref="RefusedException">It lies outside 2000 to 2200, or more than ten minutes ahead.</exception>
    public static Instant Happened(this Instant moment, Instant now, string field) =>
        moment.Checked(field) <= now + MostAhead
            ? moment.Kept()
            : throw new RefusedException(
                new Refusal(field, $"{moment} lies in the future.", "Give a moment that has passed; set the clock of this device.")
            );
}
