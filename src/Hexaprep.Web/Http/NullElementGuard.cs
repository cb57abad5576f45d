using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Web.Http;

/// <summary>Refuses null inside lists and maps, which the JSON reader lets through.</summary>
public static class NullElementGuard
{
    /// <summary>An element that must be there.</summary>
    public static void Check(string field, object? element)
    {
        if (element is null)
            throw new RefusedException(new Refusal(field, "It is null.", "Give an object, or leave it out."));
    }

    /// <summary>Cells without null.</summary>
    public static IReadOnlyDictionary<string, string> Cells(string field, IReadOnlyDictionary<string, string> cells)
    {
        foreach (var (column, value) in cells)
        {
            if (value is null)
                throw new RefusedException(new Refusal($"{field}.{column}", "It is null.", "Give text, or leave the column out."));
        }
        return cells;
    }
}
