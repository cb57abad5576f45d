using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Records;

/// <summary>How much one bench takes. It is said before a file is chosen, and what is over it is refused whole.</summary>
public static class RosterLimits
{
    /// <summary>The most models on a bench. Planning and reading were measured up to it.</summary>
    public const int MostModels = 10_000;

    /// <summary>Why so many more models cannot come; null when they can.</summary>
    public static Refusal? WhyNot(int there, int more) =>
        there + more <= MostModels
            ? null
            : new Refusal(
                "models",
                $"{more} models more would make {there + more}.",
                $"One bench takes {MostModels}: bring the army in parts, or finish units first."
            );
}
