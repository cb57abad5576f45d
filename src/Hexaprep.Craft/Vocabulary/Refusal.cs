namespace Hexaprep.Craft.Vocabulary;

/// <summary>Why something asked for is not done: the field and value at fault, in words, and what to do instead.</summary>
/// <param name="Field">The name of the field at fault, as the caller knows it.</param>
/// <param name="Message">What is wrong, with the value that was given.</param>
/// <param name="Remedy">What the person can do.</param>
/// <param name="Kind">Whether the request itself is wrong, conflicts with what has happened, names nothing known, or asks a question that
/// contradicts itself.</param>
public sealed record Refusal(string Field, string Message, string Remedy, RefusalKind Kind = RefusalKind.Invalid);

/// <summary>The ways a request can fail.</summary>
public enum RefusalKind
{
    Invalid,
    Conflict,
    NotFound,
    Unanswerable,
}

/// <summary>Carries a <see cref="Refusal"/> out of nested work; nothing has been changed when it is thrown.</summary>
public sealed class RefusedException(Refusal refusal) : Exception($"{refusal.Field}: {refusal.Message} {refusal.Remedy}")
{
    /// <summary>What was refused and why.</summary>
    public Refusal Refusal { get; } = refusal;
}
