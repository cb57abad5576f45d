using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Planning.WhatIf;

/// <summary>Something that stops a batch from being larger.</summary>
/// <param name="Most">The most models.</param>
/// <param name="Words">What it is, in words.</param>
/// <param name="IsHard">True when more cannot be done at all; false when it only costs another mix or filling.</param>
public sealed record SizeCap(int Most, string Words, bool IsHard);

/// <summary>What caps the size of a batch: working time of a mix, the airbrush's cup, the sitting, and when it bores.</summary>
public static class BatchLimits
{
    // A cup load of 5 to 12 drops covers 4 to 8 figures: their geometric mean.
    private const int ModelsACup = 6;

    /// <summary>The caps of a batch, tightest first.</summary>
    public static IReadOnlyList<SizeCap> Of(BenchIndex bench, Batch batch)
    {
        var caps = new List<SizeCap>();
        var steps = bench.StepsOf[batch.Id].ToList();
        var longest = LongestSitting(bench);
        foreach (var step in steps.Where(s => s.Amounts.OneGo || s.Amounts.Mode is not null))
        {
            var most = 0;
            while (most < 500 && step.HandsMinutes(most + 1) <= longest)
                most++;
            // What goes in loads is done to no more at once than there are handles.
            var atOnce =
                bench.LoadsOf(step).Count > 1 || step.Amounts.Mode is not null
                    ? bench.HandleUse(batch.Id).ModelsOn(bench.State.Settings.Handles)
                    : 500;
            if (most > 0 && most < atOnce)
                caps.Add(new SizeCap(most, $"{BenchIndex.TitleOf(step)} of {most} fills your longest sitting", true));
        }
        if (int.TryParse(bench.HouseOf(batch.Id).Of(HouseRuleCatalog.AlikeAtMost).Id, out var alike))
            caps.Add(new SizeCap(alike, $"your rule: {alike} alike before it bores", true));
        if (steps.Select(s => s.Amounts.ModelsPerMix).Min() is { } mix)
            caps.Add(new SizeCap(mix, $"one mix serves {mix} in its working time at 21 °C", false));
        if (steps.Exists(s => s.Amounts is { Mode: not null, Method: "airbrush" }))
            caps.Add(new SizeCap(ModelsACup, $"a cup serves about {ModelsACup}", false));
        return [.. caps.OrderBy(c => c.Most).DistinctBy(c => c.Words)];
    }

    private static int LongestSitting(BenchIndex bench)
    {
        var calendar = bench.State.Settings.Calendar;
        return calendar
            .Weekly.Select(w => (int)NodaTime.Period.Between(w.Begins, w.Ends, NodaTime.PeriodUnits.Minutes).Minutes)
            .Select(minutes => minutes > 0 ? minutes : minutes + 1440)
            .DefaultIfEmpty(0)
            .Max();
    }
}
