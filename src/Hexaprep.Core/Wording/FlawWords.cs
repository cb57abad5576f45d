using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Wording;

/// <summary>The six commonest flaws each inspection finds.</summary>
public static class FlawWords
{
    /// <summary>Six short names; "another" takes free words.</summary>
    public static IReadOnlyList<string> For(StepKind kind) => StepFacts.Of(kind).Flaws;
}
