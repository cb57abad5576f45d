using System.Reflection;
using Dapper;
using DbUp;
using DbUp.Engine.Output;
using NodaTime;
using Npgsql;
using NpgsqlTypes;

namespace Hexaprep.Storage;

/// <summary>The database: its data source, its migrations, and how Dapper reads time.</summary>
public static class Database
{
    static Database()
    {
        DefaultTypeMap.MatchNamesWithUnderscores = true;
        SqlMapper.AddTypeHandler(typeof(Instant), new NodaHandler(NpgsqlDbType.TimestampTz));
        SqlMapper.AddTypeHandler(typeof(LocalDate), new NodaHandler(NpgsqlDbType.Date));
        SqlMapper.AddTypeHandler(typeof(LocalTime), new NodaHandler(NpgsqlDbType.Time));
        SqlMapper.AddTypeHandler(typeof(IReadOnlyList<string>), new ArrayHandler());
        SqlMapper.AddTypeHandler(typeof(IReadOnlyList<Guid>), new ArrayHandler());
    }

    /// <summary>Opens a pooled data source.</summary>
    /// <param name="connectionString">An Npgsql connection string.</param>
    public static NpgsqlDataSource Open(string connectionString)
    {
        var builder = new NpgsqlDataSourceBuilder(connectionString);
        // What is sent again and again is understood once.
        builder.ConnectionStringBuilder.MaxAutoPrepare = 60;
        builder.UseNodaTime();
        return builder.Build();
    }

    /// <summary>Brings the schema up to date; does nothing when it is.</summary>
    /// <exception cref="InvalidOperationException">A migration failed; nothing of it was kept.</exception>
    public static void Migrate(string connectionString)
    {
        using var turn = MigrationTurn(connectionString);
        // What migrates goes with its connections: none is left waiting for the next.
        connectionString = new NpgsqlConnectionStringBuilder(connectionString) { Pooling = false }.ConnectionString;
        EnsureDatabase.For.PostgresqlDatabase(connectionString, new NoOpUpgradeLog());
        var result = DeployChanges
            .To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(Assembly.GetExecutingAssembly())
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
            throw new InvalidOperationException($"Migration {result.ErrorScript?.Name} failed: {result.Error.Message}", result.Error);
    }

    // Several processes may start at once: one of them migrates, the others wait and find it done. The lock is the server's, for the
    // database may not be there yet.
    private static NpgsqlConnection MigrationTurn(string connectionString)
    {
        var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(connectionString) { Database = "postgres", Pooling = false }.ConnectionString
        );
        connection.Open();
        connection.Execute("select pg_advisory_lock(7042)", commandTimeout: 300);
        return connection;
    }

    // ITypeHandler, so that the type is set on null parameters too.
    private sealed class NodaHandler(NpgsqlDbType type) : SqlMapper.ITypeHandler
    {
        public void SetValue(System.Data.IDbDataParameter parameter, object value)
        {
            parameter.Value = value ?? DBNull.Value;
            ((NpgsqlParameter)parameter).NpgsqlDbType = type;
        }

        public object? Parse(Type destinationType, object value) => value;
    }

    private sealed class ArrayHandler : SqlMapper.ITypeHandler
    {
        public void SetValue(System.Data.IDbDataParameter parameter, object value) => parameter.Value = value ?? DBNull.Value;

        public object? Parse(Type destinationType, object value) => value;
    }
}
