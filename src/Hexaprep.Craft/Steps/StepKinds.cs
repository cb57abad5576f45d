using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Steps;

/// <summary>Questions about kinds of step.</summary>
public static class StepKinds
{
    /// <summary>An inspection: pass, or a flaw note.</summary>
    public static bool IsGate(this StepKind kind) => StepDefinition.Of(kind).IsGate;

    /// <summary>Lays a film over the surface.</summary>
    public static bool Coats(this StepKind kind) => StepDefinition.Of(kind).LaysAFilm;

    /// <summary>Makes dust or chips that settle in anything wet.</summary>
    public static bool MakesDust(this StepKind kind) => StepDefinition.Of(kind).MakesDust;

    /// <summary>Done at the table or on paper: no hand comes near the model.</summary>
    public static bool LeavesTheModelAlone(this StepKind kind) => StepDefinition.Of(kind).LeavesTheModelAlone;

    /// <summary>Kinds in the order of work.</summary>
    public static IOrderedEnumerable<StepKind> InOrder(this IEnumerable<StepKind> kinds) => kinds.OrderBy(k => StepDefinition.Of(k).Place);
}
