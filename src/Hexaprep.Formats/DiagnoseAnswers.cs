using System.Text.Json;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Formats;

/// <summary>Writes what a log says of its flaws, as JSON; docs/formats.md describes it.</summary>
public static class DiagnoseAnswers
{
    /// <summary>Every flaw of a question with its causes and repairs.</summary>
    public static string Write(DiagnoseQuery query) =>
        JsonSerializer.Serialize(
            new
            {
                Flaws = query.Flaws.Select(flaw =>
                {
                    var found = Diagnosis.Of(query.Log, flaw);
                    return new
                    {
                        Kind = Ids.Of(flaw.Kind),
                        Step = Ids.Of(flaw.Step),
                        Causes = found.Causes.Select(c => new
                        {
                            Id = Ids.Of(c.Id),
                            c.Probability,
                            c.For,
                            c.Against,
                            c.Next,
                        }),
                        found.Unexplained,
                        found.Words,
                        found.Test,
                        Repairs = Repairs
                            .Of(query.Log, flaw)
                            .Select(r => new
                            {
                                r.Id,
                                Steps = r.Steps.Select(s => new { Kind = Ids.Of(s.Kind), s.Method }),
                                r.Minutes,
                                r.WaitMinutes,
                                r.Bars,
                                r.Warnings,
                            }),
                    };
                }),
            },
            RuleAnswers.Camel
        );
}
