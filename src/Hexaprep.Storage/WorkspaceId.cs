namespace Hexaprep.Storage;

/// <summary>Whose bench it is. Every store method takes one; another workspace's ids do not exist for it.</summary>
public readonly record struct WorkspaceId(Guid Value)
{
    /// <summary>The one workspace until sign-in exists.</summary>
    public static readonly WorkspaceId Only = new(new Guid("6b1f6a52-64fd-4f5c-9d8f-0c6a7b6e2f10"));
}
