namespace Hexaprep.Storage;

/// <summary>Whose bench it is. Every store method takes one; another workspace's ids do not exist for it.</summary>
public readonly record struct WorkspaceId(Guid Value);
