using System.Globalization;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>How long a step takes a user, in place of what is usual.</summary>
/// <param name="Step">The kind of step; not painting, which has its own minutes.</param>
/// <param name="SecondsPerModel">Hands a model, 0 to 36,000 s.</param>
/// <param name="SetupMinutes">Minutes before the first model, 0 to 240; null: as usual.</param>
public sealed record StepPace(StepKind Step, int SecondsPerModel, int? SetupMinutes = null)
{
    /// <summary>Seconds a model that can be set.</summary>
    public static readonly (int Least, int Most) Seconds = (0, 36_000);

    /// <summary>Minutes of setting up that can be set.</summary>
    public static readonly (int Least, int Most) Setup = (0, 240);

    /// <summary>Reads like <c>clean_lines 12</c> or <c>glue 6.5 + 5</c>: minutes a model, and minutes of setting up.</summary>
    public override string ToString()
    {
        var minutes = (SecondsPerModel / 60m).ToString("0.####", CultureInfo.InvariantCulture);
        return SetupMinutes is { } setup ? $"{Ids.Of(Step)} {minutes} + {setup}" : $"{Ids.Of(Step)} {minutes}";
    }

    /// <summary>Reads one pace as <see cref="ToString"/> writes it.</summary>
    /// <returns>Null and why not, in words with their remedy, where it is none.</returns>
    public static StepPace? Read(string text, out (string Message, string Remedy) wrong)
    {
        wrong = default;
        var cells = text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        StepPace? No(string message, string remedy, out (string, string) told)
        {
            told = (message, remedy);
            return null;
        }
        if (cells.Length is not (2 or 4) || (cells.Length == 4 && cells[2] != "+"))
            return No(
                $"'{text}' is no step with its minutes.",
                "Write it as clean_lines 12, or glue 6 + 5 with the setting up.",
                out wrong
            );
        if (!Ids.TryParse<StepKind>(cells[0], out var step) || step == StepKind.Paint)
            return No(
                $"'{cells[0]}' is no kind of step that takes other minutes.",
                step == StepKind.Paint ? "Painting has a column of its own: paint_min." : "Write it as clean_lines, glue, prime.",
                out wrong
            );
        if (
            !decimal.TryParse(cells[1], NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var minutes)
            || minutes * 60 < Seconds.Least
            || minutes * 60 > Seconds.Most
        )
            return No($"'{cells[1]}' is not from 0 to 600 minutes a model.", "Write minutes a model, such as 6.5.", out wrong);
        if (cells.Length == 2)
            return new StepPace(step, (int)Math.Round(minutes * 60), null);
        return int.TryParse(cells[3], NumberStyles.None, CultureInfo.InvariantCulture, out var setup) && setup <= Setup.Most
            ? new StepPace(step, (int)Math.Round(minutes * 60), setup)
            : No($"'{cells[3]}' is not from 0 to 240 minutes of setting up.", "Write whole minutes.", out wrong);
    }
}
