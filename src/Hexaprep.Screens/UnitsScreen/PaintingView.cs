using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>How a batch is painted, pass by pass, and where that stands.</summary>
/// <param name="Passes">The passes, in their order.</param>
/// <param name="IsOwn">The list was laid out for this batch; else it is the usual one of its tier.</param>
/// <param name="ByRow">One colour along the row before the next; else a model at a time.</param>
/// <param name="Row">How long the row is for the pass that is on, with its arithmetic; empty where there is none.</param>
/// <param name="Models">The row: each model with the passes it has had.</param>
/// <param name="Left">What is left of it, in how many sittings, and when it is done.</param>
/// <param name="Like">Other batches whose list could be taken.</param>
/// <param name="Next">What is ticked next; null when all is painted, or the unit is off the bench.</param>
public sealed record PaintingView(
    IReadOnlyList<PaintPassView> Passes,
    bool IsOwn,
    bool ByRow,
    string Row,
    IReadOnlyList<PaintedModelView> Models,
    string Left,
    IReadOnlyList<LikeView> Like,
    PaintNextView? Next
)
{
    /// <summary>The pass that is on and how many models have had it, such as "leather, 4 of 10"; empty before the first.</summary>
    public string Stands =>
        Passes.FirstOrDefault(p => p.IsOn) is { } on && Models.Any(m => m.Had.Count > 0) ? $"{on.Name}, {on.Had} of {Models.Count}" : "";
}

/// <summary>What is ticked next.</summary>
/// <param name="StepId">The step it belongs to.</param>
/// <param name="IsPass">One pass of a session; else the whole step on a model.</param>
/// <param name="InHand">The step is in hand.</param>
/// <param name="Text">The key, such as "Model 5: leather on".</param>
/// <param name="Note">What follows it.</param>
/// <param name="NotYet">What stands against beginning it now; null when nothing does.</param>
public sealed record PaintNextView(Guid StepId, bool IsPass, bool InHand, string Text, string Note, string? NotYet);

/// <summary>A pass, where it stands.</summary>
/// <param name="Number">Its place in the list, from 1.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Area">Where it goes.</param>
/// <param name="Mix">What is mixed for it.</param>
/// <param name="Swatch">Its colour, #rrggbb, or null.</param>
/// <param name="Seconds">Hands a model, s.</param>
/// <param name="Line">The pass in one line, as it is edited.</param>
/// <param name="Had">How many models have had it.</param>
/// <param name="IsOn">It is the pass that is on, or comes next.</param>
/// <param name="Wait">What waits for it and how long, in words; empty where nothing does.</param>
public sealed record PaintPassView(
    int Number,
    PassKind Kind,
    string Name,
    string Area,
    string Mix,
    string? Swatch,
    int Seconds,
    string Line,
    int Had,
    bool IsOn,
    string Wait
);

/// <summary>A model of the row.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Had">The numbers of the passes it has had.</param>
/// <param name="IsNext">The pass that is on comes to it next.</param>
public sealed record PaintedModelView(int Number, IReadOnlyList<int> Had, bool IsNext);

/// <summary>Another batch whose list, of passes or of parts, could be taken.</summary>
/// <param name="BatchId">The batch.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Lines">Its list, a line a pass.</param>
public sealed record LikeView(Guid BatchId, string Name, IReadOnlyList<string> Lines);
