using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Office;

/// <summary>
/// A study as a workbook: the figure, the workings as formulas, the proofs as formulas, the rows that are counted, and the study.
/// </summary>
internal sealed class StudyWorkbook
{
    /// <summary>Sheets for more values would be a workbook that nobody reads.</summary>
    private const int MostValues = 40;

    /// <summary>Rows of workings: a program for workbooks takes a minute to open more.</summary>
    private const int MostRows = 100_000;

    /// <summary>Where the chart's table begins, under the chart.</summary>
    private const int TableRow = 36;

    private static readonly CellStyle Title = new() { Large = true };
    private static readonly CellStyle Quiet = new() { Quiet = true };

    private readonly HandedStudy _study;
    private readonly List<Sheet> _sheets = [];
    private readonly List<string> _proofs = [];
    private readonly List<(string, string)> _names = [];
    private readonly Dictionary<Sheet, SheetDrawing> _drawings = [];

    private StudyWorkbook(HandedStudy study, HandingSize size)
    {
        _study = study;
        if (study.Workings.Values.Count > MostValues)
        {
            throw new StudyException(
                "too-many-values",
                "each.column",
                $"The study is repeated for {NumberText.Count(study.Workings.Values.Count)} values; a workbook has "
                    + $"sheets for at most {MostValues}: filter rows, or hand over the workings as CSV."
            );
        }
        if (study.Workings.RowCount > MostRows)
        {
            throw new StudyException(
                "too-many-rows",
                "",
                $"The workings have {NumberText.Count(study.Workings.RowCount)} rows; a workbook holds at most "
                    + $"{NumberText.Count(MostRows)}: put the small parts together, filter rows, or hand over the "
                    + "workings as CSV or Parquet."
            );
        }
        var figure = new Sheet("Figure");
        _sheets.Add(figure);
        var proofs = new Sheet("Tie-out");
        var rows = new List<Sheet>();
        int proofRow = 1;
        foreach ((int at, Panel each) in study.Workings.Values.Index())
        {
            string number = study.Workings.Column is null ? "" : (at + 1).ToString(System.Globalization.CultureInfo.InvariantCulture);
            Sheet? counted = RowsSheet.Write(each.Workings, number);
            rows.Add(counted ?? RowsSheet.WriteNone(each.Workings, number));
            var sheet = new WorkingsSheet(each.Workings, counted, number);
            string title = study.Workings.Column is null ? study.Title : $"{study.Title}: {each.Value}";
            sheet.Write(title, Statement.Of(each.Workings).Text);
            _sheets.Add(sheet.Sheet);
            AddName(sheet.TotalName, sheet.TotalPlace);
            AddName(sheet.WholeName, sheet.WholePlace);
            proofRow = ProofsSheet.Write(proofs, proofRow, title, sheet, _proofs);
            if (study.Workings.Column is null)
            {
                Native(figure, sheet, size);
            }
        }
        WriteFigure(figure, size);
        _sheets.Add(proofs);
        _sheets.AddRange(rows);
        _sheets.Add(StudySheet());
    }

    /// <summary>The chart that the workbook draws, for whoever shows it elsewhere.</summary>
    public XmlChart? Chart { get; private set; }

    /// <summary>The ranges and formats that a chart is written from.</summary>
    internal sealed record XmlChart(NativeChart Chart, ChartTable Table, NumberFormats Formats, ChartRange Title);

    public static StudyWorkbook Of(HandedStudy study, HandingSize size) => new(study, size);

    public byte[] ToBytes() => WorkbookWriter.Write(_sheets, _names, _drawings, _study.Title);

    private void AddName(string name, string? place)
    {
        if (place is not null)
        {
            _names.Add((name, place));
        }
    }

    private void Native(Sheet figure, WorkingsSheet sheet, HandingSize size)
    {
        WorkingsResult workings = sheet.Workings;
        if (workings.Division.Study.Form.Form.Chart(workings) is not { } chart)
        {
            return;
        }
        var formats = new NumberFormats(workings);
        var table = new ChartTable(chart, sheet, figure, TableRow);
        Chart = new XmlChart(chart, table, formats, new ChartRange($"{figure.Reference}!$A$1", [_study.Title]));
        (double width, double height) = Fitted(size);
        _drawings[figure] = new SheetDrawing(ChartXml.Write(chart, table, formats, Chart.Title, null, width), null)
        {
            Place = (4, 0, width, height),
            Title = _study.Title,
            Description = Statement.Of(workings).Text,
        };
    }

    private void WriteFigure(Sheet sheet, HandingSize size)
    {
        Figure drawn = _study.Draw(size.Width, size.Height);
        sheet.Text(1, 1, _study.Title, Title);
        sheet.Text(
            2,
            1,
            !_study.Study.Finish.ShowCaption ? ""
                : drawn
                    .Marks.OfType<TextMark>()
                    .Where(mark => mark.Role == MarkRole.Caption)
                    .Select(mark => mark.Full ?? mark.Text)
                    .FirstOrDefault()
                    is { } caption
                && _study.Study.Finish.Caption is not null
                    ? caption
                : drawn.Description,
            Quiet
        );
        WriteOutcome(sheet, StudySlides.TieOutLine(drawn));
        if (!_drawings.ContainsKey(sheet))
        {
            (double width, double height) = Fitted(size);
            _drawings[sheet] = new SheetDrawing(null, drawn)
            {
                Place = (4, 0, width, height),
                Title = _study.Title,
                Description = drawn.Description,
            };
        }
    }

    /// <summary>The proofs in one line, which changes when one of them no longer holds.</summary>
    private void WriteOutcome(Sheet sheet, string line)
    {
        const int most = 200;
        if (_proofs.Count == 0)
        {
            sheet.Text(3, 1, line, Quiet);
            return;
        }
        string all = string.Join(',', _proofs.Chunk(most).Select(chunk => $"AND({string.Join(',', chunk)})"));
        string holds = _proofs.Count == 1 ? "its proof holds" : $"all {_proofs.Count} proofs hold";
        sheet.Formula(
            3,
            1,
            $"IF(AND({all}),\"{holds}\",\"a proof no longer holds: see the sheet of the tie-out\")",
            holds,
            new CellStyle { Bold = true }
        );
        sheet.Text(4, 1, $"as it was handed over: {line}", Quiet);
    }

    /// <summary>In the room above the table, in the figure's own proportions.</summary>
    private static (double Width, double Height) Fitted(HandingSize size)
    {
        const double most = (TableRow - 7) * 20;
        double scale = Math.Min(1, Math.Min(1100 / size.Width, most / size.Height));
        return (size.Width * scale, size.Height * scale);
    }

    private Sheet StudySheet()
    {
        var sheet = new Sheet("Study");
        sheet.Text(1, 1, "The study: it runs on another table", Title);
        int row = 2;
        foreach (string line in StudyFormat.Standard.WriteText(_study.Study).Split('\n'))
        {
            sheet.Text(++row, 1, line);
        }
        sheet.Widths[1] = 90;
        return sheet;
    }
}
