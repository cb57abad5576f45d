using System.Globalization;
using CsCheck;

namespace Hexaprep.Core.Tests;

/// <summary>Tries a property on generated cases that are the same at every run, so that a run fails only for what was changed.
/// HEXAPREP_SEED draws other cases (13 unless set), HEXAPREP_DRAWS so many times as many: both by hand, for a search.</summary>
internal static class Property
{
    private static readonly ulong _from = Setting("HEXAPREP_SEED", 13);
    private static readonly ulong _times = Setting("HEXAPREP_DRAWS", 1);

    /// <summary>Fails with the seed of the first case that an assertion fails on, and a smaller case where one is found.</summary>
    public static void Holds<T>(this Gen<T> gen, Action<T> assert, long iter = 100, Func<T, string>? print = null)
    {
        // A case of its own stream: which thread draws it says nothing.
        var first = Parallel
            .For(0, iter * (long)_times, (i, loop) =>
            {
                try
                {
                    assert(gen.Generate(Stream(i), null, out _));
                }
                catch (Exception)
                {
                    loop.Break();
                }
            })
            .LowestBreakIteration;
        if (first is { } failed)
            gen.Sample(assert, seed: Stream(failed).ToString(), iter: iter, print: print);
    }

    /// <summary>The same for what is true or false.</summary>
    public static void Holds<T>(this Gen<T> gen, Func<T, bool> isTrue, long iter = 100) => gen.Holds(c => Assert.True(isTrue(c)), iter);

    /// <summary>The same for cases of two parts.</summary>
    public static void Holds<T1, T2>(this Gen<(T1, T2)> gen, Action<T1, T2> assert, long iter = 100) =>
        gen.Holds(c => assert(c.Item1, c.Item2), iter);

    /// <summary>The same for cases of two parts.</summary>
    public static void Holds<T1, T2>(this Gen<(T1, T2)> gen, Func<T1, T2, bool> isTrue, long iter = 100) =>
        gen.Holds(c => isTrue(c.Item1, c.Item2), iter);

    /// <summary>The same for cases of three parts.</summary>
    public static void Holds<T1, T2, T3>(this Gen<(T1, T2, T3)> gen, Action<T1, T2, T3> assert, long iter = 100) =>
        gen.Holds(c => assert(c.Item1, c.Item2, c.Item3), iter);

    /// <summary>The same for cases of three parts.</summary>
    public static void Holds<T1, T2, T3>(this Gen<(T1, T2, T3)> gen, Func<T1, T2, T3, bool> isTrue, long iter = 100) =>
        gen.Holds(c => isTrue(c.Item1, c.Item2, c.Item3), iter);

    /// <summary>The same for cases of four parts.</summary>
    public static void Holds<T1, T2, T3, T4>(this Gen<(T1, T2, T3, T4)> gen, Action<T1, T2, T3, T4> assert, long iter = 100) =>
        gen.Holds(c => assert(c.Item1, c.Item2, c.Item3, c.Item4), iter);

    /// <summary>The same for cases of four parts.</summary>
    public static void Holds<T1, T2, T3, T4>(this Gen<(T1, T2, T3, T4)> gen, Func<T1, T2, T3, T4, bool> isTrue, long iter = 100) =>
        gen.Holds(c => isTrue(c.Item1, c.Item2, c.Item3, c.Item4), iter);

    /// <summary>The same for cases of five parts.</summary>
    public static void Holds<T1, T2, T3, T4, T5>(this Gen<(T1, T2, T3, T4, T5)> gen, Action<T1, T2, T3, T4, T5> assert, long iter = 100) =>
        gen.Holds(c => assert(c.Item1, c.Item2, c.Item3, c.Item4, c.Item5), iter);

    /// <summary>The same for cases of five parts.</summary>
    public static void Holds<T1, T2, T3, T4, T5>(
        this Gen<(T1, T2, T3, T4, T5)> gen,
        Func<T1, T2, T3, T4, T5, bool> isTrue,
        long iter = 100
    ) => gen.Holds(c => isTrue(c.Item1, c.Item2, c.Item3, c.Item4, c.Item5), iter);

    private static PCG Stream(long i) => new((uint)i, _from);

    private static ulong Setting(string name, ulong otherwise) =>
        ulong.TryParse(Environment.GetEnvironmentVariable(name), CultureInfo.InvariantCulture, out var n) ? n : otherwise;
}
