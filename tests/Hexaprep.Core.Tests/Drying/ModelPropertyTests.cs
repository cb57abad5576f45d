using CsCheck;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Compute;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Drying;

/// <summary>What holds for every input, not only for the vectors.</summary>
public sealed class ModelPropertyTests
{
    private static readonly Gen<Air> Airs = Gen.Select(Gen.Double[12, 38], Gen.Double[20, 79], Gen.Double[0.1, 4])
        .Select((c, rh, u) => new Air(c, rh, u));
    private static readonly List<(ProductClass Product, Readiness Stage)> All =
    [
        .. Enum.GetValues<ProductClass>()
            .SelectMany(p => Enum.GetValues<Readiness>().Where(s => DryingModel.Knows(p, s)).Select(s => (p, s))),
    ];
    private static readonly Gen<(ProductClass Product, Readiness Stage)> Stages = Gen.Int[0, All.Count - 1].Select(i => All[i]);

    private static double Minutes(ProductClass p, Readiness s, Air air, double film = 1) =>
        DryingModel.Time(p, s, air, film).Minutes!.Value;

    [Fact]
    public void Every_time_falls_with_warmth_and_moving_air_and_never_with_film() =>
        Gen.Select(Stages, Airs, Gen.Double[0.3, 2.5])
            .Holds(
                (at, air, film) =>
                    Minutes(at.Product, at.Stage, air with { AirC = air.AirC + 1 }, film) <= Minutes(at.Product, at.Stage, air, film) + 1e-9
                    && Minutes(at.Product, at.Stage, air with { MovesMs = air.MovesMs + 0.5 }, film)
                        <= Minutes(at.Product, at.Stage, air, film) + 1e-9
                    && Minutes(at.Product, at.Stage, air, film + 0.2) >= Minutes(at.Product, at.Stage, air, film) - 1e-9,
                iter: 5000
            );

    [Fact]
    public void Water_borne_paint_dries_slower_the_damper_it_is() =>
        Airs.Holds(
            air =>
                Minutes(ProductClass.AcrylicWb, Readiness.Recoat, air with { HumidityPct = air.HumidityPct + 5 })
                > Minutes(ProductClass.AcrylicWb, Readiness.Recoat, air),
            iter: 2000
        );

    [Fact]
    public void A_recoat_window_is_never_looser_than_its_label() =>
        Gen.Select(Gen.Double[1, 100], Gen.Double[1, 500], Gen.Double[1, 5000], Gen.Double[0.1, 6])
            .Holds(
                (open, wide, far, factor) =>
                {
                    var (close, reopen) = (open + wide, open + wide + far);
                    var window = RecoatTimes.Of(open, close, reopen, factor);
                    return window.Allowed.All(a =>
                            (a.From >= open - 1e-9 && a.To is { } to && to <= close + 1e-9) || a.From >= reopen - 1e-9
                        )
                        && RecoatTimes.Next(close + far / 2, window.Allowed) >= reopen - 1e-9;
                },
                iter: 2000
            );

    private static readonly Calibration Untaught = new([]);

    [Fact]
    public void Still_tacky_never_lowers_the_belief_and_dry_never_raises_it_and_neither_widens_it_beyond_the_first() =>
        Gen.Select(Gen.Select(Gen.Double[20, 90], Gen.Int[0, 2]).Array[0, 5], Gen.Double[10, 120])
            .Holds(
                (seen, at) =>
                {
                    var before = seen.Select(s =>
                            s.Item2 switch
                            {
                                0 => new Observation(40, Exact: s.Item1),
                                1 => new Observation(40, NotDryAt: s.Item1),
                                _ => new Observation(40, DryAt: s.Item1),
                            }
                        )
                        .ToList();
                    var (belief, tacky, dry) = (
                        new Calibration(before),
                        new Calibration([.. before, new Observation(40, NotDryAt: at)]),
                        new Calibration([.. before, new Observation(40, DryAt: at)])
                    );
                    return tacky.Mean >= belief.Mean - 1e-9
                        && dry.Mean <= belief.Mean + 1e-9
                        // What contradicts may widen it, yet never beyond what was believed at first (Brascamp and Lieb 1976).
                        && tacky.Sd <= Untaught.Sd + 1e-9
                        && dry.Sd <= Untaught.Sd + 1e-9;
                },
                iter: 300
            );

    [Fact]
    public void One_observation_left_out_is_as_if_it_had_never_been() =>
        Gen.Double[20, 90]
            .Array[1, 6]
            .Holds(
                times =>
                {
                    var all = times.Select(t => new Observation(40, Exact: t)).ToList();
                    return new Calibration(all[1..]).Mean == new Calibration([.. all.Skip(1)]).Mean
                        && Math.Abs(new Calibration(all).Mean - Conjugate(times)) < 1e-9;
                },
                iter: 200
            );

    private static double Conjugate(double[] times)
    {
        var (prior, noise) = (1 / 0.16, 1 / 0.0625);
        return times.Sum(t => Math.Log(t / 40) * noise) / (prior + noise * times.Length);
    }

    [Fact]
    public void A_spray_score_is_the_least_of_its_parts_and_nothing_near_the_dew_point() =>
        Gen.Select(Gen.Double[-5, 40], Gen.Double[5, 99], Gen.Double[0, 8], Gen.Double[0, 1], Gen.Enum<SprayMedium>())
            .Holds(
                (c, rh, wind, rain, medium) =>
                {
                    var fit = SprayFitness.Of(medium, new Weather(new Air(c, rh), wind) { RainProbability = rain });
                    return Math.Abs(fit.Score - fit.Parts.Values.Min()) < 1e-12
                        && (fit.DewMarginC > 3 || fit.Score == 0)
                        && fit.DewC <= c + 1e-9;
                },
                iter: 5000
            );

    [Fact]
    public void What_goes_into_the_cup_comes_out() =>
        Gen.Select(Gen.Double[0.3, 1].Array[1, 5], Gen.Double[0.1, 5].Array[5])
            .Holds(
                (fractions, uses) =>
                {
                    var falling = fractions.OrderDescending().ToArray();
                    var json = System.Text.Json.JsonSerializer.SerializeToElement(
                        new { paint_fractions = falling, use_ml = uses.Take(falling.Length) }
                    );
                    var answer = System.Text.Json.JsonSerializer.SerializeToElement(
                        ComputeBook.Find("mixing", "thin_series")!.Answer(new Inputs(json))
                    );
                    var poured =
                        answer.GetProperty("paint_ml").GetDouble()
                        + answer.GetProperty("thinner_add_ml").EnumerateArray().Sum(e => e.GetDouble());
                    return Math.Abs(poured - uses.Take(falling.Length).Sum()) < 1e-9;
                },
                iter: 500
            );

    [Fact]
    public void Detail_never_grows_back() =>
        Gen.Select(Gen.Double[0.05, 1], Gen.Double[0.1, 2], Gen.Double[5, 80].Array[1, 6])
            .Holds(
                (depth, width, films) =>
                    FilmBuild
                        .After(depth, width, films.Select(f => new GrooveCoat(f, 0.3)))
                        .Trace.Prepend(1)
                        .Pairwise((a, b) => b <= a + 1e-12)
                        .All(x => x),
                iter: 500
            );

    [Fact]
    public void No_answer_is_ever_infinite() =>
        Gen.Select(Gen.Double[-10, 45], Gen.Double[5, 100], Stages)
            .Holds(
                (c, rh, at) =>
                {
                    var time = DryingModel.Time(at.Product, at.Stage, new Air(c, rh), 1, new StageLabel(null, -10, 100));
                    return time.Blocked is not null ? time.Minutes is null : double.IsFinite(time.Minutes!.Value);
                },
                iter: 2000
            );
}

internal static class Pairs
{
    public static IEnumerable<TOut> Pairwise<T, TOut>(this IEnumerable<T> source, Func<T, T, TOut> pair)
    {
        var all = source.ToList();
        return Enumerable.Range(1, Math.Max(0, all.Count - 1)).Select(i => pair(all[i - 1], all[i]));
    }
}
