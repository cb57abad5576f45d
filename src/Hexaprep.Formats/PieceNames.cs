namespace Hexaprep.Formats;

/// <summary>Pieces by the names a file gives them, numbered as they come.</summary>
internal sealed class PieceNames
{
    private readonly Dictionary<string, int> _numbers = new(StringComparer.Ordinal);

    /// <summary>The number of a piece; null where the whole model is meant.</summary>
    public int? Of(JsonAt at) =>
        at.Label() is not { } label ? null
        : _numbers.TryGetValue(label, out var known) ? known
        : _numbers[label] = _numbers.Count + 1;
}
