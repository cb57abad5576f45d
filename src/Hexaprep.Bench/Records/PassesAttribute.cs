using System.ComponentModel.DataAnnotations;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Records;

/// <summary>Passes of painting as <see cref="PaintPass"/> reads them, the first a colour.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class PassesAttribute : ValidationAttribute
{
    /// <inheritdoc />
    public override bool IsValid(object? value) =>
        value is null
        || (
            value is IReadOnlyList<string> lines
            && lines.Count <= PaintPass.Most
            && lines.All(l => l is not null && PaintPass.Read(l, out _) is not null)
            && (lines.Count == 0 || PaintPass.Read(lines[0], out _)!.Kind == PassKind.Colour)
        );

    /// <inheritdoc />
    public override string FormatErrorMessage(string name) =>
        $"at most {PaintPass.Most} passes such as 'leather, 7 min; straps; 2 brown, 1 ochre', the first a colour";
}
