using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json;
using OneWhole.Core.Drawing;
using OneWhole.Core.Statements;
using OneWhole.Core.Workings;
using OneWhole.Formats.Pictures;

namespace OneWhole.Formats.Handing;

/// <summary>
/// An HTML file that needs nothing else: figures that say what is pointed at, tables, proofs; it stands still without script, and prints.
/// </summary>
internal sealed class HtmlDocument(string title)
{
    private const int MostNotes = 2_000;
    private const int MostRows = 5_000;

    private const string Style = """
        :root { color-scheme: light; }
        body { margin: 0; background: #f6f3ea; color: #20302e; }
        body { font: 14px/1.45 "Public Sans", sans-serif; font-feature-settings: "tnum", "kern"; }
        main { max-width: 1000px; margin: 24px auto; padding: 0 20px; }
        /* The figure shows its title; the heading is for who can't see it. */
        h1.heard { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
        h1.shown { font: 500 30px/1.2 Newsreader, serif; margin: 8px 0 4px; }
        .row { display: grid; gap: 24px; margin-top: 24px; }
        .row h2 { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
        .text { color: #20302e; font-size: 16px; }
        h2 { font: 500 18px/1.3 Newsreader, serif; margin: 24px 0 4px; }
        p { margin: 0 0 12px; color: #5d6a66; }
        figure { margin: 0; background: #fff; border: 1px solid #d9d4c6; }
        figure:focus-visible { outline: 2px solid #1d6b60; outline-offset: 2px; }
        svg { display: block; width: 100%; height: auto; }
        [data-row] { cursor: default; }
        .lit { stroke: #20302e; stroke-width: 2; }
        table { border-collapse: collapse; margin-top: 20px; width: 100%; }
        caption { text-align: left; color: #5d6a66; padding-bottom: 4px; }
        th { font-weight: 400; color: #5d6a66; text-align: left; vertical-align: bottom; border-bottom: 1px solid #20302e; }
        th, td { padding: 3px 6px; }
        td { border-bottom: 1px solid #d9d4c6; }
        .number { text-align: right; white-space: nowrap; }
        ul { padding: 0; margin: 12px 0 0; list-style: none; color: #5d6a66; }
        .warn { color: #7d5a0b; } .fail { color: #a83c2c; }
        #note { position: fixed; display: none; max-width: 280px; background: #fff; border: 1px solid #20302e; }
        #note { padding: 6px 10px; pointer-events: none; font-size: 13px; }
        @media print {
          body { background: #fff; } main { margin: 0; max-width: none; } figure { border: 0; break-inside: avoid; }
          .row, tr { break-inside: avoid; } thead { display: table-header-group; } #note { display: none; }
        }
        """;

    private const string Script = """
        const notes = JSON.parse(document.getElementById('notes').textContent), note = document.getElementById('note');
        const tell = (bar, x, y) => {
          for (const lit of document.querySelectorAll('.lit')) if (lit !== bar) lit.classList.remove('lit');
          const lines = bar && notes[bar.closest('figure').dataset.figure]?.[bar.dataset.row];
          note.style.display = lines ? 'block' : 'none';
          if (!lines) return;
          bar.classList.add('lit');
          note.replaceChildren(...lines.map((line) => Object.assign(document.createElement('div'), { textContent: line })));
          note.style.left = Math.max(8, Math.min(x + 14, innerWidth - note.offsetWidth - 8)) + 'px';
          note.style.top = Math.max(8, Math.min(y + 14, innerHeight - note.offsetHeight - 8)) + 'px';
        };
        const rowAt = (target) => (target.closest ? target.closest('[data-row]') : null);
        document.addEventListener('pointermove', (event) => tell(rowAt(event.target), event.clientX, event.clientY));
        for (const figure of document.querySelectorAll('figure')) {
          if (!Object.keys(notes[figure.dataset.figure] ?? {}).length) continue;
          const bars = [...figure.querySelectorAll('[data-row]')].sort((one, other) => one.dataset.row - other.dataset.row);
          let at = -1;
          figure.tabIndex = 0;
          figure.setAttribute('aria-label', 'Figure: arrow keys go from bar to bar');
          figure.addEventListener('blur', () => tell(null));
          figure.addEventListener('keydown', (event) => {
            const steps = { ArrowRight: at + 1, ArrowDown: at + 1, ArrowLeft: at - 1, ArrowUp: at - 1, Home: 0, End: bars.length - 1 };
            if (event.key === 'Escape') tell(null);
            if (steps[event.key] === undefined || !bars.length) return;
            event.preventDefault();
            at = Math.max(0, Math.min(bars.length - 1, steps[event.key]));
            bars[at].scrollIntoView({ block: 'nearest' });
            const box = bars[at].getBoundingClientRect();
            tell(bars[at], box.right, box.top);
          });
        }
        """;

    private readonly List<Dictionary<int, IReadOnlyList<string>>> _notes = [];

    /// <summary>What stands in it.</summary>
    public StringBuilder Body { get; } = new();

    /// <summary>A figure; with the workings of one study, what is said at the pointer.</summary>
    public void Figure(Figure figure, WorkingsResult? workings)
    {
        Body.Append("<figure data-figure=\"")
            .Append(_notes.Count.ToString(CultureInfo.InvariantCulture))
            .Append("\">\n")
            .Append(SvgWriter.ToInline(figure))
            .Append("\n</figure>\n");
        _notes.Add(
            workings is null
                ? []
                : Enumerable
                    .Range(0, Math.Min(MostNotes, workings.RowCount))
                    .ToDictionary(row => row, row => (IReadOnlyList<string>)[workings.NameOf(row), .. PointedReading.Of(workings, row)])
        );
    }

    /// <summary>The workings as a table, and their proofs.</summary>
    public void Workings(WorkingsResult workings, string title)
    {
        StringBuilder page = Body;
        var table = new WorkingsTable(workings);
        page.Append("<table>\n<caption>Workings: ").Append(Text(title)).Append("</caption>\n<thead><tr>");
        for (int at = 0; at < table.Heads.Count; at++)
        {
            page.Append("<th scope=\"col\"")
                .Append(table.IsNumber[at] ? " class=\"number\">" : ">")
                .Append(Text(table.Heads[at]))
                .Append("</th>");
        }
        page.Append("</tr></thead>\n<tbody>\n");
        foreach (IReadOnlyList<string> row in table.First(MostRows))
        {
            page.Append("<tr>");
            for (int at = 0; at < row.Count; at++)
            {
                page.Append(table.IsNumber[at] ? "<td class=\"number\">" : "<td>").Append(Text(row[at])).Append("</td>");
            }
            page.Append("</tr>\n");
        }
        page.Append("</tbody>\n</table>\n");
        if (table.RowCount > MostRows)
        {
            page.Append("<p>and ").Append(Core.Numbers.NumberText.Count(table.RowCount - MostRows)).Append(" rows more</p>\n");
        }
        page.Append("<ul aria-label=\"Proofs of ").Append(Text(title)).Append("\">\n");
        foreach (TieOutLine line in workings.TieOut)
        {
            string status = WorkingsJson.StatusWord(line.Status);
            page.Append("<li class=\"")
                .Append(status)
                .Append("\">")
                .Append(
                    line.Status switch
                    {
                        TieOutStatus.Ok => "✓",
                        TieOutStatus.Warn => "!",
                        _ => "✗",
                    }
                )
                .Append(' ')
                .Append(Text(line.Text))
                .Append("</li>\n");
        }
        page.Append("</ul>\n");
    }

    /// <summary>Nothing is fetched and nothing runs but the page's own script, whatever a label holds.</summary>
    private static readonly string Policy =
        "default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data:; base-uri 'none'; form-action "
        + "'none'; script-src "
        + $"'sha256-{Convert.ToBase64String(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes($"\n{Script}\n")))}'";

    public byte[] ToBytes()
    {
        var page = new StringBuilder();
        page.Append(
                "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n<meta "
                    + "http-equiv=\"Content-Security-Policy\" content=\""
            )
            .Append(Policy)
            .Append("\">\n<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n<title>")
            .Append(Text(title))
            .Append("</title>\n<style>\n")
            .Append(Style)
            .Append("\n</style>\n</head>\n<body>\n<main>\n")
            .Append(Body)
            .Append("</main>\n");
        if (_notes.Any(notes => notes.Count > 0))
        {
            // The writer of JSON escapes what could end the element.
            page.Append("<div id=\"note\" role=\"status\"></div>\n<script type=\"application/json\" id=\"notes\">")
                .Append(JsonSerializer.Serialize(_notes))
                .Append("</script>\n<script>\n")
                .Append(Script)
                .Append("\n</script>\n");
        }
        page.Append("</body>\n</html>\n");
        return new UTF8Encoding(false).GetBytes(page.ToString());
    }

    public static string Text(string text) => WebUtility.HtmlEncode(text);
}
