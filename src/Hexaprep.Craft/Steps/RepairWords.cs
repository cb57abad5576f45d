using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Steps;

/// <summary>What the steps of a repair are called: the same work as in a route, for another end.</summary>
public static class RepairWords
{
    /// <summary>The title of a step of a repair.</summary>
    public static string TitleOf(StepKind kind, string? method) =>
        (kind, method) switch
        {
            (StepKind.Sand, _) => "Rub down",
            (StepKind.CleanLines, _) => "Scrape the line",
            (StepKind.Wash, "strip") => "Strip it",
            (StepKind.Wash, _) => "Wipe it off",
            (StepKind.Fill, _) => "Fill the gap",
            _ when kind.Coats() && kind != StepKind.TouchIn => $"{StepWords.For(kind).Title} again",
            _ => StepWords.For(kind).Title,
        };
}
