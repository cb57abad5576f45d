using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.WebUtilities;

namespace Hexaprep.Web.Features;

/// <summary>What will become of a roster line.</summary>
public enum LineFate
{
    Joins,
    AlreadyThere,
    Asks,
}

/// <summary>A roster line as it was understood, before anything is saved.</summary>
/// <param name="Line">Its line in the file; 0 for one written by hand.</param>
/// <param name="Cells">Column to text.</param>
/// <param name="Fate">Joins the bench, is there already, or asks something.</param>
/// <param name="Text">What it was read as; empty when it asks.</param>
/// <param name="Problems">What it asks.</param>
public sealed record LineAnswer(
    int Line,
    IReadOnlyDictionary<string, string> Cells,
    LineFate Fate,
    string Text,
    IReadOnlyList<FieldProblem> Problems
);

/// <summary>Cells to read again.</summary>
public sealed record LineQuestion(int Line, IReadOnlyDictionary<string, string> Cells);

/// <summary>The lines to save, all or none. <c>Id</c> makes it safe to repeat.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Lines">1 to 10,000.</param>
public sealed record RosterOrder(Guid Id, IReadOnlyList<OrderedLine> Lines);

/// <summary>A line to save.</summary>
/// <param name="Cells">Column to text.</param>
/// <param name="AddAnyway">True to add a unit although its name is on the bench.</param>
public sealed record OrderedLine(IReadOnlyDictionary<string, string> Cells, bool AddAnyway);

/// <summary>What joined the bench.</summary>
/// <param name="UnitIds">The units of this write; none where it is a repeat.</param>
/// <param name="Units">How many units the lines are of.</param>
/// <param name="Models">How many models they have.</param>
public sealed record RosterSaved(IReadOnlyList<Guid> UnitIds, int Units, int Models);

/// <summary>Units come in: read line by line first, then saved whole.</summary>
public static class IntakeEndpoints
{
    private const int ArrivalBudget = 60;

    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/roster/read", ReadAsync)
            .WithSummary("Reads a roster file (text/csv) line by line; saves nothing.")
            .Accepts<string>("text/csv")
            .WithMetadata(new RequestSizeLimitAttribute(AppSettings.LargestTable))
            .ProducesProblem(400);
        api.MapPost("/roster/line", LineAsync).WithSummary("Reads one line's cells again; saves nothing.");
        api.MapPost("/roster/arrival", ArrivalAsync)
            .WithSummary("What a unit would cost and whom it would move; saves nothing.")
            .ProducesProblem(400);
        api.MapPost("/roster", SaveAsync)
            .WithSummary("Saves lines, all in one transaction or none; a unit already on the bench is left alone unless addAnyway.")
            .WithMetadata(new RequestSizeLimitAttribute(AppSettings.LargestTable))
            .ProducesProblem(400)
            .ProducesProblem(409);
    }

    private static async Task<Ok<List<LineAnswer>>> ReadAsync(HttpRequest request, BenchService desk, CancellationToken cancel)
    {
        var names = await NamesAsync(desk, cancel);
        // The reader is synchronous; a temporary file keeps the body off the heap.
        await using var body = new FileBufferingReadStream(request.Body, 1 << 20);
        await body.DrainAsync(cancel);
        body.Position = 0;
        return TypedResults.Ok(RosterCsv.Read(body).Select(l => Answer(l.Line, l.Cells, l.Reading, names)).ToList());
    }

    private static async Task<Ok<LineAnswer>> LineAsync(LineQuestion question, BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(
            Answer(
                question.Line,
                question.Cells,
                RosterFields.Read(NullElementGuard.Cells("cells", question.Cells)),
                await NamesAsync(desk, cancel)
            )
        );

    private static async Task<Ok<ArrivalView>> ArrivalAsync(LineQuestion question, BenchService desk, CancellationToken cancel)
    {
        var order = Ordered([new OrderedLine(question.Cells, true)])[0];
        return TypedResults.Ok(
            await desk.AskAsync(
                null,
                (stored, plan, now, token) => Arrival.Of(stored.Bench, plan, [order], now, ArrivalBudget, Guid.NewGuid, token),
                cancel
            )
        );
    }

    private static async Task<Ok<RosterSaved>> SaveAsync(RosterOrder order, BenchService desk, CancellationToken cancel)
    {
        if (order.Lines.Count is 0 or > RosterCsv.MostLines)
            throw new RefusedException(new Refusal("lines", $"There are {order.Lines.Count} lines.", $"Send 1 to {RosterCsv.MostLines}."));
        var read = Ordered(order.Lines);
        List<string> anyway = [.. read.Where((_, i) => order.Lines[i].AddAnyway).Select(o => RosterExpander.Key(o.Unit))];
        var done = await desk.WriteAsync(order.Id, order, bench => RosterEdits.Join(bench, read, anyway, desk.Now, Guid.NewGuid), cancel);
        return TypedResults.Ok(
            new RosterSaved(
                [.. (done?.Changes ?? []).OfType<Change.UnitsJoined>().SelectMany(c => c.Units).Select(u => u.Unit.Id)],
                read.DistinctBy(o => RosterExpander.Key(o.Unit)).Count(),
                read.Sum(o => o.Traits.Models)
            )
        );
    }

    // The names on the bench, as they are compared.
    private static async Task<IReadOnlySet<string>> NamesAsync(BenchService desk, CancellationToken cancel) =>
        (await desk.LayAsync(cancel)).Bench.State.Units.Select(u => RosterExpander.Key(u.Name)).ToHashSet(StringComparer.Ordinal);

    private static List<UnitOrder> Ordered(IReadOnlyList<OrderedLine> lines)
    {
        var orders = new List<UnitOrder>(lines.Count);
        for (var i = 0; i < lines.Count; i++)
        {
            NullElementGuard.Check($"lines[{i}]", lines[i]);
            var reading = RosterFields.Read(NullElementGuard.Cells($"lines[{i}].cells", lines[i].Cells));
            if (reading.Order is { } order)
            {
                orders.Add(order);
                continue;
            }
            var problem = reading.Problems[0];
            throw new RefusedException(new Refusal($"lines[{i}].cells.{problem.Column}", problem.Message, problem.Remedy));
        }
        return orders;
    }

    private static LineAnswer Answer(int line, IReadOnlyDictionary<string, string> cells, RosterReading reading, IReadOnlySet<string> names)
    {
        var fate =
            reading.Order is not { } order ? LineFate.Asks
            : names.Contains(RosterExpander.Key(order.Unit)) ? LineFate.AlreadyThere
            : LineFate.Joins;
        return new LineAnswer(line, cells, fate, reading.Order is { } o ? Words(o) : "", reading.Problems);
    }

    private static string Words(UnitOrder o) =>
        $"{o.Unit}{(o.Batch.Length == 0 ? "" : $", {o.Batch}")}, {o.Traits.Models}, {o.Traits.MaterialWords}";
}
