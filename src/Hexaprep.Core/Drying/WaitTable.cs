using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Drying;

/// <summary>How long a wait takes, in whole minutes after the end of the work.</summary>
/// <param name="Early">P10: a test begins to make sense.</param>
/// <param name="Usual">P50.</param>
/// <param name="Sure">The later of P90 and the label: what plans, rings and alarms use.</param>
public sealed record WaitBand(int Early, int Usual, int Sure);

/// <summary>Turns the drying model into the waits of the job: the class's time in the air given, spread by how much products of a
/// class differ, and the
/// floors of the trade.</summary>
public static class WaitTable
{
    /// <summary>Water in recesses is not trusted under primer before this, in still air, minutes.</summary>
    public const int StillWaterMinutes = 240;

    /// <summary>Paint is not masked, taped or handled roughly before this, minutes.</summary>
    public const int BeforeMaskMinutes = 1440;

    // A low warm-air stream, as far as drying is concerned: no material is softened by it.
    private static readonly Air Dryer = new(30, 35, 1.0);
    private static readonly System.Collections.Concurrent.ConcurrentDictionary<(ProductClass, Readiness, Film), WaitBand> Usual = new();

    /// <summary>The band of a wait at the bench's usual air.</summary>
    /// <param name="step">The step that left the product.</param>
    /// <param name="product">What was left to dry.</param>
    /// <param name="stage">The readiness waited for.</param>
    /// <param name="house">How primer is left before paint, and how washed models are dried.</param>
    /// <param name="film">How thick it went on.</param>
    /// <exception cref="ArgumentException">The product has no such stage.</exception>
    public static WaitBand Band(StepKind step, ProductClass product, Readiness stage, HouseRules house, Film film = Film.Normal)
    {
        // Houses differ only about water and primer; for all else the same few bands are asked for again and again.
        if (step is not (StepKind.Wash or StepKind.Prime))
            return Usual.GetOrAdd((product, stage, film), key =>
                Of(StepKind.Study, key.Item1, key.Item2, HouseRules.Default, Minutes(key.Item1, key.Item2, key.Item3, Air.Usual), Air.Usual)
            );
        var air = AirAfter(step, house);
        return Of(step, product, stage, house, Minutes(product, stage, film, air), air);
    }

    /// <summary>The air a step's wait passes in when nobody read an instrument: a warm stream over washed models, by house rule, else
    /// the workroom's.</summary>
    public static Air AirAfter(StepKind step, HouseRules house) =>
        step == StepKind.Wash && house.Follows(Schools.Drying, "warm_air") ? Dryer : Air.Usual;

    /// <summary>The band around a usual time that the model gave, spread as products of the class are, floors applied.</summary>
    public static WaitBand Of(StepKind step, ProductClass product, Readiness stage, HouseRules house, double minutes, Air air)
    {
        var spread = DryingModel.Spread(product);
        return Of(step, stage, house, minutes / spread, minutes, minutes * spread, air);
    }

    /// <summary>Three times with the floors of the trade applied, in whole minutes.</summary>
    public static WaitBand Of(StepKind step, Readiness stage, HouseRules house, double early, double usual, double sure, Air air)
    {
        (usual, sure) = (Floor(step, stage, house, usual, air, usual: true), Floor(step, stage, house, sure, air, usual: false));
        return new((int)Math.Floor(early + 1e-9), (int)Math.Ceiling(usual - 1e-9), (int)Math.Ceiling(Math.Max(usual, sure) - 1e-9));
    }

    /// <summary>Wet film against the reference: half, as meant, double.</summary>
    public static double Ratio(Film film) =>
        film switch
        {
            Film.Light => 0.5,
            Film.Heavy => 2,
            _ => 1,
        };

    private static double Minutes(ProductClass product, Readiness stage, Film film, Air air) =>
        DryingModel.Time(product, stage, air, Ratio(film)).Minutes!.Value;

    private static double Floor(StepKind step, Readiness stage, HouseRules house, double minutes, Air air, bool usual) =>
        (step, stage) switch
        {
            (StepKind.Prime, Readiness.NextLayer) => Math.Max(minutes, house.PrimerFloorMinutes),
            (StepKind.Wash, Readiness.NextLayer) when house.Follows(Schools.Drying, "air_overnight") => Math.Max(minutes, 720),
            (StepKind.Wash, Readiness.NextLayer) when !usual && air.MovesMs <= 0.1 => Math.Max(minutes, StillWaterMinutes),
            _ => minutes,
        };
}

/// <summary>How thick a coat went on: half, as meant, or double.</summary>
public enum Film
{
    Light,
    Normal,
    Heavy,
}
