using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.HouseRules;

/// <summary>A point where practitioners differ: a setting with a default.</summary>
/// <param name="Id">Its outside id, <c>snake_case</c>.</param>
/// <param name="Question">What is asked, in words a user reads.</param>
/// <param name="Steps">The steps it is about.</param>
/// <param name="Otherwise">Who should choose otherwise than the default, and why.</param>
/// <param name="Options">The schools; the first is the default for a first-time user.</param>
public sealed record HouseRule(
    string Id,
    string Question,
    IReadOnlyList<StepKind> Steps,
    string Otherwise,
    IReadOnlyList<SchoolOption> Options
)
{
    /// <summary>Material physics decides here, and taste should not.</summary>
    public bool IsLaw { get; init; }

    /// <summary>Another choice that has to be made first for this one to change anything; null for none.</summary>
    public (HouseRule School, string Option)? Under { get; init; }

    /// <summary>What a first-time user gets.</summary>
    public SchoolOption Default => Options[0];

    /// <summary>The option of this id, or null.</summary>
    public SchoolOption? Option(string id)
    {
        foreach (var option in Options)
            if (option.Id == id)
                return option;
        return null;
    }
}

/// <summary>One school of a point.</summary>
/// <param name="Id">Its outside id.</param>
/// <param name="Label">What is done.</param>
/// <param name="Card">The line its followers read at the step.</param>
/// <param name="Paces">How it changes the hands of steps: seconds a model times this.</param>
public sealed record SchoolOption(string Id, string Label, string Card, params (StepKind Step, double Times)[] Paces);
