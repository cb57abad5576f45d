using System.Collections.Immutable;
using Hexaprep.Craft.Drying;

namespace Hexaprep.Bench.State;

/// <summary>Moves the bench's value by changes, as storage moves the tables. Lists stay in the order in which storage reads them, so
/// that a value that
/// was moved and one that was read afresh are the same.</summary>
public static class Changes
{
    /// <summary>The state after the changes.</summary>
    public static BenchState With(this BenchState state, IEnumerable<Change> changes) => changes.Aggregate(state, One);

    /// <summary>The state after a write: the step its entry names has a history from then on.</summary>
    public static BenchState With(this BenchState state, Decision decision)
    {
        var next = state.With(decision.Changes);
        return decision.StepId is { } step ? next with { Touched = next.Touched.Add(step) } : next;
    }

    private static BenchState One(BenchState s, Change change) =>
        change switch
        {
            Change.ClockStarted c => s with { Clocks = Latest(Sorted.Insert(s.Clocks, c.Clock, Order.Clocks)) },
            Change.ClockStopped c => s with { Clocks = s.Clocks.ConvertAll(k => k.Id == c.ClockId ? k with { StoppedAt = c.At } : k) },
            Change.TransfersWetted c => s with
            {
                Soaked = c.Transfers.Aggregate(s.Soaked, (all, t) => Sorted.Insert(all, t, Order.Soaked)),
            },
            Change.TransferSet c => s with { Soaked = Sorted.Replace(s.Soaked, t => t.Id == c.Transfer.Id, _ => c.Transfer) },
            Change.UnitsJoined c => Joined(s, c.Units),
            Change.UnitSet c => s with { Units = s.Units.ConvertAll(u => u.Id == c.Unit.Id ? c.Unit : u) },
            Change.BatchSet c => s with { Batches = s.Batches.ConvertAll(b => b.Id == c.Batch.Id ? c.Batch : b) },
            Change.BatchAdded c => s with { Batches = s.Batches.Insert(s.Batches.FindIndex(b => b.Id == c.After) + 1, c.Batch) },
            Change.BatchGone c => Gone(s, c.BatchId),
            Change.ModelsSet c => Moved(s, c.Models),
            Change.PartsNamed or Change.PartsLaid => s,
            Change.RouteSet c => Routed(s, c),
            Change.RouteChangesSet c => s with
            {
                Changes = c.Kept.Count == 0 ? s.Changes.Remove(c.BatchId) : s.Changes.SetItem(c.BatchId, [.. c.Kept]),
            },
            Change.ChoiceSet c => s with { House = s.House.With(c.UnitId ?? c.BatchId, c.School, c.Option) },
            Change.RepairTaken c => s.Log.With(c).On(s) with { Repairs = s.Repairs.Add(c.Repair).Sort(Order.Repairs) },
            Change.RepairGone c => s.Log.With(c).On(s) with { Repairs = s.Repairs.RemoveAll(r => r.Id == c.RepairId) },
            Change.RecipeSet c => s with { Recipes = s.Recipes.RemoveAll(r => r.Id == c.Recipe.Id).Add(c.Recipe).Sort(Order.Recipes) },
            Change.RecipeGone c => s with { Recipes = s.Recipes.RemoveAll(r => r.Id == c.RecipeId) },
            Change.PhotoKept c => s with { Photos = Sorted.Insert(s.Photos, c.Photo, Order.Photos) },
            Change.PhotoGone c => s with { Photos = s.Photos.RemoveAll(p => p.Id == c.PhotoId) },
            Change.HouseAsked => s with { HouseAsked = true },
            Change.SettingsSet c => s with { Settings = Ordered(c.Settings) },
            Change.AirRead c => s with { Readings = Sorted.Insert(s.Readings, c.Reading, Order.Readings) },
            Change.ForecastTaken c => s with { Forecast = [.. c.Hours.OrderBy(h => h.At)], ForecastFrom = c.From, ForecastAt = c.At },
            Change.ProductShelved c => s with
            {
                Products = s.Products.RemoveAll(p => p.Id == c.Product.Id).Add(c.Product).Sort(Order.Products),
            },
            Change.CoatsBrought c => s with { PastCoats = s.PastCoats.AddRange(c.Coats).Sort(Order.PastCoats) },
            Change.TestsLeftOut c => LeftOut(s, c.TestIds.ToHashSet(), c.LeftOut),
            _ => s.Log.With(change).On(s),
        };

    private static BenchSettings Ordered(BenchSettings s) =>
        s with
        {
            Calendar = s.Calendar with
            {
                Weekly = [.. s.Calendar.Weekly.OrderBy(w => w.Day).ThenBy(w => w.Begins).ThenBy(w => w.Id)],
                Exceptions =
                [
                    .. s.Calendar.Exceptions.OrderBy(e => e.Date).ThenBy(e => e.Begins is null).ThenBy(e => e.Begins).ThenBy(e => e.Id),
                ],
            },
        };

    // As many as the bench is read with.
    private static ImmutableList<BenchClock> Latest(ImmutableList<BenchClock> clocks) =>
        clocks.Count > BenchState.MostClocks ? clocks.RemoveRange(0, clocks.Count - BenchState.MostClocks) : clocks;

    private static BenchState Joined(BenchState s, IReadOnlyList<NewUnit> units) =>
        s with
        {
            Units = s.Units.AddRange(units.Select(u => u.Unit)),
            Batches = s.Batches.AddRange(units.SelectMany(u => u.Batches)),
            Models = s
                .Models.AddRange(
                    units
                        .SelectMany(u => u.Models)
                        .Select(m => new BenchModel(m.Id, m.BatchId, m.Number, m.Pieces[0].Id)
                        {
                            OtherPieces = [.. m.Pieces.Skip(1).Select(p => p.Id)],
                        })
                )
                .Sort(Order.Models),
        };

    private static BenchState Gone(BenchState s, Guid batchId)
    {
        var steps = s.Steps.Where(x => x.BatchId == batchId).Select(x => x.Id).ToHashSet();
        return s with
        {
            Batches = s.Batches.RemoveAll(b => b.Id == batchId),
            Steps = s.Steps.RemoveAll(x => x.BatchId == batchId),
            Edges = s.Edges.RemoveAll(e => steps.Contains(e.To)),
            Repairs = s.Repairs.RemoveAll(r => r.BatchId == batchId),
            House = s.House with { Narrower = s.House.Narrower.Remove(batchId) },
            Changes = s.Changes.Remove(batchId),
        };
    }

    private static BenchState Moved(BenchState s, IReadOnlyList<BenchModel> models)
    {
        var now = models.ToDictionary(m => m.Id);
        return s with { Models = s.Models.ConvertAll(m => now.GetValueOrDefault(m.Id, m)).Sort(Order.Models) };
    }

    private static BenchState Routed(BenchState s, Change.RouteSet route)
    {
        var before = s.Steps.Where(x => x.BatchId == route.BatchId).Select(x => x.Id).ToHashSet();
        return s with
        {
            Steps = s.Steps.RemoveAll(x => x.BatchId == route.BatchId).AddRange(route.Steps).Sort(Order.Steps),
            Edges = s.Edges.RemoveAll(e => before.Contains(e.To)).AddRange(route.Edges).Sort(Order.Edges),
        };
    }

    private static BenchState LeftOut(BenchState s, HashSet<Guid> tests, bool leftOut) =>
        s with
        {
            Coats = s.Coats.ConvertAll(c =>
                c.Tests.Any(t => tests.Contains(t.Id))
                    ? c with
                    {
                        Tests = [.. c.Tests.Select(t => tests.Contains(t.Id) ? t with { LeftOut = leftOut } : t)],
                    }
                    : c
            ),
            PastCoats = s.PastCoats.ConvertAll(p => tests.Contains(p.Id) ? p with { LeftOut = leftOut } : p),
        };
}

/// <summary>The orders in which storage reads lists.</summary>
public static class Order
{
    public static readonly Comparison<WorkInterval> Spells = (a, b) => Then(a.BeganAt.CompareTo(b.BeganAt), a.Id, b.Id);
    public static readonly Comparison<Tick> Ticks = (a, b) =>
        a.At.CompareTo(b.At) is not 0 and var byMoment ? byMoment
        : a.StepId.CompareTo(b.StepId) is not 0 and var byStep ? byStep
        : Then(a.ModelId.CompareTo(b.ModelId), a.PieceId, b.PieceId);
    public static readonly Comparison<PassTick> Passes = (a, b) =>
        a.At.CompareTo(b.At) is not 0 and var byMoment ? byMoment
        : a.StepId.CompareTo(b.StepId) is not 0 and var byStep ? byStep
        : a.ModelId.CompareTo(b.ModelId) is not 0 and var byModel ? byModel
        : a.Pass.CompareTo(b.Pass);
    public static readonly Comparison<Coat> Coats = (a, b) => Then(a.StartedAt.CompareTo(b.StartedAt), a.Id, b.Id);
    public static readonly Comparison<Flaw> Flaws = (a, b) => Then(a.NotedAt.CompareTo(b.NotedAt), a.Id, b.Id);
    public static readonly Comparison<Recipe> Recipes = (a, b) =>
        string.CompareOrdinal(a.Area, b.Area) is not 0 and var byArea ? byArea : a.Id.CompareTo(b.Id);
    public static readonly Comparison<Photo> Photos = (a, b) => Then(a.At.CompareTo(b.At), a.Id, b.Id);
    public static readonly Comparison<BenchRepair> Repairs = (a, b) => Then(a.TakenAt.CompareTo(b.TakenAt), a.Id, b.Id);
    public static readonly Comparison<BenchClock> Clocks = (a, b) => Then(a.StartedAt.CompareTo(b.StartedAt), a.Id, b.Id);
    public static readonly Comparison<SoakedTransfer> Soaked = (a, b) =>
        a.WettedAt.CompareTo(b.WettedAt) is not 0 and var byMoment ? byMoment : Then(a.Number.CompareTo(b.Number), a.Id, b.Id);
    public static readonly Comparison<AirReading> Readings = (a, b) => Then(a.At.CompareTo(b.At), a.Id, b.Id);
    public static readonly Comparison<PastCoat> PastCoats = (a, b) => Then(a.StartedAt.CompareTo(b.StartedAt), a.Id, b.Id);
    public static readonly Comparison<ShelfProduct> Products = (a, b) => Then(string.CompareOrdinal(a.Kind.Id, b.Kind.Id), a.Id, b.Id);
    public static readonly Comparison<BenchModel> Models = (a, b) =>
        a.BatchId.CompareTo(b.BatchId) is not 0 and var byBatch ? byBatch : Then(a.Number.CompareTo(b.Number), a.Id, b.Id);
    public static readonly Comparison<BenchStep> Steps = (a, b) =>
        a.BatchId.CompareTo(b.BatchId) is not 0 and var byBatch ? byBatch : Then(a.Position.CompareTo(b.Position), a.Id, b.Id);
    public static readonly Comparison<BenchEdge> Edges = (a, b) =>
        a.From.CompareTo(b.From) is not 0 and var byFrom ? byFrom : a.To.CompareTo(b.To);

    private static int Then(int first, Guid a, Guid b) => first != 0 ? first : a.CompareTo(b);
}

/// <summary>Keeps lists sorted. What comes is nearly always the newest, so that the way to its place is short.</summary>
public static class Sorted
{
    public static ImmutableList<T> Insert<T>(ImmutableList<T> list, T item, Comparison<T> order)
    {
        var at = list.Count;
        while (at > 0 && order(list[at - 1], item) > 0)
            at--;
        return list.Insert(at, item);
    }

    /// <summary>The list with the last item that suits replaced; as it was where none does.</summary>
    public static ImmutableList<T> Replace<T>(ImmutableList<T> list, Predicate<T> suits, Func<T, T> edit)
    {
        var at = list.FindLastIndex(suits);
        return at < 0 ? list : list.SetItem(at, edit(list[at]));
    }

    public static ImmutableList<T> Remove<T>(ImmutableList<T> list, Predicate<T> suits)
    {
        var at = list.FindLastIndex(suits);
        return at < 0 ? list : list.RemoveAt(at);
    }
}
