using System.Text;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.Wording;

namespace Hexaprep.Formats;

/// <summary>Writes the rule book as a page to read: every rule with how it acts, its strength and its reason; every house rule; every
/// hazard.</summary>
public static class RuleBookPage
{
    /// <summary>The page, in Markdown.</summary>
    public static string Write()
    {
        var page = new StringBuilder();
        page.Append(
            """
            # The rule book

            Generated from the code (`Hexaprep.Craft/Routes`); a test keeps it the same. Publish it again with
            `dotnet test --project tests/Hexaprep.Core.Tests -c Release --explicit only`.

            A rule is **law** of the material, good **practice**, or **taste**. It acts as an **edge** (an order, a wait or a window in
            the route), as a **refusal** (a way of doing a step on a material, or at a moment), through the **calendar** and what is
            scarce, or as a **card** (a text beside the step). A broken law is refused; a broken practice is allowed once its
            consequence was read, and recorded; taste is simply followed.


            """
        );
        foreach (var step in StepDefinition.InOrder.Select(f => f.Kind))
            Step(page, step);
        page.Append("\n## Calendar and what is scarce\n\n| rule | says | kept by |\n|---|---|---|\n");
        foreach (var rule in RuleBook.Trade.Rules.Where(r => r.Acts == RuleActs.Calendar))
            page.Append($"| {rule.Name} | {Cell(rule.Reason)} | {rule.KeptBy ?? "you"} |\n");
        page.Append(
            "\n## House rules\n\nWhere practitioners differ. The first option is the default; `houseRules` in files and the API "
                + "take these ids.\n"
        );
        foreach (var school in HouseRuleCatalog.All)
        {
            page.Append($"\n### {school.Question} `{school.Id}`\n\n");
            if (school.IsLaw)
                page.Append("The material decides here: the default is the law. ");
            page.Append($"Otherwise: {school.Otherwise}\n\n");
            foreach (var option in school.Options)
                page.Append($"- `{option.Id}` {option.Label}{(option.Card.Length > 0 ? $" - {option.Card}" : "")}\n");
        }
        page.Append(
            "\n## Hazards\n\nShown at the step where they arise; each card ends by deferring to the product's label, its safety "
                + "data sheet and local rules.\n\n| hazard | slab | what is said |\n|---|---|---|\n"
        );
        foreach (var hazard in Caution.All)
            page.Append($"| {hazard.Name}{(hazard.Grave ? " (grave)" : "")} | {hazard.Short} | {Cell(hazard.Says)} |\n");
        return page.ToString();
    }

    private static void Step(StringBuilder page, StepKind step)
    {
        // A rule stands with the step that waits for it, or that it is about.
        var rules = RuleBook
            .Trade.Rules.Where(r => r.Acts != RuleActs.Calendar && (r.Acts == RuleActs.Edge ? r.Object : r.Subject) == step)
            .ToList();
        var words = StepWords.For(step);
        page.Append($"## {words.Title} `{Ids.Of(step)}`\n\n{words.How} Look for: {words.LookFor} Goes wrong: {words.GoesWrong}\n\n");
        if (rules.Count == 0)
            return;
        page.Append("| rule | kind | acts as | strength | says | because |\n|---|---|---|---|---|---|\n");
        foreach (var rule in rules)
            page.Append(
                $"| {rule.Name} | {Ids.Of(rule.Kind).Replace('_', ' ')} | {Ids.Of(rule.Acts)} | {Ids.Of(rule.Strength)} | "
                    + $"{Says(rule)} | {Cell(rule.Reason)} |\n"
            );
        page.Append('\n');
    }

    private static string Needed(Rule rule) => rule.Requires ? ", and not without it" : "";

    private static string Planned(Rule rule) =>
        (rule.OverWaterBorne is { } sooner ? $", {Ids.Of(sooner)} where it is water-borne" : "")
        + (rule.PlanBy == PlanBy.Usual ? " (planned by the usual time, begun with a test)" : "");

    private static string Least(Rule rule) => rule.LeastMinutes > 0 ? $", at least {rule.LeastMinutes / 60} h" : "";

    private static string Held(Rule rule) => rule.Held is { } hold ? $", {Clockface.Lasts(hold.Minutes)} after {hold.Way.Method}" : "";

    private static string After(Rule rule) => rule.After is { } after ? $" after {Ids.Of(after)}" : "";

    private static string Lifted(Rule rule) => rule.LiftedBy is { } lift ? $", until {Ids.Of(lift)}" : "";

    private static string Rather(Rule rule) => rule.Instead is { } instead && rule.LiftedBy is null ? $"; rather {instead}" : "";

    private static string Says(Rule rule) =>
        rule switch
        {
            { Acts: RuleActs.Edge, Stage: { } stage } =>
                $"{Ids.Of(rule.Subject)} at {Ids.Of(stage)}{Planned(rule)}{Needed(rule)}{Least(rule)}{Held(rule)}",
            { Acts: RuleActs.Edge } =>
                $"after {Ids.Of(rule.Subject)}{Needed(rule)}{(rule.Once is { } once ? $", once {Ids.Of(once)}" : "")}{Held(rule)}",
            { Bars: { } bars } => $"not {Barred(bars)}{After(rule)}{Lifted(rule)}{Rather(rule)}",
            { Acts: RuleActs.Refusal } => rule.Stage is { } stage
                ? $"whatever comes next, not before {Ids.Of(stage)}"
                : "at the moment of asking",
            _ => rule.Locks is null ? "" : "for good",
        };

    private static string Barred(Prohibition bars)
    {
        string?[] parts =
        [
            bars.Method,
            bars.Product is null ? null : "with solvent",
            bars.Accelerator ? "with accelerator" : null,
            bars.Fate is { } fate ? $"to {Ids.Of(fate)}" : null,
            bars.Stand is { } stand ? $"on {stand}" : null,
        ];
        var named = parts.OfType<string>().ToList();
        return named.Count == 0 ? "at all" : string.Join(" ", named);
    }

    private static string Cell(string text) => text.Replace("|", "\\|", StringComparison.Ordinal);
}
