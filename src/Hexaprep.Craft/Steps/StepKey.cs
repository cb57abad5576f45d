using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Steps;

/// <summary>What tells a step from its neighbours when a route is derived again.</summary>
/// <param name="Kind">The kind of step.</param>
/// <param name="Piece">The piece it is about, null for the whole model.</param>
/// <param name="Occurrence">1 for the first of its kind, 2 for the next coat or session.</param>
public readonly record struct StepKey(StepKind Kind, int? Piece, int Occurrence)
{
    /// <summary>It is its kind done once more just before primer: the wipe after the wash. The kind is done without it.</summary>
    public bool IsAgain => Kind == StepKind.Wash && Occurrence > 1;

    /// <summary>By kind, then piece, then occurrence.</summary>
    public static readonly Comparer<StepKey> Order = Comparer<StepKey>.Create(
        (a, b) =>
            a.Kind != b.Kind ? StepDefinition.Of(a.Kind).Place - StepDefinition.Of(b.Kind).Place
            : a.Piece != b.Piece ? Nullable.Compare(a.Piece, b.Piece)
            : a.Occurrence.CompareTo(b.Occurrence)
    );

    /// <summary>Reads like <c>prime#2</c>.</summary>
    public override string ToString() => Occurrence == 1 ? Ids.Of(Kind) : $"{Ids.Of(Kind)}#{Occurrence}";
}
