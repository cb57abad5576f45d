using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Transfers;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>What the wet hands do next.</summary>
public enum SoakMove
{
    /// <summary>A group goes into the water.</summary>
    Wet,

    /// <summary>The first one in the water slides, or will: it is placed.</summary>
    Place,

    /// <summary>What lies in the water for too long is taken out.</summary>
    Spoil,

    /// <summary>All of them are placed.</summary>
    Through,
}

/// <summary>A transfer as it will be handled.</summary>
/// <param name="Number">Which one of the run, from 1 in the order of placing.</param>
/// <param name="WetAt">When it goes into the water, or went.</param>
/// <param name="SlidesAt">From when it slides.</param>
/// <param name="PlaceAt">When its placing begins.</param>
/// <param name="EndAt">When it lies.</param>
/// <param name="LostAt">When its glue is lost.</param>
/// <param name="IsWet">It is in the water now.</param>
public sealed record SoakTurn(int Number, Instant WetAt, Instant SlidesAt, Instant PlaceAt, Instant EndAt, Instant LostAt, bool IsWet);

/// <summary>Transfers soaked in groups while others are placed: never more in the water than can be placed in time, and the next group
/// wetted so that it slides when the hands come to it. What was done is read from the transfers themselves, what comes is computed from
/// the last moment of the hands.</summary>
public sealed record SoakRun
{
    // Learned from so many of the latest, where at least so many are known; eight in ten take no longer.
    private const int Latest = 50,
        Enough = 5,
        EightInTen = 80;

    /// <summary>The step that places them.</summary>
    public required BenchStep Step { get; init; }

    /// <summary>Transfers a model.</summary>
    public required int PerModel { get; init; }

    /// <summary>Transfers of all models of the run.</summary>
    public required int Total { get; init; }

    /// <summary>Those that lie.</summary>
    public required int Placed { get; init; }

    /// <summary>Those that tore or were spoiled at this step.</summary>
    public required int Lost { get; init; }

    /// <summary>The model in hand; null when all are through.</summary>
    public required BenchModel? Model { get; init; }

    /// <summary>How many lie on the model in hand.</summary>
    public required int OnModel { get; init; }

    /// <summary>In the water, the first to be placed first.</summary>
    public required IReadOnlyList<SoakedTransfer> InWater { get; init; }

    /// <summary>Until one slides, seconds: the usual, or what this step's took.</summary>
    public required int SoakSeconds { get; init; }

    /// <summary>To place one, seconds.</summary>
    public required int PlaceSeconds { get; init; }

    /// <summary>From how many that is learned; 0: the step's own minutes.</summary>
    public required int Learned { get; init; }

    /// <summary>What the hands do next.</summary>
    public required SoakMove Next { get; init; }

    /// <summary>How many go into the water at the next wetting.</summary>
    public required int Group { get; init; }

    /// <summary>What comes, one by one, from the transfer in hand.</summary>
    public required IReadOnlyList<SoakTurn> Turns { get; init; }

    /// <summary>The next transfer is the last of its model.</summary>
    public bool IsLastOfModel => OnModel + 1 >= PerModel;

    /// <summary>Left to be placed.</summary>
    public int Left => Total - Placed;

    /// <summary>The run of a step.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="step">A step that places transfers.</param>
    /// <param name="now">The moment.</param>
    /// <returns>Null where the step places none.</returns>
    public static SoakRun? Of(BenchIndex bench, BenchStep step, Instant now)
    {
        var perModel = bench.Batches[step.BatchId].Traits.Transfers;
        if (step.Key.Kind != StepKind.PlaceTransfer || perModel == 0)
            return null;
        var own = bench.State.Soaked.Where(t => t.StepId == step.Id).ToList();
        var lying = own.Where(t => t.End == SoakEnd.Placed).ToLookup(t => t.ModelId);
        // Those that a flaw holds back are not of the run.
        var open = bench.Remaining(step);
        var total = perModel * (open.Count + bench.ModelsInTurn(step).Count(m => bench.IsDone(step.Id, m.Id)));
        var model = open.FirstOrDefault();
        var left = open.Sum(m => Math.Max(0, perModel - lying[m.Id].Count()));
        var (place, learned) = PlaceTime(bench, step, perModel);
        var run = new SoakRun
        {
            Step = step,
            PerModel = perModel,
            Total = total,
            Placed = total - left,
            Lost = own.Count(t => t.End is SoakEnd.Torn or SoakEnd.Spoiled),
            Model = model,
            OnModel = model is null ? 0 : lying[model.Id].Count(),
            InWater = [.. own.Where(t => t.OutAt is null)],
            SoakSeconds = SoakTime(own),
            PlaceSeconds = place,
            Learned = learned,
            Next = SoakMove.Through,
            Group = 0,
            Turns = [],
        };
        return left == 0 ? run : run.Ahead(LastMoment(own) ?? now, now);
    }

    /// <summary>From when a transfer in the water slides.</summary>
    public Instant SlidesAt(SoakedTransfer t) =>
        Instant.Max(
            t.WettedAt + Duration.FromSeconds(SoakSeconds),
            t.StuckAt + Duration.FromSeconds(Transferring.SoakMoreSeconds) ?? Instant.MinValue
        );

    /// <summary>When the glue of what was wetted then is lost.</summary>
    public static Instant LostAt(Instant wetted) => wetted + Duration.FromMinutes(Transferring.SoakLastsMinutes);

    // The hands go on from the last thing they did. A group is wetted between two placings, the latest at which nobody waits for it.
    private SoakRun Ahead(Instant from, Instant now)
    {
        var place = Duration.FromSeconds(PlaceSeconds);
        var soak = Duration.FromSeconds(SoakSeconds);
        var waiting = new Queue<(Instant Wet, Instant Slides, bool IsWet)>(InWater.Select(t => (t.WettedAt, SlidesAt(t), true)));
        var (turns, at, wetted) = (new List<SoakTurn>(), InWater.Count == 0 ? now : from, InWater.Count);
        var isWetting = false;
        while (turns.Count < Left)
        {
            if (wetted < Left && IsDue(waiting.Count))
            {
                isWetting |= turns.Count == 0;
                var group = GroupOf(Left - wetted);
                for (var k = 0; k < group; k++)
                    waiting.Enqueue((at, at + soak, false));
                wetted += group;
            }
            var (wet, slides, isWet) = waiting.Dequeue();
            var begins = Instant.Max(at, slides);
            // The one in hand lasts until it lies.
            at = turns.Count == 0 && isWet ? Instant.Max(begins + place, now) : begins + place;
            turns.Add(new SoakTurn(Placed + turns.Count + 1, wet, slides, begins, at, LostAt(wet), isWet));
        }
        return this with
        {
            Turns = turns,
            Group = wetted > InWater.Count || Left > InWater.Count ? GroupOf(Math.Max(1, Left - InWater.Count)) : 0,
            Next =
                InWater.Any(t => LostAt(t.WettedAt) <= now) ? SoakMove.Spoil
                : isWetting ? SoakMove.Wet
                : SoakMove.Place,
        };
    }

    // At the next pause between two placings it would be too late: the hands would wait for it to slide.
    private bool IsDue(int inWater) => inWater == 0 || (inWater - 1) * PlaceSeconds < SoakSeconds;

    // A group waits for those in the water before it: at most as many placings as its soak lasts.
    private int GroupOf(int left)
    {
        var before = (SoakSeconds + PlaceSeconds - 1) / PlaceSeconds * PlaceSeconds;
        return FilmSupply.GroupSize(left, before, Transferring.SoakPlannedMinutes * 60, PlaceSeconds, 0, Transferring.SoakTray);
    }

    // The last thing the hands did in the run; null before the first.
    private static Instant? LastMoment(List<SoakedTransfer> own) => own.SelectMany(t => new[] { t.WettedAt, t.OutAt }).Max();

    // What did not slide after the usual soak shows how long this sheet takes.
    private static int SoakTime(List<SoakedTransfer> own) =>
        own.Where(t => t.StuckAt is not null)
            .Select(t => (int)(t.StuckAt!.Value - t.WettedAt).TotalSeconds + Transferring.SoakMoreSeconds)
            .Append(Transferring.SoakSeconds)
            .Where(s => s <= Transferring.SoakPlannedMinutes * 60)
            .Max();

    // From sliding, or from the one before, to lying: as this bench does it, else as the step's minutes say.
    private static (int Seconds, int Learned) PlaceTime(BenchIndex bench, BenchStep step, int perModel)
    {
        var usual = Math.Max(5, step.Amounts.SecondsPerModel / perModel);
        var took = bench
            .State.Soaked.Where(t => t.OutAt is not null && t.End != SoakEnd.Spoiled)
            .GroupBy(t => t.StepId)
            .SelectMany(Took)
            .TakeLast(Latest)
            // A pause, and what was ticked afterwards in a row, tell nothing of the hands.
            .Where(s => s >= 5 && s <= 6 * usual)
            .Order()
            .ToList();
        return took.Count < Enough ? (usual, 0) : (took[(EightInTen * took.Count + 99) / 100 - 1], took.Count);
    }

    private static IEnumerable<int> Took(IEnumerable<SoakedTransfer> ofStep)
    {
        Instant? before = null;
        foreach (var t in ofStep.OrderBy(t => t.OutAt).ThenBy(t => t.Number))
        {
            var slides =
                (t.StuckAt ?? t.WettedAt)
                + Duration.FromSeconds(t.StuckAt is null ? Transferring.SoakSeconds : Transferring.SoakMoreSeconds);
            yield return (int)(t.OutAt!.Value - Instant.Max(slides, before ?? slides)).TotalSeconds;
            before = t.OutAt;
        }
    }
}
