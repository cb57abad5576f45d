using Hexaprep.Bench.Records;
using Hexaprep.Craft.HouseRules;

namespace Hexaprep.Formats;

/// <summary>A workspace as a file brought it, and what of it had to be cut or set back, in words.</summary>
public sealed record WorkspaceReading(Workspace Workspace, IReadOnlyList<string> Told);

/// <summary>Makes what an earlier program wrote fit this one: what was retired falls back to the default, and it is told.</summary>
internal static class LegacyRepair
{
    public static WorkspaceReading Mended(WorkspaceDocument document, int version)
    {
        Workspace w = document;
        var told = new List<string>();
        var choices = w
            .HouseChoices.Where(c =>
            {
                if (c is null || (HouseRuleCatalog.Find(c.School) is { } school && school.Option(c.Option) is not null))
                    return true;
                told.Add($"The house rule '{c.School}: {c.Option}' is not known any more: the default holds.");
                return false;
            })
            .ToList();
        if (told.Count > 0)
            w = w with { HouseChoices = choices };
        var firsts = w.Pieces.Where(p => p is { Number: 1 }).DistinctBy(p => p.ModelId).ToDictionary(p => p.ModelId, p => p.Id);
        // A file of this version was written by a program that holds the bounds.
        if (version >= WorkspaceDocument.Newest)
            return new WorkspaceReading(w, told);
        return new WorkspaceReading(
            w with
            {
                Units = Cut(w.Units, told, "unit"),
                Batches = Cut(w.Batches, told, "batch"),
                Parts = Cut(w.Parts, told, "part"),
                Steps = Cut(w.Steps, told, "step"),
                Edges = Cut(w.Edges, told, "edge"),
                RouteChanges = Cut(w.RouteChanges, told, "route change"),
                Coats = [.. w.Coats.Select(c => c is null or { Pieces.Count: > 0 } ? c! : c with { Pieces = FirstsOf(c.Models, firsts) })],
                Flaws = Cut(w.Flaws, told, "flaw"),
                PastCoats = Cut(w.PastCoats, told, "coat"),
            },
            told
        );
    }

    // Before version 3 a coat was on models; each of them was one piece.
    private static IReadOnlyList<Guid> FirstsOf(IReadOnlyList<Guid> models, Dictionary<Guid, Guid> firsts) =>
        [.. models.Where(firsts.ContainsKey).Select(m => firsts[m])];

    // Texts that an earlier program took and this one does not: too long, or holding what no text may.
    private static IReadOnlyList<T> Cut<T>(IReadOnlyList<T> rows, List<string> told, string what)
        where T : class
    {
        List<T>? mended = null;
        for (var i = 0; i < rows.Count; i++)
        {
            if (rows[i] is not { } row || RowCheck.WithTextsCut(row) is not { } cut)
                continue;
            mended ??= [.. rows];
            mended[i] = (T)cut.Row;
            told.Add($"A text of a {what} ({cut.Property}) was cut to what is kept now: '{cut.Text}'.");
        }
        return mended ?? rows;
    }
}
