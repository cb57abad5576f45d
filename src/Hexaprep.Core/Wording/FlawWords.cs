using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Wording;

/// <summary>The six commonest flaws each inspection finds.</summary>
public static class FlawWords
{
    /// <summary>Six short names; "another" takes free words.</summary>
    public static IReadOnlyList<string> For(StepKind kind) =>
        kind switch
        {
            StepKind.PrimerGate => ["mold line", "gap", "bare spot", "rough texture", "run", "dust or hair"],
            StepKind.TransferGate => ["bubble", "silver edge", "lifted corner", "tear", "crooked", "wrinkle"],
            StepKind.FinalGate => ["bare spot", "frosted varnish", "shine", "loose grit", "chip", "dust or hair"],
            _ => ["broken part", "missed spot", "gap", "bent part", "damaged detail", "lost part"],
        };
}
