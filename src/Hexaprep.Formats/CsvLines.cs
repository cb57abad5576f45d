using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Formats;

/// <summary>Refuses a table whose line runs on without end, before it is taken apart: fifty megabytes of commas are no line.</summary>
internal static class CsvLines
{
    /// <summary>The longest line, characters or bytes.</summary>
    public const int Longest = 64 * 1024;

    /// <summary>Looks at a text.</summary>
    /// <exception cref="RefusedException">A line of it is too long.</exception>
    public static void Check(ReadOnlySpan<char> text)
    {
        foreach (var line in text.EnumerateLines())
        {
            if (line.Length > Longest)
                throw TooLong();
        }
    }

    /// <summary>Looks at a stream that can go back, and leaves it at its beginning.</summary>
    /// <exception cref="RefusedException">A line of it is too long.</exception>
    public static void Check(Stream stream)
    {
        var buffer = new byte[64 * 1024];
        var line = 0;
        for (int read; (read = stream.Read(buffer)) > 0; )
        {
            foreach (var b in buffer.AsSpan(0, read))
            {
                line = b == (byte)'\n' ? 0 : line + 1;
                if (line > Longest)
                    throw TooLong();
            }
        }
        stream.Position = 0;
    }

    private static RefusedException TooLong() =>
        new(new Refusal("file", $"A line of it is longer than {Longest} characters.", "Check its separators and its quotes."));
}
