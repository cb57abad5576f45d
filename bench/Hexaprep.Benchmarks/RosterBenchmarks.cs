using BenchmarkDotNet.Attributes;
using Hexaprep.Formats;

namespace Hexaprep.Benchmarks;

/// <summary>Reading a roster file line by line.</summary>
public class RosterBenchmarks
{
    private byte[] _file = [];

    /// <summary>Lines of the file.</summary>
    [Params(100, 1_000, 10_000)]
    public int Lines { get; set; }

    /// <summary>Writes the file.</summary>
    [GlobalSetup]
    public void Write() => _file = SaltfenWorld.Roster(Lines);

    /// <summary>Reads every line, keeping none: what stays in memory is one line.</summary>
    [Benchmark]
    public int ReadRoster() => RosterCsv.Read(new MemoryStream(_file)).Count(l => l.Reading.Order is not null);
}
