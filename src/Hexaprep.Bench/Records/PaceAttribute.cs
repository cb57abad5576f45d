using System.ComponentModel.DataAnnotations;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Records;

/// <summary>Durations of steps as <see cref="StepPace"/> reads them, each kind of step at most once.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class PaceAttribute : ValidationAttribute
{
    /// <inheritdoc />
    public override bool IsValid(object? value) =>
        value is IReadOnlyList<string> paces
        && paces.All(p => p is not null && StepPace.Read(p, out _) is not null)
        && paces.Select(p => StepPace.Read(p, out _)!.Step).Distinct().Count() == paces.Count;

    /// <inheritdoc />
    public override string FormatErrorMessage(string name) => "kinds of step with minutes, such as clean_lines 12, each at most once";
}
