using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>Air outdoors as a month usually has it, in a temperate climate by the sea: shown as assumed where no forecast reaches,
/// never used to forbid.</summary>
/// <param name="NightC">°C by night.</param>
/// <param name="DayC">°C by day.</param>
/// <param name="DryPct">% in the afternoon.</param>
/// <param name="DampPct">% in the morning.</param>
public sealed record MonthUsual(int NightC, int DayC, int DryPct, int DampPct)
{
    private static readonly MonthUsual[] Months =
    [
        new(1, 6, 76, 90),
        new(1, 7, 70, 88),
        new(3, 11, 62, 85),
        new(5, 14, 56, 82),
        new(9, 18, 55, 80),
        new(12, 21, 56, 80),
        new(14, 23, 57, 81),
        new(14, 23, 58, 84),
        new(11, 20, 62, 87),
        new(8, 15, 69, 90),
        new(4, 10, 76, 91),
        new(2, 7, 79, 91),
    ];

    /// <summary>The usual of a day's month.</summary>
    public static MonthUsual Of(LocalDate day) => Months[day.Month - 1];

    /// <summary>In words, e.g. "usual for March: 3 to 11 °C, 62 to 85 %".</summary>
    public string Words(LocalDate day) =>
        $"usual for {day.ToString("MMMM", System.Globalization.CultureInfo.InvariantCulture)}: {NightC} to {DayC} °C, {DryPct} to "
        + $"{DampPct} %";
}
