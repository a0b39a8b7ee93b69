using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>
/// Cuts a number column into bands as a column of labels: of one width, or between edges. Lower end in, upper end out; the last edge
/// belongs to the last band.
/// </summary>
internal sealed class Bands : StepKind<Bands.With>
{
    public sealed record With(string Column, string As)
    {
        public ExactDecimal? Start { get; init; }

        public ExactDecimal? Width { get; init; }

        public ExactDecimal? End { get; init; }

        public ImmutableArray<ExactDecimal> Edges { get; init; } = [];

        public ImmutableArray<string> Labels { get; init; } = [];
    }

    public override string Kind => "bands";

    public override string Name => "cut numbers into bands";

    public override IReadOnlyList<StepField> Fields =>
        [
            new StepField("column", "Column", "column"),
            new StepField("as", "Heading of the new column", "text"),
            new StepField("start", "Start", "number") { Optional = true },
            new StepField("width", "Width", "number") { Optional = true },
            new StepField("end", "End", "number") { Optional = true },
            new StepField("edges", "Or edges", "numbers") { Optional = true },
            new StepField("labels", "Labels", "texts") { Optional = true },
        ];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("bands", () => new With("", ""))
            .Has("column", Heading, with => with.Column, (with, value) => with with { Column = value }, "the column", required: true)
            .Has("as", Heading, with => with.As, (with, value) => with with { As = value }, "the new column's heading", required: true)
            .May(
                "start",
                new NumberShape(),
                with => with.Start,
                (with, value) => with with { Start = value },
                "where the first band begins"
            )
            .May("width", new NumberShape(above: 0), with => with.Width, (with, value) => with with { Width = value }, "how wide a band is")
            .May("end", new NumberShape(), with => with.End, (with, value) => with with { End = value }, "where the last band ends")
            .Has(
                "edges",
                new ListShape<ExactDecimal>(new NumberShape(), most: 10_001),
                with => with.Edges,
                (with, value) => with with { Edges = value },
                "rising edges, instead of start and width"
            )
            .Has(
                "labels",
                new ListShape<string>(new TextShape("a label", 200)),
                with => with.Labels,
                (with, value) => with with { Labels = value },
                "one for each band; without them \"0–20\""
            )
            .Where(Fault);

    private static string? Fault(With with)
    {
        bool even = with.Start is not null && with.Width is not null;
        if (with.Edges.Length == 0 ? !even : with.Start is not null || with.Width is not null || with.End is not null)
        {
            return "bands with start and width (and an end), or with edges";
        }
        if (with.Edges.Length == 1 || Enumerable.Range(1, Math.Max(0, with.Edges.Length - 1)).Any(i => with.Edges[i] <= with.Edges[i - 1]))
        {
            return "bands with two or more rising edges";
        }
        return with.Labels.Length > 0 && with.Edges.Length > 0 && with.Labels.Length != with.Edges.Length - 1
            ? "bands with one label for each"
            : null;
    }

    /// <summary>
    /// Round bands that cover every number: a start at or below the smallest, as many of one width as it takes to pass the largest.
    /// </summary>
    public override JsonObject? Suggest(Column column)
    {
        if (RoundBands.Suggest(column.Numbers) is not var (start, width) || column.Numbers.Ends() is not var (_, most, _))
        {
            return null;
        }
        var with = new With(column.Name, $"{column.Name} band") { Start = start, Width = width };
        ExactDecimal end = Edges(column, with)[^1];
        return Write(with with { End = end > most ? end : null });
    }

    private protected override string Words(With members) =>
        members.Edges.Length > 0
            ? $"{members.Column} cut at {ColumnMaking.List([.. members.Edges.Select(edge => edge.ToString())])} as {members.As}"
            : $"{members.Column} in bands of {members.Width} from "
                + $"{members.Start}{(members.End is { } end ? $" to {end}" : "")} as {members.As}";

    private protected override StepResult Apply(Table table, With members)
    {
        Column column = table.Need(members.Column);
        string name = table.Free(members.As);
        ExactDecimal[] edges = members.Edges.Length > 0 ? [.. members.Edges] : Edges(column, members);
        string[] labels =
        [
            .. Enumerable
                .Range(0, edges.Length - 1)
                .Select(band => band < members.Labels.Length ? members.Labels[band] : $"{edges[band]}–{edges[band + 1]}"),
        ];
        long outside = 0,
            banded = 0;
        var texts = new string[table.RowCount];
        for (int row = 0; row < texts.Length; row++)
        {
            int band = column.NumberAt(row) is { } number ? BandOf(edges, number) : -1;
            outside += band < 0 && column.NumberAt(row) is not null ? 1 : 0;
            banded += band >= 0 ? 1 : 0;
            texts[row] = band < 0 ? "" : labels[band];
        }
        Column made = ColumnMaking.OfTexts(name, texts, numbers: false);
        return new StepResult(
            table.With([.. table.Columns, made.With(made.Info with { Type = ColumnType.Category })]),
            table.RowCount,
            banded
        )
        {
            Note =
                outside == 0
                    ? null
                    : $"{NumberText.Count(outside)} {(outside == 1 ? "row falls" : "rows fall")} outside the bands and "
                        + $"{(outside == 1 ? "is" : "are")} blank",
        };
    }

    private static ExactDecimal[] Edges(Column column, With with)
    {
        ExactDecimal last = with.End ?? column.Numbers.Ends()?.Most ?? with.Start!.Value;
        int scale = Math.Max(Math.Max(with.Start!.Value.Scale, with.Width!.Value.Scale), last.Scale);
        ExactInt start = with.Start.Value.AtScale(scale),
            width = with.Width.Value.AtScale(scale),
            end = last.AtScale(scale);
        // Without an end the bands run on until the largest value is inside; its band's upper end is out.
        ExactInt count =
            end < start ? ExactInt.One
            : with.End is null ? ExactInt.FloorDivide(end - start, width).Quotient + ExactInt.One
            : -ExactInt.FloorDivide(start - end, width).Quotient;
        if (count > 10_000)
        {
            throw new StudyException(
                "too-many-bands",
                "width",
                $"{count} bands are too many; at most 10000 can be made: take a larger width."
            );
        }
        var edges = new List<ExactDecimal>();
        for (long i = 0; i <= Math.Max(1, count.Small); i++)
        {
            ExactInt edge = start + width * i;
            edges.Add(new ExactDecimal(with.End is not null && edge > end && end > start ? end : edge, scale));
        }
        return [.. edges];
    }

    private static int BandOf(ExactDecimal[] edges, ExactDecimal number)
    {
        if (number < edges[0] || number > edges[^1])
        {
            return -1;
        }
        int at = Array.BinarySearch(edges, number);
        at = at >= 0 ? at : ~at - 1;
        return Math.Min(at, edges.Length - 2);
    }
}
