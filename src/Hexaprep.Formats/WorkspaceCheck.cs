using System.Globalization;
using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>Checks that a workspace file is whole: known words, ranges, every reference answered, routes without a circle.</summary>
internal sealed class WorkspaceCheck
{
    public static void Whole(Workspace d) => new WorkspaceCheck(d).Check();

    private readonly Workspace _d;
    private readonly HashSet<Guid> _units,
        _batches,
        _models,
        _pieces,
        _steps,
        _entries,
        _spells,
        _products,
        _coats;

    private WorkspaceCheck(Workspace d)
    {
        _d = d;
        Bounded("settings", d.Settings);
        AtMost("units", d.Units, MostUnits);
        AtMost("models", d.Models, RosterLimits.MostModels);
        _units = Distinct("units", d.Units, u => u.Id);
        _batches = Distinct("batches", d.Batches, b => b.Id);
        _models = Distinct("models", d.Models, m => m.Id);
        _pieces = Distinct("pieces", d.Pieces, p => p.Id);
        _steps = Distinct("steps", d.Steps, s => s.Id);
        _entries = Distinct("logbook", d.Logbook, e => e.Id);
        _spells = Distinct("spells", d.Spells, s => s.Id);
        _products = Distinct("products", d.Products, p => p.Id);
        _coats = Distinct("coats", d.Coats, c => c.Id);
        Distinct("parts", d.Parts, p => p.Id);
        Distinct("houseChoices", d.HouseChoices, c => c.Id);
        Distinct("routeChanges", d.RouteChanges, c => c.Id);
        Distinct("coatTests", d.CoatTests, t => t.Id);
        Distinct("flaws", d.Flaws, f => f.Id);
        Distinct("clocks", d.Clocks, c => c.Id);
        Distinct("soaked", d.Soaked, t => t.Id);
        Distinct("airReadings", d.AirReadings, r => r.Id);
        Distinct("containers", d.Containers, c => c.Id);
        Distinct("pastCoats", d.PastCoats, c => c.Id);
        Distinct("weeklySittings", d.WeeklySittings, s => s.Id);
        Distinct("sittingExceptions", d.SittingExceptions, e => e.Id);
    }

    /// <summary>Refuses null inside any list of rows, before anything reads them.</summary>
    public static void NoHoles(Workspace d)
    {
        foreach (var list in typeof(Workspace).GetProperties())
        {
            var at = 0;
            foreach (var row in list.GetValue(d) as System.Collections.IList ?? Array.Empty<object>())
                Need($"{char.ToLowerInvariant(list.Name[0])}{list.Name[1..]}[{at++}]", "", row is not null, "an object, not null");
        }
    }

    private void Check()
    {
        Need(
            "settings.timeZone",
            _d.Settings.TimeZone,
            DateTimeZoneProviders.Tzdb.GetZoneOrNull(_d.Settings.TimeZone) is not null,
            "a known time zone"
        );
        Roster();
        Choices();
        Routes();
        Work();
        InTheWater();
        Shelf();
        Air();
        Evenings();
    }

    private void Roster()
    {
        var counts = _d.Models.CountBy(m => m.BatchId).ToDictionary();
        Each("units", _d.Units, (at, u) => Each($"{at}.notes", u.Notes, (_, _) => { }));
        Each("batches", _d.Batches, (at, b) =>
        {
            Known($"{at}.unitId", b.UnitId, _units);
            Need(
                $"{at}.models",
                b.Models.ToString(CultureInfo.InvariantCulture),
                counts.GetValueOrDefault(b.Id) == b.Models,
                "as many models as the file lists"
            );
        });
        Each("models", _d.Models, (at, m) => Known($"{at}.batchId", m.BatchId, _batches));
        Once("models", _d.Models, m => (m.BatchId, m.Number));
        Each("pieces", _d.Pieces, (at, p) => Known($"{at}.modelId", p.ModelId, _models));
        Once("pieces", _d.Pieces, p => (p.ModelId, p.Number));
        Need("pieces", "", _d.Pieces.Count(p => p.Number == 1) == _models.Count, "a first piece of every model");
        Each("parts", _d.Parts, (at, p) => Known($"{at}.pieceId", p.PieceId, _pieces));
    }

    private void Choices()
    {
        Each("houseChoices", _d.HouseChoices, (at, c) =>
        {
            if (c.UnitId is { } unit)
                Known($"{at}.unitId", unit, _units);
            if (c.BatchId is { } batch)
                Known($"{at}.batchId", batch, _batches);
            Need($"{at}.unitId", "both", c.UnitId is null || c.BatchId is null, "a unit or a batch, not both");
        });
        Once("houseChoices", _d.HouseChoices, c => (c.UnitId, c.BatchId, c.School));
        Each("routeChanges", _d.RouteChanges, (at, c) =>
        {
            Known($"{at}.batchId", c.BatchId, _batches);
            Need($"{at}.beforeStep", c.BeforeStep ?? "", (c.Kind == "reorder") == (c.BeforeStep is not null), "a step, of a reorder alone");
        });
        Once("routeChanges", _d.RouteChanges, c => (c.BatchId, c.Number));
    }

    private void Routes()
    {
        Each("steps", _d.Steps, (at, s) =>
        {
            Known($"{at}.batchId", s.BatchId, _batches);
            Need($"{at}.occurrence", "", s.Occurrence <= s.Occurrences, "no more than occurrences");
        });
        Once("steps", _d.Steps, s => (s.BatchId, s.Kind, s.Piece, s.Occurrence, s.RepairId));
        Distinct("recipes", _d.Recipes, r => r.Id);
        Each("recipes", _d.Recipes, (at, r) =>
        {
            Known($"{at}.unitId", r.UnitId, _units);
            Past($"{at}.at", r.At, _d);
        });
        Distinct("photos", _d.Photos, p => p.Id);
        Once("pictures", _d.Pictures, p => p.Sha256);
        var pictures = _d.Pictures.Select(p => p.Sha256).ToHashSet(StringComparer.Ordinal);
        Each("pictures", _d.Pictures, (at, p) =>
            Need($"{at}.sha256", p.Sha256, p.Sha256 == PhotoFile.HashOf(p.Jpeg), "the SHA-256 of its jpeg, in small hexadecimal digits")
        );
        Each("photos", _d.Photos, (at, p) =>
        {
            Known($"{at}.modelId", p.ModelId, _models);
            Known($"{at}.stepId", p.StepId, _steps);
            Past($"{at}.at", p.At, _d);
            Need($"{at}.sha256", p.Sha256, pictures.Contains(p.Sha256), "the hash of one of the pictures");
        });
        var repairs = Distinct("repairs", _d.Repairs, r => r.Id);
        Each("repairs", _d.Repairs, (at, r) =>
        {
            Known($"{at}.batchId", r.BatchId, _batches);
            Past($"{at}.takenAt", r.TakenAt, _d);
            foreach (var model in r.Models)
                Known($"{at}.models", model, _models);
        });
        foreach (var repair in _d.Steps.Select(s => s.RepairId).Concat(_d.Flaws.Select(f => f.RepairId)).OfType<Guid>())
            Known("repairs", repair, repairs);
        var products = _d.Steps.ToDictionary(s => s.Id, s => s.ProductClass);
        Each("edges", _d.Edges, (at, e) =>
        {
            Known($"{at}.fromStep", e.FromStep, _steps);
            Known($"{at}.toStep", e.ToStep, _steps);
            Need($"{at}.maxMinutes", "", e.MaxMinutes is null || e.MaxMinutes >= e.MinMinutes, "at least minMinutes");
            if (e.Stage is { } stage && products[e.FromStep] is { } product)
                Need(
                    $"{at}.stage",
                    stage,
                    DryingModel.Knows(Ids.Parse<ProductClass>(product), Ids.Parse<Readiness>(stage)),
                    $"a readiness that {product} has"
                );
            Need($"{at}.forbidUntil", "", e.ForbidUntil is null || e.ForbidUntil > e.ForbidAfter, "more than forbidAfter");
        });
        Once("edges", _d.Edges, e => (e.FromStep, e.ToStep));
        NoCircle(_d);
    }

    private void Passes()
    {
        Each("passTicks", _d.PassTicks, (at, t) =>
        {
            Known($"{at}.stepId", t.StepId, _steps);
            Known($"{at}.modelId", t.ModelId, _models);
            Known($"{at}.spellId", t.SpellId, _spells);
            Known($"{at}.entryId", t.EntryId, _entries);
            Past($"{at}.at", t.At, _d);
        });
        Once("passTicks", _d.PassTicks, t => (t.StepId, t.ModelId, t.Pass));
    }

    private void Work()
    {
        Each("logbook", _d.Logbook, (at, e) =>
        {
            Past($"{at}.at", e.At, _d);
            if (e.StepId is { } step)
                Known($"{at}.stepId", step, _steps);
            if (e.Corrects is { } corrects)
                Known($"{at}.corrects", corrects, _entries);
        });
        Each("spells", _d.Spells, (at, s) =>
        {
            Known($"{at}.stepId", s.StepId, _steps);
            Span($"{at}.endedAt", s.BeganAt, s.EndedAt, _d);
        });
        Need("spells", "", _d.Spells.Count(s => s.EndedAt is null) <= 1, "at most one open spell: there is one pair of hands");
        Each("ticks", _d.Ticks, (at, t) =>
        {
            Known($"{at}.stepId", t.StepId, _steps);
            Known($"{at}.modelId", t.ModelId, _models);
            Known($"{at}.pieceId", t.PieceId, _pieces);
            Known($"{at}.spellId", t.SpellId, _spells);
            Known($"{at}.entryId", t.EntryId, _entries);
            Past($"{at}.at", t.At, _d);
        });
        Once("ticks", _d.Ticks, t => (t.StepId, t.ModelId, t.PieceId));
        Passes();
        Each("coats", _d.Coats, (at, c) =>
        {
            Known($"{at}.productId", c.ProductId, _products);
            Known($"{at}.stepId", c.StepId, _steps);
            Known($"{at}.entryId", c.EntryId, _entries);
            Span($"{at}.endedAt", c.StartedAt, c.EndedAt, _d);
            foreach (var model in c.Models)
                Known($"{at}.models", model, _models);
            foreach (var piece in c.Pieces)
                Known($"{at}.pieces", piece, _pieces);
        });
        Each("coatTests", _d.CoatTests, (at, t) =>
        {
            Known($"{at}.coatId", t.CoatId, _coats);
            Known($"{at}.entryId", t.EntryId, _entries);
            Past($"{at}.at", t.At, _d);
        });
        Each("flaws", _d.Flaws, (at, f) =>
        {
            Known($"{at}.stepId", f.StepId, _steps);
            Known($"{at}.modelId", f.ModelId, _models);
            Known($"{at}.pieceId", f.PieceId, _pieces);
            Known($"{at}.entryId", f.EntryId, _entries);
            Past($"{at}.notedAt", f.NotedAt, _d);
        });
        Each("clocks", _d.Clocks, (at, c) =>
        {
            Known($"{at}.stepId", c.StepId, _steps);
            Span($"{at}.stoppedAt", c.StartedAt, c.StoppedAt, _d);
        });
    }

    private void InTheWater()
    {
        Each("soaked", _d.Soaked, (at, t) =>
        {
            Known($"{at}.stepId", t.StepId, _steps);
            Span($"{at}.stuckAt", t.WettedAt, t.StuckAt, _d);
            Span($"{at}.outAt", t.WettedAt, t.OutAt, _d);
            if (t.ModelId is { } model)
                Known($"{at}.modelId", model, _models);
            if (t.OutAt is null != t.Ending is null || (t.ModelId is not null && t.Ending != Ids.Of(SoakEnd.Placed)))
                throw new RefusedException(
                    new Refusal(
                        $"{at}.ending",
                        "Moment, end and model do not fit.",
                        "What is out has an end; what is placed has its model."
                    )
                );
        });
    }

    private void Shelf()
    {
        Each("products", _d.Products, (at, p) =>
        {
            if (p.ToLabel()?.WhyNot() is { } wrong)
                throw new RefusedException(wrong with { Field = $"{at}.{wrong.Field}" });
        });
        Each("containers", _d.Containers, (at, c) => Known($"{at}.productId", c.ProductId, _products));
        Each("pastCoats", _d.PastCoats, (at, c) =>
        {
            Known($"{at}.productId", c.ProductId, _products);
            Span($"{at}.endedAt", c.StartedAt, c.EndedAt, _d);
        });
    }

    private void Air()
    {
        Each("airReadings", _d.AirReadings, (at, r) => Past($"{at}.at", r.At, _d));
        AtMost("forecast", _d.Forecast, ForecastFile.MostHours);
        Once("forecast", _d.Forecast, h => h.At);
        Each("forecast", _d.Forecast, (_, _) => { });
    }

    private void Evenings()
    {
        Each("weeklySittings", _d.WeeklySittings, (at, s) => Need($"{at}.ends", "", s.Ends != s.Begins, "another time than it begins"));
        Each("sittingExceptions", _d.SittingExceptions, (at, e) =>
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
