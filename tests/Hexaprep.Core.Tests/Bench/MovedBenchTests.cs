using CsCheck;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Drying;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A bench that is moved by changes is the bench indexed afresh, after whatever was done.</summary>
public sealed class MovedBenchTests
{
    private static readonly Instant Evening = TurnableClock.Evening;

    [Fact]
    public void Whatever_is_done_the_moved_bench_says_what_a_fresh_one_says() =>
        Gen.Int[0, 9999]
            .List[25, 60]
            .Sample(
                draws =>
                {
                    var bench = new RehearsedBench(
                        RehearsedBench.Order("Reed Pikes", 3),
                        RehearsedBench.Order("Bell Sergeants", 2, Material.WhiteMetal).Of(t => t with { Transfers = 1 })
                    );
                    var (moved, at) = (bench.Index, Evening);
                    foreach (var draw in draws)
                    {
                        at += Duration.FromMinutes(draw % 400);
                        if (Draw(moved, draw, at, bench.NewId) is { } decision)
                            moved = moved.With(decision);
                        if (draw % 7 == 0)
                            Same(moved, at);
                    }
                    Same(moved, at);
                },
                iter: 10,
                threads: 1
            );

    private static Decision? Draw(BenchIndex bench, int draw, Instant at, Func<Guid> newId)
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
        var clock = new Core.Wording.Clockface(bench.State.Settings.Zone, at);
        var open = bench
            .State.Steps.Where(s =>
                s.NotNeeded is null && bench.Remaining(s).Count > 0 && Readying.Of(bench, s, bench.Remaining(s), clock) is null
            )
            .ToList();
        T? One<T>(IReadOnlyList<T> all)
            where T : class => all.Count == 0 ? null : all[draw / 20 % all.Count];
        return (draw % 20) switch
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
            8 when One(open) is { } step => Try(() =>
                Acts.Decide(bench, Act(ActKind.Done) with { StepId = step.Id, DespiteAir = true }, at, newId)
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
                Acts.Decide(bench, Act(ActKind.Flaw) with { StepId = step.Id, Model = 1, Place = "head", Words = "line" }, at, newId)
            ),
            14 when bench.OpenFlaws is [var flaw, ..] => Try(() =>
                Acts.Decide(bench, Act(ActKind.Mend) with { FlawId = flaw.Id }, at, newId)
            ),
            15 => Try(() =>
                AirEdits.Read(
                    new AirReading(newId(), at, AirPlace.Bench, 15 + draw % 10, 40 + draw % 30, null, null, null, AirSource.Hand),
                    at
                )
            ),
            16 => Try(() => HouseEdits.Choose(bench, null, null, Schools.PrimeBy, One(["brush", "can", "airbrush"])!, at, newId)),
            17 => Try(() =>
                RosterEdits.EditBatch(
                    bench,
                    bench.State.Batches[draw / 20 % bench.State.Batches.Count].Id,
                    bench.State.Batches[draw / 20 % bench.State.Batches.Count].Version,
                    t => t with { Transfers = draw % 4 },
                    at,
                    newId
                )
            ),
            18 when draw % 3 == 0 => Try(() =>
                RosterEdits.Join(bench, [RehearsedBench.Order("Lantern Keepers", 1 + draw % 4)], [Muster.Key("Lantern Keepers")], at, newId)
            ),
            19 => Try(() =>
                SecondPlanEdits.Take(bench, new WhatIfAsk(WhatIfKind.Split, BatchId: bench.State.Batches[^1].Id, Models: 1), at, newId)
            ),
            _ => null,
        };
    }

    private static void Same(BenchIndex moved, Instant at)
    {
        var fresh = new BenchIndex(moved.State);
        foreach (var step in moved.State.Steps)
        {
            Assert.Equal(fresh.Remaining(step), moved.Remaining(step));
            Assert.Equal(fresh.TicksOf[step.Id], moved.TicksOf[step.Id]);
            Assert.Equal(fresh.SpellsOf[step.Id], moved.SpellsOf[step.Id]);
            Assert.Equal(Words(fresh.CoatsOf(step.Id)), Words(moved.CoatsOf(step.Id)));
            Assert.Equal(fresh.HasHistory(step.Id), moved.HasHistory(step.Id));
        }
        Assert.Equal(fresh.InHand, moved.InHand);
        Assert.Equal(Words(fresh.AwaitedCoats), Words(moved.AwaitedCoats));
        Assert.Equal(fresh.OpenFlaws, moved.OpenFlaws);
        Assert.Equal(fresh.EndedSpells, moved.EndedSpells);
        Assert.Equal(fresh.CoatedUnits, moved.CoatedUnits);
        Assert.Equal(fresh.Drying.Products, moved.Drying.Products);
        foreach (var product in fresh.Drying.Products)
        {
            Assert.Equal(fresh.Drying.BeliefOf(product), moved.Drying.BeliefOf(product));
            Assert.Equal(
                fresh.Drying.ObservationsOf(product).Select(o => (o.Coat.Id, o.Stage, o.Seen)),
                moved.Drying.ObservationsOf(product).Select(o => (o.Coat.Id, o.Stage, o.Seen))
            );
            Assert.Equal(Words(fresh.LaidOf(product.Id)), Words(moved.LaidOf(product.Id)));
        }
        Assert.Equal(Words(fresh, at), Words(moved, at));
    }

    private static IEnumerable<string> Words(IEnumerable<Coat> coats) =>
        coats.Select(c =>
            $"{c.Id} {c.StepId} {c.Film} {c.AirC} {c.StartedAt} {c.EndedAt} {string.Join(",", c.ModelIds)} {string.Join(",", c.Tests)}"
        );

    private static string Words(BenchIndex bench, Instant at)
    {
        var view = new BenchReader(bench, BenchPlan.None(at), at).View();
        return $"{view.Headline} {view.Offer?.Text} {string.Join(";", view.Drying.Select(d => (d.CoatId, d.Sure)))} "
            + $"{string.Join(";", view.Flaws.Select(f => f.Id))} {view.TakeBack?.Text} "
            + $"{string.Join(";", view.Line.Blocks.Select(b => (b.StepId, b.Begin, b.End)))}";
    }
}
