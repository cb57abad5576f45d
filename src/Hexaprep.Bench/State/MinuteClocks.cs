using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>The waits of minutes that a person starts: shaking a can, transfers in water, a dip.</summary>
public enum ClockKind
{
    Shake,
    Soak,
    AcidDip,
    Reshake,
    HotDip,
    CoolDown,
}

/// <summary>A wait of minutes that was started at the bench.</summary>
public sealed record BenchClock(Guid Id, Guid StepId, ClockKind Kind, Instant StartedAt, Instant? StoppedAt);

/// <summary>What a kind of clock says, and how long it lasts.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Start">The key that starts it.</param>
/// <param name="Runs">What goes on.</param>
/// <param name="Over">What may be done when it is over.</param>
/// <param name="Early">From here a look makes sense: the low end of the practised range.</param>
/// <param name="Sure">It rings: the high end of the range.</param>
/// <param name="Lost">Something is lost from here on; null when nothing is.</param>
/// <param name="Loss">What is lost.</param>
public sealed record MinuteClock(
    ClockKind Kind,
    string Start,
    string Runs,
    string Over,
    Duration Early,
    Duration Sure,
    Duration? Lost,
    string Loss
)
{
    private static readonly MinuteClock[] All =
    [
        // Practised: about 10 s before each further round.
        new(
            ClockKind.Reshake,
            "Shaking again",
            "shaking again",
            "Shaken: the next round",
            Duration.FromSeconds(10),
            Duration.FromSeconds(10),
            null,
            ""
        ),
        // Practised: 5 s to a minute; small and thin parts yield first.
        new(
            ClockKind.HotDip,
            "It is in the hot water",
            "in the hot water",
            "Out with it: set it straight",
            Duration.FromSeconds(5),
            Duration.FromSeconds(60),
            null,
            ""
        ),
        // Practised: 10 s to a minute, held in shape.
        new(
            ClockKind.CoolDown,
            "Held in cool water",
            "cooling, held in shape",
            "Let go: dip again if it springs",
            Duration.FromSeconds(10),
            Duration.FromSeconds(60),
            null,
            ""
        ),
        // Practised: 1 to 3 min before the first round.
        new(
            ClockKind.Shake,
            "The shaking begins",
            "shaking",
            "Shaken: spray a card first",
            Duration.FromMinutes(1),
            Duration.FromMinutes(3),
            null,
            ""
        ),
        // Practised: 1 to 3 min until the film slides.
        new(
            ClockKind.Soak,
            "Transfers are in the water",
            "transfers soaking",
            "They slide: place them",
            Duration.FromSeconds(Transferring.SoakSeconds),
            Duration.FromMinutes(3),
            Duration.FromMinutes(Transferring.SoakLastsMinutes),
            "transfers lose their glue"
        ),
        // Practised: 15 to 30 min.
        new(
            ClockKind.AcidDip,
            "They are in the dip",
            "in the dip",
            "Take it out and rinse",
            Duration.FromMinutes(15),
            Duration.FromMinutes(30),
            null,
            ""
        ),
    ];

    /// <summary>The clock of a kind.</summary>
    public static MinuteClock Of(ClockKind kind) => Array.Find(All, c => c.Kind == kind)!;

    /// <summary>The clock that a step offers now; null for most steps. A can is shaken long once, then shortly before each further
    /// round; what was in hot water is cooled next.</summary>
    public static MinuteClock? For(BenchIndex bench, BenchStep step, Instant now) =>
        step switch
        {
            { Amounts: { Mode: not null, Method: "spray_can" } } => Of(WasShaken(bench, step, now) ? ClockKind.Reshake : ClockKind.Shake),
            { Key.Kind: StepKind.PlaceTransfer } => Of(ClockKind.Soak),
            { Key.Kind: StepKind.Wash, Amounts.Method: "acid_dip" } => Of(ClockKind.AcidDip),
            { Key.Kind: StepKind.Straighten, Amounts.Method: "warm_water" } => Of(Dips(bench, step)),
            { Key.Kind: StepKind.RemoveSupports }
                when bench.HouseOf(step.BatchId).Follows(HouseRuleCatalog.SupportRemoval, "warm_when_stuck") => Of(Dips(bench, step)),
            _ => null,
        };

    /// <summary>How long it lasts, in words: "10 s", "5 to 60 s", "1 to 3 min".</summary>
    public string Range
    {
        get
        {
            var (early, sure) =
                Sure <= Duration.FromMinutes(1) ? (Early.TotalSeconds, Sure.TotalSeconds) : (Early.TotalMinutes, Sure.TotalMinutes);
            var unit = Sure <= Duration.FromMinutes(1) ? "s" : "min";
            return early == sure ? $"{sure:0} {unit}" : $"{early:0} to {sure:0} {unit}";
        }
    }

    /// <summary>What may be done when it is over, at a step: print supports are pulled from the warm print, a bend is set.</summary>
    public string OverAt(BenchStep step) =>
        (Kind, step.Key.Kind) switch
        {
            (ClockKind.HotDip, StepKind.RemoveSupports) => "Out with it: the supports come off warm",
            (ClockKind.CoolDown, StepKind.RemoveSupports) => "Cool again: the rest is cut",
            _ => Over,
        };

    /// <summary>The same once it is over: "60 s", "3 min".</summary>
    public string Length => Sure <= Duration.FromMinutes(1) ? $"{Sure.TotalSeconds:0} s" : Clockface.Lasts((long)Sure.TotalMinutes);

    // The can at hand was shaken within the hour, for this step or another that is sprayed from the same kind.
    private static bool WasShaken(BenchIndex bench, BenchStep step, Instant now) =>
        bench.State.Clocks.Exists(c =>
            c.Kind == ClockKind.Shake
            && now - c.StartedAt < Duration.FromHours(1)
            && (c.StoppedAt ?? now) - c.StartedAt >= Of(ClockKind.Shake).Early
            && bench.Steps.TryGetValue(c.StepId, out var other)
            && other.Amounts.Product == step.Amounts.Product
            && other.Amounts.Mode == step.Amounts.Mode
        );

    private static ClockKind Dips(BenchIndex bench, BenchStep step) =>
        bench.State.Clocks.FindLast(c => c.StepId == step.Id)?.Kind == ClockKind.HotDip ? ClockKind.CoolDown : ClockKind.HotDip;
}

/// <summary>A clock that runs, or rang and was not answered.</summary>
/// <param name="Id">The clock.</param>
/// <param name="StepId">Its step.</param>
/// <param name="UnitId">Its unit.</param>
/// <param name="Unit">The unit's name.</param>
/// <param name="Mark">Its mark.</param>
/// <param name="Kind">Which kind.</param>
/// <param name="Runs">What goes on.</param>
/// <param name="Over">What may be done when it is over.</param>
/// <param name="StartedAt">When it was started.</param>
/// <param name="Early">From here a look makes sense.</param>
/// <param name="Sure">When it rings.</param>
/// <param name="LostAt">When something is lost; null when nothing is.</param>
/// <param name="Loss">What is lost.</param>
/// <param name="IsRun">It is a group of a run of transfers: it ends with what lies in the water.</param>
public sealed record ClockView(
    Guid Id,
    Guid StepId,
    Guid UnitId,
    string Unit,
    string Mark,
    ClockKind Kind,
    string Runs,
    string Over,
    Instant StartedAt,
    Instant Early,
    Instant Sure,
    Instant? LostAt,
    string Loss,
    bool IsRun
);

/// <summary>A clock that can be started at the step in hand.</summary>
public sealed record ClockOffer(ClockKind Kind, string Text, string Note);

/// <summary>Reads the clocks of minutes.</summary>
public static class MinuteClocks
{
    // Nobody stops a clock that was forgotten: it is shown this long after all is over.
    private static readonly Duration Shown = Duration.FromMinutes(30);

    /// <summary>The clocks that run. A model ticked after its start ends a clock, as stopping it does: the marks are placed, the coat
    /// is on.</summary>
    public static IReadOnlyList<ClockView> Running(BenchIndex bench, Instant now) =>
        [
            .. from clock in Started(bench)
            let kind = MinuteClock.Of(clock.Kind)
            let isRun = !bench.State.Clocks.Contains(clock)
            // A group of a run lies in the water on purpose while the one before it is placed.
            let sure = isRun ? Duration.FromMinutes(Transferring.SoakPlannedMinutes) : kind.Sure
            where now < clock.StartedAt + (kind.Lost ?? kind.Sure) + Shown
            let step = bench.Steps[clock.StepId]
            let unit = bench.UnitOf(step)
            orderby clock.StartedAt + sure, clock.Id
            select new ClockView(
                clock.Id,
                step.Id,
                unit.Id,
                bench.NameOf(step),
                unit.Mark,
                clock.Kind,
                kind.Runs,
                kind.OverAt(step),
                clock.StartedAt,
                clock.StartedAt + kind.Early,
                clock.StartedAt + sure,
                clock.StartedAt + kind.Lost,
                kind.Loss,
                isRun
            ),
        ];

    // The clocks that were started by hand, and one for each group of transfers that lies in the water.
    private static IEnumerable<BenchClock> Started(BenchIndex bench) =>
        bench
            .State.Clocks.Where(c => c.StoppedAt is null && !bench.TicksOf[c.StepId].Any(t => t.At >= c.StartedAt))
            .Concat(
                bench
                    .State.Soaked.Where(t => t.OutAt is null && bench.Steps.ContainsKey(t.StepId))
                    .GroupBy(t => (t.StepId, t.WettedAt))
                    .Select(g => new BenchClock(g.First().Id, g.Key.StepId, ClockKind.Soak, g.Key.WettedAt, null))
            );

    /// <summary>The clock that may be started at a step; none while one of the kind runs there.</summary>
    public static ClockOffer? Offer(BenchIndex bench, BenchStep step, Instant now) =>
        MinuteClock.For(bench, step, now) is { } kind && Running(bench, now).All(c => c.StepId != step.Id)
            ? new ClockOffer(kind.Kind, kind.Start, kind.Range)
            : null;
}
