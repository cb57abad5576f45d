using System.Text;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Storage;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Hexaprep.Web.Features;

/// <summary>What an import says.</summary>
/// <param name="Told">What an earlier program wrote and this one had to cut or set back, in words.</param>
public sealed record ImportAnswer(IReadOnlyList<string> Told);

/// <summary>The whole workspace as an open file, out and in.</summary>
public static class WorkspaceEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/workspace", ExportAsync).WithSummary("The whole workspace as a file.").Produces(200, contentType: "application/json");
        api.MapPost("/workspace", ImportAsync)
            .WithSummary("Brings a workspace file into an empty workspace: all of it or nothing. `id` makes the request safe to repeat.")
            .Accepts<WorkspaceDocument>("application/json")
            .WithMetadata(new RequestSizeLimitAttribute(AppSettings.LargestWorkspace))
            .ProducesProblem(400)
            .ProducesProblem(409);
        api.MapGet("/workspace/schema", () => TypedResults.Content(WorkspaceFile.Schema(), "application/schema+json"))
            .WithSummary("The JSON Schema of the workspace file.")
            .Produces(200, contentType: "application/schema+json");
    }

    private static async Task<FileContentHttpResult> ExportAsync(BenchService desk, WorkspaceStore store, CancellationToken cancel)
    {
        var text = WorkspaceFile.Write(await store.ExportAsync(await desk.WorkspaceAsync(cancel), desk.Now, cancel));
        return TypedResults.File(Encoding.UTF8.GetBytes(text), "application/json", "hexaprep-workspace.json");
    }

    private static async Task<Ok<ImportAnswer>> ImportAsync(
        Guid id,
        HttpRequest request,
        BenchService desk,
        WorkspaceStore store,
        CancellationToken cancel
    )
    {
        using var reader = new StreamReader(request.Body, new UTF8Encoding(false, true));
        string text;
        try
        {
            text = await reader.ReadToEndAsync(cancel);
        }
        catch (DecoderFallbackException)
        {
            throw new RefusedException(
                new Refusal("$", "The file is not UTF-8 text.", "Choose a file that was exported from a workspace.")
            );
        }
        var reading = WorkspaceFile.ReadOrMend(text);
        await store.ImportAsync(await desk.WorkspaceAsync(cancel), WriteId.Of(id, text), reading.Workspace, desk.Now, cancel);
        return TypedResults.Ok(new ImportAnswer(reading.Told));
    }
}
