using System.ComponentModel.DataAnnotations;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Records;

/// <summary>The colours of a model as <see cref="Palette"/> reads them, a line a colour.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class PaletteAttribute : ValidationAttribute
{
    /// <inheritdoc />
    public override bool IsValid(object? value) =>
        value is null
        || (
            value is IReadOnlyList<string> lines
            && lines.Count <= Palette.Most
            && lines.All(l => l is { Length: <= Palette.LongestLine })
            && Palette.Read(lines, out _) is not null
        );

    /// <inheritdoc />
    public override string FormatErrorMessage(string name) =>
        $"at most {Palette.Most} colours such as 'cloth #c9a227 30 %', 'leather #5a3a22'";
}
