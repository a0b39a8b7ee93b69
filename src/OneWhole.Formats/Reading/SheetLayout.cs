using System.Globalization;

namespace OneWhole.Formats.Reading;

/// <summary>
/// Where a table begins on a sheet: the headings are the first row that is nearly as wide as the rows below it and holds
/// no number; what stands above is titles. Headings over two rows are joined, a merged upper one reaching over those below it.
/// </summary>
/// <param name="Titles">What stood above, one line a row.</param>
/// <param name="Headings">One a column.</param>
/// <param name="Columns">The cell of each column, or null where columns are cells in turn.</param>
/// <param name="FirstRow">The first row below the headings.</param>
internal sealed record SheetLayout(IReadOnlyList<string> Titles, IReadOnlyList<string> Headings, int[]? Columns, int FirstRow)
{
    /// <summary>The titles of blocks that stand side by side under repeated headings; none where there is one block.</summary>
    public IReadOnlyList<string> Blocks { get; init; } = [];

    /// <param name="start">The first rows; an empty one has no cells.</param>
    /// <param name="isSheet">Whether they stand on a sheet; delimited text has titles only where its first lines have one cell and later
    /// ones more.</param>
    /// <param name="headerRow">The row of the headings, from 1, where that was settled; 0 where there are none.</param>
    public static SheetLayout Find(IReadOnlyList<string[]> start, bool isSheet, int? headerRow)
    {
        if (headerRow == 0)
        {
            return new SheetLayout([], [.. Enumerable.Repeat("", start.Max(row => row.Length))], null, 0);
        }
        int header =
            headerRow is { } given ? Math.Clamp(given - 1, 0, start.Count - 1)
            : isSheet ? OnSheet(start)
            : InText(start);
        if (headerRow is null && FirstData(start, header, isSheet) is { } data)
        {
            return WithoutHeadings(start, data, isSheet);
        }
        IReadOnlyList<string> titles = [.. start.Take(header).Where(row => row.Length > 0).Select(Joined)];
        if (!isSheet)
        {
            int repeated = Repeats(start[header]);
            return new SheetLayout(titles, start[header], null, header + 1) { Blocks = Numbered(repeated) };
        }
        string[] headings = start[header];
        int upper = UpperRow(start, header);
        int[] filled = [.. Enumerable.Range(0, headings.Length).Where(at => At(headings, at).Length > 0)];
        int blocks = Repeats([.. filled.Select(at => At(headings, at))]);
        string[] blockTitles = [];
        if (blocks > 1)
        {
            // A line of titles, one over each block, is no line of headings.
            int wide = filled.Length / blocks;
            string[] above = header > 0 ? start[header - 1] : [];
            blockTitles =
            [
                .. Enumerable
                    .Range(0, blocks)
                    .Select(block =>
                        Joined([
                            .. Enumerable
                                .Range(0, above.Length)
                                .Where(at => at >= filled[block * wide] && (block == blocks - 1 || at < filled[(block + 1) * wide]))
                                .Select(at => above[at]),
                        ])
                    ),
            ];
            if (blockTitles.Any(title => title.Length == 0) || blockTitles.Distinct().Count() < blocks)
            {
                blockTitles = [.. Numbered(blocks)];
            }
            else
            {
                titles = [.. start.Take(header - 1).Where(row => row.Length > 0).Select(Joined)];
            }
        }
        else if (upper >= 0)
        {
            headings = Join(start[upper], headings, start.Skip(header + 1).Take(20).Select(row => row.Length).DefaultIfEmpty(0).Max());
            titles = [.. start.Take(upper).Where(row => row.Length > 0).Select(Joined)];
        }
        // A column without heading and without a cell below is no column.
        string[][] below = [.. start.Skip(header + 1)];
        int width = Math.Max(headings.Length, below.Select(row => row.Length).DefaultIfEmpty(0).Max());
        int[] columns =
        [
            .. Enumerable.Range(0, width).Where(at => At(headings, at).Length > 0 || below.Any(row => At(row, at).Length > 0)),
        ];
        // A column of cells without a heading between blocks would belong to none of them.
        return new SheetLayout(titles, [.. columns.Select(at => At(headings, at))], columns, header + 1)
        {
            Blocks = columns.Length == filled.Length ? blockTitles : [],
        };
    }

    /// <summary>Whether the rows have no headings: the first one is a row like those below it.</summary>
    public bool IsHeadless { get; init; }

    private const int MostCompared = 20;

    /// <summary>
    /// Where the row that would hold the headings is data, the first row of data; else null. It is data where a number stands over
    /// numbers, or a label over itself, and nowhere a word over numbers.
    /// </summary>
    private static int? FirstData(IReadOnlyList<string[]> start, int header, bool isSheet)
    {
        int widest = start.Max(Filled);
        int first = isSheet ? start.ToList().FindIndex(row => Filled(row) * 10 >= widest * 6 && Filled(row) > 0) : header;
        string[][] below = [.. start.Skip(first + 1).Where(row => Filled(row) > 0).Take(MostCompared)];
        if (first < 0 || first > header || widest < 2 || below.Length < 2)
        {
            return null;
        }
        int data = 0;
        for (int at = 0; at < start[first].Length; at++)
        {
            string cell = At(start[first], at);
            string[] cells = [.. below.Select(row => At(row, at)).Where(text => text.Length > 0)];
            if (cells.Length == 0 || cell.Length == 0)
            {
                continue;
            }
            bool numbers = cells.Count(LooksLikeNumber) * 10 >= cells.Length * 8;
            // A year stands over amounts as a heading does.
            bool year =
                IsYear(cell) && string.CompareOrdinal(cell, "1900") >= 0 && string.CompareOrdinal(cell, "2100") <= 0 && !cells.All(IsYear);
            if (numbers && (year || !LooksLikeNumber(cell)))
            {
                return null;
            }
            data += numbers ? 1 : 0;
        }
        return data > 0 ? first : null;
    }

    private static SheetLayout WithoutHeadings(IReadOnlyList<string[]> start, int first, bool isSheet)
    {
        int width = start.Skip(first).Max(row => row.Length);
        int[] columns = [.. Enumerable.Range(0, width).Where(at => start.Skip(first).Any(row => At(row, at).Length > 0))];
        return new SheetLayout(
            [.. start.Take(first).Where(row => row.Length > 0).Select(Joined)],
            [.. Enumerable.Repeat("", isSheet ? columns.Length : width)],
            isSheet ? columns : null,
            first
        )
        {
            IsHeadless = true,
        };
    }

    /// <summary>"1710", "1,204.50", "12 %", "$3".</summary>
    internal static bool LooksLikeNumber(string cell) =>
        Core.Tables.NumberReading.Point.TryRead(cell.Trim(), out _, out _, out _)
        || Core.Tables.NumberReading.Comma.TryRead(cell.Trim(), out _, out _, out _);

    /// <summary>How often the same two or more headings stand in a row, side by side; 1 where they don't.</summary>
    private static int Repeats(string[] headings)
    {
        for (int times = headings.Length / 2; times > 1; times--)
        {
            int wide = headings.Length / times;
            if (
                headings.Length % times == 0
                && Enumerable
                    .Range(0, headings.Length)
                    .All(at => headings[at].Trim().Length > 0 && headings[at].Trim() == headings[at % wide].Trim())
                && headings.Take(wide).Select(heading => heading.Trim()).Distinct().Count() == wide
            )
            {
                return times;
            }
        }
        return 1;
    }

    private static IReadOnlyList<string> Numbered(int blocks) =>
        blocks < 2 ? [] : [.. Enumerable.Range(1, blocks).Select(number => $"Block {number}")];

    private static string At(string[] row, int at) => at < row.Length ? row[at].Trim() : "";

    private static string Joined(string[] row) => string.Join(' ', row.Select(cell => cell.Trim()).Where(cell => cell.Length > 0));

    private static int Filled(string[] row) => row.Count(cell => !string.IsNullOrWhiteSpace(cell));

    private static bool IsNumber(string cell) =>
        double.TryParse(cell.Trim().TrimEnd('%'), NumberStyles.Float | NumberStyles.AllowThousands, CultureInfo.InvariantCulture, out _);

    private static int InText(IReadOnlyList<string[]> start)
    {
        int first = start.ToList().FindIndex(row => row.Length > 1);
        // Lines of one cell above lines of several: titles, if most of what follows has several.
        return first > 0 && start.Skip(first).Count(row => row.Length > 1) * 2 > start.Count - first ? first : 0;
    }

    private static int OnSheet(IReadOnlyList<string[]> start)
    {
        int widest = start.Max(Filled);
        for (int at = 0; at < start.Count; at++)
        {
            string[] row = start[at];
            if (
                Filled(row) * 10 >= widest * 6
                && (widest < 2 || Filled(row) >= 2)
                && row.All(cell => string.IsNullOrWhiteSpace(cell) || !IsNumber(cell) || IsYear(cell))
            )
            {
                return at;
            }
        }
        return start.ToList().FindIndex(row => Filled(row) > 0);
    }

    /// <summary>Years stand over columns as headings do.</summary>
    private static bool IsYear(string cell) => cell.Trim() is { Length: 4 } year && year[0] is '1' or '2' && year.All(char.IsAsciiDigit);

    /// <summary>The row of merged headings above the headings, or −1: fewer cells, each over one that has a heading of its own.</summary>
    private static int UpperRow(IReadOnlyList<string[]> start, int header)
    {
        if (header == 0 || Filled(start[header - 1]) < 2)
        {
            return -1;
        }
        string[] upper = start[header - 1],
            lower = start[header];
        bool over = Enumerable.Range(0, upper.Length).All(at => At(upper, at).Length == 0 || At(lower, at).Length > 0);
        return over && Filled(upper) < Filled(lower) ? header - 1 : -1;
    }

    private static string[] Join(string[] upper, string[] lower, int width)
    {
        var joined = new string[Math.Max(lower.Length, width)];
        string reaching = "";
        for (int at = 0; at < joined.Length; at++)
        {
            reaching = At(upper, at) is { Length: > 0 } own ? own : reaching;
            string below = At(lower, at);
            joined[at] =
                below.Length == 0 ? ""
                : reaching.Length == 0 ? below
                : $"{reaching} {below}";
        }
        return joined;
    }
}
