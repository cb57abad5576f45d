using Hexaprep.Craft.Computation;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>What a product's observations say: its factor on the table's time, and how sure that is.</summary>
/// <param name="Factor">Median of the belief.</param>
/// <param name="Sd">Of ln factor.</param>
/// <param name="PriorSd">Of ln factor before any observation.</param>
/// <param name="Count">Observations that carry it.</param>
/// <param name="Usual">P50 of the next film, as a multiple of the table's time.</param>
/// <param name="Sure">P90.</param>
public sealed record Belief(double Factor, double Sd, double PriorSd, int Count, double Usual, double Sure)
{
    /// <summary>True when the user's own log has taken over: 5 observations, and the spread halved.</summary>
    public bool IsCalibrated => Count >= 5 && Sd < PriorSd / 2;
}

/// <summary>An observation with the coat and test it came from.</summary>
/// <param name="Coat">The coat.</param>
/// <param name="Stage">The readiness tested.</param>
/// <param name="TestIds">The tests behind it: one, or the two that bracket it.</param>
/// <param name="Seen">The observation.</param>
/// <param name="LeftOut">True when the user left it out.</param>
public sealed record ObservedCoat(Coat Coat, Readiness Stage, IReadOnlyList<Guid> TestIds, Observation Seen, bool LeftOut);

/// <summary>When coats are ready: the model's time in the air they dry in, the coats below, the product's label, and what this bench
/// has seen of the product.</summary>
public sealed class DryingBook
{
    private readonly Dictionary<Product, ProductLabel> _labels;
    private readonly Lazy<ProductLogs> _products;
    private readonly ReadAir _air;
    private readonly Func<Coat, HouseRuleChoices> _houseOf;

    /// <summary>A book over coats, labels and air.</summary>
    /// <param name="coats">All coats of the bench; looked at when first asked what was seen of a product.</param>
    /// <param name="labels">Labels the user entered.</param>
    /// <param name="readings">Air read at the bench and outdoors.</param>
    /// <param name="houseOf">The house rules a coat's batch follows.</param>
    public DryingBook(
        IEnumerable<Coat> coats,
        IReadOnlyList<ProductLabel> labels,
        IReadOnlyList<AirReading> readings,
        Func<Coat, HouseRuleChoices> houseOf
    )
        : this(new(() => ProductLogs.Of([], coats)), labels, new ReadAir(readings), houseOf) { }

    public DryingBook(Lazy<ProductLogs> products, IReadOnlyList<ProductLabel> labels, ReadAir air, Func<Coat, HouseRuleChoices> houseOf) =>
        (_products, _labels, _air, _houseOf) = (products, labels.ToDictionary(l => l.Product), air, houseOf);

    /// <summary>Products with coats or labels.</summary>
    public IReadOnlyList<Product> Products => [.. _products.Value.Products.Union(_labels.Keys).OrderBy(p => p.Id, StringComparer.Ordinal)];

    /// <summary>The label of a product, or null.</summary>
    public ProductLabel? LabelOf(Product product) => _labels.GetValueOrDefault(product);

    /// <summary>Air at the bench: the last reading that still holds, else what a workroom is taken for.</summary>
    public Air AirAt(Instant at) => ReadingAt(at)?.Air ?? Air.Usual;

    /// <summary>The bench reading that still holds at a moment, or null.</summary>
    public AirReading? ReadingAt(Instant at) => _air.Indoors(at);

    /// <summary>The reading outdoors that still holds at a moment, or null.</summary>
    public AirReading? OutdoorsAt(Instant at) => _air.Outdoors(at);

    /// <summary>What is believed of a product.</summary>
    public Belief BeliefOf(Product product) => LearnedOf(product).Belief;

    /// <summary>What tests of a product's coats say, oldest first. The last "still tacky" and the first "dry" of a coat bracket
    /// it.</summary>
    public IReadOnlyList<ObservedCoat> ObservationsOf(Product product) => LearnedOf(product).Observed;

    private Learned LearnedOf(Product product)
    {
        if (_products.Value.Of(product) is not { } log)
            return Learned.Nothing(PriorSd(product));
        return log.Learn(
            coats => Learned.From(coats.SelectMany(Observe), PriorSd(product)),
            (learned, moves) =>
                learned.Moved([
                    .. moves.Select(m => (m.Before?.Id, (IReadOnlyList<ObservedCoat>)[.. m.After is { } after ? Observe(after) : []])),
                ])
        );
    }

    private double PriorSd(Product product) =>
        LabelOf(product) is { } label && (label.RecoatMin ?? label.HandleMin ?? label.NextLayerMin) is not null
            ? Learned.LabelSd
            : TradeDefaults.ClassOf(product.Class).PriorSd;

    private IEnumerable<ObservedCoat> Observe(Coat coat)
    {
        if (coat.EndedAt is not { } end || coat.Tests.Count == 0)
            yield break;
        double Since(CoatTest t) => (t.At - end).TotalMinutes;
        // A log kept before tests were held to what a product can show may name a readiness that it does not have.
        foreach (
            var tests in coat
                .Tests.Where(t => t.At > end && DryingModel.Knows(coat.Product, t.Stage) && !IsDoubted(coat, t))
                .GroupBy(t => (t.Stage, t.LeftOut))
        )
        {
            var model = Model(coat, tests.Key.Stage);
            if (tests.FirstOrDefault(t => t.Finding == Finding.Exact) is { } exact)
            {
                yield return new(coat, tests.Key.Stage, [exact.Id], new Observation(model, Exact: Since(exact)), tests.Key.LeftOut);
                continue;
            }
            // A "dry" before the last "still tacky" was a wrong touch.
            var tacky = tests.Where(t => t.Finding == Finding.NotDryAt).MaxBy(t => t.At);
            var dry = tests.Where(t => t.Finding == Finding.DryAt && (tacky is null || t.At > tacky.At)).MinBy(t => t.At);
            if ((dry ?? tacky) is null)
                continue;
            yield return new(
                coat,
                tests.Key.Stage,
                [.. new[] { tacky?.Id, dry?.Id }.OfType<Guid>()],
                new Observation(model, NotDryAt: tacky is null ? null : Since(tacky), DryAt: dry is null ? null : Since(dry)),
                tests.Key.LeftOut
            );
        }
    }

    /// <summary>True for an answer outside what the product can do, by the trade's own spread: what was learned from other answers does
    /// not make it likelier.</summary>
    public bool IsDoubted(Coat coat, CoatTest test)
    {
        if (coat.EndedAt is not { } end || !DryingModel.Knows(coat.Product, test.Stage))
            return false;
        var prior = Learned.Nothing(PriorSd(Product.Of(coat))).Belief;
        var model = Model(coat, test.Stage);
        return DryAnswer.IsDoubted(test, end, model * prior.Usual * prior.Usual / prior.Sure, model * prior.Sure);
    }

    /// <summary>The three times of a coat for a readiness; null while it goes on, and where its product has no such stage.</summary>
    public SafeTimes? When(Coat coat, Readiness stage)
    {
        if (coat.EndedAt is not { } end || !DryingModel.Knows(coat.Product, stage))
            return null;
        var house = _houseOf(coat);
        // "Dry" that nobody can believe is asked again; "still tacky" is never doubted where somebody waits for it.
        var believed = coat.Tests.Any(t => t.Finding != Finding.NotDryAt && IsDoubted(coat, t))
            ? coat with
            {
                Tests = [.. coat.Tests.Where(t => t.Finding == Finding.NotDryAt || !IsDoubted(coat, t))],
            }
            : coat;
        return CoatClock.Learn(
            believed,
            stage,
            Band(coat.Step, Product.Of(coat), stage, house, Model(coat, stage), AirDuring(coat).Item1),
            end
        );
    }

    /// <summary>The wait a step will leave, in the air there is now: for coats still to come.</summary>
    public WaitBand Expected(
        StepKind step,
        ProductClass product,
        string? method,
        Readiness stage,
        HouseRuleChoices house,
        Instant now,
        int coatsBelow = 0
    ) => Expected(step, Product.Of(step, product, method), stage, house, now, coatsBelow);

    /// <summary>The wait a coat of a product will need.</summary>
    public WaitBand Expected(
        StepKind step,
        Product key,
        Readiness stage,
        HouseRuleChoices house,
        Instant now,
        int coatsBelow = 0,
        Film film = Film.Normal
    )
    {
        var air = Bounded(step == StepKind.Wash ? WaitTable.AirAfter(step, house) : AirAt(now), key);
        var minutes =
            DryingModel.Time(key.Class, stage, air, WaitTable.Ratio(film), StageOf(key, stage)).Minutes!.Value
            * (stage == Readiness.Recoat ? DryingModel.Stacked(coatsBelow + 1) : 1);
        return Band(step, key, stage, house, minutes, air);
    }

    /// <summary>What the model says of a coat, minutes: its film, the coats below, the air it dried in hour by hour.</summary>
    public double Model(Coat coat, Readiness stage)
    {
        var key = Product.Of(coat);
        var film = WaitTable.Ratio(coat.Film);
        var (first, later) = AirDuring(coat);
        var stacked = stage == Readiness.Recoat ? DryingModel.Stacked(coat.Number) : 1;
        double progress = 0;
        var (at, air) = (coat.EndedAt ?? coat.StartedAt, first);
        foreach (var reading in later)
        {
            var needed = Needed(air);
            var span = (reading.At - at).TotalMinutes;
            if (needed is { } n && progress + span / n >= 1)
                return (at - coat.EndedAt!.Value).TotalMinutes + (1 - progress) * n;
            if (needed is { } more)
                progress += span / more;
            (at, air) = (reading.At, reading.Air);
        }
        // Air in which it never dries is taken to get better after as long as a reading holds.
        var stalled = Needed(air) is null ? AirReading.Holds.TotalMinutes : 0;
        return (at - (coat.EndedAt ?? coat.StartedAt)).TotalMinutes + stalled + (1 - progress) * Needed(Bounded(air, key))!.Value;

        double? Needed(Air over) => DryingModel.Time(coat.Product, stage, over, film, StageOf(key, stage)).Minutes * stacked;
    }

    /// <summary>When a coat may be recoated by its label, or null where the label says nothing of a closing time. Never looser than
    /// the label.</summary>
    public RecoatTimes? WindowOf(StepKind step, ProductClass product, string? method, Air air)
    {
        var key = Product.Of(step, product, method);
        if (LabelOf(key) is not { RecoatMax: { } close } label || !DryingModel.Knows(product, Readiness.Recoat))
            return null;
        var factor = DryingModel.Time(product, Readiness.Recoat, Bounded(air, key), 1, StageOf(key, Readiness.Recoat)).Factor!.Value;
        return RecoatTimes.Of(label.RecoatMin ?? 0, close, label.ReopenMin, factor);
    }

    /// <summary>When the label shuts the next coat out: from its closing, counted from the first model, to its reopening, counted from
    /// the last; null without such a label.</summary>
    public (Instant Closes, Instant? Reopens)? ShutAfter(Coat coat)
    {
        if (
            coat.EndedAt is not { } end
            || LabelOf(Product.Of(coat))?.RecoatMax is null
            || WindowOf(coat.Step, coat.Product, coat.Method, AirDuring(coat).Item1)?.Forbidden is not { } forbidden
        )
            return null;
        return (
            coat.StartedAt + Duration.FromMinutes(Math.Floor(forbidden.From)),
            forbidden.To is { } to ? end + Duration.FromMinutes(Math.Ceiling(to)) : null
        );
    }

    private WaitBand Band(StepKind step, Product key, Readiness stage, HouseRuleChoices house, double minutes, Air air)
    {
        var belief = BeliefOf(key);
        var band = WaitBand.Through(minutes * belief.Usual, minutes * belief.Sure) with { LabelFloor = LabelOf(key)?.Minutes(stage) ?? 0 };
        return WaitTable.Floored(band, step, stage, house, air);
    }

    private StageLabel? StageOf(Product key, Readiness stage) =>
        LabelOf(key) is { } l ? new StageLabel(l.Minutes(stage), l.MinTempC, l.MaxHumidityPct) : null;

    // The nearest air in which the film forms at all.
    private Air Bounded(Air air, Product key)
    {
        var (kind, label) = (TradeDefaults.ClassOf(key.Class), LabelOf(key));
        return air with
        {
            AirC = Math.Max(air.AirC, label?.MinTempC ?? kind.TMinC),
            HumidityPct = Math.Min(Math.Min(air.HumidityPct, label?.MaxHumidityPct ?? kind.RhMax), 99),
        };
    }

    // Air at its end, and the bench readings since. What was typed in at the coat counts before the instrument.
    private (Air, IEnumerable<AirReading>) AirDuring(Coat coat)
    {
        var end = coat.EndedAt ?? coat.StartedAt;
        if (coat.Step == StepKind.Wash && coat.AirC is null)
            return (WaitTable.AirAfter(StepKind.Wash, _houseOf(coat)), []);
        var read = AirAt(end);
        var first =
            coat.AirC is null && coat.HumidityPct is null
                ? read
                : new Air(Math.Clamp(coat.AirC ?? read.AirC, -10, 45), Math.Clamp(coat.HumidityPct ?? read.HumidityPct, 5, 100));
        if (!coat.IsOutdoors)
            return (first, _air.IndoorsAfter(end));
        // Until somebody says that it was carried in, it is never taken to dry faster than where it was sprayed.
        if (coat.BroughtInAt is not { } carried)
            return (Slower(first, read, Product.Of(coat)), []);
        var room = AirAt(carried);
        var inside = new AirReading(coat.Id, carried, AirPlace.Bench, room.AirC, room.HumidityPct, null, null, null, AirSource.Hand);
        return (first, _air.IndoorsAfter(carried).Prepend(inside));
    }

    private Air Slower(Air one, Air other, Product product)
    {
        double Takes(Air air) => DryingModel.Time(product.Class, Readiness.Touch, Bounded(air, product), 1).Minutes ?? 0;
        return Takes(other) > Takes(one) ? other : one;
    }
}
