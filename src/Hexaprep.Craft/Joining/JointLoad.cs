namespace Hexaprep.Craft.Joining;

/// <summary>The section of a joint.</summary>
/// <param name="AreaMm2">Its area, mm².</param>
/// <param name="ModulusMm3">Its section modulus, mm³.</param>
/// <param name="LeastMm">Its least width, mm.</param>
public readonly record struct JointSection(double AreaMm2, double ModulusMm3, double LeastMm)
{
    /// <summary>A round one.</summary>
    /// <param name="mm">Its diameter, above 0.</param>
    public static JointSection Round(double mm) => new(Math.PI * mm * mm / 4, Math.PI * mm * mm * mm / 32, mm);

    /// <summary>A rectangular one, bent over its height.</summary>
    public static JointSection Rectangle(double widthMm, double heightMm) =>
        new(widthMm * heightMm, widthMm * heightMm * heightMm / 6, Math.Min(widthMm, heightMm));
}

/// <summary>What a joint has to bear: a part that hangs on it, knocked.</summary>
/// <param name="Section">Its section.</param>
/// <param name="A">Material of the part that bears.</param>
/// <param name="B">Material of the part that hangs.</param>
/// <param name="Glue">The glue, which holds both.</param>
/// <param name="MassG">Weight of what hangs on it, g.</param>
/// <param name="ArmMm">From the joint to that weight, mm.</param>
public sealed record JointLoad(JointSection Section, string A, string B, string Glue, double MassG, double ArmMm)
{
    /// <summary>The glue was set by accelerator.</summary>
    public bool Accelerated { get; init; }

    /// <summary>How hard it is knocked, times its weight.</summary>
    public double Knock { get; init; } = 25;

    /// <summary>How many times the knock a joint is wanted to bear.</summary>
    public const double WantedSafety = 3;

    /// <summary>How many times the knock it is to bear.</summary>
    public double Safety { get; init; } = WantedSafety;

    /// <summary>The share of the section that touches.</summary>
    public double Contact { get; init; } = 0.7;

    /// <summary>How deep a hole may go into each part, mm.</summary>
    public (double A, double B) DepthsMm { get; init; }

    /// <summary>How wide each part is around the hole, mm.</summary>
    public (double A, double B) LocalsMm { get; init; }

    /// <summary>What the rod is of.</summary>
    public string Rod { get; init; } = "brass";
}

/// <summary>A pin that bears a joint.</summary>
/// <param name="RodMm">Its rod, mm.</param>
/// <param name="DrillMm">The drill, mm.</param>
/// <param name="HoleAMm">The hole in the part that bears, mm.</param>
/// <param name="HoleBMm">The hole in the part that hangs, mm.</param>
public sealed record PinFit(double RodMm, double DrillMm, double HoleAMm, double HoleBMm);

/// <summary>Whether a joint holds.</summary>
/// <param name="ForceN">The knock, N.</param>
/// <param name="MomentNmm">Its moment at the joint, N·mm.</param>
/// <param name="StressMpa">The stress in the glue, MPa.</param>
/// <param name="StrengthMpa">The stress it gives at, MPa.</param>
/// <param name="Safety">How many knocks it bears at once.</param>
/// <param name="NeedsPin">Glue alone is too weak.</param>
/// <param name="Pin">The smallest pin that bears it; null where none fits, or none is needed.</param>
/// <param name="Rejected">Thinner and thicker rods with why they do not do.</param>
public sealed record JointVerdict(
    double ForceN,
    double MomentNmm,
    double StressMpa,
    double StrengthMpa,
    double Safety,
    bool NeedsPin,
    PinFit? Pin,
    IReadOnlyList<(double RodMm, string Why)> Rejected
);
