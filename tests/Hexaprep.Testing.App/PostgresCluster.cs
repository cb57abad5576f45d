using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Npgsql;

namespace Hexaprep.Testing;

/// <summary>A PostgreSQL server of its own on loopback, in a temporary folder that goes with it.</summary>
public sealed class PostgresCluster : IDisposable
{
    private const string Password = "only-for-tests";
    private const string Fast =
        "-c fsync=off -c synchronous_commit=off -c full_page_writes=off -c autovacuum=off -c wal_level=minimal -c max_wal_senders=0 "
        + "-c max_connections=200";
    private readonly string _folder = Directory.CreateTempSubdirectory("hexaprep-test-").FullName;
    private readonly string _flags;
    private readonly bool _shipping;

    /// <summary>Makes and starts a server.</summary>
    /// <param name="shipping">True for the durability settings that ship; false for fast ones that lose data in a crash.</param>
    public PostgresCluster(bool shipping = false)
    {
        _shipping = shipping;
        Port = FreePort();
        _flags = $"-p {Port} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' {(shipping ? "" : Fast)}";
        var passwordFile = Path.Combine(_folder, "password");
        File.WriteAllText(passwordFile, Password);
        if (Environment.IsPrivilegedProcess)
            Run("chown", "-R", "postgres:", _folder);
        string[] sync = shipping ? [] : ["-N"];
        Postgres(
            "initdb",
            [
                "-D",
                Data,
                "-U",
                "hexaprep",
                "-E",
                "UTF8",
                "--locale=C.UTF-8",
                "-A",
                "scram-sha-256",
                $"--pwfile={passwordFile}",
                "--no-instructions",
                .. sync,
            ]
        );
        Start();
    }

    /// <summary>The port it listens on.</summary>
    public int Port { get; }

    private string Data => Path.Combine(_folder, "data");

    /// <summary>A connection string to a database of this server.</summary>
    public string To(string database) =>
        new NpgsqlConnectionStringBuilder
        {
            Host = "127.0.0.1",
            Port = Port,
            Username = "hexaprep",
            Password = Password,
            Database = database,
            MaxPoolSize = 10,
            Timeout = 15,
        }.ConnectionString;

    /// <summary>Starts it again, after a crash too.</summary>
    public void Start()
    {
        // A killed postmaster's lock file counts for as long as its zombie lives.
        for (var tries = 1; ; tries++)
        {
            try
            {
                Postgres("pg_ctl", ["-D", Data, "-w", "-t", "60", "-l", Path.Combine(_folder, "log"), "-o", _flags, "start"]);
                return;
            }
            catch (InvalidOperationException) when (tries < 20)
            {
                Thread.Sleep(250);
            }
            catch (InvalidOperationException error)
            {
                throw new InvalidOperationException(
                    $"{error.Message} Its log: {string.Join(' ', File.ReadLines(Path.Combine(_folder, "log")).TakeLast(4))}",
                    error
                );
            }
        }
    }

    /// <summary>Kills the server process the way a power cut would.</summary>
    public void Kill()
    {
        var pid = int.Parse(
            File.ReadLines(Path.Combine(Data, "postmaster.pid")).First(),
            System.Globalization.CultureInfo.InvariantCulture
        );
        using var postmaster = Process.GetProcessById(pid);
        postmaster.Kill(entireProcessTree: true);
        postmaster.WaitForExit();
        // Where nobody reaps orphans the dead server stays a zombie, whose number its lock file would name for ever.
        File.Delete(Path.Combine(Data, "postmaster.pid"));
    }

    /// <inheritdoc />
    public void Dispose()
    {
        NpgsqlConnection.ClearAllPools();
        Postgres("pg_ctl", ["-D", Data, "-m", _shipping ? "fast" : "immediate", "-w", "stop"]);
        Directory.Delete(_folder, recursive: true);
    }

    private static void Postgres(string program, string[] arguments)
    {
        var bin =
            Directory
                .GetDirectories("/usr/lib/postgresql")
                .OrderBy(d => int.Parse(Path.GetFileName(d), System.Globalization.CultureInfo.InvariantCulture))
                .Last() + "/bin/";
        if (Environment.IsPrivilegedProcess)
            Run("runuser", ["-u", "postgres", "--", bin + program, .. arguments]);
        else
            Run(bin + program, arguments);
    }

    private static void Run(string program, params string[] arguments)
    {
        // The output goes nowhere: a server started here would hold a pipe open for ever.
        using var process = Process.Start(
            new ProcessStartInfo("/bin/sh", ["-c", "exec \"$@\" >/dev/null 2>&1", "sh", program, .. arguments]) { WorkingDirectory = "/" }
        )!;
        process.WaitForExit();
        if (process.ExitCode != 0)
            throw new InvalidOperationException($"{program} {string.Join(' ', arguments)} ended with {process.ExitCode}.");
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
