using Hexaprep.Bench.State;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>What is worth writing down at a step, and what was: the settings of an airbrush, the holes of a model, halves levelled
/// together.</summary>
/// <param name="Area">Under which name it is written down for the unit.</param>
/// <param name="Ask">What to write, in words.</param>
/// <param name="Own">What is written down for this unit; null for nothing yet.</param>
/// <param name="Before">What was written down last at such a step of another unit: "1.4 bar, 8 drops (Reed Pikes)"; null for
/// nothing.</param>
public sealed record StepNoteView(string Area, string Ask, RecipeView? Own, string? Before)
{
    private static readonly HashSet<string> Areas =
    [
        .. Enum.GetValues<StepKind>().SelectMany(k => new[] { Named(k, false), Named(k, true) }),
    ];

    /// <summary>True for what was written down at a step: no mix to match.</summary>
    public static bool IsNote(RecipeView recipe) => Areas.Contains(recipe.Area);

    /// <summary>What a step asks to have written down; null where nothing is.</summary>
    public static StepNoteView? Of(BenchIndex bench, BenchStep step)
    {
        if (AskOf(bench, step) is not { } ask)
            return null;
        var unit = bench.UnitOf(step).Id;
        var area = Named(step.Key.Kind, step.Amounts is { Mode: not null, Method: "airbrush" });
        var before = bench.Whole.Recipes.Where(r => r.UnitId != unit && r.Area == area).MaxBy(r => r.At);
        return new(
            area,
            ask,
            RecipeView.Of(bench, unit).FirstOrDefault(r => r.Area == area),
            before is null ? null : $"{before.Mix} ({bench.Whole.Units.First(u => u.Id == before.UnitId).Name})"
        );
    }

    private static string? AskOf(BenchIndex bench, BenchStep step) =>
        step switch
        {
            { Amounts: { Mode: not null, Method: "airbrush" } } => "pressure, drops a cup, needle: what worked",
            { Key.Kind: StepKind.OpenTubes } => "holes a model, and the two bits",
            { Key.Kind: StepKind.CleanLines } when bench.JobOf(step).Batch.Parts > 1 => "halves levelled together: they stay a pair",
            _ => null,
        };

    private static string Named(StepKind kind, bool byAirbrush) =>
        byAirbrush ? $"{StepWords.For(kind).Title}, {MethodWords.Of("airbrush")}" : StepWords.For(kind).Title;
}
