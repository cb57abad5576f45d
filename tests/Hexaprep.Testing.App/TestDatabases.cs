using Hexaprep.Storage;
using Npgsql;

namespace Hexaprep.Testing;

/// <summary>One fast server for a test assembly; every test gets a database of its own, cloned from a migrated template.</summary>
public sealed class TestDatabases : IDisposable
{
    private const string Template = "template_hexaprep";
    private readonly PostgresCluster _cluster = new();
    private readonly Lock _cloning = new();
    private int _clones;

    /// <summary>Starts the server and migrates the template.</summary>
    public TestDatabases()
    {
        Database.Migrate(_cluster.To(Template) + ";Pooling=false");
        Execute("alter database template_hexaprep is_template true");
    }

    /// <summary>A fresh database; its connection string.</summary>
    public string Clone()
    {
        lock (_cloning)
        {
            var name = $"test_{++_clones}";
            Execute($"create database {name} template {Template}");
            return _cluster.To(name);
        }
    }

    /// <summary>A database that is not there yet; its connection string.</summary>
    public string Empty()
    {
        lock (_cloning)
            return _cluster.To($"test_{++_clones}");
    }

    /// <inheritdoc />
    public void Dispose() => _cluster.Dispose();

    private void Execute(string sql)
    {
        using var connection = new NpgsqlConnection(_cluster.To("postgres") + ";Pooling=false");
        connection.Open();
        using var command = new NpgsqlCommand(sql, connection);
        command.ExecuteNonQuery();
    }
}
