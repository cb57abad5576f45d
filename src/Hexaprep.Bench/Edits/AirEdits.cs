using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>Air, the forecast, what labels say, coats from files, and which observations count.</summary>
public static class AirEdits
{
    /// <summary>Keeps a reading.</summary>
    /// <exception cref="RefusedException">It is no air to work in, or lies ahead.</exception>
    public static Decision Read(AirReading reading, Instant now)
    {
        if (reading.WhyNot() is { } refusal)
            throw new RefusedException(refusal);
        var kept = reading with { At = reading.At.Happened(now, "at") };
        return new Decision("air", kept.At, null, new { reading = kept }, [new Change.AirRead(kept)]);
    }

    /// <summary>Takes a forecast in place of the one there is.</summary>
    /// <param name="from">Who it comes from, in words.</param>
    /// <param name="hours">At least one.</param>
    /// <param name="now">When.</param>
    public static Decision Forecast(string from, IReadOnlyList<ForecastHour> hours, Instant now) =>
        new(
            "forecast",
            now,
            null,
            new
            {
                from,
                hours = hours.Count,
                begins = hours[0].At,
                ends = hours[^1].At,
            },
            [new Change.ForecastTaken(from, now.Kept(), [.. hours.Select((h, i) => h with { At = h.At.Checked($"hours[{i}].at") })])]
        );

    /// <summary>Takes hours that somebody heard of into the forecast there is: they stand where they are typed, the others
    /// stay.</summary>
    /// <exception cref="RefusedException">No whole hour, or no air.</exception>
    public static Decision Typed(BenchIndex bench, HeardForecast heard, Instant now)
    {
        var hours = heard.Hours(bench.State.Settings.Zone);
        var typed = hours.Select(h => h.At).ToHashSet();
        var all = bench.State.Forecast.Where(h => !typed.Contains(h.At)).Concat(hours).OrderBy(h => h.At).ToList();
        var from = bench.State.ForecastFrom;
        return Forecast(
            from is null || bench.State.Forecast.Count == 0 ? ByHand
                : from.EndsWith(ByHand, StringComparison.Ordinal) ? from
                : $"{from} and {ByHand}",
            all,
            now
        );
    }

    private const string ByHand = "typed by hand";

    /// <summary>Keeps what a label says, in place of what was kept of it.</summary>
    /// <exception cref="RefusedException">Its numbers contradict each other.</exception>
    public static Decision Label(BenchIndex bench, ProductLabel label, Instant now, Func<Guid> newId) =>
        label.WhyNot() is { } refusal
            ? throw new RefusedException(refusal)
            : new(
                "label",
                now,
                null,
                new { product = label.Product.Id, label },
                [new Change.ProductShelved(bench.State.Products.Take(label.Product, newId) with { Label = label })]
            );

    /// <summary>Brings coats in from a file.</summary>
    public static Decision Bring(BenchIndex bench, IReadOnlyList<PastCoat> coats, Instant now, Func<Guid> newId)
    {
        var products = coats.Select(c => c.Product).Distinct().ToDictionary(k => k, k => bench.State.Products.Take(k, newId));
        var kept = coats.Select(
            (c, i) =>
                c with
                {
                    ProductId = products[c.Product].Id,
                    StartedAt = c.StartedAt.Happened(now, $"coats[{i}].started_at"),
                    EndedAt = c.EndedAt.Happened(now, $"coats[{i}].ended_at"),
                    NotDryAt = c.NotDryAt?.Happened(now, $"coats[{i}].not_dry_at"),
                    DryAt = c.DryAt?.Happened(now, $"coats[{i}].dry_at"),
                }
        );
        return new Decision(
            "coat_import",
            now,
            null,
            new { coats = coats.Count },
            [
                .. products.Values.Where(p => bench.State.Products.Find(p.Kind) is null).Select(p => new Change.ProductShelved(p)),
                new Change.CoatsBrought([.. kept]),
            ]
        );
    }

    /// <summary>Leaves tests out of what is learned of their product, or puts them back.</summary>
    /// <exception cref="RefusedException">One of them is not there.</exception>
    public static Decision LeaveOut(BenchIndex bench, IReadOnlyList<Guid> testIds, bool leftOut, Instant now)
    {
        var asked = testIds.ToHashSet();
        var known = bench
            .State.Coats.SelectMany(c => c.Tests)
            .Select(t => t.Id)
            .Concat(bench.State.PastCoats.Select(p => p.Id))
            .Count(asked.Contains);
        if (known == 0 || known < asked.Count)
            throw new RefusedException(new Refusal("testIds", "There is no such test.", "Load the page again.", RefusalKind.NotFound));
        return new Decision("observation", now, null, new { testIds, leftOut }, [new Change.TestsLeftOut(testIds, leftOut)]);
    }
}
