using Hexaprep.Formats;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Benchmarks;

/// <summary>The demo's roster, once or many times over.</summary>
public static class SaltfenWorld
{
    /// <summary>A bench with the demo's five units, each as many times as given, and the handles to match.</summary>
    public static RehearsedBench Bench(int times)
    {
        using var file = File.OpenRead(Path.Combine(Project.Root, "demo", "saltfen-roster.csv"));
        var orders = RosterCsv.Read(file).Select(l => l.Reading.Order!).ToList();
        return new RehearsedBench(
            DateTimeZone.Utc,
            20 * times,
            [.. Enumerable.Range(1, times).SelectMany(i => orders.Select(o => times == 1 ? o : o with { Unit = $"{o.Unit} {i}" }))]
        );
    }

    /// <summary>A bench of so many units of twenty models, the demo's lines in turn.</summary>
    public static RehearsedBench Army(int units)
    {
        using var file = File.OpenRead(Path.Combine(Project.Root, "demo", "saltfen-roster.csv"));
        var orders = RosterCsv.Read(file).Select(l => l.Reading.Order!).ToList();
        return new RehearsedBench(
            DateTimeZone.Utc,
            20,
            [
                .. Enumerable
                    .Range(0, units)
                    .Select(i => orders[i % orders.Count].Of(t => t with { Models = 20 }) with { Unit = $"Column {i}" }),
            ]
        );
    }

    /// <summary>A roster file of so many lines.</summary>
    public static byte[] Roster(int lines) =>
        System.Text.Encoding.UTF8.GetBytes(
            "unit,models,material,parts,base_mm,tier,gaps,transfers,deadline,barracks\n"
                + string.Concat(
                    Enumerable
                        .Range(1, lines)
                        .Select(i =>
                            $"\"Column {i}, north\",{1 + i % 20},{(i % 3 == 0 ? "cast resin" : "white metal + plastic")},{1 + i % 12},"
                            + $"32,elite,small,{i % 6},2026-06-{1 + i % 28:00},dyke {i % 9}\n"
                        )
                )
        );
}
