using Hexaprep.Core.Roster;

namespace Hexaprep.Core.Routes;

/// <summary>Settings where practitioners differ.</summary>
/// <param name="PrimerToPaint">How long primer is left before paint.</param>
public sealed record HouseRules(PrimerWait PrimerToPaint)
{
    /// <summary>The defaults for a first visit.</summary>
    public static readonly HouseRules Default = new(PrimerWait.Usual);

    /// <summary>The least hours primer is left before paint: 2, 12 or 48.</summary>
    public int PrimerFloorMinutes => PrimerToPaint switch { PrimerWait.Brisk => 120, PrimerWait.Usual => 720, _ => 2880 };
}

/// <summary>Schools of waiting between primer and paint.</summary>
public enum PrimerWait { Brisk, Usual, Careful }

/// <summary>The steps that can be chosen and the rules between them.</summary>
public sealed record RuleBook(IReadOnlyList<StepChoice> Choices, IReadOnlyList<Rule> Rules)
{
    /// <summary>The trade's own book.</summary>
    public static readonly RuleBook Trade = new(
        [.. Cleaning.Choices, .. Washing.Choices, .. Joining.Choices, .. Filling.Choices, .. Mounting.Choices, .. Priming.Choices,
            .. Painting.Choices, .. Transferring.Choices, .. Finishing.Choices],
        [.. Cleaning.Rules, .. Washing.Rules, .. Joining.Rules, .. Filling.Rules, .. Mounting.Rules, .. Priming.Rules,
            .. Painting.Rules, .. Transferring.Rules, .. Finishing.Rules]);

    /// <summary>The rule that bars a method for a step on a batch, or null.</summary>
    public Rule? Bars(StepKind step, string method, BatchTraits batch) =>
        Rules.FirstOrDefault(r => r.Acts == RuleActs.Refusal && r.Subject == step && r.Refused == method && r.When(batch));

    /// <summary>The texts shown with a step.</summary>
    public IEnumerable<Rule> Cards(StepKind step, BatchTraits batch) =>
        Rules.Where(r => r.Acts == RuleActs.Card && r.Subject == step && r.When(batch));
}
