using System.Data.Common;
using System.Globalization;
using OneWhole.Core.Tables;

namespace OneWhole.Engines;

/// <summary>What is known of a table whose rows stay where they are.</summary>
/// <param name="Rows">How many there are.</param>
/// <param name="Table">Its first rows; columns of labels have all of their labels where those are few.</param>
/// <param name="Columns">By its columns, in their order.</param>
public sealed record EngineDescription(long Rows, Table Table, IReadOnlyList<EngineColumn> Columns);

/// <summary>What is known of a column, from all of its rows.</summary>
/// <param name="Blanks">Cells without a value.</param>
/// <param name="Unreadable">Filled cells of a column of numbers that are none.</param>
/// <param name="Labels">Different labels of a column of labels or dates; null for numbers.</param>
public sealed record EngineColumn(string Name, long Blanks, long Unreadable, long? Labels);

/// <summary>A column at a glance, from all of its rows.</summary>
/// <param name="Top">Its most frequent cells, each with its rows.</param>
/// <param name="Least">The smallest number or day; null where there is none.</param>
/// <param name="Sum">The sum of its numbers, with all of its digits.</param>
public sealed record EnginePortrait(
    long Rows,
    long Blanks,
    long Unreadable,
    long Distinct,
    IReadOnlyList<(string Label, long Rows)> Top,
    string? Least,
    string? Most,
    string? Sum
);

/// <summary>A page of rows as they are in the engine.</summary>
/// <param name="Rows">As texts.</param>
/// <param name="Next">By which the next page is asked for; null after the last one.</param>
public sealed record EnginePage(IReadOnlyList<IReadOnlyList<string>> Rows, string? Next);

/// <summary>Looks at a table that stays where it is: what it has, a column at a glance, its rows in pages.</summary>
public sealed partial class EngineTable
{
    /// <summary>So many of its first rows are looked at, to know what its columns are.</summary>
    public const int FirstRows = 2_000;

    /// <summary>Of a column of labels so many are kept.</summary>
    public const int MostLabels = 500;

    /// <summary>Counts what there is and looks at the first rows.</summary>
    /// <exception cref="Core.Studies.StudyException">It can't be read.</exception>
    public EngineDescription Describe(CancellationToken cancel = default) => Told(_place, _dialect, Table.Name, () =>
        {
            string[] names = [.. Table.Columns.Select(column => column.Name)];
            var first = names.ToDictionary(name => name, _ => new List<string>());
            string order = _key.Count == 0 ? "" : $" {ByKey}";
            foreach (
                DbDataReader reader in Read(
                    $"SELECT {string.Join(", ", names.Select((name, at) => $"{TextOf(name)} AS ow_{at}"))} FROM "
                        + $"{_relation}{order} LIMIT {FirstRows}",
                    [],
                    cancel
                )
            )
            {
                for (int at = 0; at < names.Length; at++)
                {
                    first[names[at]].Add(LabelOf(names[at], _dialect.Read(reader, at)));
                }
            }
            long rows = 0;
            var filled = new long[names.Length];
            var there = new long[names.Length];
            string counts = string.Join(
                ", ",
                names.Select(name =>
                    $"COUNT({_dialect.Quote(name)}), "
                    + (IsNumber(name) ? $"SUM(CASE WHEN {_dialect.IsThere(_dialect.Quote(name), _types[name])} THEN 1 ELSE 0 END)" : "0")
                )
            );
            foreach (DbDataReader reader in Read($"SELECT COUNT(*), {counts} FROM {_relation}", [], cancel))
            {
                rows = Number(reader, 0);
                for (int at = 0; at < names.Length; at++)
                {
                    filled[at] = Number(reader, 1 + 2 * at);
                    there[at] = IsNumber(names[at]) ? Number(reader, 2 + 2 * at) : filled[at];
                }
            }
            var columns = new List<Column>();
            var known = new List<EngineColumn>();
            for (int at = 0; at < names.Length; at++)
            {
                string name = names[at];
                Column column = Build(name, first[name]);
                long? labels = null;
                IReadOnlyList<string> listed = [];
                if (!IsNumber(name))
                {
                    // Few labels are listed, with all that the first rows lack; of many it is counted how many there are.
                    if (column.Labels.Labels.Count <= MostLabels && AllLabels(name, cancel) is { } all)
                    {
                        labels = all.Count(label => label != Label.Blank);
                        listed = [.. all.Order(StringComparer.Ordinal)];
                    }
                    else
                    {
                        labels = Counted($"SELECT COUNT(DISTINCT {TextOf(name)}) FROM {_relation}", cancel);
                    }
                }
                bool isKey = _key is [var only] && only == name;
                known.Add(new EngineColumn(name, rows - filled[at], filled[at] - there[at], labels));
                columns.Add(column.With(column.Info with { Elsewhere = new CellsElsewhere(rows, labels, isKey) { Listed = listed } }));
            }
            return new EngineDescription(rows, new Table(Table.Name, columns), known);
        });

    /// <summary>A column's labels, where there are no more than are kept.</summary>
    private HashSet<string>? AllLabels(string name, CancellationToken cancel)
    {
        var labels = new HashSet<string>(StringComparer.Ordinal);
        foreach (DbDataReader reader in Read($"SELECT {TextOf(name)} FROM {_relation} GROUP BY 1 LIMIT {MostLabels * 2}", [], cancel))
        {
            labels.Add(Label.Of(LabelOf(name, _dialect.Read(reader, 0))));
        }
        return labels.Count <= MostLabels ? labels : null;
    }

    /// <summary>About how many rows a table has; counted where the engine has no note of it.</summary>
    /// <exception cref="Core.Studies.StudyException">It can't be read.</exception>
    public long CountRows(CancellationToken cancel = default) =>
        Told(_place, _dialect, Table.Name, () => Counted($"SELECT COUNT(*) FROM {_relation}", cancel));

    /// <summary>A column at a glance, by the rows that there are now.</summary>
    /// <param name="name">The column.</param>
    /// <param name="most">How many of its most frequent cells.</param>
    /// <param name="cancel">Stops it, in the engine too.</param>
    /// <exception cref="Core.Studies.StudyException">It can't be read.</exception>
    public EnginePortrait PortraitOf(string name, int most, CancellationToken cancel = default) => Told(_place, _dialect, Table.Name, () =>
        {
            string column = _dialect.Quote(name),
                text = TextOf(name);
            bool number = IsNumber(name);
            string there = number ? _dialect.IsThere(column, _types[name]) : $"{column} IS NOT NULL";
            long rows = 0,
                filled = 0,
                readable = 0,
                distinct = 0;
            string? least = null,
                mostOf = null,
                sum = null;
            string ends =
                number
                    ? $"{ValueText($"MIN(CASE WHEN {there} THEN {column} END)", name)}, "
                        + $"{ValueText($"MAX(CASE WHEN {there} THEN {column} END)", name)}, "
                        + $"{_dialect.Sum($"CASE WHEN {there} THEN {column} END", _types[name])}"
                : _types[name] == EngineType.Date ? $"{ValueText($"MIN({column})", name)}, {ValueText($"MAX({column})", name)}, NULL"
                : "NULL, NULL, NULL";
            foreach (
                DbDataReader reader in Read(
                    $"SELECT COUNT(*), COUNT({column}), SUM(CASE WHEN {there} THEN 1 ELSE 0 END), COUNT(DISTINCT "
                        + $"{text}), {ends} FROM {_relation}",
                    [],
                    cancel
                )
            )
            {
                (rows, filled, readable, distinct) = (
                    Number(reader, 0),
                    Number(reader, 1),
                    reader.IsDBNull(2) ? 0 : Number(reader, 2),
                    Number(reader, 3)
                );
                (least, mostOf, sum) = (
                    Text(reader, 4),
                    Text(reader, 5),
                    number
                        ? ReadText(reader, 6) is { } all
                            ? NumberOf(name, all)
                            : null
                        : null
                );
            }
            var top = new List<(string, long)>();
            foreach (
                DbDataReader reader in Read(
                    $"SELECT {text}, COUNT(*) FROM {_relation} WHERE {column} IS NOT NULL GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT {most}",
                    [],
                    cancel
                )
            )
            {
                top.Add((LabelOf(name, _dialect.Read(reader, 0)), Number(reader, 1)));
            }
            return new EnginePortrait(rows, rows - filled, filled - readable, distinct, top, least, mostOf, sum);

            string? Text(DbDataReader reader, int at) => reader.IsDBNull(at) ? null : LabelOf(name, ReadText(reader, at));
        });

    private string ValueText(string expression, string column) => _dialect.Text(expression, _types[column]);

    /// <summary>A page of rows, by the key from one page to the next; without a key as the engine has them.</summary>
    /// <param name="after">What the page before said; null for the first one.</param>
    /// <param name="count">How many rows.</param>
    /// <param name="cancel">Stops it, in the engine too.</param>
    /// <exception cref="Core.Studies.StudyException">It can't be read.</exception>
    public EnginePage Page(string? after, int count, CancellationToken cancel = default) => Told(_place, _dialect, Table.Name, () =>
        {
            string[] names = [.. Table.Columns.Select(column => column.Name)];
            string list = string.Join(", ", names.Select((name, at) => $"{TextOf(name)} AS ow_{at}"));
            // A key of one whole number or text goes on after its last value; whatever else is counted off.
            string? key = _key is [var only] && _types[only] is EngineType.Integer or EngineType.Text ? _key[0] : null;
            var values = new List<object>();
            string where = "",
                skip = "";
            if (after is not null && key is not null)
            {
                values.Add(_types[key] == EngineType.Integer ? long.Parse(after, CultureInfo.InvariantCulture) : _dialect.TextValue(after));
                string column = _dialect.Quote(key);
                where = $" WHERE {_dialect.OrderOf(column, _types[key])} > {_dialect.Parameter(0)}";
            }
            else if (after is not null)
            {
                skip = $" OFFSET {long.Parse(after, CultureInfo.InvariantCulture).ToString(CultureInfo.InvariantCulture)}";
            }
            var rows = new List<IReadOnlyList<string>>();
            string? last = null;
            foreach (
                DbDataReader reader in Read(
                    $"SELECT {list} FROM {_relation}{where}{(_key.Count == 0 ? "" : $" {ByKey}")} LIMIT {count + 1}{skip}",
                    values,
                    cancel
                )
            )
            {
                if (rows.Count == count)
                {
                    return new EnginePage(
                        rows,
                        key is not null
                            ? last
                            : (long.Parse(after ?? "0", CultureInfo.InvariantCulture) + count).ToString(CultureInfo.InvariantCulture)
                    );
                }
                last = key is null ? null : _dialect.Read(reader, Array.IndexOf(names, key));
                rows.Add([.. names.Select((name, at) => LabelOf(name, _dialect.Read(reader, at)))]);
            }
            return new EnginePage(rows, null);
        });

    private long Counted(string sql, CancellationToken cancel) => Counted(sql, [], cancel);

    private long Counted(string sql, IReadOnlyList<object> values, CancellationToken cancel)
    {
        long counted = 0;
        foreach (DbDataReader reader in Read(sql, values, cancel))
        {
            counted = Number(reader, 0);
        }
        return counted;
    }

    private static long Number(DbDataReader reader, int at) =>
        reader.GetValue(at) switch
        {
            System.Numerics.BigInteger wide => (long)wide,
            DBNull => 0,
            var value => Convert.ToInt64(value, CultureInfo.InvariantCulture),
        };
}
