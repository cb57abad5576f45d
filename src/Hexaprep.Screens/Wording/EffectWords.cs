using System.Globalization;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.WhatIf;

namespace Hexaprep.Screens.Wording;

/// <summary>What a change costs or saves, in words.</summary>
public static class EffectWords
{
    /// <summary>What a check comes to, in one line.</summary>
    public static string Headline(Strength verdict) =>
        verdict switch
        {
            Strength.Law => "That cannot be done: a law of the material stands against it.",
            Strength.Practice => "That can be done, and has a consequence.",
            _ => "That is up to you.",
        };

    /// <summary>Hands for the batch, and the time from its begin to its end when nothing else is done in between.</summary>
    public static string Of(RouteEffect effect)
    {
        var hands =
            effect.HandsMinutes == 0
                ? "the same work"
                : $"{Clockface.Hands(Math.Abs(effect.HandsMinutes))} {(effect.HandsMinutes > 0 ? "more" : "less")} work";
        var elapsed =
            effect.ElapsedMinutes == 0
                ? "no longer in all"
                : $"{Clockface.Lasts(Math.Abs(effect.ElapsedMinutes))} {(effect.ElapsedMinutes > 0 ? "longer" : "shorter")} in all";
        return $"{hands}, {elapsed}";
    }

    /// <summary>Hands for all that is still to be done, and days to the end of the last unit; null days: some unit has no date.</summary>
    public static string Of(PlanEffect effect)
    {
        var (hands, days) = (effect.HandsMinutes, effect.Days);
        var work = hands == 0 ? "the same work" : $"{Clockface.Hands(Math.Abs(hands))} {(hands > 0 ? "more" : "less")} work";
        var end = days switch
        {
            null => "no date for some unit",
            > -0.5 and < 0.5 => "the same end",
            > 0 => string.Create(CultureInfo.InvariantCulture, $"the last unit {days:0.#} days later"),
            _ => string.Create(CultureInfo.InvariantCulture, $"the last unit {-days:0.#} days earlier"),
        };
        return $"{work}, {end}";
    }
}
