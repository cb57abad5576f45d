namespace Hexaprep.Web.Tests;

/// <summary>One app over an empty bench for all tests of a class that leave it as it is.</summary>
public sealed class EmptyBench(TestDatabases databases) : IAsyncDisposable
{
    /// <summary>The app.</summary>
    public TestApp App { get; } = new(databases.Clone());

    /// <inheritdoc />
    public ValueTask DisposeAsync() => App.DisposeAsync();
}

/// <summary>One app over the demo for all tests of a class that leave it as it is.</summary>
public sealed class DemoBench(TestDatabases databases) : IAsyncDisposable
{
    /// <summary>The app.</summary>
    public TestApp App { get; } = new(databases.Clone(), isDemo: true);

    /// <inheritdoc />
    public ValueTask DisposeAsync() => App.DisposeAsync();
}
