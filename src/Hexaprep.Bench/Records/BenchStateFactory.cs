using System.Collections.Immutable;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Bench.Records;

/// <summary>The bench as a value, from its rows.</summary>
public static class BenchStateFactory
{
    /// <summary>The bench.</summary>
    /// <param name="rows">Whole, as <see cref="RecordQuarantine"/> leaves them; the bench carries neither logbook nor parts.</param>
    /// <param name="touched">The steps that the logbook names.</param>
    public static BenchState Of(Workspace rows, IEnumerable<Guid> touched)
    {
        var pieces = rows.Pieces.OrderBy(p => p.Number).ToLookup(p => p.ModelId, p => p.Id);
        var steps = rows.Steps.Select(r => r.ToStep()).ToImmutableList();
        var kinds = steps.ToDictionary(s => s.Id, s => s.Key.Kind);
        var products = rows.Products.ToDictionary(r => r.Id, r => r.ToKind());
        var containers = rows.Containers.ToLookup(r => r.ProductId, r => r.ToContainer());
        var tests = rows.CoatTests.ToLookup(r => r.CoatId, r => r.ToTest());
        return new BenchState(
            Settings(rows),
            House(rows.HouseChoices),
            [.. rows.Units.Select(r => r.ToUnit())],
            [.. rows.Batches.Select(r => r.ToBatch())],
            [.. rows.Models.Select(r => Model(r, [.. pieces[r.Id]]))],
            steps,
            [.. rows.Edges.Select(r => r.ToEdge())],
            [.. rows.Spells.Select(r => r.ToSpell())],
            [.. rows.Ticks.Select(r => r.ToTick())],
            [.. rows.Coats.Select(r => r.ToCoat(kinds[r.StepId], products[r.ProductId], [.. tests[r.Id]]))],
            [.. rows.Flaws.Select(r => r.ToFlaw())]
        )
        {
            Changes = rows
                .RouteChanges.GroupBy(c => c.BatchId)
                .ToImmutableDictionary(g => g.Key, g => g.Select(c => c.ToKept()).ToImmutableList()),
            Passes = [.. rows.PassTicks.Select(r => r.ToTick())],
            Readings = [.. rows.AirReadings.Select(r => r.ToReading())],
            Forecast = [.. rows.Forecast.Select(r => r.ToHour())],
            Products = [.. rows.Products.Select(r => new ShelfProduct(r.Id, products[r.Id], r.Name, r.ToLabel(), [.. containers[r.Id]]))],
            PastCoats = [.. rows.PastCoats.Select(r => r.ToPast(products[r.ProductId]))],
            Soaked = [.. rows.Soaked.Select(r => r.ToTransfer())],
            Clocks = [.. rows.Clocks.Select(r => r.ToClock()).TakeLast(BenchState.MostClocks)],
            Recipes = [.. rows.Recipes.Select(r => r.ToRecipe())],
            Repairs = [.. rows.Repairs.Select(r => r.ToRepair())],
            Photos = [.. rows.Photos.Select(p => p.ToPhoto())],
            HouseAsked = rows.Settings.HouseAsked,
            Touched = [.. touched],
        };
    }

    private static BenchModel Model(ModelRow row, IReadOnlyList<Guid> pieces) =>
        pieces.Count == 1
            ? new BenchModel(row.Id, row.BatchId, row.Number, pieces[0])
            : new BenchModel(row.Id, row.BatchId, row.Number, pieces[0]) { OtherPieces = [.. pieces.Skip(1)] };

    private static BenchSettings Settings(Workspace rows) =>
        new(
            new SittingCalendar(
                DateTimeZoneProviders.Tzdb[rows.Settings.TimeZone],
                [.. rows.WeeklySittings.Select(r => r.ToSitting())],
                [.. rows.SittingExceptions.Select(r => r.ToException())]
            ),
            rows.Settings.Handles
        )
        {
            RackSlots = rows.Settings.RackSlots,
        };

    // A choice of a school that this program no longer knows is left out: the default holds.
    private static HouseRuleSet House(IEnumerable<HouseRuleChoiceRow> choices) =>
        choices.Aggregate(HouseRuleSet.Default, (book, c) =>
            HouseRuleCatalog.Find(c.School) is { } school && school.Option(c.Option) is not null
                ? book.With(c.UnitId ?? c.BatchId, school, c.Option)
                : book
        );
}
