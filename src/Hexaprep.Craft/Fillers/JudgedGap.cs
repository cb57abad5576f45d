using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Fillers;

/// <summary>A gap with what fills it and whether that is worth it.</summary>
/// <param name="Gap">The gap.</param>
/// <param name="Method">What fills it, as the table of fillers calls it; null where nothing does.</param>
/// <param name="Passes">Passes until it is level, at least 1 where something fills it.</param>
/// <param name="SecondsAPass">Hands a pass, for all of them on a model.</param>
/// <param name="FinishSeconds">Hands until it is smooth, beyond the usual rub.</param>
/// <param name="Millilitres">Mixed or drawn for a model, with what is lost, ml.</param>
/// <param name="ShowsFromMm">From how far it just shows, mm.</param>
/// <param name="Plainness">How plainly it shows where it is looked at from, 0 to 5.</param>
/// <param name="WorthAMinute">What a minute on it is worth.</param>
/// <param name="IsFilled">It is filled.</param>
/// <param name="Why">Why it is or is not, in a few words.</param>
public sealed record JudgedGap(
    JointGap Gap,
    string? Method,
    int Passes,
    int SecondsAPass,
    int FinishSeconds,
    double Millilitres,
    double ShowsFromMm,
    double Plainness,
    double WorthAMinute,
    bool IsFilled,
    string Why
)
{
    /// <summary>Hands a model in all its passes, seconds.</summary>
    public int Seconds => Passes * SecondsAPass;
}

/// <summary>A round of filling: one filler, laid once at every gap that still wants it.</summary>
/// <param name="Method">The filler.</param>
/// <param name="Gaps">What it goes to.</param>
public sealed record FillRound(string Method, IReadOnlyList<JudgedGap> Gaps)
{
    /// <summary>Hands a model, seconds.</summary>
    public int Seconds => Gaps.Sum(g => g.SecondsAPass);

    /// <summary>Filler a model, ml.</summary>
    public double Millilitres => Gaps.Sum(g => g.Millilitres / g.Passes);
}
