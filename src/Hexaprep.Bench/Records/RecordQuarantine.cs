using Hexaprep.Craft.Drying;
using NodaTime;

namespace Hexaprep.Bench.Records;

/// <summary>A row that cannot be read: it is left where it is, and the bench goes on without it.</summary>
/// <param name="Table">Where it stands.</param>
/// <param name="Id">Which it is.</param>
/// <param name="Why">What is wrong with it.</param>
public sealed record RowSetAside(string Table, string Id, string Why);

/// <summary>Sets aside rows beyond their bounds, and what points to those, so that what is left is whole.</summary>
public sealed class RecordQuarantine
{
    private readonly List<RowSetAside> _aside;

    private RecordQuarantine(IEnumerable<RowSetAside> unread) => _aside = [.. unread];

    /// <summary>The rows that can be kept, and those set aside.</summary>
    /// <param name="rows">As they were fetched.</param>
    /// <param name="unread">Rows that could not even be fetched.</param>
    public static (Workspace Rows, IReadOnlyList<RowSetAside> Aside) Of(Workspace rows, IEnumerable<RowSetAside> unread)
    {
        var pruning = new RecordQuarantine(unread);
        return (pruning.Whole(rows), pruning._aside);
    }

    // Long: one pass over the lists, each before those that point to it.
    private Workspace Whole(Workspace w)
    {
        var units = Each("unit", w.Units, r => r.Id, _ => true);
        var ofUnit = Ids(units, u => u.Id);
        var batches = Each("batch", w.Batches, r => r.Id, r => ofUnit.Contains(r.UnitId));
        var ofBatch = Ids(batches, b => b.Id);
        var first = w.Pieces.Where(p => p.Number == 1).Select(p => p.ModelId).ToHashSet();
        var models = Each("model", w.Models, r => r.Id, r => ofBatch.Contains(r.BatchId) && first.Contains(r.Id));
        var ofModel = Ids(models, m => m.Id);
        var pieces = Each("piece", w.Pieces, r => r.Id, r => ofModel.Contains(r.ModelId));
        var ofPiece = Ids(pieces, p => p.Id);
        var repairs = Each("repair", w.Repairs, r => r.Id, r => ofBatch.Contains(r.BatchId) && r.Models.All(ofModel.Contains));
        var ofRepair = Ids(repairs, r => r.Id);
        bool Mends(Guid? repair) => repair is not { } id || ofRepair.Contains(id);
        var steps = Each("step", w.Steps, r => r.Id, r => ofBatch.Contains(r.BatchId) && Mends(r.RepairId));
        var ofStep = Ids(steps, s => s.Id);
        var logbook = Each("logbook", w.Logbook, r => r.Id, r => r.StepId is null || ofStep.Contains(r.StepId.Value));
        var spells = Each("spell", w.Spells, r => r.Id, r => ofStep.Contains(r.StepId));
        var ofSpell = Ids(spells, s => s.Id);
        var products = Each("product", w.Products, r => r.Id, _ => true);
        var ofProduct = Ids(products, p => p.Id);
        var coats = Each("coat", w.Coats, r => r.Id, r => ofStep.Contains(r.StepId) && ofProduct.Contains(r.ProductId));
        var ofCoat = Ids(coats, c => c.Id);
        var pictured = w.Pictures.Select(p => p.Sha256).ToHashSet(StringComparer.Ordinal);
        // A bench that is only read comes without pictures.
        var photos = Each(
            "photo",
            w.Photos,
            r => r.Id,
            r => ofStep.Contains(r.StepId) && ofModel.Contains(r.ModelId) && (pictured.Count == 0 || pictured.Contains(r.Sha256))
        );
        var shown = photos.Select(p => p.Sha256).ToHashSet(StringComparer.Ordinal);
        var zone = DateTimeZoneProviders.Tzdb.GetZoneOrNull(w.Settings.TimeZone);
        if (zone is null)
            _aside.Add(new RowSetAside("workspace", w.Settings.TimeZone, "This zone is not known any more: UTC is used."));
        return w with
        {
            Settings = zone is null ? w.Settings with { TimeZone = "UTC" } : w.Settings,
            Units = units,
            Batches = batches,
            Models = models,
            Pieces = pieces,
            Parts = Each("part", w.Parts, r => r.Id, r => ofPiece.Contains(r.PieceId)),
            Steps = steps,
            Edges = Each("edge", w.Edges, r => r.FromStep, r => ofStep.Contains(r.FromStep) && ofStep.Contains(r.ToStep)),
            Logbook = logbook,
            Spells = spells,
            Ticks = Each(
                "tick",
                w.Ticks,
                r => r.EntryId,
                r => ofStep.Contains(r.StepId) && ofModel.Contains(r.ModelId) && ofPiece.Contains(r.PieceId) && ofSpell.Contains(r.SpellId)
            ),
            PassTicks = Each(
                "pass_tick",
                w.PassTicks,
                r => r.EntryId,
                r => ofStep.Contains(r.StepId) && ofModel.Contains(r.ModelId) && ofSpell.Contains(r.SpellId)
            ),
            Coats = coats,
            CoatTests = Each("coat_test", w.CoatTests, r => r.Id, r => ofCoat.Contains(r.CoatId)),
            Flaws = Each("flaw", w.Flaws, r => r.Id, r => ofStep.Contains(r.StepId) && ofModel.Contains(r.ModelId) && Mends(r.RepairId)),
            Repairs = repairs,
            Recipes = Each("recipe", w.Recipes, r => r.Id, r => ofUnit.Contains(r.UnitId)),
            Photos = photos,
            Pictures = [.. w.Pictures.Where(p => shown.Contains(p.Sha256))],
            HouseChoices = Each(
                "house_choice",
                w.HouseChoices,
                r => r.Id,
                r => (r.UnitId is not { } unit || ofUnit.Contains(unit)) && (r.BatchId is not { } batch || ofBatch.Contains(batch))
            ),
            RouteChanges = Each("route_change", w.RouteChanges, r => r.Id, r => ofBatch.Contains(r.BatchId)),
            AirReadings = Each("air_reading", w.AirReadings, r => r.Id, _ => true),
            Forecast = Each("forecast_hour", w.Forecast, r => r.At, _ => true),
            Products = products,
            Containers = Each("container", w.Containers, r => r.Id, r => ofProduct.Contains(r.ProductId)),
            PastCoats = Each("past_coat", w.PastCoats, r => r.Id, r => ofProduct.Contains(r.ProductId)),
            Clocks = Each("bench_clock", w.Clocks, r => r.Id, r => ofStep.Contains(r.StepId)),
            Soaked = Each(
                "soaked_transfer",
                w.Soaked,
                r => r.Id,
                r => ofStep.Contains(r.StepId) && (r.ModelId is not { } model || ofModel.Contains(model))
            ),
            WeeklySittings = Each("weekly_sitting", w.WeeklySittings, r => r.Id, _ => true),
            SittingExceptions = Each("sitting_exception", w.SittingExceptions, r => r.Id, _ => true),
        };
    }

    private static HashSet<Guid> Ids<T>(IReadOnlyList<T> rows, Func<T, Guid> id) => [.. rows.Select(id)];

    private IReadOnlyList<T> Each<T, TId>(string table, IReadOnlyList<T> rows, Func<T, TId> id, Func<T, bool> isWhole)
        where T : class
    {
        List<T>? kept = null;
        for (var i = 0; i < rows.Count; i++)
        {
            var wrong =
                RowCheck.WhyNot(table, rows[i]) is { } bound ? $"{bound.Field}: {bound.Message}"
                : isWhole(rows[i]) ? null
                : "What it points to is not there.";
            if (wrong is not null)
            {
                kept ??= [.. rows.Take(i)];
                _aside.Add(new RowSetAside(table, $"{id(rows[i])}", wrong));
            }
            else
            {
                kept?.Add(rows[i]);
            }
        }
        return kept ?? rows;
    }
}
