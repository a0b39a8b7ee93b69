using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.App.Tables;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;
using OneWhole.Formats.Text;

namespace OneWhole.App.Studies;

/// <summary>
/// Answers what is asked of a study: how a cell came about, what a selection adds up to, what a choice would do. Nothing changes.
/// </summary>
public sealed class StudyQuestions(
    StudyDocuments studies,
    StudyComputing computing,
    TableRows rows,
    TableDocuments tables,
    StudyViews views,
    FormList forms
)
{
    /// <summary>The columns that a study names, in their own order.</summary>
    public IReadOnlyList<string> ColumnsOf(string id) => [.. studies.Names.ColumnsOf(studies.Find(id).Json).Order(StringComparer.Ordinal)];

    /// <summary>
    /// The settings of looks that do something in a figure of this size, and the names of those that would change nothing.
    /// </summary>
    public SettingsView Settings(string id, double width, double height, CancellationToken cancel = default)
    {
        StudyDocument document = studies.Find(id);
        Figure Drawn(Study study)
        {
            cancel.ThrowIfCancellationRequested();
            return FigureDrawer.Draw(
                computing.ComputeAll(document.TableId, study, cancel),
                StudyPictures.Side(width),
                StudyPictures.Side(height),
                TextMeasurer.Shared
            );
        }
        Figure With(string path, JsonNode? value)
        {
            var json = (JsonObject)document.Json.DeepClone();
            StudyEdits.Set(json, path, value, document.Study.Form.Form);
            return Drawn(studies.Format.Read(json.ToJsonString()));
        }
        WorkingsResult workings = computing.Compute(document, cancel);
        Figure now = Drawn(document.Study);
        (IReadOnlyList<Setting> acting, IReadOnlyList<string> idle) = ActingSettings.Of(Statement.Of(workings).Settings, now, With);
        // What was tried last is not what is kept of the study.
        computing.ComputeAll(document.TableId, document.Study, cancel);
        return new SettingsView(StudyPictures.Suggest(acting, tables.Document(document.TableId), now), idle);
    }

    /// <summary>A run of the workings' rows, of the workings that are meant.</summary>
    /// <param name="id">The study.</param>
    /// <param name="first">The first row, from 0.</param>
    /// <param name="count">At most 1,000.</param>
    /// <param name="stamp">Of the workings whose first rows are shown; null for those of now.</param>
    /// <exception cref="AppException">The workings are others now.</exception>
    public IReadOnlyList<WorkingsRowView> Rows(string id, int first, int count, string? stamp = null)
    {
        StudyDocument document = studies.Find(id);
        using IDisposable style = document.Study.Finish.Numbers.Use();
        return stamp is not null && stamp != computing.StampOf(document)
            ? throw new AppException("changed", "The workings have changed meanwhile: the study is shown anew.")
            : StudyPictures.RowsOf(computing.Compute(document), null, Math.Max(0, first), Math.Clamp(count, 0, 1000));
    }

    /// <summary>How one cell came about.</summary>
    public string Arithmetic(string id, string column, int row)
    {
        WorkingsResult workings = computing.Compute(studies.Find(id));
        using IDisposable style = workings.Division.Study.Finish.Numbers.Use();
        if (workings.Find(column) is not { } found || row < 0 || row >= workings.RowCount)
        {
            throw new AppException("not-found", $"The workings have no cell {column} in row {row + 1}.");
        }
        return $"{workings.NameOf(row)}: {new RuleWords(workings).Arithmetic(found, row)}";
    }

    /// <summary>What is said of a row at the pointer, line by line.</summary>
    public IReadOnlyList<string> Pointed(string id, int row)
    {
        WorkingsResult workings = computing.Compute(studies.Find(id));
        using IDisposable style = workings.Division.Study.Finish.Numbers.Use();
        return row >= 0 && row < workings.RowCount
            ? PointedReading.Of(workings, row)
            : throw new AppException("not-found", $"The workings have no row {row + 1}.");
    }

    /// <summary>"3 causes: 2,913 minutes, 60.4 % of all".</summary>
    public SelectionReading Selection(string id, IReadOnlyList<int> rows)
    {
        WorkingsResult workings = computing.Compute(studies.Find(id));
        using IDisposable style = workings.Division.Study.Finish.Numbers.Use();
        Division division = workings.Division;
        int[] valid = [.. rows.Where(row => row >= 0 && row < workings.RowCount).Distinct()];
        StudyWords words = StudyWords.Of(division);
        string name =
            valid.Length == 1 ? workings.NameOf(valid[0])
            : division.HasGroups && workings.Rows != RowKind.Parts ? $"{NumberText.Count(valid.Length)} amounts"
            : words.Parts(valid.Length);
        if (workings.Rows == RowKind.Parts)
        {
            Fraction change = valid.Aggregate(Fraction.Zero, (all, row) => all + (workings["change"].Exact(row) ?? Fraction.Zero));
            return new SelectionReading(
                $"{name}: {NumberText.Signed(change, WorkingsText.Of(division, ColumnUnit.Amount, change.Abs()))} {words.Counted}"
            );
        }
        if (valid.Length == 1 && division.HasGroups && !workings.RowsAreGroups)
        {
            return OfPart(workings, division.PartOf(valid[0]));
        }
        ExactInt sum = default;
        foreach (int row in valid)
        {
            sum += workings.RowsAreGroups ? division.GroupTotal(row) : division.Amount(row);
        }
        string share =
            valid.Length == 1 && workings.RowsAreCells && !division.HasGroups
                ? ShareText.Of(workings, valid[0])
                : ShareText.Of(division, sum, division.ReadingWhole);
        return new SelectionReading(
            $"{name}: {division.Text(sum)} {words.Counted}, {share} of {(division.FixedWhole is null ? "all" : "the whole")}"
        );
    }

    /// <summary>One part's share in each group, and the form in which it can be compared.</summary>
    private static SelectionReading OfPart(WorkingsResult workings, int part)
    {
        const int most = 6;
        Division division = workings.Division;
        int[] groups =
        [
            .. Enumerable.Range(0, division.GroupCount).Where(group => division.Has(group, part) && !division.GroupTotal(group).IsZero),
        ];
        string shares = string.Join(
            ", ",
            groups
                .Take(most)
                .Select(group =>
                    ShareText.Of(workings, group * division.PartCount + part, division.WholeIsFirst ? null : WholeOf.Group)
                    + $" of {division.Groups![group].Label}"
                )
        );
        string more = groups.Length > most ? $" and {groups.Length - most} more" : "";
        (string Kind, string Shape, string Text)? other = division.Study.Form.Form.ComparesIn;
        return new SelectionReading($"{division.Parts[part].Label}: {shares}{more}")
        {
            Form = other?.Kind,
            Shape = other?.Shape,
            FormText = other?.Text,
        };
    }

    /// <summary>The choices of a changeable word of the statement.</summary>
    public IReadOnlyList<Option> Options(string id, string path)
    {
        StudyDocument document = studies.Find(id);
        Token token = StudyViews
            .StatementOf(computing.Compute(document), document.Study)
            .Phrases.SelectMany(phrase => phrase.Tokens)
            .FirstOrDefault(token => token.Path == path)
            ?? throw new AppException("not-found", $"The statement has no word for \"{path}\".");
        return token.Options?.Invoke() ?? [];
    }

    /// <summary>What one part's amount would have to be for the next goal of its study: fewer parts that hold what a cut asks.</summary>
    public IReadOnlyList<ReachView> Reach(string id, int row)
    {
        WorkingsResult workings = computing.Compute(studies.Find(id));
        using IDisposable style = workings.Division.Study.Finish.Numbers.Use();
        Division division = workings.Division;
        if (row < 0 || row >= workings.RowCount || !workings.RowsAreCells || division.Study.Groups is not null || division.IsFolded(row))
        {
            return [];
        }
        string part = division.Parts[division.PartOf(row)].Label;
        Fraction now = division.Value(division.Amount(row));
        StudyWords words = StudyWords.Of(division);
        var reached = new List<ReachView>();
        foreach ((int count, Fraction share) in division.Study.Form.Form.Goals(workings))
        {
            if (Core.Workings.Reach.AmountFor(division, row, count, share) is { } amount)
            {
                Fraction change = amount.ToFraction() - now;
                string by = NumberText.Signed(change, NumberText.Rounded(change.Abs(), division.Scale, trimZeros: true));
                reached.Add(
                    new ReachView(
                        $"so that {words.Parts(count)} make {NumberText.Percent(share, 2, trimZeros: true)}: {part} at "
                            + $"{NumberText.Exact(amount)} ({by})",
                        amount.ToString()
                    )
                );
            }
        }
        return reached;
    }

    /// <summary>What a study's whole can be held against, each with the bridge that answers it, drawn small.</summary>
    public IReadOnlyList<ChangeView> Changes(string id, double width, double height, CancellationToken cancel = default)
    {
        StudyDocument document = studies.Find(id);
        return
        [
            .. views
                .ChangesOf(document.TableId, document.Study)
                .Select(offer => new ChangeView(offer.Text, offer.Detail, views.LikelyOf(document.TableId, offer, width, height, cancel))),
        ];
    }

    /// <summary>Every form's shapes, drawn small with this study's rows.</summary>
    public IReadOnlyList<StripItem> Strip(string id, double width, double height, CancellationToken cancel)
    {
        StudyDocument document = studies.Find(id);
        var items = new List<StripItem>();
        foreach (Form form in forms.Forms)
        {
            foreach (FormShape shape in form.Shapes)
            {
                cancel.ThrowIfCancellationRequested();
                items.Add(StripItemOf(document, form, shape, width, height, cancel) with { Also = shape.AlsoCalled });
            }
        }
        return items;
    }

    private StripItem StripItemOf(StudyDocument document, Form form, FormShape shape, double width, double height, CancellationToken cancel)
    {
        Study study = document.Study;
        bool chosen = shape.Holds(study);
        try
        {
            Study shaped = study;
            if (study.Form.Form != form && document.Content.Forms[form.Kind] is { } remembered)
            {
                var json = (JsonObject)document.Json.DeepClone();
                json["form"] = remembered.DeepClone();
                shaped = studies.Format.Read(json.ToJsonString());
            }
            Table table = rows.Load(document.TableId).Table;
            Study applied = shape.Apply(shaped),
                wanted = applied.Form.Form.Fitted(table, applied);
            WorkingsResult workings = computing.Compute(document.TableId, wanted, cancel);
            StudyWords words = StudyWords.Of(workings.Division);
            Unsuitable? unsuitable = form.Suits(workings)
                ?? (
                    form.Groups == GroupUse.None && wanted.Value != applied.Value && wanted.Value is Measure.Sum alone
                        ? new Unsuitable($"takes no groups; it counts {alone.Column} alone", null)
                    : wanted.Parts != applied.Parts
                        ? new Unsuitable($"needs other columns; it takes {words.PartMany} within each {words.GroupOne}", null)
                    : wanted.Groups != applied.Groups ? new Unsuitable($"needs a second column; it takes {words.GroupMany}", null)
                    : null
                );
            return new StripItem(
                form.Kind,
                shape.Id,
                shape.Name,
                chosen,
                Miniature.Of(FigureDrawer.Draw(workings, StudyPictures.Side(width), StudyPictures.Side(height), TextMeasurer.Shared)),
                unsuitable?.Why,
                unsuitable?.Remedy?.Text
            );
        }
        catch (StudyException fault)
        {
            return new StripItem(
                form.Kind,
                shape.Id,
                shape.Name,
                chosen,
                FormSample.Of(form, shape, StudyPictures.Side(width), StudyPictures.Side(height), TextMeasurer.Shared),
                fault.Plain,
                null
            )
            {
                IsSample = true,
            };
        }
    }

    /// <summary>The values of a column with their amounts in this study, its clause on that column aside.</summary>
    public FilterList FilterValues(string id, string column, int? clauseIndex)
    {
        StudyDocument document = studies.Find(id);
        Study study = document.Study;
        Table table = rows.Load(document.TableId).Table;
        Column found = table.Find(column) ?? throw new AppException("not-found", $"The table has no column \"{column}\".");
        Clause? clause = clauseIndex is { } index ? study.Where.ElementAtOrDefault(index) : null;
        ImmutableArray<Clause> others = clause is null ? study.Where : study.Where.RemoveAt(clauseIndex!.Value);
        Study byColumn = study with
        {
            Where = others,
            Parts = new Axis.Labels(column, []),
            Groups = null,
            Fold = null,
            Whole = new Whole(WholeOf.All),
            GivenValue = study.Parts is Axis.Columns || study.Groups is Axis.Columns ? new Measure.Rows() : study.GivenValue,
            Order = new Ordering { Parts = found.Info.Type == ColumnType.Category ? Order.Largest : Order.Natural },
            Negatives = Negatives.Keep,
            // Whatever the study's own form needs, the values are counted without groups.
            Form = forms.Forms.First(form => form.Groups == GroupUse.None) is var plain
                ? new FormChoice(plain, plain.DefaultMembers)
                : study.Form,
            PanelColumn = null,
        };
        Division division = Division.Of(table, byColumn);
        double whole = division.Value(division.Total).ToDouble();
        const int most = 500;
        return new FilterList(
            column,
            found.Info.NounOne,
            found.Info.Type,
            [
                .. Enumerable
                    .Range(0, Math.Min(most, division.PartCount))
                    .Select(part => new FilterValue(
                        division.Parts[part].Label,
                        division.Text(division.PartTotal(part)),
                        whole == 0 ? 0 : division.Value(division.PartTotal(part)).ToDouble() / whole,
                        IsChosen(clause, division.Parts[part].Label)
                    )),
            ],
            division.PartCount
        );
    }

    private static bool IsChosen(Clause? clause, string label) =>
        clause is null
        || ((clause.Is is not { } wanted || wanted.Contains(label)) && (clause.IsNot is not { } refused || !refused.Contains(label)));

    /// <summary>What "only parts of at least this much" would leave: the clause, the new whole.</summary>
    public LeastPreview AtLeast(string id, int row)
    {
        WorkingsResult workings = computing.Compute(studies.Find(id));
        using IDisposable style = workings.Division.Study.Finish.Numbers.Use();
        Division division = workings.Division;
        if (row < 0 || row >= division.RowCount || division.Study.Parts is not Axis.Labels axis || division.HasGroups)
        {
            throw new AppException("not-found", "Only a part of a column can be taken as the least one.");
        }
        ExactInt least = division.Amount(row);
        int[] kept =
        [
            .. Enumerable
                .Range(0, division.RowCount)
                .Where(at => division.Amount(at) >= least && division.Parts[at].Kind != EntryKind.Folded),
        ];
        ExactInt sum = default;
        foreach (int at in kept)
        {
            sum += division.Amount(at);
        }
        StudyWords words = StudyWords.Of(division);
        string share = division.Total.IsZero
            ? ""
            : $", {NumberText.Percent(new Fraction(sum, division.Total), division.Study.Rounding.Decimals)} of what is used now";
        var clause = new JsonObject
        {
            ["column"] = axis.Column,
            ["is"] = new JsonArray([.. kept.Select(at => JsonValue.Create(division.Parts[at].Label))]),
        };
        return new LeastPreview(
            $"{words.Parts(kept.Length)} of at least {division.Text(least)}: the new whole is {division.Text(sum)} {words.Counted}{share}",
            kept.Length,
            clause
        );
    }
}
