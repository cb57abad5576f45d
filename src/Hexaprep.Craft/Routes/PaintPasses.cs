using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>What lies between two waits of painting: a step, and the passes that are its work.</summary>
/// <param name="Key">The step.</param>
/// <param name="Passes">Its passes, in their order; at least one.</param>
public sealed record PaintStretch(StepKey Key, IReadOnlyList<PaintPass> Passes)
{
    /// <summary>Hands a model, seconds.</summary>
    public int Seconds => Passes.Sum(p => p.Seconds);
}

/// <summary>How a batch is painted: the list of its passes, and the steps of the route they fall into. Colours that follow one another
/// are one step, put down and picked up anywhere; a shade, a filter, a mask or a coat between them is a step of its own with its
/// wait.</summary>
public static class PaintPasses
{
    // By tier: what comes before a shade or a mask (six tenths of the minutes), and what comes over it.
    private static readonly Dictionary<Tier, ((string Name, string Area, double Share)[] Under, (string, string, double)[] Over)> Usual =
        new()
        {
            [Tier.RankAndFile] = (
                [
                    ("main colour", "cloth or armour", 0.24),
                    ("second colour", "what sets it off", 0.16),
                    ("leather, wood", "straps, boots, shafts", 0.1),
                    ("metal", "blades, buckles", 0.1),
                ],
                [("lights", "edges and raised folds", 0.2), ("faces, hands", "", 0.14), ("base rim", "", 0.06)]
            ),
            [Tier.Elite] = (
                [
                    ("main colour", "cloth or armour", 0.18),
                    ("second colour", "what sets it off", 0.14),
                    ("metal", "blades, mail, buckles", 0.12),
                    ("leather, wood", "straps, boots, shafts", 0.1),
                    ("small parts", "pouches, horn, bone", 0.06),
                ],
                [
                    ("main colour, light", "edges and raised folds", 0.14),
                    ("second colour, light", "edges", 0.09),
                    ("faces, hands", "", 0.12),
                    ("base rim", "", 0.05),
                ]
            ),
            [Tier.Leader] = (
                [
                    ("main colour", "two thin layers", 0.14),
                    ("second colour", "what sets it off", 0.1),
                    ("metal", "blades, mail, buckles", 0.09),
                    ("leather, wood", "straps, boots, shafts", 0.09),
                    ("skin", "face and hands", 0.09),
                    ("small parts", "pouches, horn, bone", 0.09),
                ],
                [
                    ("main colour, light", "raised folds", 0.09),
                    ("main colour, edges", "", 0.06),
                    ("second colour, light", "edges", 0.06),
                    ("metal, edges", "", 0.04),
                    ("face", "light, eyes", 0.08),
                    ("gems, signs", "", 0.04),
                    ("base rim", "", 0.03),
                ]
            ),
            [Tier.Display] = (
                [
                    ("main colour", "thin layers", 0.12),
                    ("main colour, depth", "toned by hand", 0.08),
                    ("second colour", "what sets it off", 0.09),
                    ("metal", "blades, mail, buckles", 0.08),
                    ("leather, wood", "straps, boots, shafts", 0.07),
                    ("skin", "face and hands", 0.08),
                    ("small parts", "pouches, horn, bone", 0.08),
                ],
                [
                    ("main colour, light", "raised folds", 0.07),
                    ("main colour, second light", "", 0.05),
                    ("main colour, edges", "", 0.04),
                    ("second colour, light", "edges", 0.05),
                    ("metal, edges", "", 0.03),
                    ("leather, light", "wear and edges", 0.03),
                    ("face", "lights and depth", 0.05),
                    ("eyes", "", 0.02),
                    ("gems, signs", "", 0.02),
                    ("stepping back", "touching in from table distance", 0.02),
                    ("base rim", "", 0.02),
                ]
            ),
        };

    /// <summary>The name of the one pass of a batch of which nobody said how it is painted.</summary>
    public const string Unknown = "painting";

    /// <summary>The list of a job, with the shades, filters, masks and coats that its list, the house or the user asks for.</summary>
    public static IReadOnlyList<PaintPass> ListOf(Job job)
    {
        var (list, split) = Colours(job);
        void AddWhere(bool asked, PassKind kind, string name, int seconds, Func<int> at)
        {
            if (asked && !list.Exists(p => p.Kind == kind))
                list.Insert(at(), new PaintPass(kind, name, seconds));
        }
        var thin = Painting.ThinToneSeconds(job);
        AddWhere(Painting.ShadedBetween(job), PassKind.Shade, "shade", thin, () => split);
        var behindShade = list.FindIndex(p => p.Kind == PassKind.Shade) is var shade and >= 0 && shade == split ? split + 1 : split;
        AddWhere(Painting.Masked(job), PassKind.Mask, "mask", Painting.MaskSeconds(job), () => behindShade);
        AddWhere(Painting.Filtered(job), PassKind.Filter, "filter", thin, () => list.Count);
        var mask = list.FindIndex(p => p.Kind == PassKind.Mask);
        var filter = list.FindIndex(p => p.Kind == PassKind.Filter);
        AddWhere(Painting.Protected(job) || job.Adds(StepKind.ProtectiveCoat), PassKind.Coat, "protective coat", 25, () => mask >= 0 ? mask
            : filter >= 0 ? filter
            : list.Count);
        return [.. list.Where(p => Stands(p.Kind, job))];
    }

    /// <summary>Hands a model of brushwork over a primer that suits, seconds.</summary>
    public static int BrushSeconds(Job job) => Painting.UsualBrushSeconds(job);

    /// <summary>The steps that painting falls into, in their order, each with its passes.</summary>
    public static IReadOnlyList<PaintStretch> Of(Job job)
    {
        var steps = new List<PaintStretch>();
        StepKey Next(StepKind kind) => new(kind, null, steps.Count(s => s.Key.Kind == kind) + 1);
        foreach (var pass in ListOf(job))
        {
            if (pass.Kind == PassKind.Colour && steps is [.., { Key.Kind: StepKind.Paint } last])
                steps[^1] = last with { Passes = [.. last.Passes, pass] };
            else
                foreach (var kind in StepsOf(pass.Kind).Where(k => !job.Skips(k)))
                    steps.Add(new PaintStretch(Next(kind), [pass]));
        }
        return steps;
    }

    /// <summary>The passes of one step of a job; none where the step is none of painting.</summary>
    public static IReadOnlyList<PaintPass> In(Job job, StepKey step) => Of(job).FirstOrDefault(s => s.Key == step)?.Passes ?? [];

    /// <summary>How long each occurrence of a kind is, as parts of them all; one whole where there is one.</summary>
    internal static IReadOnlyList<double> Shares(Job job, StepKind kind)
    {
        var seconds = Of(job).Where(s => s.Key.Kind == kind).Select(s => (double)s.Seconds).ToList();
        return seconds.Sum() is var all and > 0 ? [.. seconds.Select(s => s / all)] : [1];
    }

    /// <summary>How often a kind occurs; at least once, for a step that is added without a list.</summary>
    internal static int Times(Job job, StepKind kind) => Math.Max(1, Of(job).Count(s => s.Key.Kind == kind));

    /// <summary>True for the kinds of step that a list of passes is made of.</summary>
    public static bool Makes(StepKind kind) => Enum.GetValues<PassKind>().SelectMany(StepsOf).Contains(kind);

    // The colours, and where a shade or mask goes that the list has not: behind the base colours of a usual list, behind all of an own.
    private static (List<PaintPass> List, int Split) Colours(Job job)
    {
        if (job.Batch.PaintMinutes == 0)
            return ([], 0);
        if (job.Batch.Passes is { Count: > 0 } own)
            return ([.. own], own.Count);
        var seconds = Painting.UsualBrushSeconds(job);
        var more = Painting.PrimerSeconds(job);
        PaintPass Colour(string name, string area, double share) =>
            new(PassKind.Colour, name, Math.Max(1, (int)Math.Round(seconds * share)), area);
        // What the primer adds falls on what is painted first.
        PaintPass Longer(PaintPass pass, double share) => pass with { Seconds = pass.Seconds + (int)Math.Round(more * share) };
        if (job.Batch.Passes is not null)
            return Painting.ShadedBetween(job) || Painting.Masked(job)
                ? ([Longer(Colour(Unknown, "", 0.6), 1), Colour(Unknown, "highlights, touching in", 0.4)], 1)
                : ([Longer(Colour(Unknown, "", 1), 1)], 1);
        var (under, over) = Usual[job.Batch.Tier];
        var first = under.Sum(p => p.Share);
        return (
            [
                .. under.Select(p => Longer(Colour(p.Name, p.Area, p.Share), p.Share / first)),
                .. over.Select(p => Colour(p.Item1, p.Item2, p.Item3)),
            ],
            under.Length
        );
    }

    private static bool Stands(PassKind kind, Job job) => StepsOf(kind).Any(k => !job.Skips(k));

    private static StepKind[] StepsOf(PassKind kind) =>
        kind switch
        {
            PassKind.Shade => [StepKind.PaintShade],
            PassKind.Filter => [StepKind.PaintFilter],
            PassKind.Mask => [StepKind.Mask, StepKind.PaintMasked, StepKind.Unmask],
            PassKind.Coat => [StepKind.ProtectiveCoat],
            _ => [StepKind.Paint],
        };
}
