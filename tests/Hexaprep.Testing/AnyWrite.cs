using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.WhatIf;
using NodaTime;

namespace Hexaprep.Testing;

/// <summary>Writes of every kind, drawn by number, for properties that hold whatever is done.</summary>
public static class AnyWrite
{
    private const int Kinds = 28;
    private static readonly ActKind[] Soaks =
    [
        ActKind.Wet,
        ActKind.Place,
        ActKind.Tear,
        ActKind.Spoil,
        ActKind.NotSliding,
        ActKind.LiftTransfer,
    ];

    // Long: one case for each kind of write.
    /// <summary>The write that a number stands for, as far as the bench allows one of its kind; else null.</summary>
    public static Decision? Draw(BenchIndex bench, int draw, Instant at, Func<Guid> newId)
    {
        Act Act(ActKind kind) => new(newId(), kind, at);
        Decision? Try(Func<Decision> decide)
        {
            try
            {
                return decide();
            }
            catch (RefusedException)
            {
                return null;
            }
        }
        var clock = new Clockface(bench.State.Settings.Zone, at);
        var open = bench
            .State.Steps.Where(s =>
                s.NotNeeded is null && bench.Remaining(s).Count > 0 && RouteReadiness.Of(bench, s, bench.Remaining(s), clock) is null
            )
            .ToList();
        T? One<T>(IReadOnlyList<T> all)
            where T : class => all.Count == 0 ? null : all[draw / Kinds % all.Count];
        return (draw % Kinds) switch
        {
            < 8 when One(open) is { } step => Try(() =>
                Acts.Decide(
                    bench,
                    Act(ActKind.SetCount) with
                    {
                        StepId = step.Id,
                        Count = bench.TicksOf[step.Id].Count() + bench.Remaining(step).Count,
                        DespiteAir = true,
                    },
                    at,
                    newId
                )
            ),
            8 when One(draw % 2 == 0 ? open : bench.State.Steps.Where(s => s.NotNeeded is null).ToList()) is { } step => Try(() =>
                Acts.Decide(bench, Act(ActKind.Done) with { StepId = step.Id, DespiteAir = true, Anyway = draw % 3 != 0 }, at, newId)
            ),
            9 when bench.InHand is { } spell => Try(() =>
                Acts.Decide(bench, Act(ActKind.PutDown) with { StepId = spell.StepId }, at, newId)
            ),
            10 when bench.State.Ticks is [.., var tick] => Try(() =>
                Acts.Decide(bench, Act(ActKind.TakeBack) with { StepId = tick.StepId }, at, newId)
            ),
            11 when One(bench.State.Coats) is { } coat => Try(() =>
                Acts.Decide(
                    bench,
                    Act(ActKind.Test) with
                    {
                        CoatId = coat.Id,
                        Stage = Readiness.Handle,
                        Finding = draw % 2 == 0 ? Finding.DryAt : Finding.NotDryAt,
                    },
                    at,
                    newId
                )
            ),
            12 when One(bench.State.Coats) is { EndedAt: { } end } coat => Try(() =>
                Acts.Decide(
                    bench,
                    Act(ActKind.Coat) with
                    {
                        CoatId = coat.Id,
                        Film = Film.Heavy,
                        AirC = 12 + draw % 9,
                        EndedAt = end - Duration.FromMinutes(draw % 3),
                    },
                    at,
                    newId
                )
            ),
            13 when One(open) is { } step => Try(() =>
                Acts.Decide(
                    bench,
                    Act(ActKind.Flaw) with
                    {
                        StepId = step.Id,
                        Model = 1 + draw % 2,
                        Place = "head",
                        FlawKind = draw % 5 == 0 ? null : (FlawKind)(draw / Kinds % Enum.GetValues<FlawKind>().Length),
                        Words = draw % 5 == 0 ? "a hair" : null,
                    },
                    at,
                    newId
                )
            ),
            14 when bench.OpenFlaws is [var flaw, ..] => Try(() =>
                Acts.Decide(
                    bench,
                    Act(ActKind.Mend) with
                    {
                        FlawId = flaw.Id,
                        End = (FlawEnd)(draw / Kinds % 3),
                        Words = draw % 2 == 0 ? "nobody sees it" : null,
                    },
                    at,
                    newId
                )
            ),
            15 => Try(() =>
                AirEdits.Read(
                    new AirReading(newId(), at, AirPlace.Bench, 15 + draw % 10, 40 + draw % 30, null, null, null, AirSource.Hand),
                    at
                )
            ),
            16 => Try(() => HouseEdits.Choose(bench, null, null, HouseRuleCatalog.PrimeBy, One(["brush", "can", "airbrush"])!, at, newId)),
            17 => Try(() =>
                RosterEdits.EditBatch(
                    bench,
                    bench.State.Batches[draw / Kinds % bench.State.Batches.Count].Id,
                    bench.State.Batches[draw / Kinds % bench.State.Batches.Count].Version,
                    t => t with { Transfers = draw % 4 },
                    at,
                    newId
                )
            ),
            18 when draw % 3 == 0 => Try(() =>
                RosterEdits.Join(
                    bench,
                    [RehearsedBench.Order("Lantern Keepers", 1 + draw % 4)],
                    [RosterExpander.Key("Lantern Keepers")],
                    at,
                    newId
                )
            ),
            19 => Try(() =>
                SecondPlanEdits.Take(bench, new WhatIfAsk(WhatIfKind.Split, BatchId: bench.State.Batches[^1].Id, Models: 1), at, newId)
            ),
            20 when bench.State.Units is [var unit, _, ..] => Try(() => UnitEdits.TakeOff(bench, unit.Id, unit.Version, at)),
            21 when bench.Whole.Units.Find(u => u.OffSince is not null) is { } unit => Try(() =>
                UnitEdits.PutBack(bench, unit.Id, unit.Version, at, newId)
            ),
            22 when bench.Whole.Units.Count < 6 => Try(() => UnitEdits.Another(bench, bench.State.Units[0].Id, null, newId(), at, newId)),
            23 when bench.OpenFlaws.FirstOrDefault(f => f is { RepairId: null, Kind: not null }) is { } flaw => Try(() =>
                SecondPlanEdits.Take(
                    bench,
                    new WhatIfAsk(WhatIfKind.Repair)
                    {
                        FlawId = flaw.Id,
                        Repair = One(["rub_down", "scrape", "refill", "touch_in", "strip", "pin_and_glue", "another_pass"]),
                        Together = draw % 2 == 0,
                    },
                    at,
                    newId
                )
            ),
            25 when bench.State.Units is [var unit, ..] => Try(() =>
                RecipeEdits.Write(
                    bench,
                    unit.Id,
                    bench.State.Recipes.Find(r => r.UnitId == unit.Id && draw % 2 == 0)?.Id ?? newId(),
                    $"area {draw % 7}",
                    draw % 5 == 0 ? "" : "2 green : 1 bone",
                    at
                )
            ),
            24 when One(bench.State.Repairs) is { } repair => Try(() => RepairEdits.Back(bench, repair.Id, at)),
            26 when draw % 3 == 0 && open.Find(s => s.Key.Kind == StepKind.PlaceTransfer) is { } wet => Try(() =>
                Acts.Decide(bench, Act(Soaks[draw / Kinds % Soaks.Length]) with { StepId = wet.Id }, at, newId)
            ),
            26 when One(open) is { } step => Try(() =>
            {
                byte[] jpeg = [.. Enumerable.Range(draw % 3, 40).Select(b => (byte)b)];
                var hash = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(jpeg));
                return PhotoEdits.Keep(bench, newId(), step.Id, 1, new Picture(jpeg, 40, 30, hash), at);
            }),
            27 when One(bench.State.Photos) is { } photo => PhotoEdits.TakeOut(bench, photo.Id, at),
            _ => null,
        };
    }
}
