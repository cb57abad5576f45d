using System.Text.Json;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Formats;

/// <summary>The plan's documented JSON: problems and schedules in, and out.</summary>
public static class PlanFile
{
    /// <summary>Reads a problem.</summary>
    /// <exception cref="RefusedException">It is not a problem in the documented format; the message names the path.</exception>
    public static PlanProblem ReadProblem(string json) => PlanCheck.Checked(Read<PlanProblem>(json));

    /// <summary>Reads a schedule.</summary>
    /// <exception cref="RefusedException">It is not a schedule in the documented format.</exception>
    public static Schedule ReadSchedule(string json) => Read<Schedule>(json);

    /// <summary>Writes a problem, a schedule or a result.</summary>
    public static string Write<T>(T value) => PlanJson.Write(value);

    private static T Read<T>(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<T>(json, PlanJson.Options)
                ?? throw new RefusedException(new Refusal("$", "The file holds null.", "Give an object."));
        }
        catch (JsonException error)
        {
            throw new RefusedException(
                new Refusal(error.Path ?? "$", error.Message.Split(" Path:")[0], "Compare it with the documented format.")
            );
        }
    }
}
