using Hexaprep.Bench.Edits;
using Hexaprep.Formats;
using Hexaprep.Storage;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Hexaprep.Web.Features;

/// <summary>Takes a photo out; the id makes it safe to send again.</summary>
public sealed record PhotoOut(Guid Id);

/// <summary>Photos of models at a look.</summary>
public static class PhotoEndpoints
{
    private static readonly string[] Kinds = ["image/jpeg", "image/png", "image/webp"];

    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/gate/{stepId:guid}/photos", KeepAsync)
            .WithSummary("Keeps a photo of a model: upright, scaled down, without position or camera data. `id` is the photo's own.")
            .Accepts<Stream>(Kinds[0], Kinds[1..])
            .WithMetadata(new RequestSizeLimitAttribute(AppSettings.LargestPhoto))
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(413);
        api.MapGet("/photos/{photoId:guid}", ShowAsync)
            .WithSummary("The picture of a photo.")
            .Produces(200, contentType: Kinds[0])
            .ProducesProblem(404);
        api.MapPost("/photos/{photoId:guid}/out", TakeOutAsync).WithSummary("Takes a photo out.").ProducesProblem(409);
    }

    private static async Task<NoContent> KeepAsync(
        Guid stepId,
        Guid id,
        int model,
        HttpRequest request,
        BenchService desk,
        CancellationToken cancel
    )
    {
        using var file = new MemoryStream();
        await request.Body.CopyToAsync(file, cancel);
        var picture = PhotoFile.Read(file.ToArray());
        await desk.WriteAsync(
            id,
            new
            {
                stepId,
                model,
                picture.Sha256,
            },
            bench => PhotoEdits.Keep(bench, id, stepId, model, picture, desk.Now),
            cancel
        );
        return TypedResults.NoContent();
    }

    private static async Task<FileContentHttpResult> ShowAsync(
        Guid photoId,
        BenchService desk,
        WorkspaceStore store,
        HttpResponse response,
        CancellationToken cancel
    )
    {
        var jpeg = await store.PictureAsync(await desk.WorkspaceAsync(cancel), photoId, cancel);
        // What lies under an identity never changes.
        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File(jpeg, Kinds[0]);
    }

    private static async Task<NoContent> TakeOutAsync(Guid photoId, PhotoOut taken, BenchService desk, CancellationToken cancel)
    {
        await desk.WriteAsync(taken.Id, new { photoId }, bench => PhotoEdits.TakeOut(bench, photoId, desk.Now), cancel);
        return TypedResults.NoContent();
    }
}
