namespace Hexaprep.Craft.Computation;

/// <summary>One coat over a groove.</summary>
/// <param name="WetUm">Wet film, µm, 1 to 300.</param>
/// <param name="Solids">Share of volume that stays, 0.01 to 1.</param>
/// <param name="PoolGain">How much more gathers in a groove than lies on the flat, 0 to 10.</param>
/// <param name="ViscosityPaS">Viscosity, Pa·s.</param>
/// <param name="OpenS">Seconds the film can flow.</param>
public sealed record GrooveCoat(double WetUm, double Solids, double PoolGain = 3, double ViscosityPaS = 1, double OpenS = 20);

/// <summary>What is left of a groove under paint.</summary>
/// <param name="DepthKept">Share of its depth.</param>
/// <param name="Trace">The same after each coat.</param>
/// <param name="DryUm">Dry film on the flat, µm.</param>
/// <param name="MouthMm">Width left open, mm; negative where more lies in it than it is wide.</param>
/// <param name="State">crisp, softened or lost.</param>
public sealed record Relief(double DepthKept, IReadOnlyList<double> Trace, double DryUm, double MouthMm, string State);

/// <summary>Film build against fine detail: wet paint levels into a groove (Orchard 1962) and shrinks less than the groove was deep.
/// Empirical; the gain is a rule of thumb.</summary>
public static class FilmBuild
{
    private const double Crisp = 0.7,
        Lost = 0.4,
        SurfaceTension = 0.03;
    private const int MostCoats = 30;

    /// <summary>The time in which a ripple of a wavelength levels to 1/e, s.</summary>
    public static double LevellingSeconds(double viscosityPaS, double wavelengthMm, double wetUm, double surfaceTension = SurfaceTension) =>
        3 * viscosityPaS * Math.Pow(wavelengthMm / 1000, 4) / (16 * Math.Pow(Math.PI, 4) * surfaceTension * Math.Pow(wetUm * 1e-6, 3));

    /// <summary>A groove after some coats.</summary>
    public static Relief After(double depthMm, double widthMm, IEnumerable<GrooveCoat> coats)
    {
        var (depth, dry) = (depthMm, 0.0);
        var trace = new List<double>();
        foreach (var coat in coats)
        {
            var levelled = 1 - Math.Exp(-coat.OpenS / LevellingSeconds(coat.ViscosityPaS, 2 * widthMm, coat.WetUm));
            depth -= coat.Solids * Math.Min(levelled * depth, coat.PoolGain * coat.WetUm / 1000);
            dry += coat.WetUm * coat.Solids;
            trace.Add(depth / depthMm);
        }
        var (kept, mouth) = (depth / depthMm, widthMm - 2 * dry / 1000);
        var state =
            kept >= Crisp - 1e-9 && mouth >= widthMm / 2 - 1e-12 ? "crisp"
            : kept < Lost - 1e-9 || mouth <= 0 ? "lost"
            : "softened";
        return new Relief(kept, trace, dry, mouth, state);
    }

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("build", "levelling_time", "How fast a ripple in a wet film levels.", i => new
        {
            tau_s = LevellingSeconds(
                i.Number("eta_pa_s", 0.0001, 100),
                i.Number("wavelength_mm", 0.01, 10),
                i.Number("wft_um", 1, 500),
                i.Number("gamma_n_m", 0.005, 0.1, SurfaceTension)
            ),
        });
        yield return new("build", "relief_after", "What is left of a groove after some coats.", i =>
        {
            var relief = After(i.Number("depth_mm", 0.005, 5), i.Number("width_mm", 0.02, 10), [.. i.Items("coats", 0).Select(Coat)]);
            return new
            {
                depth_kept = relief.DepthKept,
                trace = relief.Trace,
                dry_film_um = relief.DryUm,
                mouth_mm = relief.MouthMm,
                state = relief.State,
            };
        });
        yield return new("build", "coats_until_soft", "How many equal coats leave a groove crisp.", i =>
        {
            var (depth, width, coat) = (i.Number("depth_mm", 0.005, 5), i.Number("width_mm", 0.02, 10), Coat(i));
            var crisp = 0;
            while (crisp < MostCoats && After(depth, width, Enumerable.Repeat(coat, crisp + 1)).State == "crisp")
                crisp++;
            return new { crisp_coats = crisp };
        });
    }

    private static GrooveCoat Coat(Inputs i) =>
        new(
            i.Number("wft_um", 1, 300),
            i.Number("vs", 0.01, 1),
            i.Number("pool_gain", 0, 10, 3),
            i.Number("eta_pa_s", 0.0001, 100, 1),
            i.Number("open_s", 0, 3600, 20)
        );
}
