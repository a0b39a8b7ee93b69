using System.Data.Common;
using DuckDB.NET.Data;
using OneWhole.Core.Numbers;

namespace OneWhole.Engines;

/// <summary>DuckDB, inside this process: a file of its own, or a folder of Parquet and CSV files, each a table.</summary>
internal sealed class DuckDbDialect : Dialect
{
    private static readonly string[] Extensions = [".parquet", ".csv"];

    public override string Name => "DuckDB";

    public override DbConnection Open(EnginePlace place, string? password, EngineLimits limits)
    {
        string memory = $"{Math.Max(64, limits.Memory >> 20)}MB",
            spill = limits.SpillFolder ?? "";
        if (!Directory.Exists(place.Path))
        {
            // All connections of a process to one file share what it is set to: it is said when it is opened.
            var file = new DuckDBConnection(
                $"DataSource={place.Path};ACCESS_MODE=READ_ONLY;memory_limit={memory};temp_directory={spill};"
                    + "autoinstall_known_extensions=false;autoload_known_extensions=false;"
                    + "enable_external_access=false;lock_configuration=true"
            );
            file.Open();
            return file;
        }
        var connection = new DuckDBConnection("DataSource=:memory:");
        connection.Open();
        foreach (
            string setting in (ReadOnlySpan<string>)
                [
                    "TimeZone = 'UTC'",
                    $"memory_limit = '{memory}'",
                    $"temp_directory = {Literal(spill)}",
                    "autoinstall_known_extensions = false",
                    "autoload_known_extensions = false",
                    $"allowed_directories = [{Literal(place.Path.TrimEnd(Path.DirectorySeparatorChar) + Path.DirectorySeparatorChar)}]",
                    "enable_external_access = false",
                    "lock_configuration = true",
                ]
        )
        {
            Run(connection, $"SET {setting}");
        }
        return connection;
    }

    /// <summary>Whether a folder has files that are tables.</summary>
    public static bool HasTables(string folder) =>
        Directory.EnumerateFiles(folder).Any(file => Extensions.Contains(Path.GetExtension(file).ToLowerInvariant()));

    private static string Literal(string text) => $"'{text.Replace("'", "''", StringComparison.Ordinal)}'";

    public override string Parameter(int at) => $"$p{at}";

    public override string Relation(EnginePlace place, string name)
    {
        if (!Directory.Exists(place.Path))
        {
            return base.Relation(place, name);
        }
        string? file = FileOf(place, name);
        return file is null ? base.Relation(place, name)
            : Path.GetExtension(file).Equals(".csv", StringComparison.OrdinalIgnoreCase) ? $"read_csv({Literal(file)})"
            : $"read_parquet({Literal(file)})";
    }

    /// <summary>The file of a folder that is a table: named with its ending or without; never one that lies elsewhere.</summary>
    private static string? FileOf(EnginePlace place, string name) =>
        Directory
            .EnumerateFiles(place.Path)
            .Where(file => Extensions.Contains(Path.GetExtension(file).ToLowerInvariant()))
            .OrderBy(file => Array.IndexOf(Extensions, Path.GetExtension(file).ToLowerInvariant()))
            .ThenBy(file => file, StringComparer.Ordinal)
            .FirstOrDefault(file => Path.GetFileName(file) == name || Path.GetFileNameWithoutExtension(file) == name);

    public override IReadOnlyList<EngineTableInfo> Tables(DbConnection connection, EnginePlace place)
    {
        if (!Directory.Exists(place.Path))
        {
            return Listed(
                connection,
                "SELECT table_name, schema_name, 'table', estimated_size, column_count FROM duckdb_tables() WHERE NOT internal "
                    + "UNION ALL SELECT view_name, schema_name, 'view', NULL, column_count FROM duckdb_views() WHERE "
                    + "NOT internal ORDER BY 1",
                "main"
            );
        }
        var found = new List<EngineTableInfo>();
        foreach (
            string file in Directory
                .EnumerateFiles(place.Path)
                .Where(file => Extensions.Contains(Path.GetExtension(file).ToLowerInvariant()))
                .Order(StringComparer.Ordinal)
                .Take(MostFiles)
        )
        {
            string name = Path.GetFileName(file);
            using DbCommand columns = connection.CreateCommand();
            columns.CommandText = $"SELECT * FROM {Relation(place, name)} LIMIT 0";
            try
            {
                using DbDataReader reader = columns.ExecuteReader();
                long? rows = Path.GetExtension(file).Equals(".parquet", StringComparison.OrdinalIgnoreCase)
                    ? RowsOf(connection, file)
                    : null;
                found.Add(new EngineTableInfo(name, "", false, rows, reader.FieldCount));
            }
            catch (DbException)
            {
                found.Add(
                    new EngineTableInfo(name, "", false, null, 0) { Problem = "it can't be read: it is damaged, or no file of its kind" }
                );
            }
        }
        return found;
    }

    private const int MostFiles = 500;

    /// <summary>What a Parquet file says of itself.</summary>
    private static long RowsOf(DbConnection connection, string file)
    {
        using DbCommand command = connection.CreateCommand();
        command.CommandText = $"SELECT num_rows FROM parquet_file_metadata({Literal(file)})";
        return Convert.ToInt64(command.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture);
    }

    protected override string Modulo(string number, ExactDecimal width) => $"{number} % {width}";

    public override string Text(string expression, EngineType type) => $"CAST({expression} AS VARCHAR)";

    public override string IsThere(string column, EngineType type) =>
        type == EngineType.Float ? $"{column} IS NOT NULL AND isfinite({column})" : base.IsThere(column, type);

    public override IReadOnlyList<string> KeyOf(DbConnection connection, EnginePlace place, string table) =>
        Directory.Exists(place.Path)
            ? []
            : Column(
                connection,
                "SELECT unnest(constraint_column_names) FROM duckdb_constraints() WHERE constraint_type = 'PRIMARY KEY' "
                    + "AND table_name = $name",
                ("name", table.Split('.')[^1])
            );

    public override string? Means(DbException fault) =>
        fault.Message.Contains("Catalog Error", StringComparison.Ordinal)
        && fault.Message.Contains("does not exist", StringComparison.Ordinal)
            ? "there is no such table"
        : fault.Message.Contains("INTERRUPT", StringComparison.OrdinalIgnoreCase) ? "the question was stopped"
        : fault.Message.Contains("Out of Memory", StringComparison.OrdinalIgnoreCase) ? "the question takes more memory than there is"
        : fault.Message.StartsWith("Parser Error", StringComparison.Ordinal)
        || fault.Message.StartsWith("Binder Error", StringComparison.Ordinal)
            ? $"the query can't be run: {fault.Message.Split('\n')[0]}"
        : fault.Message.Contains("IO Error", StringComparison.Ordinal) ? "the file can't be read, or is none of this engine's"
        : null;
}
