#:package DuckDB.NET.Data.Full@1.5.6.1
#:property NuGetAudit=false
#:property ManagePackageVersionsCentrally=false
#:property RestorePackagesWithLockFile=false
#:property AnalysisMode=None
#:property TreatWarningsAsErrors=false

// Makes the archive of Marrow Sound Ferries up: a folder of Parquet files, each a table, whose rows are asked where they are.
//   dotnet run demo/make_archive.cs
// Everything comes from hashes of row numbers, so that the same files come out each time.
using DuckDB.NET.Data;

string folder = Path.Combine(Path.GetDirectoryName(AppContext.GetData("EntryPointFilePath") as string)!, "archive");
Directory.CreateDirectory(folder);
using var connection = new DuckDBConnection("DataSource=:memory:");
connection.Open();

void Run(string sql)
{
    using var command = connection.CreateCommand();
    command.CommandText = sql;
    command.ExecuteNonQuery();
}

// A number from 0 up to 1 of a row, another one for each purpose.
Run("CREATE MACRO chance(i, salt) AS (hash(i * 7919 + salt) % 1000003) / 1000003.0");
Run(
    """
    CREATE TABLE crossings AS
    SELECT i AS crossing,
      DATE '2017-01-01' + CAST(floor(i * 3590 / 120000) AS INTEGER) AS day,
      CASE WHEN r < 0.34 THEN 'Hallin to Oskery' WHEN r < 0.57 THEN 'Hallin to Big Wick' WHEN r < 0.72 THEN 'Oskery to Tarn Holm'
           WHEN r < 0.86 THEN 'Big Wick to Little Wick' WHEN r < 0.96 THEN 'Tarn Holm to Sule Bank' ELSE 'Charter' END AS route,
      CASE WHEN v < 0.4 THEN 'Marrow Star' WHEN v < 0.7 THEN 'Tern' WHEN v < 0.9 THEN 'Grey Seal' ELSE 'Little Auk' END AS vessel,
      CASE WHEN w < 0.62 THEN 'calm' WHEN w < 0.86 THEN 'breeze' WHEN w < 0.97 THEN 'gale' ELSE NULL END AS weather,
      CAST(floor(12 + 190 * p * (CASE WHEN r < 0.34 THEN 1.2 ELSE 0.8 END)) AS INTEGER) AS passengers,
      CAST(floor(30 * c) AS INTEGER) AS cars,
      CAST(round(6.5 * floor(12 + 190 * p) + 18 * floor(30 * c) - CASE WHEN f < 0.01 THEN 2400 ELSE 0 END, 2) AS DECIMAL(10, 2)) AS takings
    FROM (SELECT i, chance(i, 1) r, chance(i, 2) v, chance(i, 3) w, chance(i, 4) p, chance(i, 5) c, chance(i, 6) f FROM range(1, 120001)
    t(i))
    ORDER BY i
    """
);
Run(
    """
    CREATE TABLE repairs AS
    SELECT i AS repair, DATE '2017-01-03' + CAST(floor(i * 3580 / 6000) AS INTEGER) AS day,
      CASE WHEN v < 0.4 THEN 'Marrow Star' WHEN v < 0.7 THEN 'Tern' WHEN v < 0.9 THEN 'Grey Seal' ELSE 'Little Auk' END AS vessel,
      CASE WHEN s < 0.3 THEN 'engine' WHEN s < 0.5 THEN 'ramp' WHEN s < 0.66 THEN 'electrics' WHEN s < 0.8 THEN 'hull' WHEN s < 0.92 THEN
      'safety gear' ELSE 'galley' END AS part,
      CAST(round(80 + 2600 * c * c, 2) AS DECIMAL(10, 2)) AS cost, CAST(round(0.5 + 30 * h * h, 1) AS DECIMAL(6, 1)) AS hours
    FROM (SELECT i, chance(i, 12) v, chance(i, 13) s, chance(i, 14) c, chance(i, 15) h FROM range(1, 6001) t(i)) ORDER BY i
    """
);
foreach (string table in (string[])["crossings", "repairs"])
{
    Run($"COPY {table} TO '{Path.Combine(folder, table)}.parquet' (FORMAT parquet, COMPRESSION zstd)");
}
Console.WriteLine(string.Join("\n", Directory.GetFiles(folder).Select(file => $"{Path.GetFileName(file)} {new FileInfo(file).Length}")));
