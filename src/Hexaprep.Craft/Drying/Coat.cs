using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>Something left on models to dry: a coat, a glue, a filler, wash water.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="StepId">The step that left it.</param>
/// <param name="Step">Its kind.</param>
/// <param name="Product">What it is.</param>
/// <param name="Method">How it went on, null where there is no choice.</param>
/// <param name="Number">Which coat of its kind, from 1.</param>
/// <param name="Film">Light, normal or heavy.</param>
/// <param name="AirC">Air temperature in °C if someone typed it in; never invented.</param>
/// <param name="HumidityPct">Relative humidity in % if someone typed it in.</param>
/// <param name="StartedAt">When the first model took it.</param>
/// <param name="EndedAt">When the last model took it; null while the work goes on.</param>
/// <param name="ModelIds">The models that carry it.</param>
/// <param name="Tests">What the user found, oldest first.</param>
public sealed record Coat(
    Guid Id,
    Guid StepId,
    StepKind Step,
    ProductClass Product,
    string? Method,
    int Number,
    Film Film,
    double? AirC,
    double? HumidityPct,
    Instant StartedAt,
    Instant? EndedAt,
    IReadOnlyList<Guid> ModelIds,
    IReadOnlyList<CoatTest> Tests
)
{
    /// <summary>The product on the shelf.</summary>
    public Guid ProductId { get; init; }

    /// <summary>The pieces of them that carry it.</summary>
    public IReadOnlyList<Guid> PieceIds { get; init; } = [];

    /// <summary>It was sprayed outdoors, and dries there until it is brought in.</summary>
    public bool IsOutdoors { get; init; }

    /// <summary>When it was carried in, where it was sprayed outdoors; null while nobody said so.</summary>
    public Instant? BroughtInAt { get; init; }
}

/// <summary>A touch test, kept as an observation and never as a changed number.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="Stage">The readiness tested for.</param>
/// <param name="Finding">Still tacky, dry by now, or dry exactly now.</param>
/// <param name="At">When it was tested.</param>
public sealed record CoatTest(Guid Id, Readiness Stage, Finding Finding, Instant At)
{
    /// <summary>The user left it out of what is learned of the product; for its own coat it still counts.</summary>
    public bool LeftOut { get; init; }
}

/// <summary>The three kinds of observation a test leaves.</summary>
public enum Finding
{
    NotDryAt,
    DryAt,
    Exact,
}

/// <summary>When a coat reaches a readiness: early, usual and sure, after the tests made on it.</summary>
/// <param name="Early">From here a test makes sense.</param>
/// <param name="Usual">Half of such coats are ready.</param>
/// <param name="Sure">Safe.</param>
/// <param name="Tested">True when a "dry" test set the sure time.</param>
public sealed record SafeTimes(Instant Early, Instant Usual, Instant Sure, bool Tested)
{
    /// <summary>What the label asks, whatever a test says; the end of the work without one.</summary>
    public Instant Label { get; init; }

    /// <summary>When a step that begins with a test is planned: at the usual time, never before the label's.</summary>
    public Instant ByTest => Instant.Max(Usual, Label);
}

/// <summary>Which answers of a test cannot be taken at their word.</summary>
public static class DryAnswer
{
    // A film that is ready in less than a fifth of what its product takes at the least, or tacky after five times the most, is a slip
    // of the key or another coat.
    private const double Doubtful = 5;

    /// <summary>True for a finding outside what the product can do: it is kept as said, asked again, and moves nothing.</summary>
    /// <param name="test">The test.</param>
    /// <param name="end">When the work on the coat ended.</param>
    /// <param name="early">Minutes after which such a coat may first be ready (P10).</param>
    /// <param name="sure">Minutes after which it surely is (P90).</param>
    public static bool IsDoubted(CoatTest test, Instant end, double early, double sure)
    {
        var minutes = (test.At - end).TotalMinutes;
        return test.Finding == Finding.NotDryAt ? minutes > sure * Doubtful : minutes < early / Doubtful;
    }
}

/// <summary>Works out when a coat is safe.</summary>
public static class CoatClock
{
    /// <summary>The least time after which something still tacky is worth another look.</summary>
    public static readonly Duration TestedAgainAfter = Duration.FromMinutes(5);

    /// <summary>The three times of a coat for a readiness: what is expected, after the tests made on it.</summary>
    /// <param name="coat">The coat.</param>
    /// <param name="stage">The readiness.</param>
    /// <param name="band">The wait expected.</param>
    /// <param name="end">When the work on it ended.</param>
    /// <remarks>"Still tacky at t" moves early to t, usual to the median of what is left, at least five minutes on, and keeps sure at
    /// least as far behind t as sure lies behind usual. "Dry at t" sets the coat's sure time to t, never below the label. A test for one
    /// stage says nothing of another.</remarks>
    public static SafeTimes Learn(Coat coat, Readiness stage, WaitBand band, Instant end)
    {
        var times = new SafeTimes(
            end + Duration.FromMinutes(band.Early),
            end + Duration.FromMinutes(band.Usual),
            end + Duration.FromMinutes(band.Sure),
            false
        )
        {
            Label = end + Duration.FromMinutes(Math.Ceiling(band.LabelFloor)),
        };
        return coat
            .Tests.Where(t => t.Stage == stage && t.At >= end)
            .OrderBy(t => t.At)
            .Aggregate(times, (known, test) => test.Finding == Finding.NotDryAt ? Tacky(known, test.At, band, end) : Dry(known, test.At));
    }

    private static SafeTimes Dry(SafeTimes known, Instant at) =>
        known with
        {
            Early = Instant.Min(known.Early, at),
            Usual = Instant.Min(known.Usual, at),
            Sure = Instant.Max(at, known.Label),
            Tested = at >= known.Label,
        };

    private static SafeTimes Tacky(SafeTimes known, Instant at, WaitBand band, Instant end)
    {
        var left = end + Duration.FromMinutes(Math.Ceiling(band.MedianAfter((at - end).TotalMinutes)));
        var usual = Instant.Max(Instant.Max(known.Usual, left), at + TestedAgainAfter);
        var sure = Instant.Max(at + Duration.FromMinutes(band.Sure - band.Usual), usual);
        return known with
        {
            Early = Instant.Max(known.Early, at),
            Usual = usual,
            Sure = known.Tested ? sure : Instant.Max(known.Sure, sure),
            Tested = false,
        };
    }
}
