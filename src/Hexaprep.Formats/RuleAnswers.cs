using System.Text.Json;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Formats;

/// <summary>Writes the rule book's answers as JSON; docs/formats.md describes them.</summary>
public static class RuleAnswers
{
    internal static readonly JsonSerializerOptions Camel = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>A route.</summary>
    public static string Write(Route route) =>
        JsonSerializer.Serialize(
            new
            {
                Steps = route.Steps.Select(s => new
                {
                    Id = s.Key.ToString(),
                    Kind = Ids.Of(s.Key.Kind),
                    Stage = Ids.Of(s.Side),
                    s.Reason,
                }),
                Edges = route.Edges.Select(e => new
                {
                    From = e.From.ToString(),
                    To = e.To.ToString(),
                    Stage = e.Stage is { } stage ? Ids.Of(stage) : null,
                    Min = e.MinMinutes,
                    Max = e.MaxMinutes,
                }),
                LeftOut = route.LeftOut.Select(l => new { Kind = Ids.Of(l.Kind), l.Reason }),
            },
            Camel
        );

    /// <summary>An answer.</summary>
    public static string Write(PermissionAnswer answer) =>
        JsonSerializer.Serialize(
            new
            {
                Answer = Ids.Of(answer.Verdict),
                Until = At(answer.Until),
                ReadyBy = At(answer.ReadyBy),
                Test = answer.Test is { } test ? new { Early = At(test.Early), test.Words } : null,
                Meanwhile = answer.Meanwhile.Select(Ids.Of),
                Reasons = answer.Reasons.Select(r => new
                {
                    r.Rule,
                    Strength = Ids.Of(r.Strength),
                    r.Text,
                    Until = At(r.Until),
                }),
                locks = answer.Locks.Select(l => l.Text),
                answer.Instead,
            },
            Camel
        );

    private static string? At(Instant? moment) => moment is { } at ? InstantPattern.ExtendedIso.Format(at) : null;
}
