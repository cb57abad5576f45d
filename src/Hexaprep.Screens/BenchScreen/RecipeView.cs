using Hexaprep.Bench.State;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>A mix, for the screen.</summary>
public sealed record RecipeView(Guid Id, string Area, string Mix)
{
    /// <summary>The mixes written down for a unit, and those of its passes of painting: what a seam, a touching in or a late crew is
    /// matched with.</summary>
    public static IReadOnlyList<RecipeView> WithPasses(BenchIndex bench, Guid unitId) =>
        [
            .. bench
                .BatchesOf[unitId]
                .SelectMany(b => (b.Traits.Passes ?? []).Where(p => p.Mix.Length > 0).Select(p => new RecipeView(b.Id, p.Name, p.Mix)))
                .DistinctBy(r => (r.Area, r.Mix)),
            .. Of(bench, unitId),
        ];

    /// <summary>The mixes written down for a unit.</summary>
    public static IReadOnlyList<RecipeView> Of(BenchIndex bench, Guid unitId) =>
        [.. bench.RecipesOf(unitId).Select(r => new RecipeView(r.Id, r.Area, r.Mix))];
}
