using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;

namespace Hexaprep.Formats;

/// <summary>The plan as CSV (RFC 4180): one line for each stretch of work still to come, in order of time. Columns in
/// docs/formats.md.</summary>
public static class PlanCsv
{
    /// <summary>Writes it. Cells that a spreadsheet would take for a formula are escaped.</summary>
    public static string Write(BenchIndex bench, BenchPlan plan)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(
            text,
            new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape, NewLine = "\r\n" }
        );
        foreach (var column in new[] { "date", "begins", "ends", "unit", "batch", "step", "models", "minutes" })
            csv.WriteField(column);
        csv.NextRecord();
        foreach (var work in plan.Work.OrderBy(w => w.Begin).ThenBy(w => w.StepId))
        {
            var step = bench.Steps[work.StepId];
            var begin = work.Begin.InZone(bench.State.Settings.Zone);
            csv.WriteField(begin.ToString("uuuu-MM-dd", CultureInfo.InvariantCulture));
            csv.WriteField(Clockface.Time(begin.TimeOfDay));
            csv.WriteField(Clockface.Time(work.End.InZone(bench.State.Settings.Zone).TimeOfDay));
            csv.WriteField(bench.UnitOf(step).Name);
            csv.WriteField(bench.Batches[step.BatchId].Name);
            csv.WriteField(BenchIndex.TitleOf(step));
            csv.WriteField(work.Models);
            csv.WriteField((int)(work.End - work.Begin).TotalMinutes);
            csv.NextRecord();
        }
        csv.Flush();
        return text.ToString();
    }
}
