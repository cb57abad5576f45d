using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Inspections.FlawKind;

namespace Hexaprep.Craft.Inspections;

/// <summary>The six flaws a look offers first: the commonest of that stage, in the order in which this bench meets them.</summary>
public static class GateFlaws
{
    /// <summary>Keys for flaws at a look.</summary>
    public const int Keys = 6;

    // So many must have been seen at a stage before its order is the bench's own.
    private const int Enough = 10;

    // Before anything was laid there is only what work leaves: no dust in a film, no fuzzy coat.
    private static readonly FlawKind[] Cleaned = [Line, Nub, Gouge, Bent, Gap, Seam],
        Joined = [Gap, Loose, Bent, Seam, Gouge, Nub],
        Filled = [Gap, Seam, Gouge, Line, Nub, Loose],
        Based = [Loose, Bent, Gap, Seam, Line, Nub],
        Primed = [Grainy, Run, Bare, Line, Gap, Print],
        Painted = [Bare, Print, Pooling, Dust, Tacky, Line],
        Glossed = [Run, Dust, Print, Bare, Frosting, Tacky],
        Marked = [Silvering, Bubble, FilmEdge, Tear, Wrinkle, Loose],
        Sealed = [Wrinkle, Bubble, Frosting, Dust, Run, Print],
        Rejoined = [Seam, Gap, Loose, Frosting, Print, Bent],
        Finished = [Frosting, FlawKind.Sheen, Dust, Bare, Loose, Print];

    /// <summary>The default six of a stage.</summary>
    public static IReadOnlyList<FlawKind> Default(StepKind step) =>
        step switch
        {
            StepKind.Study
            or StepKind.RemoveParts
            or StepKind.RemoveSupports
            or StepKind.CleanLines
            or StepKind.CleanLinesGate
            or StepKind.Straighten
            or StepKind.OpenTubes
            or StepKind.Wash
            or StepKind.Cure => Cleaned,
            StepKind.DryFit or StepKind.DryFitGate or StepKind.Pin or StepKind.Magnet or StepKind.Roughen or StepKind.Glue => Joined,
            StepKind.Fill or StepKind.Sand or StepKind.FillGate => Filled,
            StepKind.Base or StepKind.BaseTexture or StepKind.SealTexture or StepKind.Handle => Based,
            StepKind.TestPatch or StepKind.Prime or StepKind.PrimerGate => Primed,
            StepKind.GlossBed or StepKind.GlossBedGate or StepKind.ProtectiveCoat => Glossed,
            StepKind.CutTransfer or StepKind.SoakTransfer or StepKind.PlaceTransfer or StepKind.SoftenTransfer or StepKind.TransferGate =>
                Marked,
            StepKind.Seal or StepKind.Shade => Sealed,
            StepKind.Reassemble or StepKind.SeamRepair or StepKind.ReassembleGate => Rejoined,
            StepKind.FinalCoat or StepKind.Release or StepKind.BaseFinish or StepKind.FinalGate or StepKind.Weather => Finished,
            _ => Painted,
        };

    private static readonly FlawKind[] OfWork = [Line, Nub, Gouge, Bent, Gap, Seam, Loose],
        OfTransfers = [Silvering, Bubble, Tear, FilmEdge];

    /// <summary>True for a flaw that can be there.</summary>
    /// <param name="kind">The flaw.</param>
    /// <param name="coated">A coat lies on the models.</param>
    /// <param name="hasTransfers">Transfers were placed on them.</param>
    public static bool CanBe(FlawKind kind, bool coated, bool hasTransfers) =>
        OfWork.Contains(kind) || (OfTransfers.Contains(kind) ? hasTransfers : coated);

    /// <summary>The six of a stage: the default's until ten were seen there, then the commonest first.</summary>
    /// <param name="step">The step looked at.</param>
    /// <param name="seen">The kinds seen at that stage so far.</param>
    public static IReadOnlyList<FlawKind> For(StepKind step, IReadOnlyCollection<FlawKind> seen)
    {
        var usual = Default(step);
        if (seen.Count < Enough)
            return usual;
        var count = seen.CountBy(k => k).ToDictionary();
        return
        [
            .. count
                .Keys.Union(usual)
                .OrderByDescending(k => count.GetValueOrDefault(k))
                .ThenBy(k => usual.Contains(k) ? usual.ToList().IndexOf(k) : Keys)
                .Take(Keys),
        ];
    }

    /// <summary>True for a step whose last key is a look: what it left is seen now, or late.</summary>
    public static bool EndsWithALook(StepKind step) =>
        step
            is StepKind.RemoveParts
                or StepKind.RemoveSupports
                or StepKind.CleanLines
                or StepKind.DryFit
                or StepKind.Fill
                or StepKind.Sand
                or StepKind.GlossBed
                or StepKind.SoftenTransfer
                or StepKind.Reassemble
                or StepKind.SeamRepair;

    /// <summary>What else is asked at a look, in a line; null for nothing.</summary>
    public static string? Asks(StepKind step) =>
        step switch
        {
            StepKind.CleanLines or StepKind.RemoveParts or StepKind.CleanLinesGate => "Does it stand flat?",
            StepKind.Sand or StepKind.Fill or StepKind.FillGate => "Dust-free? A damp brush, then a dry one, before the next coat.",
            StepKind.Unmask => "Is all of the mask off?",
            StepKind.SoftenTransfer or StepKind.TransferGate => "Transfers all there? Residue off before the seal.",
            StepKind.FinalCoat => "Any patch of another sheen?",
            StepKind.FinalGate or StepKind.BaseFinish => "Sheen even, transfers all there, bases alike?",
            _ => null,
        };
}
