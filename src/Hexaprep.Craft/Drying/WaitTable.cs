using Hexaprep.Craft.Computation;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using MathNet.Numerics.Distributions;

namespace Hexaprep.Craft.Drying;

/// <summary>How long a wait takes after the end of the work: a distribution, log-normal, with the floors that hold whatever it
/// says.</summary>
/// <param name="LogMean">Mean of ln minutes.</param>
/// <param name="LogSd">Standard deviation of ln minutes, at least 0.</param>
public sealed record WaitBand(double LogMean, double LogSd)
{
    // The 90 % point of the standard normal distribution.
    private const double Z90 = 1.2816;

    /// <summary>The band whose middle and 90 % times are these, minutes.</summary>
    public static WaitBand Through(double usual, double sure) => new(Math.Log(usual), Math.Log(sure / usual) / Z90);

    /// <summary>It is usually no shorter, minutes: a floor of the trade.</summary>
    public double UsualFloor { get; init; }

    /// <summary>It is never taken for sure before, minutes: a floor of the trade. A test that says dry lifts it.</summary>
    public double SureFloor { get; init; }

    /// <summary>What its label asks, minutes; 0 without one. No test says less.</summary>
    public double LabelFloor { get; init; }

    /// <summary>P10, whole minutes: a test begins to make sense.</summary>
    public int Early => (int)Math.Floor(Math.Exp(LogMean - Z90 * LogSd) + 1e-9);

    /// <summary>P50 or its floor, whole minutes.</summary>
    public int Usual => Up(Math.Max(Math.Exp(LogMean), UsualFloor));

    /// <summary>The later of P90, the label and the floors, whole minutes: what plans, rings and alarms use.</summary>
    public int Sure => Math.Max(Usual, Up(Math.Max(Math.Exp(LogMean + Z90 * LogSd), Math.Max(SureFloor, LabelFloor))));

    /// <summary>When a step that begins with a test is planned: at the usual time, never below the label, whole minutes.</summary>
    public int ByTest => Math.Max(Usual, Up(LabelFloor));

    /// <summary>The median of the wait once it is known not to be over, minutes.</summary>
    /// <param name="notDryAt">Minutes after its begin at which it was not over yet, at least 0.</param>
    public double MedianAfter(double notDryAt)
    {
        var middle = Math.Exp(LogMean);
        if (notDryAt <= 0 || LogSd <= 0)
            return Math.Max(middle, notDryAt);
        var left = Normal.CDF(0, 1, -(Math.Log(notDryAt) - LogMean) / LogSd);
        return left <= double.Epsilon ? notDryAt : Math.Exp(LogMean - LogSd * Normal.InvCDF(0, 1, left / 2));
    }

    private static int Up(double minutes) => (int)Math.Ceiling(minutes - 1e-9);
}

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
    public static WaitBand Band(StepKind step, ProductClass product, Readiness stage, HouseRuleChoices house, Film film = Film.Normal)
    {
        // Houses differ only about water and primer; for all else the same few bands are asked for again and again.
        if (step is not (StepKind.Wash or StepKind.Prime))
            return Usual.GetOrAdd((product, stage, film), key =>
                Of(
                    StepKind.Study,
                    key.Item1,
                    key.Item2,
                    HouseRuleChoices.Default,
                    Minutes(key.Item1, key.Item2, key.Item3, Air.Usual),
                    Air.Usual
                )
            );
        var air = AirAfter(step, house);
        return Of(step, product, stage, house, Minutes(product, stage, film, air), air);
    }

    /// <summary>The air a step's wait passes in when nobody read an instrument: a warm stream over washed models, by house rule, else
    /// the workroom's.</summary>
    public static Air AirAfter(StepKind step, HouseRuleChoices house) =>
        step == StepKind.Wash && house.Follows(HouseRuleCatalog.Drying, "warm_air") ? Dryer : Air.Usual;

    /// <summary>The band around a usual time that the model gave, spread as products of the class are, floors applied.</summary>
    public static WaitBand Of(StepKind step, ProductClass product, Readiness stage, HouseRuleChoices house, double minutes, Air air) =>
        Floored(WaitBand.Through(minutes, minutes * DryingModel.Spread(product)), step, stage, house, air);

    /// <summary>A band with the floors of the trade.</summary>
    public static WaitBand Floored(WaitBand band, StepKind step, Readiness stage, HouseRuleChoices house, Air air) =>
        band with
        {
            UsualFloor = Math.Max(band.UsualFloor, Floor(step, stage, house, air, usual: true)),
            SureFloor = Math.Max(band.SureFloor, Floor(step, stage, house, air, usual: false)),
        };

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

    private static double Floor(StepKind step, Readiness stage, HouseRuleChoices house, Air air, bool usual) =>
        (step, stage) switch
        {
            (StepKind.Prime, Readiness.NextLayer) => house.PrimerFloorMinutes,
            (StepKind.Wash, Readiness.NextLayer) when house.Follows(HouseRuleCatalog.Drying, "air_overnight") => 720,
            (StepKind.Wash, Readiness.NextLayer) when !usual && air.MovesMs <= 0.1 => StillWaterMinutes,
            _ => 0,
        };
}
