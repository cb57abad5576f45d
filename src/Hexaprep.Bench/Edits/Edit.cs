using System.Globalization;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Edits;

/// <summary>What edits have in common: they are made from a version, and name what is not there.</summary>
public static class Edit
{
    /// <summary>Refuses an edit of something that is not there, or that was changed since the version it was made from.</summary>
    /// <exception cref="RefusedException">It is gone, or newer.</exception>
    public static void Check(int? known, int given, string what)
    {
        if (known is null)
            throw new RefusedException(new Refusal("id", $"There is no such {what}.", "Load the page again.", RefusalKind.NotFound));
        if (known != given)
            throw new RefusedException(
                new Refusal(
                    "version",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"The {what} has version {known}; this change was made from version {given}."
                    ),
                    "Look at the current state, then change it again.",
                    RefusalKind.Conflict
                )
            );
    }

    /// <summary>Refuses work on a unit that is off the bench.</summary>
    /// <exception cref="RefusedException">It is off.</exception>
    public static void OnBench(BenchIndex bench, Guid batchId)
    {
        var unit = bench.Units[bench.Batches[batchId].UnitId];
        if (unit.OffSince is not null)
            throw new RefusedException(
                new Refusal("id", $"{unit.Name} is off the bench.", "Put it back under Units first.", RefusalKind.Conflict)
            );
    }

    public static RefusedException Missing(string field, Guid id, string what) =>
        new(new Refusal(field, $"There is no {what} {id}.", "Load the page again.", RefusalKind.NotFound));
}
