using System.Security.Cryptography;
using System.Text;

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

    /// <summary>A write whose content is not looked at.</summary>
    public static implicit operator WriteId(Guid id) => new(id, null);

    /// <summary>The same, for languages without such conversions.</summary>
    public static WriteId FromGuid(Guid id) => id;
}
