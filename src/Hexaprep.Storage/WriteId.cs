using System.Security.Cryptography;
using System.Text;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Storage;

/// <summary>What tells one write from another: the identity its client made, and a digest of what was sent with it. The same identity
/// with the same content is the same write sent again; with another content it is a mistake, and refused.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Content">The digest; null where nobody can send it twice.</param>
public readonly record struct WriteId(Guid Id, string? Content)
{
    /// <summary>A write of this content.</summary>
    public static WriteId Of(Guid id, string content) =>
        new(id, Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(content)))[..32]);

    /// <summary>Does nothing when a write that is known under this identity was this one.</summary>
    /// <param name="content">What was sent then; null where nobody kept it.</param>
    /// <exception cref="RefusedException">It was another.</exception>
    public void MustBe(string? content)
    {
        if (content is not null && Content is not null && content != Content)
            throw new RefusedException(
                new Refusal(
                    "id",
                    $"{Id} was used for something else already; nothing was changed.",
                    "Send it again with an id of its own.",
                    RefusalKind.Conflict
                )
            );
    }

    /// <summary>A write whose content is not looked at.</summary>
    public static implicit operator WriteId(Guid id) => new(id, null);

    /// <summary>The same, for languages without such conversions.</summary>
    public static WriteId FromGuid(Guid id) => id;
}
