using System.Text;
using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Screens.CoatsScreen;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Hexaprep.Web.Features;

/// <summary>What a product's label says; null where it says nothing.</summary>
public sealed record LabelEdit(
    Guid Id,
    double? RecoatMin = null,
    double? RecoatMax = null,
    double? ReopenMin = null,
    double? HandleMin = null,
    double? NextLayerMin = null,
    double? MinTempC = null,
    double? MaxHumidityPct = null
);

/// <summary>Leaves observations out of what is learned, or puts them back.</summary>
public sealed record LeaveOut(Guid Id, IReadOnlyList<Guid> TestIds, bool LeftOut);

/// <summary>A coat log file.</summary>
public sealed record CoatUpload(Guid Id, string Text);

/// <summary>What came of a coat log file: how many coats, or what is wrong line by line; nothing is kept then.</summary>
public sealed record CoatUploadAnswer(int Coats, IReadOnlyList<CoatLineProblem> Problems);

/// <summary>COATS over the wire: what dries, how each product behaves here, the log.</summary>
public static class CoatEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/coats", ReadAsync)
            .WithSummary("What dries, what may be recoated and until when, how each product behaves on this bench, the coat log.");
        api.MapGet("/coats.csv", CsvAsync).WithSummary("The coat log as CSV (RFC 4180).").Produces(200, contentType: "text/csv");
        api.MapGet("/coats/pays", PaysAsync)
            .WithSummary("Two units side by side: hands-on minutes and flaws of each, what one alone got, and how little that proves.")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPost("/coats/import", ImportAsync)
            .WithMetadata(new RequestSizeLimitAttribute(AppSettings.LargestTable))
            .WithSummary("Brings coats laid before in from CSV: all lines or none; errors by line.")
            .ProducesProblem(400);
        api.MapPut("/products/{id}/label", LabelAsync)
            .WithSummary("Keeps what a product's label says: it stands in place of the table, and no wait is shorter.")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPost("/observations", LeaveOutAsync)
            .WithSummary("Leaves observations out of what is learned of their product, or puts them back.")
            .ProducesProblem(404);
    }

    private static async Task<Ok<StepPaysView>> PaysAsync(Guid one, Guid other, BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(StepPays.Of((await desk.LayAsync(cancel)).Bench, one, other));

    private static async Task<Ok<CoatsView>> ReadAsync(string? product, string? unit, BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(new CoatsReader(laid.Bench, laid.Plan, laid.Now).View(product, unit));
    }

    private static async Task<FileContentHttpResult> CsvAsync(BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.File(
            Encoding.UTF8.GetBytes(CoatLogCsv.Write(laid.Bench, new CoatsReader(laid.Bench, laid.Plan, laid.Now).Log())),
            "text/csv; charset=utf-8",
            "hexaprep-coats.csv"
        );
    }

    private static async Task<Ok<CoatUploadAnswer>> ImportAsync(CoatUpload upload, BenchService desk, CancellationToken cancel)
    {
        var (coats, problems) = CoatLogCsv.Read(upload.Text ?? "", Guid.NewGuid);
        if (problems.Count > 0)
            return TypedResults.Ok(new CoatUploadAnswer(0, problems));
        if (coats.Count > 0)
            await desk.WriteAsync(upload.Id, upload, bench => AirEdits.Bring(bench, coats, desk.Now, Guid.NewGuid), cancel);
        return TypedResults.Ok(new CoatUploadAnswer(coats.Count, []));
    }

    private static async Task<NoContent> LabelAsync(string id, LabelEdit edit, BenchService desk, CancellationToken cancel)
    {
        var product = Product.Find(id)
            ?? throw new RefusedException(new Refusal("id", $"There is no product {id}.", "Take one of COATS.", RefusalKind.NotFound));
        var label = new ProductLabel(
            product,
            edit.RecoatMin,
            edit.RecoatMax,
            edit.ReopenMin,
            edit.HandleMin,
            edit.NextLayerMin,
            edit.MinTempC,
            edit.MaxHumidityPct
        );
        await desk.WriteAsync(edit.Id, new { id, edit }, bench => AirEdits.Label(bench, label, desk.Now, Guid.NewGuid), cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> LeaveOutAsync(LeaveOut edit, BenchService desk, CancellationToken cancel)
    {
        await desk.WriteAsync(edit.Id, edit, bench => AirEdits.LeaveOut(bench, edit.TestIds, edit.LeftOut, desk.Now), cancel);
        return TypedResults.NoContent();
    }
}
