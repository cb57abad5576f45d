namespace Hexaprep.Craft.Computation;

/// <summary>When the sun is up, from the day of the year and the place: declination and the equation of time in the low-precision series
/// published by Spencer (1971), the hour angle of the upper limb with refraction (90.833 degrees). Good to some two minutes between the
/// polar circles.</summary>
public static class Daylight
{
    private const double Zenith = 90.833;

    /// <summary>Sunrise and sunset in minutes of the UTC day, which may lie before 0 and behind 1440; null where the sun stays down, the
    /// whole day where it stays up.</summary>
    /// <param name="dayOfYear">1 to 366.</param>
    /// <param name="latitude">Degrees north, -90 to 90.</param>
    /// <param name="longitude">Degrees east, -180 to 180.</param>
    /// <exception cref="ArgumentOutOfRangeException">A value lies outside its range.</exception>
    public static (double Rises, double Sets)? Of(int dayOfYear, double latitude, double longitude)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(dayOfYear, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(dayOfYear, 366);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(Math.Abs(latitude), 90);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(Math.Abs(longitude), 180);
        var year = 2 * Math.PI / 365 * (dayOfYear - 1);
        var equation =
            229.18
            * (
                0.000075
                + 0.001868 * Math.Cos(year)
                - 0.032077 * Math.Sin(year)
                - 0.014615 * Math.Cos(2 * year)
                - 0.040849 * Math.Sin(2 * year)
            );
        var declination =
            0.006918
            - 0.399912 * Math.Cos(year)
            + 0.070257 * Math.Sin(year)
            - 0.006758 * Math.Cos(2 * year)
            + 0.000907 * Math.Sin(2 * year)
            - 0.002697 * Math.Cos(3 * year)
            + 0.00148 * Math.Sin(3 * year);
        var north = latitude * Math.PI / 180;
        var cosine = Math.Cos(Zenith * Math.PI / 180) / (Math.Cos(north) * Math.Cos(declination)) - Math.Tan(north) * Math.Tan(declination);
        var noon = 720 - 4 * longitude - equation;
        if (cosine > 1)
            return null;
        var half = cosine < -1 ? 720 : 4 * Math.Acos(cosine) * 180 / Math.PI;
        return (noon - half, noon + half);
    }
}
