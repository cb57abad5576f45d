using System.Collections.Immutable;

namespace Hexaprep.Craft.HouseRules;

/// <summary>What a user chose where practitioners differ; everything else is the trade's default.</summary>
/// <param name="Chosen">School id to option id, only where it differs from the default or was chosen on purpose.</param>
public sealed record HouseRuleChoices(ImmutableSortedDictionary<string, string> Chosen)
{
    /// <summary>The defaults for a first visit.</summary>
    public static readonly HouseRuleChoices Default = new(ImmutableSortedDictionary<string, string>.Empty);

    /// <summary>The option followed at a point.</summary>
    public SchoolOption Of(HouseRule school) =>
        Chosen.TryGetValue(school.Id, out var id) && school.Option(id) is { } option ? option : school.Default;

    /// <summary>True when this option is followed.</summary>
    /// <exception cref="ArgumentException">The school has no such option (a defect of the rule that asks).</exception>
    public bool Follows(HouseRule school, string option) =>
        school.Option(option) is { } known
            ? ReferenceEquals(Of(school), known)
            : throw new ArgumentException($"{school.Id} has no option '{option}'.", nameof(option));

    /// <summary>The rules with one choice made.</summary>
    public HouseRuleChoices With(HouseRule school, string option) =>
        school.Option(option) is null
            ? throw new ArgumentException($"{school.Id} has no option '{option}'.", nameof(option))
            : new(Chosen.SetItem(school.Id, option));

    /// <summary>These rules with narrower ones laid over them: a unit's over the bench's, a batch's over the unit's.</summary>
    public HouseRuleChoices Under(HouseRuleChoices narrower) => narrower.Chosen.IsEmpty ? this : new(Chosen.SetItems(narrower.Chosen));

    /// <summary>The least minutes primer is left before paint.</summary>
    public int PrimerFloorMinutes =>
        Of(HouseRuleCatalog.PrimerWait).Id switch
        {
            "brisk" => 120,
            "usual" => 720,
            "careful" => 2880,
            _ => 10080,
        };
}
