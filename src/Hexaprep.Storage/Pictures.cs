using Dapper;
using Hexaprep.Bench.Records;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>The pictures of photos, each once under its hash. They are read when they are shown or carried away, never with the
/// bench.</summary>
internal static class Pictures
{
    public static Statement Insert(Guid w, string hash, byte[] jpeg) =>
        new(
            "insert into picture (workspace_id, sha256, jpeg) values (@w, @hash, @jpeg) on conflict (workspace_id, sha256) do nothing",
            new
            {
                w,
                hash,
                jpeg,
            }
        );

    public static Task<byte[]?> OfAsync(NpgsqlConnection connection, WorkspaceId workspace, Guid photo) =>
        connection.QuerySingleOrDefaultAsync<byte[]?>(
            "select i.jpeg from picture i join photo p on p.workspace_id = i.workspace_id and p.sha256 = i.sha256 "
                + "where p.workspace_id = @w and p.id = @photo",
            new { w = workspace.Value, photo }
        );

    /// <summary>Takes out what no photo shows any more.</summary>
    public static Statement Clear(Guid w) =>
        new(
            "delete from picture i where workspace_id = @w and not exists "
                + "(select from photo p where p.workspace_id = i.workspace_id and p.sha256 = i.sha256)",
            new { w }
        );

    public static async Task<IReadOnlyList<PictureRow>> AllAsync(NpgsqlConnection connection, WorkspaceId workspace) =>
        (await connection.QueryAsync<PictureRow>(Tables.Picture.Select, new { w = workspace.Value })).AsList();
}
