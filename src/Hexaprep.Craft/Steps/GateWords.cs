using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Steps;

/// <summary>What a gate is called: by what it follows.</summary>
public static class GateWords
{
    /// <summary>The stage it closes, e.g. "Primer".</summary>
    public static string Stage(StepKind gate) =>
        gate switch
        {
            StepKind.CleanLinesGate => "Cleaning",
            StepKind.DryFitGate => "Dry fit",
            StepKind.FillGate => "Filling",
            StepKind.PrimerGate => "Primer",
            StepKind.GlossBedGate => "Gloss",
            StepKind.TransferGate => "Transfers",
            StepKind.ReassembleGate => "Joining",
            _ => "Last look",
        };

    /// <summary>The gate, e.g. "after primer"; the last is the last look.</summary>
    public static string Of(StepKind gate) => gate == StepKind.FinalGate ? "last look" : $"after {Stage(gate).ToLowerInvariant()}";
}
