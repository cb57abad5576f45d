namespace Hexaprep.Testing;

/// <summary>The project's own folder, for tests that read what ships.</summary>
public static class Project
{
    /// <summary>Where the repository stands.</summary>
    public static string Root { get; } = FindRoot();

    private static string FindRoot()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "Hexaprep.slnx")))
            folder = Path.GetDirectoryName(folder) ?? throw new InvalidOperationException("The repository's root was not found.");
        return folder;
    }
}
