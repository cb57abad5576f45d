using System.Globalization;
using Hexaprep.Core;
using Hexaprep.Core.Kept;
using Hexaprep.Core.Roster;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>Checks that a workspace file is whole: known words, ranges, every reference answered, routes without a circle.</summary>
internal static class WorkspaceCheck
{
    public static void Whole(Workspace d)
    {
        Bounded("settings", d.Settings);
        Need(
            "settings.timeZone",
            d.Settings.TimeZone,
            DateTimeZoneProviders.Tzdb.GetZoneOrNull(d.Settings.TimeZone) is not null,
            "a known time zone"
        );
        AtMost("units", d.Units, MostUnits);
        AtMost("models", d.Models, RosterLimits.MostModels);
        var units = Distinct("units", d.Units, u => u.Id);
        var batches = Distinct("batches", d.Batches, b => b.Id);
        var models = Distinct("models", d.Models, m => m.Id);
        var pieces = Distinct("pieces", d.Pieces, p => p.Id);
        Distinct("parts", d.Parts, p => p.Id);
        var steps = Distinct("steps", d.Steps, s => s.Id);
        var entries = Distinct("logbook", d.Logbook, e => e.Id);
        var spells = Distinct("spells", d.Spells, s => s.Id);
        var coats = Distinct("coats", d.Coats, c => c.Id);
        var counts = d.Models.CountBy(m => m.BatchId).ToDictionary();
        Each("units", d.Units, (at, u) => Each($"{at}.notes", u.Notes, (_, _) => { }));
        Each("batches", d.Batches, (at, b) =>
        {
            Known($"{at}.unitId", b.UnitId, units);
            Need(
                $"{at}.models",
                b.Models.ToString(CultureInfo.InvariantCulture),
                counts.GetValueOrDefault(b.Id) == b.Models,
                "as many models as the file lists"
            );
        });
        Distinct("houseChoices", d.HouseChoices, c => c.Id);
        Each("houseChoices", d.HouseChoices, (at, c) =>
        {
            if (c.UnitId is { } unit)
                Known($"{at}.unitId", unit, units);
            if (c.BatchId is { } batch)
                Known($"{at}.batchId", batch, batches);
            Need($"{at}.unitId", "both", c.UnitId is null || c.BatchId is null, "a unit or a batch, not both");
        });
        Once("houseChoices", d.HouseChoices, c => (c.UnitId, c.BatchId, c.School));
        Distinct("routeChanges", d.RouteChanges, c => c.Id);
        Each("routeChanges", d.RouteChanges, (at, c) =>
        {
            Known($"{at}.batchId", c.BatchId, batches);
            Need($"{at}.beforeStep", c.BeforeStep ?? "", (c.Kind == "reorder") == (c.BeforeStep is not null), "a step, of a reorder alone");
        });
        Once("routeChanges", d.RouteChanges, c => (c.BatchId, c.Number));
        Each("models", d.Models, (at, m) => Known($"{at}.batchId", m.BatchId, batches));
        Once("models", d.Models, m => (m.BatchId, m.Number));
        Each("pieces", d.Pieces, (at, p) => Known($"{at}.modelId", p.ModelId, models));
        Once("pieces", d.Pieces, p => (p.ModelId, p.Number));
        Need("pieces", "", d.Pieces.Count(p => p.Number == 1) == models.Count, "a first piece of every model");
        Each("parts", d.Parts, (at, p) => Known($"{at}.pieceId", p.PieceId, pieces));
        Each("steps", d.Steps, (at, s) =>
        {
            Known($"{at}.batchId", s.BatchId, batches);
            Need($"{at}.occurrence", "", s.Occurrence <= s.Occurrences, "no more than occurrences");
        });
        Once("steps", d.Steps, s => (s.BatchId, s.Kind, s.Piece, s.Occurrence));
        Each("edges", d.Edges, (at, e) =>
        {
            Known($"{at}.fromStep", e.FromStep, steps);
            Known($"{at}.toStep", e.ToStep, steps);
            Need($"{at}.maxMinutes", "", e.MaxMinutes is null || e.MaxMinutes >= e.MinMinutes, "at least minMinutes");
            Need($"{at}.forbidUntil", "", e.ForbidUntil is null || e.ForbidUntil > e.ForbidAfter, "more than forbidAfter");
        });
        Once("edges", d.Edges, e => (e.FromStep, e.ToStep));
        NoCircle(d);
        Each("logbook", d.Logbook, (at, e) =>
        {
            Past($"{at}.at", e.At, d);
            if (e.StepId is { } step)
                Known($"{at}.stepId", step, steps);
            if (e.Corrects is { } corrects)
                Known($"{at}.corrects", corrects, entries);
        });
        Each("spells", d.Spells, (at, s) =>
        {
            Known($"{at}.stepId", s.StepId, steps);
            Span($"{at}.endedAt", s.BeganAt, s.EndedAt, d);
        });
        Need("spells", "", d.Spells.Count(s => s.EndedAt is null) <= 1, "at most one open spell: there is one pair of hands");
        Each("ticks", d.Ticks, (at, t) =>
        {
            Known($"{at}.stepId", t.StepId, steps);
            Known($"{at}.modelId", t.ModelId, models);
            Known($"{at}.pieceId", t.PieceId, pieces);
            Known($"{at}.spellId", t.SpellId, spells);
            Known($"{at}.entryId", t.EntryId, entries);
            Past($"{at}.at", t.At, d);
        });
        Once("ticks", d.Ticks, t => (t.StepId, t.ModelId, t.PieceId));
        var products = Distinct("products", d.Products, p => p.Id);
        Each("products", d.Products, (at, p) =>
        {
            if (p.ToLabel()?.WhyNot() is { } wrong)
                throw new RefusedException(wrong with { Field = $"{at}.{wrong.Field}" });
        });
        Distinct("containers", d.Containers, c => c.Id);
        Each("containers", d.Containers, (at, c) => Known($"{at}.productId", c.ProductId, products));
        Each("coats", d.Coats, (at, c) =>
        {
            Known($"{at}.productId", c.ProductId, products);
            Known($"{at}.stepId", c.StepId, steps);
            Known($"{at}.entryId", c.EntryId, entries);
            Span($"{at}.endedAt", c.StartedAt, c.EndedAt, d);
            foreach (var model in c.Models)
                Known($"{at}.models", model, models);
            foreach (var piece in c.Pieces)
                Known($"{at}.pieces", piece, pieces);
        });
        Distinct("coatTests", d.CoatTests, t => t.Id);
        Each("coatTests", d.CoatTests, (at, t) =>
        {
            Known($"{at}.coatId", t.CoatId, coats);
            Known($"{at}.entryId", t.EntryId, entries);
            Past($"{at}.at", t.At, d);
        });
        Distinct("flaws", d.Flaws, f => f.Id);
        Each("flaws", d.Flaws, (at, f) =>
        {
            Known($"{at}.stepId", f.StepId, steps);
            Known($"{at}.modelId", f.ModelId, models);
            Known($"{at}.pieceId", f.PieceId, pieces);
            Known($"{at}.entryId", f.EntryId, entries);
            Past($"{at}.notedAt", f.NotedAt, d);
        });
        Distinct("clocks", d.Clocks, c => c.Id);
        Each("clocks", d.Clocks, (at, c) =>
        {
            Known($"{at}.stepId", c.StepId, steps);
            Span($"{at}.stoppedAt", c.StartedAt, c.StoppedAt, d);
        });
        Distinct("airReadings", d.AirReadings, r => r.Id);
        Each("airReadings", d.AirReadings, (at, r) => Past($"{at}.at", r.At, d));
        AtMost("forecast", d.Forecast, ForecastFile.MostHours);
        Once("forecast", d.Forecast, h => h.At);
        Each("forecast", d.Forecast, (_, _) => { });
        Distinct("pastCoats", d.PastCoats, c => c.Id);
        Each("pastCoats", d.PastCoats, (at, c) =>
        {
            Known($"{at}.productId", c.ProductId, products);
            Span($"{at}.endedAt", c.StartedAt, c.EndedAt, d);
        });
        Distinct("weeklySittings", d.WeeklySittings, s => s.Id);
        Each("weeklySittings", d.WeeklySittings, (at, s) => Need($"{at}.ends", "", s.Ends != s.Begins, "another time than it begins"));
        Distinct("sittingExceptions", d.SittingExceptions, e => e.Id);
        Each("sittingExceptions", d.SittingExceptions, (at, e) =>
            Need(
                at,
                e.Kind,
                (e.Kind == "extra") == (e.Begins is not null && e.Ends is not null),
                "times on an extra sitting and on no other"
            )
        );
    }

    private const int MostUnits = 2000;

    // What happened had happened when the file was written.
    private static void Past(string field, Instant at, Workspace d) =>
        Need(field, at.ToString(), at <= d.ExportedAt + Moments.MostAhead, "a moment before exportedAt");

    private static void Span(string field, Instant begin, Instant? end, Workspace d)
    {
        Past(field, end ?? begin, d);
        Need(field, end.ToString() ?? "", end is null || end >= begin, "no earlier than its beginning");
    }

    private static void AtMost<T>(string list, IReadOnlyList<T> rows, int most) =>
        Need(list, $"{rows.Count} rows", rows.Count <= most, $"at most {most}");

    private static void Once<T, TKey>(string list, IReadOnlyList<T> rows, Func<T, TKey> key)
    {
        var seen = new HashSet<TKey>();
        for (var i = 0; i < rows.Count; i++)
            Need($"{list}[{i}]", "", seen.Add(key(rows[i])), "one row of its kind; another says the same");
    }

    private static void Bounded(string at, object row)
    {
        if (RowCheck.WhyNot(at, row) is { } wrong)
            throw new RefusedException(wrong);
    }

    private static void NoCircle(Workspace d)
    {
        var into = d.Steps.ToDictionary(s => s.Id, _ => 0);
        foreach (var e in d.Edges)
            into[e.ToStep]++;
        var outOf = d.Edges.ToLookup(e => e.FromStep, e => e.ToStep);
        var open = new Queue<Guid>(into.Where(i => i.Value == 0).Select(i => i.Key));
        var seen = 0;
        while (open.TryDequeue(out var step))
        {
            seen++;
            foreach (var to in outOf[step])
            {
                if (--into[to] == 0)
                    open.Enqueue(to);
            }
        }
        Need("edges", "", seen == d.Steps.Count, "routes without a circle");
    }

    private static HashSet<Guid> Distinct<T>(string list, IReadOnlyList<T> rows, Func<T, Guid> id)
    {
        var seen = new HashSet<Guid>();
        Each(list, rows, (at, row) => Need($"{at}.id", id(row).ToString(), seen.Add(id(row)), "an id that is there once"));
        return seen;
    }

    private static void Each<T>(string list, IReadOnlyList<T> rows, Action<string, T> check)
    {
        for (var i = 0; i < rows.Count; i++)
        {
            Need($"{list}[{i}]", "", rows[i] is not null, "an object, not null");
            if (rows[i] is not string)
                Bounded($"{list}[{i}]", rows[i]!);
            check($"{list}[{i}]", rows[i]);
        }
    }

    private static void Known(string field, Guid id, HashSet<Guid> ids) =>
        Need(field, id.ToString(), ids.Contains(id), "the id of something in this file");

    private static void Need(string field, string value, bool holds, string wanted)
    {
        if (!holds)
            throw new RefusedException(
                new Refusal(
                    field,
                    value.Length == 0 ? "The file is not whole here." : $"'{value}' does not fit here.",
                    $"Wanted: {wanted}."
                )
            );
    }
}
