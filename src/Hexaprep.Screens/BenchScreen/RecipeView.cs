using Hexaprep.Bench.State;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>A mix, for the screen.</summary>
public sealed record RecipeView(Guid Id, string Area, string Mix)
{
    /// <summary>The mixes written down for a unit.</summary>
    public static IReadOnlyList<RecipeView> Of(BenchIndex bench, Guid unitId) =>
        [.. bench.RecipesOf(unitId).Select(r => new RecipeView(r.Id, r.Area, r.Mix))];
}
