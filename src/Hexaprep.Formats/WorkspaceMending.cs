using Hexaprep.Core.Kept;
using Hexaprep.Core.Routes;

namespace Hexaprep.Formats;

/// <summary>A workspace as a file brought it, and what of it had to be cut or set back, in words.</summary>
public sealed record WorkspaceReading(Workspace Workspace, IReadOnlyList<string> Told);

/// <summary>Makes what an earlier program wrote fit this one: what was retired falls back to the default, and it is told.</summary>
internal static class WorkspaceMending
{
    public static WorkspaceReading Mended(Workspace w)
    {
        var told = new List<string>();
        var choices = w
            .HouseChoices.Where(c =>
            {
                if (c is null || (Schools.Find(c.School) is { } school && school.Option(c.Option) is not null))
                    return true;
                told.Add($"The house rule '{c.School}: {c.Option}' is not known any more: the default holds.");
                return false;
            })
            .ToList();
        return new WorkspaceReading(choices.Count == w.HouseChoices.Count ? w : w with { HouseChoices = choices }, told);
    }
}
