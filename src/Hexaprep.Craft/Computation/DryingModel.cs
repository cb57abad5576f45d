using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Computation;

/// <summary>Air something dries in.</summary>
/// <param name="AirC">°C, -10 to 45.</param>
/// <param name="HumidityPct">Relative humidity, 5 to 100 %.</param>
/// <param name="MovesMs">Air speed over the film, m/s, 0 to 5.</param>
public sealed record Air(double AirC, double HumidityPct, double MovesMs = 0.1)
{
    /// <summary>What a workroom is taken for when nobody read an instrument.</summary>
    public static readonly Air Usual = new(21, 50);
}

/// <summary>Numbers of a product's own label; null where it gives none.</summary>
/// <param name="Minutes">The stage's reference time, above 0.</param>
/// <param name="MinTempC">Its minimum temperature, °C.</param>
/// <param name="MaxHumidityPct">Its maximum humidity, %.</param>
public sealed record StageLabel(double? Minutes, double? MinTempC = null, double? MaxHumidityPct = null);

/// <summary>How long a stage takes in given air; what keeps it from ever coming, if anything.</summary>
/// <param name="Minutes">Half of such films are ready; null when blocked.</param>
/// <param name="Factor">Against the reference air and film.</param>
/// <param name="Blocked">"below_minimum_temperature", "above_maximum_humidity" or null.</param>
public sealed record DryingTime(double? Minutes, double? Factor, string? Blocked);

/// <summary>Drying as a sum of sequential sub-processes, each share scaled by its own physics (Dalton and Penman for water,
/// Clausius-Clapeyron for solvent,
/// Arrhenius for cure). Valid 5 to 40 °C, 20 to 85 % RH, film 0.3 to 3; docs/computation.md gives sources and confidence.</summary>
public static class DryingModel
{
    private const double GasConstant = 8.314462618;
    private const double ReferenceK = 294.15;
    private static readonly double ReferenceDeficit = Deficit(Air.Usual);

    /// <summary>The time of a stage.</summary>
    /// <param name="product">What dries.</param>
    /// <param name="stage">The readiness.</param>
    /// <param name="air">The air over it.</param>
    /// <param name="film">Wet film against the reference, 0.2 to 5.</param>
    /// <param name="label">Numbers of the product's label, which stand in place of the class's.</param>
    /// <exception cref="ArgumentException">The class has no such stage: a glue is not recoated.</exception>
    public static DryingTime Time(ProductClass product, Readiness stage, Air air, double film, StageLabel? label = null)
    {
        var kind = TradeDefaults.ClassOf(product);
        if (!kind.Stages.TryGetValue(Ids.Of(stage), out var reference))
            throw new ArgumentException($"{Ids.Of(product)} has no stage '{Ids.Of(stage)}'.", nameof(stage));
        if (air.AirC < (label?.MinTempC ?? kind.TMinC))
            return new(null, null, "below_minimum_temperature");
        if (air.HumidityPct > (label?.MaxHumidityPct ?? kind.RhMax))
            return new(null, null, "above_maximum_humidity");
        var factor = reference.Share.Sum(s => s.Value * Scale(s.Key, kind, air) * Math.Pow(film, reference.FilmExp[s.Key]));
        // Air that takes up nothing never lets a film dry, whatever a label allows.
        return double.IsFinite(factor)
            ? new((label?.Minutes ?? reference.TRefMin) * factor, factor, null)
            : new(null, null, "above_maximum_humidity");
    }

    /// <summary>How much longer the coat after this many has to wait: what the coats below still give off.</summary>
    /// <param name="below">Coats below the one that waits, at least 1.</param>
    public static double Stacked(int below) => Math.Min(TradeDefaults.StackCap, 1 + TradeDefaults.StackStep * (below - 1));

    /// <summary>What water a bare wet surface loses, mm an hour (Penman).</summary>
    public static double EvaporationMmPerHour(Air air) => 0.26 * Wind(air.MovesMs) * Deficit(air) / 24;

    /// <summary>True when the class knows the stage.</summary>
    public static bool Knows(ProductClass product, Readiness stage) => TradeDefaults.ClassOf(product).Stages.ContainsKey(Ids.Of(stage));

    /// <summary>How far the 10 % and 90 % times lie from the usual one before a user's own log narrows it: e^(1.2816 √(prior sd² +
    /// 0.25²)).</summary>
    public static double Spread(ProductClass product) => Spreads[(int)product];

    private static readonly double[] Spreads =
    [
        .. Enum.GetValues<ProductClass>()
            .Select(p => TradeDefaults.ClassOf(p).PriorSd)
            .Select(sd => Math.Exp(1.2816 * Math.Sqrt(sd * sd + 0.0625))),
    ];

    /// <summary>Saturation vapour pressure over water, hPa (Magnus form, Alduchov and Eskridge 1996).</summary>
    public static double Saturation(double celsius) => 6.1094 * Math.Exp(17.625 * celsius / (celsius + 243.04));

    /// <summary>What the air can still take up, hPa.</summary>
    public static double Deficit(Air air) => Saturation(air.AirC) * (1 - air.HumidityPct / 100);

    /// <summary>How much longer than at 21 °C a mix of two parts stays workable: curing alone decides, by Arrhenius.</summary>
    /// <param name="product">The mix.</param>
    /// <param name="celsius">The air's temperature.</param>
    public static double WorkingFactor(ProductClass product, double celsius) =>
        Arrhenius(TradeDefaults.ClassOf(product).ChemicalKj, celsius);

    private static double Scale(string mechanism, DryingClass kind, Air air) =>
        mechanism switch
        {
            "w" => ReferenceDeficit / Deficit(air) * Wind(0.1) / Wind(air.MovesMs),
            "s" => Arrhenius(kind.SolventKj, air.AirC) * Math.Sqrt(Wind(0.1) / Wind(air.MovesMs)),
            "c" => Arrhenius(kind.ChemicalKj, air.AirC),
            _ => Math.Clamp(Math.Pow(Vapour(Air.Usual) / Vapour(air), 0.7), 0.3, 4),
        };

    private static double Arrhenius(double kilojoules, double celsius) =>
        Math.Exp(kilojoules * 1000 / GasConstant * (1 / (celsius + 273.15) - 1 / ReferenceK));

    private static double Wind(double speed) => 1 + 0.54 * speed;

    private static double Vapour(Air air) => air.HumidityPct / 100 * Saturation(air.AirC);
}
