using System.Diagnostics.CodeAnalysis;
using System.Text.Json.Serialization;
using Hexaprep.Bench.Records;

namespace Hexaprep.Formats;

/// <summary>A whole workspace as one open file: its rows, with the name and the version of the format before them.</summary>
public sealed record WorkspaceDocument : Workspace
{
    /// <summary>The name of the format.</summary>
    public const string FormatName = "hexaprep-workspace";

    /// <summary>The newest version this program reads, and the one it writes.</summary>
    public const int Newest = 12;

    /// <summary>The file of a workspace.</summary>
    [SetsRequiredMembers]
    public WorkspaceDocument(Workspace workspace)
        : base(workspace) { }

    /// <summary>For the reader.</summary>
    [JsonConstructor]
    public WorkspaceDocument() { }

    /// <summary>Always "hexaprep-workspace".</summary>
    [JsonPropertyOrder(-2)]
    public string Format { get; init; } = FormatName;

    /// <summary>A file of a newer version is refused; every earlier one is read.</summary>
    [JsonPropertyOrder(-1)]
    public int FormatVersion { get; init; } = Newest;
}
