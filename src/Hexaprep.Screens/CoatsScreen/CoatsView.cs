using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using NodaTime;

// Long: one view of all that was laid; its readers share the log.
namespace Hexaprep.Screens.CoatsScreen;

/// <summary>COATS: what dries, what may be recoated and until when, how each product behaves on this bench, every coat that was
/// laid.</summary>
/// <param name="Drying">What must be left alone, the soonest safe first.</param>
/// <param name="Recoat">What may be recoated now or later, and until when.</param>
/// <param name="Products">Table against seen.</param>
/// <param name="Log">Coats, the newest first; at most <see cref="CoatsReader.MostLogged"/>.</param>
/// <param name="Logged">How many there are.</param>
/// <param name="Failures">Under which air coats failed, in words; empty where none did.</param>
/// <param name="Seen">The last coats seen dry, against the table, oldest first.</param>
public sealed record CoatsView(
    Instant Now,
    string Zone,
    IReadOnlyList<DryingView> Drying,
    IReadOnlyList<RecoatView> Recoat,
    IReadOnlyList<ProductView> Products,
    IReadOnlyList<CoatLogView> Log,
    int Logged,
    string Failures,
    IReadOnlyList<SeenCoatView> Seen
)
{
    /// <summary>How often each look found nothing.</summary>
    public IReadOnlyList<YieldView> Yields { get; init; } = [];

    /// <summary>House rules worth another look, with the counts.</summary>
    public IReadOnlyList<ReviewView> Reviews { get; init; } = [];

    /// <summary>The units whose coats the log can be narrowed to.</summary>
    public required IReadOnlyList<string> Units { get; init; }
}

/// <summary>A coat seen dry, beside what the table says for its air and film.</summary>
public sealed record SeenCoatView(
    Guid CoatId,
    string Mark,
    string What,
    string Day,
    string Air,
    Readiness Stage,
    double TableMinutes,
    double SeenMinutes,
    string Words
);

/// <summary>A coat that the same product may follow.</summary>
/// <param name="EndedAt">When the coat was on.</param>
/// <param name="Opens">From when on, sure.</param>
/// <param name="Closes">Until when; null without an end.</param>
/// <param name="Reopens">From when on again; null when it never closes, or stays shut.</param>
/// <param name="Words">The same in words.</param>
/// <param name="Closing">True when something is lost at its end: shown as a limit, not as a wait.</param>
public sealed record RecoatView(
    Guid CoatId,
    string Unit,
    string Mark,
    string What,
    Instant EndedAt,
    Instant Opens,
    Instant? Closes,
    Instant? Reopens,
    string Words,
    bool Closing
);

/// <summary>How a product behaves here.</summary>
/// <param name="Id">Its outside id.</param>
/// <param name="Stages">Minutes by the table and as seen, for each stage it has.</param>
/// <param name="Factor">Seen against the table.</param>
/// <param name="Count">Observations that carry it.</param>
/// <param name="Sureness">How sure that is, in words.</param>
/// <param name="Label">What its label says; null where nothing was entered.</param>
/// <param name="Observations">What was seen, oldest first.</param>
public sealed record ProductView(
    string Id,
    string Name,
    IReadOnlyList<StageView> Stages,
    double Factor,
    int Count,
    string Sureness,
    ProductLabel? Label,
    IReadOnlyList<ObservationView> Observations
);

/// <summary>A stage of a product, minutes at the bench's usual air and as expected now.</summary>
public sealed record StageView(Readiness Stage, double TableMinutes, int Early, int Usual, int Sure);

/// <summary>Something seen of a coat, which can be left out and put back.</summary>
public sealed record ObservationView(IReadOnlyList<Guid> TestIds, Readiness Stage, string Words, bool LeftOut);

/// <summary>A coat of the log; its own when it was laid on this bench, not brought in from a file.</summary>
public sealed record CoatLogView(
    Guid CoatId,
    string Unit,
    string What,
    string ProductId,
    string Product,
    int Number,
    Film Film,
    double? AirC,
    double? HumidityPct,
    int Models,
    Instant StartedAt,
    Instant? EndedAt,
    IReadOnlyList<string> Tests,
    string Verdict,
    bool Own
);

/// <summary>Reads COATS off the bench.</summary>
public sealed class CoatsReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    /// <summary>Coats listed at most.</summary>
    public const int MostLogged = 200;

    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>The view.</summary>
    /// <param name="product">Only coats of this product in the log; null for all.</param>
    /// <param name="unit">Only coats of this unit; null for all.</param>
    public CoatsView View(string? product = null, string? unit = null)
    {
        var log = Log(product, unit, MostLogged);
        var logged = Laid(product, unit).Count() + Before(product, unit).Count();
        var memory = new FlawMemory(bench);
        return new CoatsView(
            now,
            bench.State.Settings.Zone.Id,
            DryingReader.Of(bench, plan, _clock),
            Recoatable(),
            [.. bench.Drying.Products.Select(ProductRow).OrderByDescending(p => p.Count).ThenBy(p => p.Name, StringComparer.Ordinal)],
            log,
            logged,
            AirOutcomes.Of(bench).Words,
            Seen()
        )
        {
            Units = bench.CoatedUnits,
            Yields = memory.Yields(),
            Reviews = memory.Reviews(),
        };
    }

    /// <summary>Coats, the newest first.</summary>
    /// <param name="product">Of this product alone; null for all.</param>
    /// <param name="unit">Of this unit alone; null for all.</param>
    /// <param name="most">How many at most.</param>
    public IReadOnlyList<CoatLogView> Log(string? product = null, string? unit = null, int most = int.MaxValue)
    {
        var flaws = bench.State.Flaws.ToLookup(f => f.StepId);
        var laid = Laid(product, unit);
        // The newest end the log; the few more that are read are sorted out below.
        var own = (most == int.MaxValue ? laid : laid.TakeLast(most))
            .Select(c => (Coat: c, Step: bench.Steps[c.StepId]))
            .Select(c => new CoatLogView(
                c.Coat.Id,
                bench.NameOf(c.Step),
                BenchIndex.TitleOf(c.Step),
                Product.Of(c.Coat).Id,
                Product.Of(c.Coat).Name,
                c.Coat.Number,
                c.Coat.Film,
                c.Coat.AirC,
                c.Coat.HumidityPct,
                c.Coat.ModelIds.Count,
                c.Coat.StartedAt,
                c.Coat.EndedAt,
                [.. c.Coat.Tests.Select(Words)],
                AirOutcomes.Verdict(bench, c.Coat, flaws),
                true
            ));
        var before = Before(product, unit);
        var past = (most == int.MaxValue ? before : before.TakeLast(most)).Select(p => new CoatLogView(
            p.Id,
            p.Unit,
            $"{p.Product.Name}, coat {p.Number}",
            p.Product.Id,
            p.Product.Name,
            p.Number,
            p.Film,
            p.AirC,
            p.HumidityPct,
            p.Models,
            p.StartedAt,
            p.EndedAt,
            [.. p.ToCoat().Tests.Select(Words)],
            p.Verdict,
            false
        ));
        return [.. own.Concat(past).OrderByDescending(c => c.StartedAt).ThenBy(c => c.CoatId).Take(most)];
    }

    private IEnumerable<Coat> Laid(string? product, string? unit)
    {
        var laid = product is null ? bench.State.Coats : bench.LaidOf(product);
        return unit is null ? laid : laid.Where(c => bench.UnitOf(bench.Steps[c.StepId]).Name == unit);
    }

    private IEnumerable<PastCoat> Before(string? product, string? unit) =>
        product is null && unit is null
            ? bench.State.PastCoats
            : bench.State.PastCoats.Where(p => (product is null || p.Product.Id == product) && (unit is null || p.Unit == unit));

    private List<SeenCoatView> Seen() =>
        [
            .. bench
                .Drying.Products.SelectMany(bench.Drying.ObservationsOf)
                .Where(o => !o.LeftOut && (o.Seen.Exact ?? o.Seen.DryAt) is not null)
                .OrderByDescending(o => o.Coat.EndedAt)
                .Take(5)
                .Reverse()
                .Select(SeenCoat),
        ];

    private SeenCoatView SeenCoat(ObservedCoat o)
    {
        var (seen, table) = ((o.Seen.Exact ?? o.Seen.DryAt)!.Value, o.Seen.ModelMinutes);
        var own = bench.Steps.TryGetValue(o.Coat.StepId, out var step);
        var air =
            o.Coat.AirC is { } c ? (c, o.Coat.HumidityPct ?? 50)
            : bench.Drying.ReadingAt(o.Coat.EndedAt!.Value) is { } r ? (r.AirC, r.HumidityPct)
            : ((double, double)?)null;
        var by = Math.Round(seen - table);
        return new SeenCoatView(
            o.Coat.Id,
            own ? bench.UnitOf(step!).Mark : "",
            own ? BenchIndex.TitleOf(step!) : Product.Of(o.Coat).Name,
            _clock.Day(o.Coat.EndedAt!.Value),
            air is { } known
                ? string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{known.Item1:0} °C, {known.Item2:0} % RH")
                : "air not known",
            o.Stage,
            Math.Round(table),
            Math.Round(seen),
            $"table {Clockface.Lasts((long)Math.Round(table))}, {(by >= 0 ? $"{by:0} later" : $"{-by:0} sooner")}"
        );
    }

    private string Words(CoatTest test) =>
        $"{Ids.Of(test.Stage).Replace('_', ' ')}: {(test.Finding == Finding.NotDryAt ? "still tacky" : "dry")} {_clock.At(test.At)}";

    // What the gates after a coat found on its models.
    private List<RecoatView> Recoatable()
    {
        var views = new List<RecoatView>();
        foreach (var coat in bench.AwaitedCoats.Where(c => c.EndedAt is not null))
        {
            var step = bench.Steps[coat.StepId];
            if (Waits.NextPass(bench, step.Id) is not { } next || bench.TimesOf(coat, Readiness.Recoat) is not { } times)
                continue;
            var shut = bench.Drying.ShutAfter(coat);
            var (closes, reopens) = (shut?.Closes, shut?.Reopens);
            var words =
                closes is not { } end ? $"from {_clock.At(times.Sure)}"
                : end <= times.Sure || now > end
                    ? reopens is { } again ? $"not before {_clock.At(again)}: between it lifts"
                        : "not again without sanding"
                : $"{(times.Sure > now ? $"from {_clock.At(times.Sure)} " : "")}until {_clock.At(end)}";
            var unit = bench.UnitOf(step);
            views.Add(
                new RecoatView(
                    coat.Id,
                    bench.NameOf(step),
                    unit.Mark,
                    BenchIndex.TitleOf(next),
                    coat.EndedAt!.Value,
                    times.Sure,
                    closes,
                    reopens,
                    words,
                    closes > now && closes > times.Sure
                )
            );
        }
        return [.. views.OrderBy(v => v.Closes ?? Instant.MaxValue).ThenBy(v => v.Opens)];
    }

    private ProductView ProductRow(Product product)
    {
        var belief = bench.Drying.BeliefOf(product);
        var step = StepKind.Study;
        var stages = Enum.GetValues<Readiness>()
            .Where(s => DryingModel.Knows(product.Class, s))
            .Select(s =>
            {
                var band = bench.Drying.Expected(step, product, s, HouseRuleChoices.Default, now);
                return new StageView(s, TradeDefaults.ClassOf(product.Class).Stages[Ids.Of(s)].TRefMin, band.Early, band.Usual, band.Sure);
            })
            .ToList();
        var sureness =
            belief.Count == 0 ? "rule of thumb: nothing seen here yet"
            : belief.IsCalibrated ? $"calibrated on this bench, by {Sentence.Counted(belief.Count, "look")}"
            : $"learning, {Sentence.Counted(belief.Count, "look")}: give or take {Math.Round((Math.Exp(1.2816 * belief.Sd) - 1) * 100)} %";
        return new ProductView(
            product.Id,
            product.Name,
            stages,
            Math.Round(belief.Factor, 2),
            belief.Count,
            sureness,
            bench.Drying.LabelOf(product),
            [.. bench.Drying.ObservationsOf(product).Select(Observation)]
        );
    }

    private ObservationView Observation(ObservedCoat seen)
    {
        static string Lasts(double minutes) => Clockface.Lasts((long)Math.Round(minutes));
        var o = seen.Seen;
        var what =
            o.Exact is { } x ? $"dry at {Lasts(x)}"
            : o is { NotDryAt: { } low, DryAt: { } high } ? $"tacky at {Lasts(low)}, dry at {Lasts(high)}"
            : o.NotDryAt is { } tacky ? $"still tacky at {Lasts(tacky)}"
            : $"dry by {Lasts(o.DryAt!.Value)}";
        return new ObservationView(
            seen.TestIds,
            seen.Stage,
            $"{_clock.At(seen.Coat.EndedAt!.Value)}: {Ids.Of(seen.Stage).Replace('_', ' ')}, {what}; table {Lasts(o.ModelMinutes)}",
            seen.LeftOut
        );
    }
}
