using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.WhatIf;
using NodaTime;

// Long: one arm for each request of the app's pages.

namespace Hexaprep.Web.Tests;

/// <summary>A request that a page of the app could send.</summary>
/// <param name="Method">The verb.</param>
/// <param name="Path">The address.</param>
/// <param name="Body">What is sent; null for nothing.</param>
internal sealed record PlausibleRequest(HttpMethod Method, string Path, object? Body);

/// <summary>Requests in no particular order, each in itself such as a person's page could send: acts at the bench, tests, flaws, repairs,
/// edits of units, routes, rules, evenings, air. Drawn by a seed.</summary>
internal sealed class PlausibleRequests(int seed)
{
    private static readonly string[] Places = ["head", "base", "left arm"];
    private readonly Random _random = new(seed);

    /// <summary>The next request for a bench.</summary>
    /// <param name="bench">The bench as it stands.</param>
    /// <param name="now">The server's clock.</param>
    public PlausibleRequest Next(BenchIndex bench, Instant now) =>
        _random.Next(100) switch
        {
            < 62 => Posted("/api/acts", Act(bench, now)),
            < 66 => Taken(bench),
            < 70 => Air(now),
            < 76 => UnitEdit(bench),
            < 82 => BatchEdit(bench),
            < 86 => House(bench),
            < 90 => Evenings(bench),
            _ => Other(bench),
        };

    private T? One<T>(IReadOnlyList<T> all) => all.Count == 0 ? default : all[_random.Next(all.Count)];

    private T Any<T>()
        where T : struct, Enum => One(Enum.GetValues<T>());

    private bool Chance(int ofHundred) => _random.Next(100) < ofHundred;

    private Guid NewId()
    {
        var bytes = new byte[16];
        _random.NextBytes(bytes);
        return new Guid(bytes);
    }

    private static PlausibleRequest Posted(string path, object body) => new(HttpMethod.Post, path, body);

    private static PlausibleRequest Put(string path, object body) => new(HttpMethod.Put, path, body);

    // Mostly now; at times as a device tells it that was offline or whose clock is off.
    private Instant At(Instant now) =>
        _random.Next(20) switch
        {
            < 14 => now,
            < 17 => now - Duration.FromMinutes(_random.Next(240)),
            17 => now + Duration.FromMinutes(9),
            18 => now - Duration.FromDays(_random.Next(1, 40)),
            _ => now - Duration.FromDays(700),
        };

    private Act Act(BenchIndex bench, Instant now)
    {
        var kind = One([
            ActKind.Start,
            ActKind.Done,
            ActKind.Done,
            ActKind.SetCount,
            ActKind.SetCount,
            ActKind.PutDown,
            ActKind.TakeBack,
            ActKind.Flaw,
            ActKind.Mend,
            ActKind.Test,
            ActKind.Coat,
            ActKind.Clock,
            ActKind.StopClock,
        ]);
        var step = StepFor(bench, kind);
        return new Act(NewId(), kind, At(now))
        {
            StepId = kind is ActKind.Mend or ActKind.Test or ActKind.Coat or ActKind.StopClock ? null : step?.Id,
            Anyway = Chance(30),
            Dry = Chance(40),
            DespiteAir = Chance(60),
            Model =
                kind is ActKind.Done or ActKind.TakeBack or ActKind.Flaw && Chance(kind == ActKind.Flaw ? 95 : 40)
                    ? 1 + _random.Next(6)
                    : null,
            Count = kind == ActKind.SetCount && step is not null ? Count(bench, step) : null,
            Place = kind == ActKind.Flaw ? One(Places) : null,
            Words = (kind == ActKind.Flaw && Chance(15)) || (kind == ActKind.Mend && Chance(30)) ? "a hair" : null,
            FlawKind = kind == ActKind.Flaw && Chance(90) ? Any<FlawKind>() : null,
            FlawId = kind == ActKind.Mend ? One(Flaws(bench))?.Id : null,
            End = kind == ActKind.Mend && Chance(60) ? Any<FlawEnd>() : null,
            CoatId = kind is ActKind.Test or ActKind.Coat ? One(bench.State.Coats)?.Id : null,
            Stage = kind == ActKind.Test ? Any<Readiness>() : null,
            Finding = kind == ActKind.Test ? Any<Finding>() : null,
            Film = kind == ActKind.Coat && Chance(50) ? Any<Film>() : null,
            AirC = kind == ActKind.Coat && Chance(50) ? _random.Next(-30, 61) : null,
            HumidityPct = kind == ActKind.Coat && Chance(50) ? _random.Next(0, 101) : null,
            EndedAt = kind == ActKind.Coat && Chance(30) ? At(now) : null,
            BroughtIn = kind == ActKind.Coat && Chance(20),
            Clock = kind == ActKind.Clock ? Any<ClockKind>() : null,
            ClockId = kind == ActKind.StopClock ? One(bench.State.Clocks)?.Id : null,
        };
    }

    // The steps that come next, more often than others.
    private BenchStep? StepFor(BenchIndex bench, ActKind kind)
    {
        if (kind == ActKind.TakeBack && bench.State.Ticks is [.., var last] && Chance(60))
            return bench.Steps.GetValueOrDefault(last.StepId);
        if (kind is ActKind.PutDown or ActKind.Done && bench.InHand is { } spell && Chance(60))
            return bench.Steps.GetValueOrDefault(spell.StepId);
        return One(bench.State.Batches) is not { } batch ? null
            : Chance(85) ? bench.StepsOf[batch.Id].FirstOrDefault(s => bench.Remaining(s).Count > 0)
            : One([.. bench.AllStepsOf[batch.Id]]);
    }

    private int Count(BenchIndex bench, BenchStep step)
    {
        var (done, left) = (bench.TicksOf[step.Id].Count(), bench.Remaining(step).Count);
        return Chance(75) ? done + left : done + _random.Next(left + 1);
    }

    private static IReadOnlyList<Flaw> Flaws(BenchIndex bench) => bench.OpenFlaws.Count > 0 ? bench.OpenFlaws : bench.State.Flaws;

    // What is asked of the plan, taken; repairs most of all.
    private PlausibleRequest Taken(BenchIndex bench)
    {
        var flaw = One(bench.OpenFlaws);
        var ask =
            flaw is not null && Chance(70)
                ? new WhatIfAsk(WhatIfKind.Repair)
                {
                    FlawId = flaw.Id,
                    Repair = One([.. RepairIds]),
                    Together = Chance(50),
                }
                : new WhatIfAsk(
                    Any<WhatIfKind>(),
                    Handles: _random.Next(1, 40),
                    UnitId: One(bench.State.Units)?.Id,
                    StepId: One(bench.State.Steps)?.Id,
                    BatchId: One(bench.State.Batches)?.Id,
                    WithId: One(bench.State.Batches)?.Id,
                    Models: _random.Next(1, 6)
                )
                {
                    UnderWay = One(["one", "two", "four", "no_limit"]),
                };
        return Chance(25) && One(bench.State.Repairs) is { } repair
            ? Posted($"/api/gate/repairs/{repair.Id}/back", new { id = NewId() })
            : Posted("/api/plan/take", new { id = NewId(), ask });
    }

    private static readonly string[] RepairIds =
    [
        "touch_in",
        "another_pass",
        "rub_down",
        "scrape",
        "refill",
        "run_in_varnish",
        "thin_putty",
        "putty_seam",
        "clear_coat",
        "even_coat",
        "prick_and_soften",
        "new_transfer",
        "touch_over",
        "pin_and_glue",
        "bend_back",
        "strip",
        "wipe_off",
    ];

    private PlausibleRequest Air(Instant now) =>
        _random.Next(4) switch
        {
            0 => Posted("/api/forecast/simulated", new { id = NewId() }),
            1 => Posted(
                "/api/forecast/typed",
                new
                {
                    id = NewId(),
                    day = (now.InUtc().Date + Period.FromDays(_random.Next(5))).ToString("uuuu-MM-dd", null),
                    from = "08:00:00",
                    to = "20:00:00",
                    airC = _random.Next(-5, 35),
                    humidityPct = _random.Next(20, 100),
                }
            ),
            _ => Posted(
                "/api/air",
                new
                {
                    id = NewId(),
                    place = Chance(60) ? "bench" : "outdoors",
                    airC = _random.Next(-30, 61),
                    humidityPct = _random.Next(0, 101),
                    gustMs = _random.Next(0, 40),
                    at = At(now),
                }
            ),
        };

    private PlausibleRequest UnitEdit(BenchIndex bench)
    {
        var unit = One(Chance(80) ? bench.State.Units : bench.Whole.Units);
        if (unit is null)
            return Posted("/api/roster", Roster());
        return _random.Next(6) switch
        {
            0 => Posted($"/api/units/{unit.Id}/off", new { id = NewId(), version = unit.Version }),
            1 => Posted($"/api/units/{unit.Id}/back", new { id = NewId(), version = unit.Version }),
            2 when bench.State.Units.Count < 9 => Posted(
                $"/api/units/{unit.Id}/another",
                new { id = Chance(85) ? NewId() : unit.Id, models = Chance(50) ? _random.Next(1, 8) : (int?)null }
            ),
            3 when bench.State.Units.Count < 9 => Posted("/api/roster", Roster()),
            _ => Put(
                $"/api/units/{unit.Id}",
                new
                {
                    id = NewId(),
                    version = unit.Version,
                    deadline = Chance(50) ? "2026-12-24" : null,
                    weight = _random.Next(1, 6),
                }
            ),
        };
    }

    private object Roster() =>
        new
        {
            id = NewId(),
            lines = new[]
            {
                new
                {
                    cells = new Dictionary<string, string>
                    {
                        ["unit"] = $"Column {_random.Next(30)}",
                        ["models"] = $"{_random.Next(1, 12)}",
                        ["material"] = One(["plastic", "cast resin", "white metal", "printed resin", "soft plastic", "unknown"])!,
                        ["tier"] = One(["rank_and_file", "elite", "leader", "display"])!,
                        ["transfers"] = $"{_random.Next(3)}",
                        ["gaps"] = One(["none", "small", "large"])!,
                    },
                    addAnyway = Chance(50),
                },
            },
        };

    private PlausibleRequest BatchEdit(BenchIndex bench)
    {
        var batch = One(bench.State.Batches);
        if (batch is null)
            return Posted("/api/roster", Roster());
        var kinds = Enum.GetValues<StepKind>();
        return _random.Next(5) switch
        {
            0 => Posted(
                $"/api/batches/{batch.Id}/identify",
                new
                {
                    id = NewId(),
                    version = batch.Version,
                    material = Any<Material>(),
                }
            ),
            1 => Posted(
                $"/api/batches/{batch.Id}/route/restore",
                new
                {
                    id = NewId(),
                    version = batch.Version,
                    step = One(kinds),
                }
            ),
            < 4 => Posted(
                $"/api/batches/{batch.Id}/route",
                new
                {
                    id = NewId(),
                    version = batch.Version,
                    change = Change(bench, batch),
                    accepted = true,
                }
            ),
            4 => Chance(40) ? Gaps(batch)
            : Chance(40) ? Colours(batch)
            : Kit(batch),
            _ => Put(
                $"/api/batches/{batch.Id}",
                new
                {
                    id = NewId(),
                    version = batch.Version,
                    tier = Any<Tier>(),
                    moldLines = Any<MoldLines>(),
                    gaps = Any<Gaps>(),
                    transfers = _random.Next(4),
                    finalSheen = Any<Sheen>(),
                    paintMinutes = _random.Next(1, 600),
                    size = Any<ModelSize>(),
                }
            ),
        };
    }

    private PlausibleRequest Kit(Batch batch) =>
        Put(
            $"/api/batches/{batch.Id}/kit",
            new
            {
                id = NewId(),
                version = batch.Version,
                kit = Chance(15) ? null : new[] { One(Kits) },
            }
        );

    private PlausibleRequest Colours(Batch batch) =>
        Put(
            $"/api/batches/{batch.Id}/palette",
            new
            {
                id = NewId(),
                version = batch.Version,
                palette = Chance(15) ? null : new[] { One(Palettes) },
            }
        );

    private static readonly string[] Palettes =
    [
        "cloth goldenrod 30 %, trousers #5b6b39 25 %, leather saddle brown",
        "robes #8a5a2b 60 %, one coat; mail #707880",
        "all of it white",
        "cloak navy, weak; sash crimson 5 %",
        "plate of no colour",
    ];

    private PlausibleRequest Gaps(Batch batch) =>
        Put(
            $"/api/batches/{batch.Id}/gaps",
            new
            {
                id = NewId(),
                version = batch.Version,
                gaps = Chance(15) ? null : new[] { One(GapLists) },
            }
        );

    private static readonly string[] GapLists =
    [
        "2 shoulders 0.6 x 9, breastplate 0.2 x 12, belt 0.4 x 10, hidden",
        "neck wide, focal; seam hairline, leave",
        "hull 1.2 x 60, 2 mm deep, smooth; plate 0.1 x 40, smooth, fill",
        "tail 0.3 x 5, under, textured",
        "belt narrow, somewhere",
    ];

    private static readonly string[] Kits =
    [
        "body",
        "body, head, 2 arms, cloak, hides the face",
        "body, cast resin; head; lamp arm, white metal, apart, 9 g; lantern on lamp arm, fragile",
        "mount; rider, apart, no seam; 2 arms on rider, together; lance on arms before rider",
        "hull, cloak before arm, arm before cloak, hides the crew",
        "body, unknown; 4 legs, hidden; head on neck",
    ];

    private object Change(BenchIndex bench, Batch batch)
    {
        var kind = Any<ChangeKind>();
        var step = Chance(70) ? One([.. bench.StepsOf[batch.Id]])?.Key.Kind ?? StepKind.Paint : Any<StepKind>();
        var way = kind == ChangeKind.Swap ? One([.. RuleBook.Trade.Choice(step).Ways(bench.State.JobOf(batch))]) : null;
        return new
        {
            kind,
            step,
            method = way?.Method,
            product = way?.Product,
            before = kind == ChangeKind.Reorder ? One([.. bench.StepsOf[batch.Id]])?.Key.Kind : null,
        };
    }

    private PlausibleRequest House(BenchIndex bench)
    {
        var school = One(HouseRuleCatalog.All)!;
        var (unit, batch) = (Chance(25) ? One(bench.State.Units)?.Id : null, Chance(15) ? One(bench.State.Batches)?.Id : null);
        return Put(
            "/api/house-rules",
            new
            {
                id = NewId(),
                school = school.Id,
                option = One([.. school.Options])!.Id,
                unitId = batch is null ? unit : null,
                batchId = batch,
            }
        );
    }

    private PlausibleRequest Evenings(BenchIndex bench)
    {
        var settings = bench.State.Settings;
        IsoDayOfWeek[] days = [.. Enumerable.Range(1, 7).Select(d => (IsoDayOfWeek)d).Where(_ => Chance(40))];
        return Put(
            "/api/sittings",
            new
            {
                id = NewId(),
                version = settings.Version,
                timeZone = "Europe/London",
                handles = _random.Next(1, 41),
                rackSlots = _random.Next(1, 10),
                weekly = days.Select(d => new
                {
                    id = NewId(),
                    day = d.ToString(),
                    begins = "19:30:00",
                    ends = Chance(80) ? "22:00:00" : "20:00:00",
                }),
                exceptions = Array.Empty<object>(),
            }
        );
    }

    private PlausibleRequest Other(BenchIndex bench) =>
        _random.Next(5) switch
        {
            0 when One([.. bench.State.Coats.SelectMany(c => c.Tests)]) is { } test => Posted(
                "/api/observations",
                new
                {
                    id = NewId(),
                    testIds = new[] { test.Id },
                    leftOut = Chance(50),
                }
            ),
            1 when One(bench.State.Coats) is { } coat => Put(
                $"/api/products/{Product.Of(coat).Id}/label",
                new
                {
                    id = NewId(),
                    recoatMin = Chance(50) ? _random.Next(1, 60) : (int?)null,
                    recoatMax = Chance(40) ? _random.Next(60, 1440) : (int?)null,
                    handleMin = Chance(30) ? _random.Next(1, 2000) : (int?)null,
                    nextLayerMin = Chance(30) ? _random.Next(1, 5000) : (int?)null,
                    minTempC = Chance(20) ? _random.Next(-10, 30) : (int?)null,
                }
            ),
            2 when One(bench.State.Units) is { } unit => Put(
                $"/api/units/{unit.Id}/recipes/{NewId()}",
                new
                {
                    id = NewId(),
                    area = $"area {_random.Next(9)}",
                    mix = "2 green : 1 bone",
                }
            ),
            3 => Posted("/api/plan/better", new { madeAt = "2026-12-01T19:30:00Z", value = 0 }),
            _ => Posted("/api/plan/back", new { madeAt = "2026-12-01T19:30:00Z", value = 0 }),
        };
}
