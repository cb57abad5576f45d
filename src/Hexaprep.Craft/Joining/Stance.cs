namespace Hexaprep.Craft.Joining;

/// <summary>A weight at its place over a base.</summary>
/// <param name="MassG">Its weight, g, above 0.</param>
/// <param name="HeightMm">How high it lies, mm.</param>
/// <param name="XMm">To which side of the middle, mm.</param>
/// <param name="YMm">To the front of the middle, mm.</param>
public readonly record struct PlacedMass(double MassG, double HeightMm, double XMm = 0, double YMm = 0);

/// <summary>How a model stands on its base. Source: statics; it falls where its weight passes the rim.</summary>
/// <param name="MassG">Its weight, g.</param>
/// <param name="HeightMm">How high that lies, mm.</param>
/// <param name="OffsetMm">How far beside the middle, mm.</param>
/// <param name="RadiusMm">From the middle to the rim it tips over, mm.</param>
public readonly record struct Stance(double MassG, double HeightMm, double OffsetMm, double RadiusMm)
{
    /// <summary>How far inside the edge the rim carries, mm.</summary>
    public const double RimInsetMm = 0.5;

    /// <summary>The stance of weights over a round base.</summary>
    /// <param name="masses">At least one.</param>
    /// <param name="baseMm">Diameter of the base, mm.</param>
    /// <param name="rimInsetMm">How far inside the edge the rim carries, mm.</param>
    public static Stance Of(IReadOnlyCollection<PlacedMass> masses, double baseMm, double rimInsetMm = RimInsetMm)
    {
        var all = masses.Sum(m => m.MassG);
        var (x, y) = (masses.Sum(m => m.MassG * m.XMm) / all, masses.Sum(m => m.MassG * m.YMm) / all);
        return new(all, masses.Sum(m => m.MassG * m.HeightMm) / all, Math.Sqrt(x * x + y * y), baseMm / 2 - rimInsetMm);
    }

    /// <summary>By how many degrees it may be tilted before it falls; 0 where it does not stand.</summary>
    public double Degrees => IsStable ? Math.Atan2(RadiusMm - OffsetMm, HeightMm) * 180 / Math.PI : 0;

    /// <summary>It stands by itself.</summary>
    public bool IsStable => OffsetMm < RadiusMm;

    /// <summary>The ballast in its base that makes it stand up to an angle, g; null where none does.</summary>
    /// <param name="degrees">The angle, 1 to 80.</param>
    /// <param name="atMm">How high the ballast lies, mm.</param>
    public double? Ballast(double degrees, double atMm)
    {
        var tan = Math.Tan(degrees * Math.PI / 180);
        var (lacking, arm) = (MassG * (HeightMm * tan - RadiusMm + OffsetMm), RadiusMm - atMm * tan);
        return lacking <= 0 ? 0
            : arm <= 0 ? null
            : lacking / arm;
    }
}
