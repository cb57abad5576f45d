using System.Globalization;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Records;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Hexaprep.Web.Features;

/// <summary>A person's evenings as they set them.</summary>
public sealed record SittingsAnswer(
    string TimeZone,
    int Handles,
    int RackSlots,
    IReadOnlyList<WeeklySitting> Weekly,
    IReadOnlyList<SittingException> Exceptions,
    int Version,
    IReadOnlyList<string> Zones
);

/// <summary>Replaces the evenings. <c>version</c> is the one it was made from.</summary>
public sealed record SittingsEdit(
    Guid Id,
    int Version,
    string TimeZone,
    int Handles,
    IReadOnlyList<WeeklySitting> Weekly,
    IReadOnlyList<SittingException> Exceptions,
    int? RackSlots = null
);

/// <summary>The weekly pattern, its exceptions, the zone, the handles.</summary>
public static class SittingEndpoints
{
    private static readonly IReadOnlyList<string> Zones = [.. DateTimeZoneProviders.Tzdb.Ids];

    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/sittings", async (BenchService desk, CancellationToken cancel) => TypedResults.Ok(await ReadAsync(desk, cancel)))
            .WithSummary("The weekly pattern, exceptions, time zone and handles.");
        api.MapPut("/sittings", SaveAsync)
            .WithSummary("Replaces them; the plan follows at once.")
            .ProducesProblem(400)
            .ProducesProblem(409);
    }

    private static async Task<SittingsAnswer> ReadAsync(BenchService desk, CancellationToken cancel)
    {
        var s = SittingSettings.Of((await desk.LayAsync(cancel)).Bench.State.Settings);
        return new SittingsAnswer(s.TimeZone, s.Handles, s.RackSlots!.Value, s.Weekly, s.Exceptions, s.Version, Zones);
    }

    private static async Task<Results<Ok<SittingsAnswer>, ProblemHttpResult>> SaveAsync(
        SittingsEdit edit,
        BenchService desk,
        CancellationToken cancel
    )
    {
        Check(edit);
        return await Stale.OrAsync(
            async () =>
            {
                var settings = new SittingSettings(edit.TimeZone, edit.Handles, edit.RackSlots, edit.Weekly, edit.Exceptions, edit.Version);
                await desk.WriteAsync(edit.Id, edit, bench => SittingEdits.Save(bench, settings, desk.Now), cancel);
                return await ReadAsync(desk, cancel);
            },
            async () => await ReadAsync(desk, cancel)
        );
    }

    private static void Check(SittingsEdit edit)
    {
        Need(
            "timeZone",
            edit.TimeZone,
            DateTimeZoneProviders.Tzdb.GetZoneOrNull(edit.TimeZone) is not null,
            "Choose a zone such as Europe/London."
        );
        Between("handles", edit.Handles, RowCheck.Of<SpaceRow>(nameof(SpaceRow.Handles)));
        if (edit.RackSlots is { } slots)
            Between("rackSlots", slots, RowCheck.Of<SpaceRow>(nameof(SpaceRow.RackSlots)));
        Need("weekly", edit.Weekly.Count, edit.Weekly.Count <= 50, "Keep at most 50 sittings a week.");
        Need("exceptions", edit.Exceptions.Count, edit.Exceptions.Count <= 500, "Keep at most 500 exceptions.");
        for (var i = 0; i < edit.Weekly.Count; i++)
        {
            var s = edit.Weekly[i];
            NullElementGuard.Check($"weekly[{i}]", s);
            Need($"weekly[{i}].day", s.Day, s.Day is >= IsoDayOfWeek.Monday and <= IsoDayOfWeek.Sunday, "Give a day of the week.");
            Need($"weekly[{i}].begins", s.Begins, s.Begins.IsWholeMinute(), "Give whole minutes.");
            Need($"weekly[{i}].ends", s.Ends, s.Ends.IsWholeMinute(), "Give whole minutes.");
            Need($"weekly[{i}].ends", s.Ends, s.Ends != s.Begins, "End it after it begins.");
        }
        for (var i = 0; i < edit.Exceptions.Count; i++)
        {
            var e = edit.Exceptions[i];
            NullElementGuard.Check($"exceptions[{i}]", e);
            Need($"exceptions[{i}].date", e.Date, e.Date.IsKept(), "Give a date from 2000 to 2199.");
            var timed = e is { Begins: { } from, Ends: { } to } && from != to && from.IsWholeMinute() && to.IsWholeMinute();
            Need(
                $"exceptions[{i}].begins",
                e.Begins,
                e.Kind == ExceptionKind.Extra ? timed : e.Begins is null && e.Ends is null,
                "Give times to an extra sitting, and to no other."
            );
        }
        Need(
            "weekly",
            "an id that is there twice",
            edit.Weekly.Select(s => s.Id).Concat(edit.Exceptions.Select(e => e.Id)).Distinct().Count()
                == edit.Weekly.Count + edit.Exceptions.Count,
            "Give each its own id."
        );
    }

    private static void Between(string field, int value, (int Least, int Most) bounds) =>
        Need(field, value, value >= bounds.Least && value <= bounds.Most, $"Give {bounds.Least} to {bounds.Most}.");

    private static void Need<T>(string field, T value, bool holds, string remedy)
    {
        if (!holds)
            throw new RefusedException(new Refusal(field, string.Create(CultureInfo.InvariantCulture, $"'{value}' does not fit."), remedy));
    }
}
