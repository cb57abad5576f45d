using System.ComponentModel.DataAnnotations;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Records;

/// <summary>The parts of a kit as <see cref="PartList"/> reads them, a line a kind of part.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class KitAttribute : ValidationAttribute
{
    /// <inheritdoc />
    public override bool IsValid(object? value) =>
        value is null
        || (
            value is IReadOnlyList<string> lines
            && lines.Count <= PartList.Most
            && lines.All(l => l is { Length: <= PartList.LongestLine })
            && PartList.Read(lines, Material.Unknown, out _) is not null
        );

    /// <inheritdoc />
    public override string FormatErrorMessage(string name) =>
        $"at most {PartList.Most} parts such as 'body', 'head', '2 arms', 'cloak, hides the face', the one that carries the others first";
}
