using System.Text.Json;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Compute;

namespace Hexaprep.Core.Tests.Reckoning;

/// <summary>Asks a function of the computation core as the API does.</summary>
internal static class Ask
{
    /// <summary>The answer, as JSON.</summary>
    public static JsonElement Of(string model, string function, object input) =>
        JsonSerializer.SerializeToElement(ComputeBook.Find(model, function)!.Answer(new Inputs(JsonSerializer.SerializeToElement(input))));

    /// <summary>A number of the answer.</summary>
    public static double Number(this JsonElement answer, string key) => answer.GetProperty(key).GetDouble();

    /// <summary>The code and the field of a refusal.</summary>
    public static (string Error, string Field) Refusal(string model, string function, object input)
    {
        var refused = Assert.Throws<ComputeRefusedException>(() => Of(model, function, input));
        return (refused.Error, refused.Field);
    }
}
