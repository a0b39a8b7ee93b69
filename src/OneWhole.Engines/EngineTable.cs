using System.Data.Common;
using System.Globalization;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Engines;

/// <summary>
/// A table, a view or a query whose rows stay in their engine. Its cells are asked for by one GROUP BY: by the texts of the keys, told
/// apart
/// by their bytes, and by whether each number is there; sums come as text, with all of their digits. Labels are merged here, by the rules
/// of any other table.
/// </summary>
public sealed partial class EngineTable : ICellSource, IDisposable
{
    /// <summary>At most so many cells are fetched; more are counted and refused.</summary>
    private const int MostCells = 1_000_001;

    /// <summary>Cells of a filtered column that are looked at one by one.</summary>
    private const int MostFiltered = 30_000;

    private readonly EnginePlace _place;
    private readonly Dialect _dialect;
    private readonly DbConnection _connection;
    private readonly string _relation;
    private readonly string? _order;
    private readonly bool _isQuery;
    private readonly IReadOnlyList<string> _key;
    private readonly Dictionary<string, EngineType> _types = new(StringComparer.Ordinal);

    /// <summary>The columns of text that the engine itself tells apart by their bytes.</summary>
    private readonly HashSet<string> _isPlain = new(StringComparer.Ordinal);

    private EngineTable(EnginePlace place, Dialect dialect, DbConnection connection, string name, string? query)
    {
        _place = place;
        _dialect = dialect;
        _connection = connection;
        string? plain = query is null ? null : OneSelect.Of(query);
        _isQuery = plain is not null;
        _order = plain is null ? null : OneSelect.OrderOf(plain);
        _relation = plain is null ? dialect.Relation(place, name) : $"({plain}\n) AS ow";
        var columns = new List<Column>();
        using (_isQuery ? new ReadingAlone(connection, dialect) : null)
        using (DbCommand command = connection.CreateCommand())
        {
            command.CommandText = $"SELECT * FROM {_relation} WHERE 1 = 0";
            using DbDataReader reader = command.ExecuteReader();
            for (int at = 0; at < reader.FieldCount; at++)
            {
                string column = reader.GetName(at);
                _types[column] = dialect.TypeOf(reader.GetDataTypeName(at));
                columns.Add(Build(column, []));
            }
        }
        _key = plain is null ? dialect.KeyOf(connection, place, name) : [];
        _isPlain.UnionWith(plain is null ? dialect.PlainTexts(connection, place, name) : []);
        _pieces = new Lazy<EnginePieces?>(() => plain is null ? dialect.PiecesOf(connection, place, name) : null);
        Table = new Table(plain is null ? name.Split('.')[^1] : "query", columns) { Source = this };
    }

    /// <summary>With its columns, and without a cell.</summary>
    public Table Table { get; }

    public string Words => $"They stay in {_dialect.Name}";

    public long? Rows { get; init; }

    /// <summary>What people call its engine.</summary>
    public string EngineName => _dialect.Name;

    /// <summary>Opens a table that stays where it is.</summary>
    /// <param name="place">Where.</param>
    /// <param name="password">Null where none is needed.</param>
    /// <param name="name">Of a table, a view or a file.</param>
    /// <param name="query">One SELECT, in its place.</param>
    /// <param name="limits">What the engine may take.</param>
    /// <exception cref="StudyException">It can't be reached or read.</exception>
    public static EngineTable Open(EnginePlace place, string? password, string? name, string? query, EngineLimits? limits = null)
    {
        Dialect dialect = Dialect.Of(place.Kind);
        DbConnection connection = Told(place, dialect, name ?? "the query", () =>
            dialect.Open(place, password, limits ?? EngineLimits.Usual)
        );
        try
        {
            return Told(place, dialect, name ?? "the query", () => new EngineTable(place, dialect, connection, name ?? "query", query));
        }
        catch
        {
            connection.Dispose();
            throw;
        }
    }

    public void Dispose() => _connection.Dispose();

    /// <summary>Whether its connection is there still, by the shortest of all questions.</summary>
    public bool IsAlive(CancellationToken cancel)
    {
        if (_place.Path.Length > 0)
        {
            return true;
        }
        try
        {
            using DbCommand command = _connection.CreateCommand();
            command.CommandText = "SELECT 1";
            command.CommandTimeout = 5;
            command.ExecuteScalarAsync(cancel).GetAwaiter().GetResult();
            return true;
        }
        catch (Exception fault) when (fault is DbException or InvalidOperationException or IOException or OperationCanceledException)
        {
            return false;
        }
    }

    /// <summary>The tables and views at a place.</summary>
    /// <exception cref="StudyException">It can't be reached.</exception>
    public static IReadOnlyList<EngineTableInfo> List(EnginePlace place, string? password, EngineLimits? limits = null)
    {
        Dialect dialect = Dialect.Of(place.Kind);
        return Told(place, dialect, "the list of tables", () =>
        {
            using DbConnection connection = dialect.Open(place, password, limits ?? EngineLimits.Usual);
            return dialect.Tables(connection, place);
        });
    }

    /// <summary>A fault in our own words.</summary>
    internal static T Told<T>(EnginePlace place, Dialect dialect, string what, Func<T> act)
    {
        try
        {
            return act();
        }
        catch (DbException fault)
        {
            string code = fault.SqlState ?? fault.ErrorCode.ToString(CultureInfo.InvariantCulture);
            string why = dialect.Means(fault) ?? $"the engine gives the code {code}, and no reason that is known here";
            throw new StudyException(dialect.CodeOf(fault), "from", $"{what} in {dialect.Name} ({place.Words}) could not be read: {why}.");
        }
    }

    /// <summary>All rows, as a table that no engine has to be asked for any more: in the order of its key, or of the query.</summary>
    /// <exception cref="StudyException">It can't be read.</exception>
    public Table BringIn(CancellationToken cancel = default, Action<long>? progress = null) => Told(_place, _dialect, Table.Name, () =>
        {
            string[] names = [.. Table.Columns.Select(column => column.Name)];
            ColumnBuilder[] builders = [.. names.Select(BuilderOf)];
            string order = _key.Count == 0 ? "" : $" {ByKey}";
            long read = 0;
            foreach (
                DbDataReader reader in Read(
                    $"SELECT {string.Join(", ", names.Select((name, at) => $"{TextOf(name)} AS ow_{at}"))} FROM {_relation}{order}",
                    [],
                    cancel
                )
            )
            {
                for (int at = 0; at < names.Length; at++)
                {
                    builders[at].Add(LabelOf(names[at], _dialect.Read(reader, at)));
                }
                if ((++read & 4095) == 0)
                {
                    progress?.Invoke(read);
                }
            }
            progress?.Invoke(read);
            return new Table(Table.Name, [.. names.Zip(builders, Built)]);
        });

    // ---- Asking ----

    public AskedCells Ask(CellQuestion question, CancellationToken cancel) =>
        Told(_place, _dialect, Table.Name, () => Asked(question, cancel));

    /// <summary>The engine's answer to a question, as it is fetched.</summary>
    private sealed class Fetching(EngineTable table, CellQuestion question, CancellationToken cancel)
    {
        // What is text, or a date, has no sum here: its cells are looked at.
        private readonly string[] _keys = [.. question.Keys.Concat(question.Numbers.Where(name => !table.IsNumber(name))).Distinct()];
        private readonly string[] _sums = [.. question.Numbers.Where(name => table.IsNumber(name) && !question.Keys.Contains(name))];
        private readonly Dictionary<string, FirstKeys> _first = [];
        private readonly Dialect _dialect = table._dialect;
        private AnswerRows? _rows;

        public AskedCells Cells()
        {
            (string predicate, IReadOnlyList<object> values) = table.Predicate(question.Where, cancel);
            bool filters = question.Where.Count > 0;
            // The labels' order is that of a key's column, which comes with the cells; any other takes a question of its own for each.
            bool byKey = table._key.Count == 0 ? table._order is null : table._key is [var only] && table._types[only] != EngineType.Float;
            if (byKey && Once(filters ? predicate : null, values))
            {
                return Answer(name => _first[name].Labels(table._key.Count > 0));
            }
            _rows = new AnswerRows([.. _keys, .. _sums]);
            Separately(predicate, values, filters);
            return Answer(name => table.OrderOf(name, cancel));
        }

        private AskedCells Answer(Func<string, IReadOnlyList<string>> orderOf)
        {
            (IReadOnlyDictionary<string, List<string>> cells, long[] weights, byte[] passing) = _rows!.Told(
                question.Ordered.ToDictionary(name => name, orderOf)
            );
            return new AskedCells(
                new Table(table.Table.Name, [.. _rows.Names.Select(name => table.Build(name, cells[name]))]),
                weights,
                passing,
                new HashSet<string>(_sums)
            );
        }

        /// <summary>All by one GROUP BY: cells of rows that pass and of those that don't, each with the first key of its rows.</summary>
        /// <returns>False where that makes more cells than are fetched.</returns>
        private bool Once(string? predicate, IReadOnlyList<object> values)
        {
            _rows = new AnswerRows([.. _keys, .. _sums]);
            foreach (string name in question.Ordered)
            {
                _first[name] = new FirstKeys();
            }
            string? first =
                table._key is [var key] && question.Ordered.Count > 0
                    ? $"MIN({_dialect.OrderOf(_dialect.Quote(key), table._types[key])})"
                    : null;
            return Fetch(_keys, "", values, predicate, passes: true, first);
        }

        /// <summary>Cells of rows that pass, and then those of rows that don't, told apart by no more than is needed.</summary>
        private void Separately(string predicate, IReadOnlyList<object> values, bool filters)
        {
            if (!Fetch(_keys, filters ? $"WHERE {predicate}" : "", values, null, passes: true, null))
            {
                throw TooMany(_keys, filters ? $"WHERE {predicate}" : "", values);
            }
            string[] few = [.. _keys.Where(key => question.FilteredKeys.Contains(key) || question.Numbers.Contains(key))];
            string where = $"WHERE CASE WHEN {predicate} THEN 0 ELSE 1 END = 1";
            if (filters && !Fetch(few, where, values, null, passes: false, null))
            {
                throw TooMany(few, where, values);
            }
        }

        private bool IsCut(string name) => question.Bands.Any(axis => axis.Column == name);

        // An engine in pieces knows by the column itself that its pieces can work by themselves.
        private string? PlainKey(string name) =>
            IsCut(name) ? null : _dialect.GroupBy(_dialect.Quote(name), table._types[name], table._isPlain.Contains(name));

        private string KeyText(string name) =>
            question.Bands.FirstOrDefault(axis => axis.Column == name) is { } cut
            && _dialect.Band(_dialect.Quote(name), table._types[name], cut.Start, cut.Width, cut.End) is { } band
                ? _dialect.BandText(band)
                : table.TextOf(name);

        /// <summary>Several numbers side by side are told apart by which of them are there; of one it is counted.</summary>
        private bool IsCounted => _sums.Length <= 1;

        private string There(string name) => _dialect.IsThere(_dialect.Quote(name), table._types[name]);

        private (string[] Selected, string Groups) Grouped(string[] by)
        {
            string[] there = IsCounted ? [] : [.. _sums.Select(name => $"CASE WHEN {There(name)} THEN 1 ELSE 0 END")];
            string[] groups =
            [
                .. by.Select((name, at) => PlainKey(name) ?? $"{at + 1}"),
                .. there.Select((_, at) => $"{by.Length + at + 1}"),
            ];
            return ([.. by.Select(KeyText), .. there], string.Join(", ", groups));
        }

        /// <summary>Fetches the cells of one GROUP BY.</summary>
        /// <param name="by">Its keys.</param>
        /// <param name="where">Which rows; empty for all.</param>
        /// <param name="values">The parameters.</param>
        /// <param name="predicate">What rows have to hold to pass; null where all of them do, or none.</param>
        /// <param name="passes">Whether they do, where there is no such thing.</param>
        /// <param name="first">The first key of a cell's rows; null where that is not asked for.</param>
        /// <returns>False where there are more cells than are fetched.</returns>
        private bool Fetch(string[] by, string where, IReadOnlyList<object> values, string? predicate, bool passes, string? first)
        {
            (string[] selected, string groups) = Grouped(by);
            // Of rows, and of a number how often it is there and what it adds up to: for those that pass, and in all.
            string[] counts = predicate is null
                ? [.. Counts("", "")]
                : [.. Counts(predicate, predicate), .. Counts("", $"CASE WHEN {predicate} THEN 0 ELSE 1 END = 1")];
            string asked =
                $"SELECT {string.Join(", ", [.. selected, .. counts, first ?? "NULL"])} FROM {table._relation} "
                + $"{where}{(groups.Length > 0 ? $" GROUP BY {groups}" : "")} LIMIT {MostCells + 1}";
            if (table._explaining is not null)
            {
                table._explaining(asked, values);
                return true;
            }
            int fetched = 0,
                from = selected.Length,
                all = from + counts.Length / 2;
            foreach (DbDataReader reader in table.Read(asked, values, cancel))
            {
                if (++fetched > MostCells)
                {
                    return false;
                }
                string[] labels = [.. by.Select((name, at) => table.LabelOf(name, _dialect.Read(reader, at)))];
                bool any = Take(reader, by, labels, from, null, predicate is not null || passes);
                any |= predicate is not null && Take(reader, by, labels, all, from, false);
                string? firstKey = any && first is not null ? table.ReadText(reader, selected.Length + counts.Length) : null;
                for (int at = 0; at < by.Length && any; at++)
                {
                    if (_first.TryGetValue(by[at], out FirstKeys? keys))
                    {
                        keys.Meet(labels[at], firstKey is null ? null : KeyValue.Of(firstKey, table._types[table._key[0]]));
                    }
                }
            }
            return true;
        }

        /// <param name="half">Which rows are counted.</param>
        /// <param name="ofFloats">Of which rows binary fractions are added up: their sums can't be taken from one another.</param>
        private IEnumerable<string> Counts(string half, string ofFloats)
        {
            yield return half.Length == 0 ? "COUNT(*)" : $"COUNT(CASE WHEN {half} THEN 1 END)";
            foreach (string name in _sums)
            {
                yield return $"COUNT({Number(name, half)})";
                yield return _dialect.Sum(Number(name, table._types[name] == EngineType.Float ? ofFloats : half), table._types[name]);
            }

            string Number(string name, string rows)
            {
                string column = _dialect.Quote(name),
                    there = There(name),
                    only = there == $"{column} IS NOT NULL" ? rows
                    : rows.Length == 0 ? there
                    : $"({rows}) AND {there}";
                return only.Length == 0 ? column : $"CASE WHEN {only} THEN {column} END";
            }
        }

        /// <summary>The rows of a cell that pass, or that don't: those with a number, and those without.</summary>
        /// <param name="reader">Has the cell.</param>
        /// <param name="by">Its keys.</param>
        /// <param name="labels">Their labels.</param>
        /// <param name="from">Where its counts and sums are.</param>
        /// <param name="less">Where those are that are to be taken from them; null for none.</param>
        /// <param name="passes">Whether these rows do.</param>
        /// <returns>Whether there are any.</returns>
        private bool Take(DbDataReader reader, string[] by, string[] labels, int from, int? less, bool passes)
        {
            long Count(int at) => EngineTable.Number(reader, from + at) - (less is { } other ? EngineTable.Number(reader, other + at) : 0);
            long weight = Count(0);
            if (weight == 0)
            {
                return false;
            }
            long there =
                _sums.Length == 0 ? weight
                : IsCounted ? Count(1)
                : -1;
            if (there != 0)
            {
                Add(there < 0 ? weight : there);
                for (int at = 0; at < _sums.Length; at++)
                {
                    bool isThere = IsCounted || EngineTable.Number(reader, by.Length + at) == 1;
                    _rows!.Set(_sums[at], isThere ? SumOf(at) : "");
                }
            }
            if (there >= 0 && there < weight)
            {
                Add(weight - there);
            }
            return true;

            string? SumOf(int at)
            {
                string name = _sums[at];
                string? sum = table.ReadText(reader, from + 2 + 2 * at);
                if (
                    less is { } other
                    && table._types[name] != EngineType.Float
                    && table.ReadText(reader, other + 2 + 2 * at) is { } taken
                    && sum is not null
                )
                {
                    (ExactDecimal all, ExactDecimal part) = (ExactDecimal.Parse(sum), ExactDecimal.Parse(taken));
                    int scale = Math.Max(all.Scale, part.Scale);
                    sum = new ExactDecimal(all.AtScale(scale) - part.AtScale(scale), scale).ToString();
                }
                return table.NumberOf(name, sum);
            }

            void Add(long rows)
            {
                _rows!.Add(rows, passes);
                for (int at = 0; at < by.Length; at++)
                {
                    _rows.Set(by[at], labels[at]);
                }
            }
        }

        private StudyException TooMany(string[] by, string where, IReadOnlyList<object> values)
        {
            (string[] selected, string groups) = Grouped(by);
            long all = table.Counted(
                $"SELECT COUNT(*) FROM (SELECT {string.Join(", ", selected.Select((cell, at) => $"{cell} AS ow_{at}"))} "
                    + $"FROM {table._relation} {where} GROUP BY {groups}) AS cells",
                values,
                cancel
            );
            return new StudyException(
                "too-many-pairs",
                "groups",
                $"The study makes {all} cells; at most {MostCells} are fetched: choose columns with fewer labels, or filter rows."
            );
        }
    }

    private AskedCells Asked(CellQuestion question, CancellationToken cancel) => new Fetching(this, question, cancel).Cells();

    /// <summary>A key's value, compared as its engine orders it.</summary>
    private readonly record struct KeyValue(System.Numerics.BigInteger Whole, ExactDecimal Number, byte[]? Bytes) : IComparable<KeyValue>
    {
        public static KeyValue Of(string text, EngineType type) =>
            type switch
            {
                EngineType.Integer => new(System.Numerics.BigInteger.Parse(text, CultureInfo.InvariantCulture), default, null),
                EngineType.Decimal => new(default, ExactDecimal.Parse(text), null),
                _ => new(default, default, System.Text.Encoding.UTF8.GetBytes(text)),
            };

        public int CompareTo(KeyValue other) =>
            Bytes is not null ? Bytes.AsSpan().SequenceCompareTo(other.Bytes)
            : Whole.CompareTo(other.Whole) is var order && order != 0 ? order
            : Number.CompareTo(other.Number);
    }

    /// <summary>The first key of each label.</summary>
    private sealed class FirstKeys
    {
        private readonly Dictionary<string, KeyValue?> _first = new(StringComparer.Ordinal);

        public void Meet(string label, KeyValue? key)
        {
            if (!_first.TryGetValue(label, out KeyValue? known) || (key is { } value && known is { } before && value.CompareTo(before) < 0))
            {
                _first[label] = key;
            }
        }

        /// <summary>The labels by their first key; in natural order where there is none.</summary>
        public IReadOnlyList<string> Labels(bool byKey) =>
            byKey
                ? [.. _first.OrderBy(pair => pair.Value is null ? 0 : 1).ThenBy(pair => pair.Value ?? default).Select(pair => pair.Key)]
                : InNaturalOrder(_first.Keys);
    }

    private static IReadOnlyList<string> InNaturalOrder(IEnumerable<string> labels) =>
        [
            .. NaturalOrder
                .Sort([.. labels.Select(label => Label.Of(label)).Distinct().Select((label, at) => new Entry(label, EntryKind.Label, at))])
                .Select(entry => entry.Label),
        ];

    /// <summary>The order of the rows by their key.</summary>
    private string ByKey => $"ORDER BY {string.Join(", ", _key.Select(key => _dialect.OrderOf(_dialect.Quote(key), _types[key])))}";

    private bool IsNumber(string column) => _types[column] is EngineType.Integer or EngineType.Decimal or EngineType.Float;

    private string TextOf(string column) => _dialect.Text(_dialect.Quote(column), _types[column]);

    private string? ReadText(DbDataReader reader, int at) =>
        reader.IsDBNull(at) ? null
        : reader.GetValue(at) is byte[] ? _dialect.Read(reader, at)
        : Convert.ToString(reader.GetValue(at), CultureInfo.InvariantCulture);

    /// <summary>The labels of a column in the order of the table: of its key, or of the query; else in natural order.</summary>
    private List<string> OrderOf(string column, CancellationToken cancel)
    {
        string text = TextOf(column);
        string sql =
            _key is [var only] && _types[only] != EngineType.Float
                ? $"SELECT {text}, MIN({_dialect.OrderOf(_dialect.Quote(only), _types[only])}) FROM {_relation} GROUP BY 1 ORDER BY 2"
            : _key.Count > 0 || _order is not null
                ? $"SELECT ow_label, MIN(ow_place) FROM (SELECT {text} AS ow_label, ROW_NUMBER() OVER "
                    + $"({(_key.Count > 0 ? ByKey : _dialect.Places(_order!))}) AS ow_place FROM {_relation}) AS "
                    + "ow_placed GROUP BY 1 ORDER BY 2"
            : $"SELECT {text} FROM {_relation} GROUP BY 1";
        var labels = new List<string>();
        foreach (DbDataReader reader in Read($"{sql} LIMIT {MostCells + 1}", [], cancel))
        {
            labels.Add(LabelOf(column, _dialect.Read(reader, 0)));
        }
        return _key.Count > 0 || _order is not null ? labels : [.. InNaturalOrder(labels)];
    }

    /// <summary>A value as a label: decimals without zeros at their end, dates as ISO has them; empty for nothing.</summary>
    private string LabelOf(string column, string? text) =>
        text is null
            ? ""
            : _types[column] switch
            {
                EngineType.Decimal => Shortest(text),
                EngineType.Float => NumberOf(column, text)!,
                EngineType.Date => DateOf(text),
                _ => text,
            };

    private string? NumberOf(string column, string? text) =>
        text is null ? ""
        : _types[column] != EngineType.Float ? Shortest(text)
        : double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out double number)
            ? number.ToString("R", CultureInfo.InvariantCulture)
        : text;

    private static string Shortest(string number) =>
        number.Contains('.', StringComparison.Ordinal) && !number.Contains('e', StringComparison.OrdinalIgnoreCase)
            ? number.TrimEnd('0').TrimEnd('.')
            : number;

    private static string DateOf(string text)
    {
        string plain = text.EndsWith("+00", StringComparison.Ordinal) ? text[..^3] : text;
        if (plain.Contains('.', StringComparison.Ordinal))
        {
            plain = plain.TrimEnd('0').TrimEnd('.');
        }
        return plain.Length > 10 && plain[10] is ' ' or 'T'
            ? plain[11..] is "00:00:00" or "00:00"
                ? plain[..10]
                : $"{plain[..10]}T{plain[11..]}"
            : plain;
    }

    private Column Build(string name, IReadOnlyList<string> cells)
    {
        ColumnBuilder builder = BuilderOf(name);
        foreach (string cell in cells)
        {
            builder.Add(cell);
        }
        return Built(name, builder);
    }

    private ColumnBuilder BuilderOf(string name) => new(NumberReading.Plain, guessNumbers: IsNumber(name));

    private Column Built(string name, ColumnBuilder builder)
    {
        EngineType type = _types[name];
        ColumnType known = type switch
        {
            EngineType.Date => ColumnType.Date,
            EngineType.Text => ColumnType.Category,
            _ => ColumnType.Quantity,
        };
        return builder.Build(name, known, type == EngineType.Date ? DateOrder.Iso : null);
    }

    // ---- Filtering ----

    private (string Sql, IReadOnlyList<object> Values) Predicate(IReadOnlyList<Clause> where, CancellationToken cancel)
    {
        var values = new List<object>();
        var parts = new List<string>();
        foreach ((int at, Clause clause) in where.Index())
        {
            _ = ClauseTest.ColumnOf(Table, clause.Column, $"where[{at}].column");
            parts.Add(IsRange(clause) ? Range(clause) : OneByOne(clause, values, at, cancel));
        }
        return (string.Join(" AND ", parts.Select(part => $"({part})")), values);
    }

    /// <summary>Numbers between two ends are compared where they are.</summary>
    private bool IsRange(Clause clause) =>
        clause is { Is: null, IsNot: null, Blank: null }
        && clause.From is null or RangeEnd.Number
        && clause.To is null or RangeEnd.Number
        && _types[clause.Column] is EngineType.Integer or EngineType.Decimal;

    private string Range(Clause clause)
    {
        string column = _dialect.Quote(clause.Column);
        string[] ends =
        [
            .. clause.From is RangeEnd.Number from ? (string[])[$"{column} >= {from.Value}"] : [],
            .. clause.To is RangeEnd.Number to ? (string[])[$"{column} <= {to.Value}"] : [],
        ];
        return string.Join(" AND ", ends.Prepend($"{column} IS NOT NULL"));
    }

    /// <summary>The cells that the column has are tested here, by the rules of any other table, and named to the engine.</summary>
    private string OneByOne(Clause clause, List<object> values, int at, CancellationToken cancel)
    {
        string text = TextOf(clause.Column),
            column = _dialect.Quote(clause.Column);
        var raw = new List<string?>();
        foreach (DbDataReader reader in Read($"SELECT DISTINCT {text} FROM {_relation} LIMIT {MostFiltered + 1}", [], cancel))
        {
            raw.Add(_dialect.Read(reader, 0));
        }
        if (raw.Count > MostFiltered)
        {
            throw new StudyException(
                "too-many-labels",
                $"where[{at}].column",
                $"\"{clause.Column}\" has more than {MostFiltered} different cells; rows that stay where they are can "
                    + "be filtered by so many alone, or by numbers from and to: filter them in the query."
            );
        }
        bool[] passing = ClauseTest.Passing(Build(clause.Column, [.. raw.Select(cell => LabelOf(clause.Column, cell))]), clause);
        string[] ok = [.. raw.Zip(passing).Where(cell => cell.Second && cell.First is not null).Select(cell => cell.First!)],
            not = [.. raw.Zip(passing).Where(cell => !cell.Second && cell.First is not null).Select(cell => cell.First!)];
        bool blank = raw.Zip(passing).Any(cell => cell is { First: null, Second: true });
        string List(string[] cells) =>
            string.Join(
                ", ",
                cells.Select(cell =>
                {
                    values.Add(_dialect.TextValue(cell));
                    return _dialect.Parameter(values.Count - 1);
                })
            );
        string filled =
            ok.Length == 0 ? "1 = 0"
            : not.Length == 0 ? $"{column} IS NOT NULL"
            : ok.Length <= not.Length ? $"{column} IS NOT NULL AND {text} IN ({List(ok)})"
            : $"{column} IS NOT NULL AND {text} NOT IN ({List(not)})";
        return blank ? $"({filled}) OR {column} IS NULL" : filled;
    }

    private IEnumerable<DbDataReader> Read(string sql, IReadOnlyList<object> values, CancellationToken cancel)
    {
        using DbCommand command = Dialect.Command(
            _connection,
            sql,
            [.. values.Select((value, at) => (_dialect.Parameter(at).TrimStart('$'), value))]
        );
        if (_dialect.TakesToken)
        {
            using IDisposable? transaction = _isQuery ? new ReadingAlone(_connection, _dialect) : null;
            using DbDataReader awaited = command.ExecuteReaderAsync(cancel).GetAwaiter().GetResult();
            while (awaited.ReadAsync(cancel).GetAwaiter().GetResult())
            {
                yield return awaited;
            }
            yield break;
        }
        using var stop = new StopElsewhere(() => _dialect.Stop(command), cancel);
        using DbDataReader reader = command.ExecuteReader();
        while (reader.Read())
        {
            cancel.ThrowIfCancellationRequested();
            yield return reader;
        }
    }

    /// <summary>Around a question to a query: a transaction that only reads.</summary>
    private sealed class ReadingAlone : IDisposable
    {
        private readonly DbConnection _connection;
        private readonly Dialect _dialect;

        public ReadingAlone(DbConnection connection, Dialect dialect)
        {
            (_connection, _dialect) = (connection, dialect);
            Run(dialect.BeginQuery);
        }

        private void Run(string? sql)
        {
            if (sql is not null && _connection.State == System.Data.ConnectionState.Open)
            {
                using DbCommand command = _connection.CreateCommand();
                command.CommandText = sql;
                command.ExecuteNonQuery();
            }
        }

        public void Dispose()
        {
            try
            {
                Run(_dialect.EndQuery);
            }
            catch (DbException)
            {
                // The connection is gone, and the transaction with it.
            }
        }
    }

    /// <summary>The answer's rows as they come.</summary>
    private sealed class AnswerRows(IReadOnlyList<string> names)
    {
        private readonly Dictionary<string, List<string>> _cells = names.ToDictionary(name => name, _ => new List<string>());
        private readonly List<long> _weights = [];
        private readonly List<byte> _passing = [];

        public IReadOnlyList<string> Names => names;

        public void Add(long weight, bool passes)
        {
            _weights.Add(weight);
            _passing.Add(passes ? (byte)1 : (byte)0);
            foreach (List<string> cells in _cells.Values)
            {
                cells.Add("");
            }
        }

        public void Set(string name, string? cell) => _cells[name][^1] = cell ?? "";

        /// <summary>All of it; first the labels in their order, in rows that stand for none.</summary>
        public (IReadOnlyDictionary<string, List<string>> Cells, long[] Weights, byte[] Passing) Told(
            IReadOnlyDictionary<string, IReadOnlyList<string>> orders
        )
        {
            int before = orders.Values.Select(labels => labels.Count).DefaultIfEmpty(0).Max();
            foreach ((string name, List<string> cells) in _cells)
            {
                // A column with fewer labels has its last one again: a blank would be a label.
                IReadOnlyList<string> labels = orders.GetValueOrDefault(name) ?? [];
                cells.InsertRange(
                    0,
                    Enumerable.Range(0, before).Select(at => labels.Count == 0 ? "" : labels[Math.Min(at, labels.Count - 1)])
                );
            }
            return (_cells, [.. new long[before], .. _weights], [.. new byte[before], .. _passing]);
        }
    }
}
