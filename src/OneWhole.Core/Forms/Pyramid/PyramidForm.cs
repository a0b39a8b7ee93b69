using System.Collections.Immutable;
using System.Text.Json.Nodes;
using OneWhole.Core.Charts;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Forms.Pyramid;

/// <summary>The pyramid's members.</summary>
internal sealed record PyramidMembers
{
    public LengthUnit Length { get; init; }

    public Against? Against { get; init; }

    public static ObjectShape<PyramidMembers> Shape { get; } =
        new ObjectShape<PyramidMembers>("a pyramid", () => new PyramidMembers())
            .Has(
                "scale",
                new ChoiceShape<LengthUnit> { { "share", LengthUnit.Share }, { "amount", LengthUnit.Amount } },
                members => members.Length,
                (members, value) => members with { Length = value },
                "whether bars are shares or amounts"
            )
            .MayHave(
                "against",
                Forms.Against.Shape,
                members => members.Against,
                (members, value) => members with { Against = value },
                "a second population, drawn as an outline"
            );
}

/// <summary>What the pyramid's layout wants to find again.</summary>
internal sealed record PyramidComputed(AgeReadings Ages, WorkingsResult? Against);

/// <summary>Bands of age with one part to the left and one to the right, the youngest at the bottom.</summary>
internal sealed class PyramidForm : Form<PyramidMembers>
{
    public override string Kind => "pyramid";

    public override string Name => "Pyramid";

    public override FormGuide Guide => PyramidGuide.Text;

    public override string AlsoCalled => "population ages tornado";

    public override GroupUse Groups => GroupUse.Required;

    public override int? PartsWanted => 2;

    public override bool TakesFold => false;

    public override Order PartOrder => Order.Table;

    protected override Study Fit(Tables.Table table, Study study) => TwoSides.Fit(table, study);

    public override Order GroupOrder => Order.Natural;

    protected override ObjectShape<PyramidMembers> Members => PyramidMembers.Shape;

    protected override PyramidMembers Default => new();

    /// <summary>Ages by two parts: side by side, or in a column of two labels.</summary>
    public override IEnumerable<Proposal> Propose(Tables.Table table)
    {
        TableKnowledge known = TableKnowledge.Of(table);
        if (known.Labels.FirstOrDefault(column => AgeBand.AreBands(column.Column.Labels.Labels)) is not { } ages)
        {
            yield break;
        }
        Study study = Fitted(table, Begin(table, new Axis.Labels(ages.Name, []), null, Likely.Counted(table)));
        if ((study.Groups as Axis.Labels)?.Column == ages.Name && study.Parts is Axis.Labels or Axis.Columns { Names.Length: 2 })
        {
            yield return new Proposal(study, 13);
        }
    }

    public override FormWorkings Compute(Division division)
    {
        TwoSides.Need(division, Name);
        PyramidMembers members = Of(division.Study);
        var columns = new StandardColumns(division);
        bool share = members.Length == LengthUnit.Share;
        AgeReadings ages = AgeReadings.Of(division);
        Fraction? Mirrored(int row)
        {
            Fraction? length =
                share ? division.Share(row)
                : division.Has(row) ? division.Value(division.Amount(row))
                : null;
            return division.PartOf(row) == 0 ? -length : length;
        }
        WorkingsResult? other = AgainstOf(division, members);
        return new FormWorkings(
            [
                .. columns.GroupAndPart(),
                columns.Value(),
                columns.Share(),
                columns.ShownShare(),
                WorkingColumn.OfNumber(
                    "mirrored",
                    "mirrored",
                    share ? ColumnUnit.Share : ColumnUnit.Amount,
                    new Rule.Mirrored(share ? "share" : "value"),
                    Mirrored
                ) with
                {
                    Quiet = true,
                },
            ],
            new PyramidComputed(ages, other)
        )
        {
            Shown = columns.Shown,
            AddReadings = (all, groups) => AddReadings(division, ages, other, members, all, groups),
            Beside = other is null ? [] : Beside(division, other, members, share),
            Prove = () =>
                ages.OpenMedian is { } open
                    ? [new TieOutLine("open-band", TieOutStatus.Warn, $"the median age falls in {open}, which has no end: it has no value")]
                    : [],
        };
    }

    /// <summary>The second population's bar of the same band and side, and how much longer this one's is.</summary>
    private static IReadOnlyList<WorkingColumn> Beside(Division division, WorkingsResult other, PyramidMembers members, bool share)
    {
        Dictionary<string, int> parts = Places(other.Division.Parts),
            bands = Places(other.Division.Groups!);
        Fraction? Of(Division from, int row) =>
            share ? from.Share(row)
            : from.Has(row) ? from.Value(from.Amount(row))
            : null;
        Fraction? Other(int row) =>
            bands.TryGetValue(division.Groups![division.GroupOf(row)].Label, out int band)
            && parts.TryGetValue(division.Parts[division.PartOf(row)].Label, out int part)
                ? Of(other.Division, band * other.Division.PartCount + part)
                : null;
        string label = members.Against!.Label.Length > 0 ? members.Against.Label : "the second";
        ColumnUnit unit = share ? ColumnUnit.Share : ColumnUnit.Amount;
        return
        [
            WorkingColumn.OfNumber(
                "against",
                label,
                unit,
                new Rule.Given($"the {(share ? "share" : "amount")} of the same band and side in {label}"),
                Other
            ),
            WorkingColumn.OfNumber("difference", "difference", unit, Rule.Column(share ? "share" : "value") - Rule.Column("against"), row =>
                Of(division, row) is { } own && Other(row) is { } beside ? own - beside : null
            ),
        ];
    }

    private static Dictionary<string, int> Places(IReadOnlyList<Entry> entries) =>
        entries.Index().ToDictionary(entry => entry.Item.Label, entry => entry.Index);

    public override string? SecondTable(Study study) => Of(study).Against?.Table;

    public override Offer? OfferOf(Study study, string secondTable) =>
        new(
            $"against the table {secondTable}",
            "its outline over the bars, with its readings",
            "form.against",
            new JsonObject { ["table"] = secondTable, ["label"] = secondTable }
        );

    /// <summary>Another label of a column that the study is limited to, everything where it is, or one label where it is not.</summary>
    public override IEnumerable<Offer> Offers(Study study, Tables.Table table) =>
        Of(study).Against is null ? Populations(study, table).Take(MostOffers) : [];

    private const int MostOffers = 6;

    private static IEnumerable<Offer> Populations(Study study, Tables.Table table)
    {
        Offer Against(string label, ImmutableArray<Clause> where) =>
            new(
                $"against {label}",
                "its outline over the bars, with its readings",
                "form.against",
                new JsonObject { ["where"] = new JsonArray([.. where.Select(StudyFormat.WriteClause)]), ["label"] = label }
            );
        foreach (Clause clause in study.Where)
        {
            if (clause.Is is [var now] && table.Find(clause.Column) is { Info.Type: Tables.ColumnType.Category } column)
            {
                foreach (string label in column.Labels.Labels.Where(label => label != now && label != Tables.Label.Blank))
                {
                    yield return Against(label, study.Where.Replace(clause, clause with { Is = [label] }));
                }
            }
        }
        if (study.Where.Length > 0)
        {
            yield return Against("all rows", []);
            yield break;
        }
        string[] used = [.. ((Axis?[])[study.Parts, study.Groups]).OfType<Axis.Labels>().Select(axis => axis.Column)];
        foreach (
            Tables.Column column in table.Columns.Where(column =>
                column.Info.Type == Tables.ColumnType.Category && !used.Contains(column.Name) && column.Labels.Labels.Count is > 1 and <= 12
            )
        )
        {
            foreach (string label in column.Labels.Labels.Where(label => label != Tables.Label.Blank))
            {
                yield return Against(label, [new Clause(column.Name) { Is = [label] }]);
            }
        }
    }

    private static WorkingsResult? AgainstOf(Division division, PyramidMembers members)
    {
        if (members.Against is not { } against)
        {
            return null;
        }
        (Tables.Table table, Study study) = against.Rows(division.Study, division.Table, division.Second);
        return Calculator.Run(table, study with { Form = study.Form with { Members = members with { Against = null } } });
    }

    private static void AddReadings(
        Division division,
        AgeReadings ages,
        WorkingsResult? other,
        PyramidMembers members,
        JsonObject all,
        List<JsonObject>? groups
    )
    {
        bool two = !division.IsEmpty && division.PartCount == 2;
        bool Sided(int part) => two && Enumerable.Range(0, division.GroupCount).Any(group => division.Has(group, part));
        all["ratio"] =
            Sided(0) && Sided(1) && !division.PartTotal(1).IsZero
                ? new Fraction(division.PartTotal(0) * 100, division.PartTotal(1)).ToDouble()
                : null;
        ages.AddTo(all);
        for (int group = 0; group < (groups?.Count ?? 0); group++)
        {
            groups![group]["ratio"] =
                two && division.Has(group, 0) && division.Has(group, 1) && !division.Amount(group, 1).IsZero
                    ? new Fraction(division.Amount(group, 0) * 100, division.Amount(group, 1)).ToDouble()
                    : null;
        }
        if (other is not null)
        {
            var beside = (JsonObject)other.Readings.DeepClone();
            beside.Remove("groups");
            beside.Insert(0, "label", members.Against!.Label);
            all["against"] = beside;
        }
    }

    public override IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings)
    {
        PyramidMembers members = Of(study);
        yield return TwoSides.Words(study, workings);
        yield return new Phrase(
            "scale",
            [new Token(", as "), TwoSides.ScaleChoice(members.Length, shares: "populations of unequal size can be compared", amounts: null)]
        );
        if (members.Against is { } against)
        {
            yield return new Phrase("against", [new Token($", against {against.Name}")]) { Drop = "form.against" };
        }
    }

    public override string? Verdict(WorkingsResult workings)
    {
        AgeReadings ages = ((PyramidComputed)workings.Computed).Ages;
        if (ages["medianAge"] is not { } median)
        {
            return null;
        }
        string text = $"Median age {NumberText.Rounded(median, 1)}";
        if (ages["dependencyOld"] is { } old && ages["ageingIndex"] is { } index)
        {
            text +=
                $"; {NumberText.Rounded(old, 1)} old per 100 of working age; "
                + $"{(index > 100L ? "the old outnumber the young" : "the young outnumber the old")}, "
                + $"{NumberText.Rounded(index, 0)} per 100";
        }
        if (((PyramidComputed)workings.Computed).Against is { } other && ((PyramidComputed)other.Computed).Ages["medianAge"] is { } before)
        {
            text += $". Against {Of(workings.Division.Study).Against!.Label}: median age {NumberText.Rounded(before, 1)}";
        }
        return text + ".";
    }

    public override Unsuitable? Suits(WorkingsResult workings)
    {
        Division division = workings.Division;
        return division.IsEmpty ? Unsuitable.Nothing
            : division.HasNegative ? new Unsuitable("an amount is negative: it would stand on the other side", Remedy.LeaveOutNegatives)
            : division.GroupCount < 2 ? new Unsuitable("one band is no pyramid", null)
            : null;
    }

    public override bool RefusesToDraw(WorkingsResult workings) => workings.RowCount > 2000;

    /// <summary>The sides are named above them; the key says what the outline is.</summary>
    public override IReadOnlyList<KeyEntry> Key(WorkingsResult workings) =>
        Of(workings.Division.Study).Against is { } against
            ? [new($"outline: {(against.Label.Length > 0 ? against.Label : "the second population")}", Ink.Text)]
            : [];

    public override Domains Domains(WorkingsResult workings) => PyramidLayout.DomainsOf(workings);

    protected override NativeChart? ChartOf(WorkingsResult workings) => PyramidChart.Of(workings, Of(workings.Division.Study));

    public override bool HasLabels(Study study) => study.Finish.Labels is not (LabelText.Auto or LabelText.None);

    public override bool HasValueAxis(WorkingsResult workings) => true;

    public override void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure) =>
        new PyramidLayout(workings, Of(workings.Division.Study), domains, figure).Draw();
}
