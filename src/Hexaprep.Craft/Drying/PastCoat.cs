using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>A coat laid before, or elsewhere, brought in from a file: it teaches how a product dries here.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="Unit">What it was laid on; may be empty.</param>
/// <param name="Product">The product.</param>
/// <param name="Number">Which coat, 1 to 20.</param>
/// <param name="Film">Light, normal or heavy.</param>
/// <param name="AirC">°C, null where unknown.</param>
/// <param name="HumidityPct">%, null where unknown.</param>
/// <param name="Models">1 to 500.</param>
/// <param name="StartedAt">When the first model took it.</param>
/// <param name="EndedAt">When the last one did.</param>
/// <param name="Stage">The readiness tested.</param>
/// <param name="NotDryAt">Last found tacky.</param>
/// <param name="DryAt">First found dry.</param>
/// <param name="Verdict">What the gate said of it; may be empty.</param>
/// <param name="LeftOut">Left out of what is learned.</param>
public sealed record PastCoat(
    Guid Id,
    string Unit,
    Product Product,
    int Number,
    Film Film,
    double? AirC,
    double? HumidityPct,
    int Models,
    Instant StartedAt,
    Instant EndedAt,
    Readiness Stage,
    Instant? NotDryAt,
    Instant? DryAt,
    string Verdict,
    bool LeftOut
)
{
    /// <summary>The product on the shelf.</summary>
    public Guid ProductId { get; init; }

    /// <summary>The same as a coat of the log, with its tests.</summary>
    public Coat ToCoat() =>
        new(
            Id,
            Guid.Empty,
            Step,
            Product.Class,
            Product.Method,
            Number,
            Film,
            AirC,
            HumidityPct,
            StartedAt,
            EndedAt,
            [],
            [
                .. new[] { (At: NotDryAt, Finding: Finding.NotDryAt), (At: DryAt, Finding: Finding.DryAt) }
                    .Where(t => t.At is not null)
                    .Select(t => new CoatTest(Id, Stage, t.Finding, t.At!.Value) { LeftOut = LeftOut }),
            ]
        );

    private StepKind Step => StepDefinition.InOrder.First(f => f.Use == Product.Use && f.IsUsualUse).Kind;
}
