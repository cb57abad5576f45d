using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Drying;
using Hexaprep.Core.Kept;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>Checks that a workspace file is whole: known words, ranges, every reference answered, routes without a circle.</summary>
internal static class WorkspaceCheck
{
    public static void Whole(Workspace d)
    {
        Range("settings.handles", d.Settings.Handles, 1, 1000);
        Range("settings.rackSlots", d.Settings.RackSlots, 1, 100);
        Need("settings.name", d.Settings.Name, d.Settings.Name.Length is >= 1 and <= 80, "a name of 1 to 80 characters");
        Need(
            "settings.timeZone",
            d.Settings.TimeZone,
            DateTimeZoneProviders.Tzdb.GetZoneOrNull(d.Settings.TimeZone) is not null,
            "a known time zone"
        );
        var units = Distinct("units", d.Units, u => u.Id);
        var batches = Distinct("batches", d.Batches, b => b.Id);
        var models = Distinct("models", d.Models, m => m.Id);
        var pieces = Distinct("pieces", d.Pieces, p => p.Id);
        Distinct("parts", d.Parts, p => p.Id);
        var steps = Distinct("steps", d.Steps, s => s.Id);
        var entries = Distinct("logbook", d.Logbook, e => e.Id);
        var spells = Distinct("spells", d.Spells, s => s.Id);
        var coats = Distinct("coats", d.Coats, c => c.Id);
        Each("units", d.Units, (at, u) =>
        {
            Need($"{at}.name", u.Name, u.Name.Length is >= 1 and <= 80, "a name of 1 to 80 characters");
            Each($"{at}.notes", u.Notes, (_, _) => { });
            Need($"{at}.mark", u.Mark, u.Mark.Length is >= 1 and <= 20, "a mark of 1 to 20 characters");
            Range($"{at}.weight", u.Weight, 1, 100);
        });
        Each("batches", d.Batches, (at, b) =>
        {
            Known($"{at}.unitId", b.UnitId, units);
            Need($"{at}.materials", "", b.Materials.Count > 0, "at least one material");
            Each($"{at}.materials", b.Materials, (_, material) => Word<Material>($"{at}.materials", material));
            Word<Tier>($"{at}.tier", b.Tier);
            Word<MoldLines>($"{at}.moldLines", b.MoldLines);
            Word<Gaps>($"{at}.gaps", b.Gaps);
            Word<Sheen>($"{at}.finalSheen", b.FinalSheen);
            Range($"{at}.models", b.Models, 1, 500);
            Need(
                $"{at}.models",
                b.Models.ToString(System.Globalization.CultureInfo.InvariantCulture),
                d.Models.Count(m => m.BatchId == b.Id) == b.Models,
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
            Need($"{at}.school", c.School, Schools.Find(c.School) is not null, "a known house rule");
            Need(
                $"{at}.option",
                c.Option,
                Schools.Find(c.School)!.Option(c.Option) is not null,
                $"one of {string.Join(", ", Schools.Find(c.School)!.Options.Select(o => o.Id))}"
            );
        });
        Distinct("routeChanges", d.RouteChanges, c => c.Id);
        Each("routeChanges", d.RouteChanges, (at, c) =>
        {
            Known($"{at}.batchId", c.BatchId, batches);
            Word<ChangeKind>($"{at}.kind", c.Kind);
            Word<StepKind>($"{at}.step", c.Step);
            if (c.BeforeStep is not null)
                Word<StepKind>($"{at}.beforeStep", c.BeforeStep);
            if (c.ProductClass is not null)
                Word<ProductClass>($"{at}.productClass", c.ProductClass);
            Word<Strength>($"{at}.strength", c.Strength);
        });
        Each("models", d.Models, (at, m) => Known($"{at}.batchId", m.BatchId, batches));
        Each("pieces", d.Pieces, (at, p) => Known($"{at}.modelId", p.ModelId, models));
        Each("parts", d.Parts, (at, p) =>
        {
            Known($"{at}.pieceId", p.PieceId, pieces);
            Word<Material>($"{at}.material", p.Material);
        });
        Each("steps", d.Steps, (at, s) =>
        {
            Known($"{at}.batchId", s.BatchId, batches);
            Word<StepKind>($"{at}.kind", s.Kind);
            Word<Side>($"{at}.side", s.Side);
            Word<Attention>($"{at}.attention", s.Attention);
            if (s.Mode is not null)
                Word<SprayMode>($"{at}.mode", s.Mode);
            if (s.ProductClass is not null)
                Word<ProductClass>($"{at}.productClass", s.ProductClass);
        });
        Each("edges", d.Edges, (at, e) =>
        {
            Known($"{at}.fromStep", e.FromStep, steps);
            Known($"{at}.toStep", e.ToStep, steps);
            if (e.Stage is not null)
                Word<Readiness>($"{at}.stage", e.Stage);
        });
        NoCircle(d);
        Each("logbook", d.Logbook, (at, e) =>
        {
            if (e.StepId is { } step)
                Known($"{at}.stepId", step, steps);
            if (e.Corrects is { } corrects)
                Known($"{at}.corrects", corrects, entries);
        });
        Each("spells", d.Spells, (at, s) => Known($"{at}.stepId", s.StepId, steps));
        Need("spells", "", d.Spells.Count(s => s.EndedAt is null) <= 1, "at most one open spell: there is one pair of hands");
        Each("ticks", d.Ticks, (at, t) =>
        {
            Known($"{at}.stepId", t.StepId, steps);
            Known($"{at}.modelId", t.ModelId, models);
            Known($"{at}.pieceId", t.PieceId, pieces);
            Known($"{at}.spellId", t.SpellId, spells);
            Known($"{at}.entryId", t.EntryId, entries);
        });
        Each("coats", d.Coats, (at, c) =>
        {
            Known($"{at}.stepId", c.StepId, steps);
            Known($"{at}.entryId", c.EntryId, entries);
            Word<ProductClass>($"{at}.productClass", c.ProductClass);
            Word<Film>($"{at}.film", c.Film);
            foreach (var model in c.Models)
                Known($"{at}.models", model, models);
        });
        Each("coatTests", d.CoatTests, (at, t) =>
        {
            Known($"{at}.coatId", t.CoatId, coats);
            Known($"{at}.entryId", t.EntryId, entries);
            Word<Readiness>($"{at}.stage", t.Stage);
            Word<Finding>($"{at}.finding", t.Finding);
        });
        Each("flaws", d.Flaws, (at, f) =>
        {
            Known($"{at}.stepId", f.StepId, steps);
            Known($"{at}.modelId", f.ModelId, models);
            Known($"{at}.pieceId", f.PieceId, pieces);
            Known($"{at}.entryId", f.EntryId, entries);
        });
        Each("clocks", d.Clocks, (at, c) =>
        {
            Known($"{at}.stepId", c.StepId, steps);
            Word<ClockKind>($"{at}.kind", c.Kind);
        });
        Each("weeklySittings", d.WeeklySittings, (at, s) => Range($"{at}.day", s.Day, 1, 7));
        Each("sittingExceptions", d.SittingExceptions, (at, e) =>
        {
            Word<ExceptionKind>($"{at}.kind", e.Kind);
            Need(
                at,
                e.Kind,
                (e.Kind == "extra") == (e.Begins is not null && e.Ends is not null),
                "times on an extra sitting and on no other"
            );
        });
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
            check($"{list}[{i}]", rows[i]);
        }
    }

    private static void Known(string field, Guid id, HashSet<Guid> ids) =>
        Need(field, id.ToString(), ids.Contains(id), "the id of something in this file");

    private static void Word<T>(string field, string value)
        where T : struct, Enum => Need(field, value, Ids.TryParse<T>(value, out _), $"one of {string.Join(", ", Ids.All<T>())}");

    private static void Range(string field, int value, int least, int most) =>
        Need(
            field,
            value.ToString(System.Globalization.CultureInfo.InvariantCulture),
            value >= least && value <= most,
            $"{least} to {most}"
        );

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
