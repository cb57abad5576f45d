using System.Text.Json;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Compute;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Features;

/// <summary>The computation core over the wire: snake_case JSON in and out, as the documented vectors have it.</summary>
public static class ComputeEndpoints
{
    /// <summary>The name of the rate limit: 200 requests a second, bursts of 2,000.</summary>
    public const string RateLimit = "compute";

    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/compute", () => TypedResults.Ok(ComputeBook.All.Select(f => new ComputeEntry(f.Model, f.Name, f.Summary))))
            .WithSummary("Every function of the computation core.");
        api.MapPost("/compute/{model}/{function}", Answer)
            .RequireRateLimiting(RateLimit)
            .WithSummary(
                "Computes a function for a JSON object; a refusal is a 422 problem with error (E_MISSING, E_NAN, E_RANGE, E_CHOICE, "
                    + "E_EMPTY, E_ORDER) and field."
            )
            .Accepts<JsonElement>("application/json")
            .Produces<JsonElement>(200, "application/json")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(422)
            .ProducesProblem(429);
    }

    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> Answer(
        string model,
        string function,
        HttpRequest request,
        CancellationToken cancel
    )
    {
        if (ComputeBook.Find(model, function) is not { } asked)
            return TypedResults.Problem(
                $"There is no function {model}/{function}. GET /api/compute lists them.",
                statusCode: 404,
                title: "Not found"
            );
        JsonDocument body;
        try
        {
            body = await JsonDocument.ParseAsync(request.Body, cancellationToken: cancel);
        }
        catch (JsonException broken)
        {
            return TypedResults.Problem(
                $"The body is no JSON: {broken.Message.Split(" LineNumber")[0]} Send one object.",
                statusCode: 400,
                title: "Malformed JSON"
            );
        }
        using (body)
        {
            if (body.RootElement.ValueKind != JsonValueKind.Object)
                return Refused(new ComputeRefusedException("E_NAN", "$", "The body is no object. Send one object."));
            try
            {
                return TypedResults.Content(JsonSerializer.Serialize(asked.Answer(new Inputs(body.RootElement))), "application/json");
            }
            catch (ComputeRefusedException refused)
            {
                return Refused(refused);
            }
        }
    }

    private static ProblemHttpResult Refused(ComputeRefusedException refused) =>
        TypedResults.Problem(
            refused.Words,
            statusCode: 422,
            title: $"{refused.Field} is refused",
            extensions: new Dictionary<string, object?> { ["error"] = refused.Error, ["field"] = refused.Field }
        );
}

/// <summary>One function of the computation core.</summary>
public sealed record ComputeEntry(string Model, string Function, string Summary);
