using System.Globalization;
using System.Text.Json.Nodes;
using OneWhole.App.Elsewhere;
using OneWhole.App.Tables;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;
using OneWhole.Store;

namespace OneWhole.App.Studies;

/// <summary>Studies as they are shown: the sentence, the workings and the figure, or what is wrong.</summary>
public sealed class StudyViews(StudyDocuments studies, StudyComputing computing, TableDocuments tables, TableRows rows, FormList forms)
{
    private const int MostSecondTables = 4;

    /// <summary>The sentence. What 100 % is differs from one small figure to the next: it then has no number for it.</summary>
    internal static Statement StatementOf(WorkingsResult workings, Study study) =>
        study.PanelColumn is null ? Statement.Of(workings) : Statement.Of(workings.Division.Table, study);

    internal StudyView Of(StudyDocument document, double width, double height, CancellationToken cancel = default)
    {
        Study study = document.Study;
        using IDisposable style = study.Finish.Numbers.Use();
        StoredDocument stored = document.Stored;
        TableDocument described = tables.Document(document.TableId);
        Table table = rows.Load(described).Table;
        Statement statement;
        WorkingsResult? workings = null;
        PanelsView? panels = null;
        Figure? figure = null;
        string? problem = null,
            code = null;
        try
        {
            WorkingsSet set = computing.ComputeAll(document.TableId, study, cancel);
            workings = computing.ShownOf(set, document.TableId, study, cancel);
            statement = StatementOf(workings, study);
            panels = study.PanelColumn is null ? null : StudyPictures.PanelsOf(set, study);
            figure = FigureDrawer.Draw(set, StudyPictures.Side(width), StudyPictures.Side(height), TextMeasurer.Shared);
            figure = panels is null ? figure : StudyPictures.WithShown(figure, panels.Shown);
        }
        catch (StudyException fault)
        {
            problem = workings is null ? fault.Message : fault.Plain;
            code = fault.Code;
            statement = workings is null ? Statement.Of(table, study) : Statement.Of(workings);
        }
        return new StudyView
        {
            Id = stored.Id,
            Revision = stored.Revision,
            CanUndo = stored.CanUndo,
            CanRedo = stored.CanRedo,
            LastChange = stored.Note,
            TableId = document.TableId,
            TableName = table.Name,
            Changed = stored.Changed,
            Title = statement.Title,
            Study = document.Json,
            Statement = statement.Phrases,
            Offers = OffersOf(statement, study, document.TableId),
            Panels = panels,
            Answers =
            [
                .. forms.Forms.SelectMany(form => form.Answers.Select(answer => new AnswerView(answer.Text, form.Kind, answer.Shape))),
            ],
            Settings = StudyPictures.Suggest(statement.Settings, tables.Document(document.TableId), figure),
            Workings = workings is null ? null : StudyPictures.ViewOf(workings, figure) with { Stamp = computing.StampOf(document) },
            Remarks = workings is null
                ? []
                :
                [
                    .. RemarksOf(workings, panels is null ? figure : null)
                        .Select(remark => new RemarkView(remark.Id, remark.Text, remark.Remedy?.Text)),
                    .. workings.Division.Asked?.Note is { } note ? [new RemarkView("asked", note, null)] : (RemarkView[])[],
                ],
            Figure = figure,
            Problem = problem,
            ProblemCode = code,
            Left = described.Left,
            SourceId = described.Left is null ? null : described.From?.Source,
            AsOf = workings?.Division.AsOf,
            Remedy = problem is null || workings is null ? null : study.Form.Form.Suits(workings)?.Remedy?.Text,
        };
    }

    /// <summary>What is to be said of a study that is no proof: of its columns and rows, and of what its figure has no room for.</summary>
    internal static IEnumerable<Remark> RemarksOf(WorkingsResult workings, Figure? figure) =>
        figure is not null && NoRoom.Of(workings, figure, TextMeasurer.Shared) is { } left
            ? [.. Remarks.Of(workings.Division), left]
            : Remarks.Of(workings.Division);

    /// <summary>A study that is proposed: its sentence and its small figure, or why it can't be drawn.</summary>
    internal LikelyStudy LikelyOf(
        string tableId,
        Study study,
        double width,
        double height,
        CancellationToken cancel,
        LoadedTable? second = null
    )
    {
        System.Text.Json.Nodes.JsonObject document = studies.Format.Write(study);
        try
        {
            WorkingsResult workings = computing.Compute(tableId, study, cancel, second);
            Statement statement = StatementOf(workings, study);
            return new LikelyStudy(
                statement.Title,
                string.Concat(statement.Phrases.Select(phrase => phrase.Text)),
                document,
                Miniature.Of(FigureDrawer.Draw(workings, StudyPictures.Side(width), StudyPictures.Side(height), TextMeasurer.Shared))
            );
        }
        catch (StudyException fault)
        {
            Statement statement = Statement.Of(rows.Load(tableId).Table, study);
            return new LikelyStudy(statement.Title, fault.Plain, document, null);
        }
    }

    /// <summary>A study in the list. One that can't be shown says what is wrong, and hides no other one.</summary>
    internal StudySummary SummaryOf(StoredDocument stored, double width, double height)
    {
        try
        {
            // A list does not wait for engines.
            using IDisposable known = LeftRows.KnownOnly();
            StudyView view = Of(studies.Read(stored), width, height);
            return new StudySummary(
                view.Id,
                view.Revision,
                view.Title,
                string.Concat(view.Statement.Select(phrase => phrase.Text)),
                view.TableId,
                view.TableName,
                view.Changed,
                view.Figure,
                view.Problem
            );
        }
        catch (Exception fault) when (fault is AppException or StudyException)
        {
            return Unshown(stored, fault.Message);
        }
        catch (Exception fault) when (fault is not OperationCanceledException)
        {
            // Whatever it is, the others are shown.
            return Unshown(stored, "This study can't be computed: open it to change it, or take it away.");
        }
    }

    /// <summary>The title that a stored study was given; null where it was given none, or is damaged.</summary>
    internal static string? GivenTitle(StoredDocument stored)
    {
        try
        {
            return (string?)JsonNode.Parse(stored.Body)?["study"]?["title"];
        }
        catch (Exception fault) when (fault is System.Text.Json.JsonException or InvalidOperationException)
        {
            return null;
        }
    }

    private static StudySummary Unshown(StoredDocument stored, string problem)
    {
        string? title = GivenTitle(stored);
        return new StudySummary(
            stored.Id,
            stored.Revision,
            title is { Length: > 0 } ? title : "(a study that can't be shown)",
            "",
            stored.Parent ?? "",
            "",
            stored.Changed,
            null,
            problem
        );
    }

    /// <summary>The study's own title, or the beginning of its statement.</summary>
    internal string TitleOf(StudyDocument document)
    {
        Study study = document.Study;
        if (study.Title.Length > 0)
        {
            return study.Title;
        }
        try
        {
            return Statement.Of(computing.Compute(document)).Title;
        }
        catch (StudyException)
        {
            return Statement.Of(rows.Load(document.TableId).Table, study).Title;
        }
    }

    /// <summary>Clauses that the sentence can have, those among them that read another table.</summary>
    /// <summary>The other tables that have what a study needs.</summary>
    internal IEnumerable<string> TablesLike(Study study, string tableId)
    {
        HashSet<string> needed = studies.Names.ColumnsOf(studies.Format.Write(study));
        return tables
            .List()
            .Where(other =>
                other.Id != tableId
                && other.Problem is null
                && needed.IsSubsetOf(tables.Document(other.Id).Shown.Select(column => column.Name))
            )
            .Take(MostSecondTables)
            .Select(other => other.Name);
    }

    /// <summary>What a study's whole can be held against, as its forms know it.</summary>
    internal IReadOnlyList<ChangeOffer> ChangesOf(string tableId, Study study)
    {
        Table table = rows.Load(tableId).Table;
        string[] others = [.. TablesLike(study, tableId)];
        EarlierRows? earlier = Earlier(tableId);
        return
        [
            .. from form in forms.Forms
            from offer in form.WhatChanged(table, study, earlier is null ? others : [earlier.Document.Name, .. others])
            select earlier is not null && offer.FromTable == earlier.Document.Name
                ? offer with
                {
                    Text = $"from {earlier.Words} to now",
                    Detail = "the same table, as it was",
                }
                : offer,
        ];
    }

    /// <summary>A bridge from other rows, drawn small, though what a refresh replaced is no table yet.</summary>
    internal LikelyStudy LikelyOf(string tableId, ChangeOffer offer, double width, double height, CancellationToken cancel) =>
        LikelyOf(
            tableId,
            offer.Study,
            width,
            height,
            cancel,
            EarlierOf(tableId, offer) is { } earlier ? earlier.Asked ?? rows.Load(earlier.Document) : null
        );

    /// <summary>The rows that a refresh replaced, where an offer goes from them and they are no table yet.</summary>
    internal EarlierRows? EarlierOf(string tableId, ChangeOffer offer) =>
        offer.FromTable is { } name && Earlier(tableId) is { } earlier && earlier.Document.Name == name ? earlier : null;

    /// <summary>What a table was: before its last refresh, or before it was asked again.</summary>
    private EarlierRows? Earlier(string tableId)
    {
        TableDocument document = tables.Document(tableId);
        if (rows.EarlierOf(document) is not var (loaded, asOf))
        {
            return tables.Earlier(tableId);
        }
        string when = asOf.ToLocalTime().ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture),
            name = $"{document.Name} as of {when}";
        return tables.List().Any(other => other.Name == name)
            ? null
            : new EarlierRows(document with { Name = name }, $"what was asked at {when}")
            {
                Asked = loaded with { Table = Named(loaded.Table, name) },
            };
    }

    private static Table Named(Table table, string name) => new(name, table.Columns) { Source = table.Source, Layout = table.Layout };

    private IReadOnlyList<Offer> OffersOf(Statement statement, Study study, string tableId)
    {
        Form form = study.Form.Form;
        if (form.SecondTable(study) is not null || form.OfferOf(study, "") is null)
        {
            return statement.Offers;
        }
        return [.. statement.Offers, .. TablesLike(study, tableId).Select(name => form.OfferOf(study, name)!)];
    }
}
