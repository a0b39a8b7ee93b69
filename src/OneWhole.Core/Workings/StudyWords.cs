using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Workings;

/// <summary>The nouns of a study: what is counted, what a part is, what a group is.</summary>
public sealed class StudyWords
{
    private readonly Table _table;
    private readonly Study _study;

    /// <summary>The words of a study of a table.</summary>
    public StudyWords(Table table, Study study)
    {
        _table = table;
        _study = study;
    }

    /// <summary>What is counted, in the middle of a sentence: "minutes", "delays", "distinct vessels".</summary>
    public string Counted =>
        _study.Value switch
        {
            Measure.Sum sum => _table.Find(sum.Column) is { } column ? Nouns.Lower(column.Name) : Nouns.Lower(sum.Column),
            Measure.Distinct distinct => "distinct " + (_table.Find(distinct.Column)?.Info.NounMany ?? distinct.Column),
            _ => _study.Parts is Axis.Columns || _study.Groups is Axis.Columns ? "amount" : Rows,
        };

    /// <summary>An amount in words: "74,930 minutes", "€12 revenue"; percents need no noun: "24.5 %".</summary>
    /// <param name="number">The amount as it is written.</param>
    public string AmountOf(string number) =>
        Unit == "%"
            ? NumberText.InPercent(number)
            : $"{NumberText.WithUnit(number, Unit)} {(Nouns.IsOne(number) ? Nouns.One(Counted) : Counted)}";

    /// <summary>What the rows are: the table's name where it is a plural ("delays"), else "rows".</summary>
    public string Rows
    {
        get
        {
            string name = Nouns.Lower(_table.Name);
            return name.Length > 3 && name.All(char.IsLetter) && name != Nouns.One(name) && name == Nouns.Many(Nouns.One(name))
                ? name
                : "rows";
        }
    }

    /// <summary>The unit of amounts with its multiplier ("thousand people"), or an empty text.</summary>
    public string Unit =>
        AreShares ? "%"
        : ColumnHasUnit ? ColumnUnit
        : _study.Finish.UnitName ?? "";

    /// <summary>Whether the column that is summed has a unit of its own.</summary>
    public bool ColumnHasUnit => ColumnUnit.Length > 0;

    /// <summary>Whether what is summed was written with percent signs: amounts are printed in percent.</summary>
    public bool AreShares => SumsShares(_table, _study);

    private string ColumnUnit => _study.Value is Measure.Sum sum ? _table.Find(sum.Column)?.Info.UnitWords ?? "" : "";

    /// <summary>Whether what is summed was written with percent signs.</summary>
    internal static bool SumsShares(Table table, Study study)
    {
        bool Holds(string name) => table.Find(name)?.Info.HoldsShares == true;
        return ((study.Parts as Axis.Columns) ?? study.Groups as Axis.Columns) is { } columns
            ? columns.Names.All(Holds)
            : study.Value is Measure.Sum sum && Holds(sum.Column);
    }

    /// <summary>"cause".</summary>
    public string PartOne => One(_study.Parts, "part");

    /// <summary>"causes".</summary>
    public string PartMany => Many(_study.Parts, "parts");

    /// <summary>"route".</summary>
    public string GroupOne => _study.Groups is null ? "group" : One(_study.Groups, "group");

    /// <summary>"routes".</summary>
    public string GroupMany => _study.Groups is null ? "groups" : Many(_study.Groups, "groups");

    /// <summary>"1 cause", "9 causes".</summary>
    public string Parts(long count) => $"{NumberText.Count(count)} {(count == 1 ? PartOne : PartMany)}";

    private string One(Axis axis, string otherwise) =>
        axis switch
        {
            Axis.Labels labels => _table.Find(labels.Column)?.Info.NounOne ?? Nouns.One(labels.Column),
            Axis.Bands => "band",
            Axis.Columns => "column",
            _ => otherwise,
        };

    private string Many(Axis axis, string otherwise) =>
        axis switch
        {
            Axis.Labels labels => _table.Find(labels.Column)?.Info.NounMany ?? Nouns.Many(Nouns.One(labels.Column)),
            Axis.Bands => "bands",
            Axis.Columns => "columns",
            _ => otherwise,
        };

    /// <summary>The words of a division.</summary>
    public static StudyWords Of(Division division) => new(division.Table, division.Study);
}
