using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>Mixes are written down by unit and area, so that a repair or a late crew matches.</summary>
public static class RecipeEdits
{
    private const int MostArea = 60,
        MostMix = 200,
        MostOfAUnit = 60;

    /// <summary>Writes a mix down, or corrects it; an empty mix is crossed out.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="unitId">The unit.</param>
    /// <param name="recipeId">The mix; a new one where it is not known.</param>
    /// <param name="area">Where it is used.</param>
    /// <param name="mix">The mix; empty to cross it out.</param>
    /// <param name="now">When.</param>
    /// <exception cref="RefusedException">There is no such unit, a text breaks its bound, or there are too many.</exception>
    public static Decision Write(BenchIndex bench, Guid unitId, Guid recipeId, string? area, string? mix, Instant now)
    {
        if (!bench.Units.ContainsKey(unitId))
            throw Edit.Missing("id", unitId, "unit");
        var known = bench.Whole.Recipes.Find(r => r.Id == recipeId);
        if (known is not null && known.UnitId != unitId)
            throw Edit.Missing("recipeId", recipeId, "mix of this unit");
        if (string.IsNullOrWhiteSpace(mix))
            return new Decision(
                "unit",
                now,
                null,
                new { unitId, crossedOut = recipeId },
                known is null ? [] : [new Change.RecipeGone(recipeId)]
            );
        if (known is null && bench.Whole.Recipes.Count(r => r.UnitId == unitId) >= MostOfAUnit)
            throw new RefusedException(
                new Refusal("area", $"There are {MostOfAUnit} mixes already.", "Cross one out first.", RefusalKind.Conflict)
            );
        var recipe = new Recipe(recipeId, unitId, Texts.Checked("area", area, MostArea), Texts.Checked("mix", mix, MostMix), now);
        return new Decision("unit", now, null, new { unitId, recipe }, [new Change.RecipeSet(recipe)]);
    }
}
