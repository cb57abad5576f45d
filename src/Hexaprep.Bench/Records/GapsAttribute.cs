using System.ComponentModel.DataAnnotations;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Records;

/// <summary>The gaps of a model as <see cref="GapList"/> reads them, a line a gap.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class GapsAttribute : ValidationAttribute
{
    /// <inheritdoc />
    public override bool IsValid(object? value) =>
        value is null
        || (
            value is IReadOnlyList<string> lines
            && lines.Count <= GapList.Most
            && lines.All(l => l is { Length: <= GapList.LongestLine })
            && GapList.Read(lines, out _) is not null
        );

    /// <inheritdoc />
    public override string FormatErrorMessage(string name) =>
        $"at most {GapList.Most} gaps such as 'left shoulder 0.6 x 9 mm', 'belt 0.4 x 10 mm, hidden'";
}
