using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>Decides for every row of a table whether a study's clauses hold. One byte a row: 1 passes.</summary>
internal static class RowFilter
{
    /// <returns>Null where every row passes.</returns>
    /// <exception cref="StudyException">A clause names a column that is not there, or an end that does not suit it.</exception>
    public static byte[]? Passing(Table table, IReadOnlyList<Clause> where, CancellationToken cancel)
    {
        if (where.Count == 0)
        {
            return null;
        }
        var passing = new byte[table.RowCount];
        Array.Fill(passing, (byte)1);
        for (int i = 0; i < where.Count; i++)
        {
            cancel.ThrowIfCancellationRequested();
            Column column = Columns.Find(table, where[i].Column, $"where[{i}].column");
            Apply(column, where[i], passing);
        }
        return passing;
    }

    private static void Apply(Column column, Clause clause, byte[] passing)
    {
        bool numbers = column.Info.Type == ColumnType.Quantity;
        if (numbers && (clause.Is is not null || clause.IsNot is not null))
        {
            ApplyNumbers(column, clause, passing);
        }
        else if (clause.Is is not null || clause.IsNot is not null)
        {
            LabelView labels = column.Labels;
            bool[] ok = LabelsAllowed(labels, clause);
            Keep(passing, row => ok[labels.Codes[row]]);
        }
        if (clause.Blank is { } blank)
        {
            KeepBlank(column, blank, passing);
        }
        if (clause.From is RangeEnd.Number || clause.To is RangeEnd.Number)
        {
            KeepNumbersWithin(column.Numbers, (clause.From as RangeEnd.Number)?.Value, (clause.To as RangeEnd.Number)?.Value, passing);
        }
        if (clause.From is RangeEnd.Date || clause.To is RangeEnd.Date)
        {
            KeepDatesWithin(column, clause.From as RangeEnd.Date, clause.To as RangeEnd.Date, passing);
        }
    }

    private static bool[] LabelsAllowed(LabelView labels, Clause clause)
    {
        var ok = new bool[labels.Labels.Count];
        HashSet<string>? wanted = clause.Is is { } list ? [.. list] : null;
        HashSet<string>? refused = clause.IsNot is { } not ? [.. not] : null;
        for (int i = 0; i < ok.Length; i++)
        {
            string label = labels.Labels[i];
            ok[i] = (wanted is null || wanted.Contains(label)) && (refused is null || !refused.Contains(label));
        }
        return ok;
    }

    private static void ApplyNumbers(Column column, Clause clause, byte[] passing)
    {
        NumberView view = column.Numbers;
        (HashSet<ExactInt> Numbers, HashSet<string> Texts)? wanted = clause.Is is { } list
            ? Split(list, view.Scale, column.Info.Numbers)
            : null;
        (HashSet<ExactInt> Numbers, HashSet<string> Texts)? refused = clause.IsNot is { } not
            ? Split(not, view.Scale, column.Info.Numbers)
            : null;
        bool Has((HashSet<ExactInt> Numbers, HashSet<string> Texts) set, int row) =>
            view.At(row) is { } number
                ? set.Numbers.Contains(number)
                : set.Texts.Count > 0 && set.Texts.Contains(Label.Of(column.Cells.TextAt(row)));
        Keep(passing, row => (wanted is null || Has(wanted.Value, row)) && (refused is null || !Has(refused.Value, row)));
    }

    private static (HashSet<ExactInt> Numbers, HashSet<string> Texts) Split(IEnumerable<string> labels, int scale, NumberReading reading)
    {
        var numbers = new HashSet<ExactInt>();
        var texts = new HashSet<string>(StringComparer.Ordinal);
        foreach (string label in labels)
        {
            if (ExactDecimal.TryParse(label, out ExactDecimal number))
            {
                Take(number);
            }
            else if (reading.TryRead(label, out ExactInt units, out int written, out _))
            {
                Take(new ExactDecimal(units, written));
            }
            else
            {
                texts.Add(label);
            }
        }
        return (numbers, texts);

        void Take(ExactDecimal number)
        {
            // A number with more decimals than the column has equals none of its cells.
            if (number.Scale <= scale)
            {
                numbers.Add(number.AtScale(scale));
            }
        }
    }

    private static void KeepBlank(Column column, bool blank, byte[] passing)
    {
        if (column.Cells is NumberCells numbers)
        {
            Keep(passing, row => (numbers.At(row) is null && !numbers.Spellings.ContainsKey(row)) == blank);
            return;
        }
        LabelView labels = column.Labels;
        Keep(passing, row => (labels.Codes[row] == labels.BlankCode) == blank);
    }

    private static void KeepNumbersWithin(NumberView view, ExactDecimal? from, ExactDecimal? to, byte[] passing)
    {
        // The ends in the column's units: from rounds up, to rounds down, so that comparing integers is exact.
        ExactInt? low = from is null
            ? null
            : -ExactInt.FloorDivide(-from.Value.Units * ExactInt.PowerOfTen(view.Scale), ExactInt.PowerOfTen(from.Value.Scale)).Quotient;
        ExactInt? high = to is null
            ? null
            : ExactInt.FloorDivide(to.Value.Units * ExactInt.PowerOfTen(view.Scale), ExactInt.PowerOfTen(to.Value.Scale)).Quotient;
        if (view.Units is { } units && (low?.IsSmall ?? true) && (high?.IsSmall ?? true))
        {
            long least = low?.Small ?? long.MinValue + 1,
                most = high?.Small ?? long.MaxValue;
            least = Math.Max(least, long.MinValue + 1);
            for (int row = 0; row < units.Length; row++)
            {
                // Missing is the least long, and so below every end.
                passing[row] &= units[row] >= least && units[row] <= most ? (byte)1 : (byte)0;
            }
            return;
        }
        Keep(passing, row => view.At(row) is { } number && (low is null || number >= low.Value) && (high is null || number <= high.Value));
    }

    private static void KeepDatesWithin(Column column, RangeEnd.Date? from, RangeEnd.Date? to, byte[] passing)
    {
        LabelView labels = column.Labels;
        IReadOnlyList<DateTime?> dates = column.Dates.ByCode;
        // A day without a time is meant to its end; the last day of all has no next one.
        DateTime? before = to is { HasTime: false } && to.At.Date < DateTime.MaxValue.Date ? to.At.AddDays(1) : null;
        var ok = new bool[labels.Labels.Count];
        for (int i = 0; i < ok.Length; i++)
        {
            ok[i] =
                dates[i] is { } date
                && (from is null || date >= from.At)
                && (to is null || (to.HasTime ? date <= to.At : before is null || date < before));
        }
        Keep(passing, row => ok[labels.Codes[row]]);
    }

    private static void Keep(byte[] passing, Func<int, bool> holds)
    {
        for (int row = 0; row < passing.Length; row++)
        {
            if (passing[row] != 0 && !holds(row))
            {
                passing[row] = 0;
            }
        }
    }
}

/// <summary>Finds the columns that a study names.</summary>
internal static class Columns
{
    /// <exception cref="StudyException">There is none of that name.</exception>
    public static Column Find(Table table, string name, string place) =>
        table.Find(name)
        ?? throw new StudyException(
            "unknown-column",
            place,
            $"{place}: the table {(table.Name.Length == 0 ? "" : $"\"{table.Name}\" ")}has no column \"{name}\"; it has {WordList(table)}."
        );

    private static string WordList(Table table)
    {
        const int most = 12;
        string names = string.Join(", ", table.Columns.Take(most).Select(column => $"\"{column.Name}\""));
        return table.Columns.Count > most ? $"{names} and {table.Columns.Count - most} more" : names;
    }
}
