using Hexaprep.Core.Roster;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Routes;

/// <summary>Painting, carried as time: cut into sessions that fit an evening between models.</summary>
public static class Painting
{
    /// <summary>The longest a model is painted in one session, minutes.</summary>
    public const int LongestSessionMinutes = 45;

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepChoice> Choices =
    [
        new(Paint, Side.Paint, b => b.PaintMinutes > 0, b => $"{b.PaintMinutes} min a model, as the roster says or as usual for {Tiers.Word(b.Tier)}.", b =>
        {
            var sessions = (b.PaintMinutes + LongestSessionMinutes - 1) / LongestSessionMinutes;
            return new StepDraft(5, b.PaintMinutes * 60 / sessions) { Occurrences = sessions, Product = ProductClass.AcrylicWb, Method = "brush" };
        }),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry("PaintDryBeforeGloss", Paint, GlossBed, Readiness.NextLayer, Strength.Law, "Gloss over damp paint clouds."),
        Rule.NeedsDry("PaintDryBeforeFinalCoat", Paint, FinalCoat, Readiness.NextLayer, Strength.Law, "Varnish over damp paint frosts or wrinkles."),
        Rule.Before("HighlightsBeforeMarks", Paint, PlaceTransfer, Strength.Practice, "Later brushwork would have to avoid the marks."),
    ];
}
