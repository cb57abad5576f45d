using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Drying;

/// <summary>How long a wait takes, in whole minutes after the end of the work.</summary>
/// <param name="Early">P10: a test begins to make sense.</param>
/// <param name="Usual">P50.</param>
/// <param name="Sure">The later of P90 and the label: what plans, rings and alarms use.</param>
/// <param name="Basis">Where the figures come from.</param>
public sealed record WaitBand(int Early, int Usual, int Sure, WaitBasis Basis)
{
    /// <summary>The band stretched by a factor, whole minutes, never below the order early, usual, sure.</summary>
    public WaitBand Times(double factor) =>
        this with { Early = Scaled(Early, factor), Usual = Scaled(Usual, factor), Sure = Scaled(Sure, factor) };

    private static int Scaled(int minutes, double factor) => (int)Math.Ceiling(minutes * factor - 1e-9);
}

/// <summary>Where a wait comes from: a practised range (low, geometric mean, high), or the class's reference time spread by its prior.</summary>
public enum WaitBasis { PractisedRange, ClassDefault }

/// <summary>The waits of the trade until a drying model computes them from film and air. At about 21 °C and 50 % RH, normal film.</summary>
public static class WaitTable
{
    private static readonly Dictionary<(StepKind, Readiness), WaitBand> ByStep = new()
    {
        [(StepKind.Wash, Readiness.NextLayer)] = Range(240, 720),
        [(StepKind.BaseTexture, Readiness.NextLayer)] = Range(240, 720),
        [(StepKind.PlaceTransfer, Readiness.NextLayer)] = Range(15, 30),
        [(StepKind.Prime, Readiness.Recoat)] = Range(3, 15),
        [(StepKind.Prime, Readiness.NextLayer)] = Range(60, 240),
        [(StepKind.Paint, Readiness.Recoat)] = Range(30, 90),
        [(StepKind.Seal, Readiness.NextLayer)] = Range(30, 120),
        [(StepKind.FinalCoat, Readiness.Handle)] = Range(30, 120),
        [(StepKind.BaseFinish, Readiness.Handle)] = Range(120, 480),
    };

    private static readonly Dictionary<(StepKind, ProductClass, Readiness), WaitBand> ByStepAndProduct = new()
    {
        [(StepKind.GlossBed, ProductClass.AcrylicWb, Readiness.NextLayer)] = Range(30, 60),
        [(StepKind.GlossBed, ProductClass.AcrylicSolvent, Readiness.NextLayer)] = Range(60, 120),
    };

    private static readonly Dictionary<(ProductClass, Readiness), WaitBand> ByProduct = new()
    {
        [(ProductClass.PlasticCement, Readiness.Handle)] = Range(10, 30),
        [(ProductClass.Ca, Readiness.Handle)] = Range(2, 10),
        [(ProductClass.EpoxyPutty, Readiness.NextLayer)] = Range(240, 1440),
        [(ProductClass.SofteningSolution, Readiness.Recoat)] = Range(5, 20),
    };

    // Reference minutes to touch, recoat, handle, next layer, full, and the prior spread of ln(time).
    private static readonly Dictionary<ProductClass, (double Sd, double?[] Minutes)> Classes = new()
    {
        [ProductClass.AcrylicWb] = (0.4, [15, 45, 60, 240, 10080]),
        [ProductClass.AcrylicSolvent] = (0.4, [10, 15, 60, 120, 1440]),
        [ProductClass.Lacquer] = (0.4, [8, 20, 45, 120, 2880]),
        [ProductClass.EnamelAlkyd] = (0.4, [120, 960, 480, 1440, 10080]),
        [ProductClass.PlasticCement] = (0.5, [2, null, 20, 120, 1440]),
        [ProductClass.Ca] = (0.6, [0.5, null, 5, 60, 1440]),
        [ProductClass.EpoxyPutty] = (0.4, [180, null, 300, 720, 1440]),
        [ProductClass.AcrylicPutty] = (0.5, [15, 30, 30, 90, 1440]),
        [ProductClass.Pva] = (0.5, [25, 60, 60, 240, 1440]),
        [ProductClass.SettingSolution] = (0.5, [15, 20, 30, 60, 480]),
        [ProductClass.SofteningSolution] = (0.6, [15, 20, 60, 180, 720]),
        [ProductClass.Water] = (0.5, [45, null, 45, 120, 240]),
    };

    /// <summary>The band of a wait.</summary>
    /// <param name="step">The step that left the product; it decides the use (primer, gloss bed, base).</param>
    /// <param name="product">What was left to dry.</param>
    /// <param name="stage">The readiness waited for.</param>
    /// <param name="house">Primer to paint never falls below the school's floor, on the usual and the sure time.</param>
    /// <exception cref="ArgumentException">The product has no such stage.</exception>
    public static WaitBand Band(StepKind step, ProductClass product, Readiness stage, HouseRules house)
    {
        var band = ByStepAndProduct.TryGetValue((step, product, stage), out var exact) ? exact
            : ByStep.TryGetValue((step, stage), out var practised) ? practised
            : ByProduct.TryGetValue((product, stage), out var general) ? general
            : Default(product, stage);
        return step == StepKind.Prime && stage == Readiness.NextLayer
            ? band with { Usual = Math.Max(band.Usual, house.PrimerFloorMinutes), Sure = Math.Max(band.Sure, house.PrimerFloorMinutes) }
            : band;
    }

    /// <summary>How a film scales the wait: cures of two-part putty do not depend on it.</summary>
    public static double FilmFactor(ProductClass product, Film film) => product == ProductClass.EpoxyPutty ? 1 : film switch
    {
        Film.Light => 0.5,
        Film.Heavy => 2,
        _ => 1,
    };

    private static WaitBand Range(int low, int high) => new(low, (int)Math.Round(Math.Sqrt((double)low * high)), high, WaitBasis.PractisedRange);

    // P10 and P90 are predictive: usual x e^(1.2816 sqrt(prior sd^2 + 0.25^2)).
    private static WaitBand Default(ProductClass product, Readiness stage)
    {
        var (sd, minutes) = Classes[product];
        var usual = minutes[(int)stage] ?? throw new ArgumentException($"{Ids.Of(product)} has no stage '{Ids.Of(stage)}'.", nameof(stage));
        var spread = Math.Exp(1.2816 * Math.Sqrt(sd * sd + 0.0625));
        return new((int)Math.Floor(usual / spread), (int)Math.Ceiling(usual), (int)Math.Ceiling(usual * spread), WaitBasis.ClassDefault);
    }
}

/// <summary>How thick a coat went on: half, as meant, or double.</summary>
public enum Film { Light, Normal, Heavy }
