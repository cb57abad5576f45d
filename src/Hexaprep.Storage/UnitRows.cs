using Hexaprep.Core.Roster;
using NodaTime;

namespace Hexaprep.Storage;

/// <summary>A unit as its table keeps it: with the name it is known again by.</summary>
internal sealed record UnitRows(
    Guid Id,
    string Name,
    string NameKey,
    string Mark,
    int Weight,
    LocalDate? Deadline,
    IReadOnlyList<string> Notes,
    int Position,
    int Version
)
{
    public const string Columns = "id, name, name_key, mark, weight, deadline, notes, position, version";

    public static UnitRows Of(Unit u, int position) =>
        new(u.Id, u.Name, Muster.Key(u.Name), u.Mark, u.Weight, u.Deadline, u.Notes, position, u.Version);

    public static UnitRows Of(Formats.DocumentUnit u) =>
        new(u.Id, u.Name, Muster.Key(u.Name), u.Mark, u.Weight, u.Deadline, u.Notes, u.Position, u.Version);
}
