using System.Text.Json.Nodes;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Formats;

/// <summary>Brings the tree of an older file to the newest shape, version by version; what it says stays the same.</summary>
internal static class WorkspaceUpgrade
{
    private static readonly string[] LabelFields =
    [
        "recoatMin",
        "recoatMax",
        "reopenMin",
        "handleMin",
        "nextLayerMin",
        "minTempC",
        "maxHumidityPct",
    ];

    /// <summary>Changes the tree in place; rows that it cannot make sense of are left for the checks to name.</summary>
    public static void ToNewest(JsonObject file, int version)
    {
        if (version < 3)
            ProductsAreRows(file);
        file["formatVersion"] = WorkspaceDocument.Newest;
    }

    // Until version 3 a coat carried its class and method, a label and a coat from a file the product's name.
    private static void ProductsAreRows(JsonObject file)
    {
        var shelf = new Dictionary<Product, JsonObject>();
        string IdOf(Product kind)
        {
            if (!shelf.TryGetValue(kind, out var row))
            {
                row = new JsonObject
                {
                    ["id"] = Guid.NewGuid().ToString(),
                    ["class"] = Ids.Of(kind.Class),
                    ["method"] = kind.Method,
                    ["use"] = Ids.Of(kind.Use),
                    ["name"] = kind.Name,
                };
                foreach (var field in LabelFields)
                    row[field] = null;
                shelf.Add(kind, row);
            }
            return row["id"]!.ToString();
        }
        var kinds = Rows(file, "steps")
            .Where(s => s["id"] is not null)
            .DistinctBy(s => s["id"]!.ToString())
            .ToDictionary(s => s["id"]!.ToString(), s => s["kind"]?.ToString());
        foreach (var coat in Rows(file, "coats"))
        {
            if (
                Ids.TryParse<ProductClass>(coat["productClass"]?.ToString(), out var product)
                && kinds.TryGetValue(coat["stepId"]?.ToString() ?? "", out var kind)
                && Ids.TryParse<StepKind>(kind, out var step)
            )
            {
                coat["productId"] = IdOf(Product.Of(step, product, coat["method"]?.ToString()));
                coat.Remove("productClass");
                coat.Remove("method");
            }
        }
        foreach (var coat in Rows(file, "pastCoats"))
        {
            if (Product.Find(coat["product"]?.ToString() ?? "") is { } product)
            {
                coat["productId"] = IdOf(product);
                coat.Remove("product");
            }
        }
        foreach (var label in Rows(file, "labels"))
        {
            if (Product.Find(label["product"]?.ToString() ?? "") is not { } product)
                continue;
            IdOf(product);
            foreach (var field in LabelFields)
                shelf[product][field] = label[field]?.DeepClone();
        }
        file.Remove("labels");
        file["products"] = new JsonArray([.. shelf.OrderBy(p => p.Key.Id, StringComparer.Ordinal).Select(p => (JsonNode)p.Value)]);
    }

    private static IEnumerable<JsonObject> Rows(JsonObject file, string list) => (file[list] as JsonArray)?.OfType<JsonObject>() ?? [];
}
