using System.Text.RegularExpressions;
using Dapper;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>A statement of SQL with its parameters, as the members of an object.</summary>
internal sealed record Statement(string Sql, object Parameters);

/// <summary>Sends statements in one go: one way to the database and back, whatever their number.</summary>
internal static partial class Statements
{
    public static Task ExecuteAsync(this IReadOnlyList<Statement> statements, NpgsqlConnection connection)
    {
        var all = new DynamicParameters();
        var texts = statements.Select(
            (statement, i) =>
            {
                foreach (var member in statement.Parameters.GetType().GetProperties())
                    all.Add($"{member.Name}_{i}", member.GetValue(statement.Parameters));
                return Named().Replace(statement.Sql, $"@$1_{i}");
            }
        );
        return connection.ExecuteAsync(string.Join(";\n", texts), all);
    }

    [GeneratedRegex("@([A-Za-z]+)")]
    private static partial Regex Named();
}
