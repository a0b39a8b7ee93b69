using System.Text.Json.Nodes;
using OneWhole.Core.Drawing;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Forms;

/// <summary>Whether a form reads groups.</summary>
public enum GroupUse
{
    /// <summary>Reads every study as though it had none.</summary>
    None,

    /// <summary>Reads them where a study has them.</summary>
    Optional,

    /// <summary>Can't do without.</summary>
    Required,
}

/// <summary>What a form adds to the workings.</summary>
/// <param name="Columns">In their order.</param>
/// <param name="Computed">What layout wants to find again.</param>
public sealed record FormWorkings(IReadOnlyList<WorkingColumn> Columns, object Computed)
{
    /// <summary>Adds the form's own readings to the study's, and to each group's.</summary>
    public Action<JsonObject, List<JsonObject>?>? AddReadings { get; init; }

    /// <summary>Columns for the screen alone, beside those of the form's workings.</summary>
    public IReadOnlyList<WorkingColumn> Beside { get; init; } = [];

    /// <summary>The form's own proofs, by their id; the tie-out gives them their place.</summary>
    public Func<IReadOnlyList<TieOutLine>> Prove { get; init; } = () => [];

    /// <summary>The shown shares, where the form has them.</summary>
    public ShownShares? Shown { get; init; }

    /// <summary>What a row of the workings stands for.</summary>
    public RowKind Rows { get; init; }
}

/// <summary>One shape of a form that the strip of forms shows.</summary>
/// <param name="Id">Stable within the form.</param>
/// <param name="Name">Printed under the miniature.</param>
/// <param name="Make">Makes the form's members take this shape.</param>
/// <param name="Holds">Whether a study has this shape.</param>
public sealed record FormShape(string Id, string Name, Func<Study, Study> Make, Func<Study, bool> Holds)
{
    /// <summary>The study in this shape, without what another shape alone has.</summary>
    public Study Apply(Study study) => Make(study with { Finish = study.Finish with { Slope = false } });

    /// <summary>Other words of the trade by which it is looked for.</summary>
    public string AlsoCalled { get; init; } = "";
}

/// <summary>Why a form does not suit, and the one change that mends it.</summary>
public sealed record Unsuitable(string Why, Remedy? Remedy)
{
    /// <summary>No row is left.</summary>
    public static Unsuitable Nothing { get; } = new("there is nothing to draw", null);
}

/// <summary>
/// A kind of chart: its members, columns, readings, proofs, sentence, finish and layout, all in one folder. Nothing else
/// knows forms by name; adding one adds its folder and a line in <see cref="FormList.Standard"/>.
/// </summary>
public abstract class Form
{
    /// <summary>The word in the study document.</summary>
    public abstract string Kind { get; }

    /// <summary>The name on the screen.</summary>
    public abstract string Name { get; }

    /// <summary>What the guide says of it: its page is written from this.</summary>
    public abstract FormGuide Guide { get; }

    /// <summary>Whether it reads groups.</summary>
    public virtual GroupUse Groups => GroupUse.None;

    /// <summary>Whether small parts can be folded into one.</summary>
    public virtual bool TakesFold => true;

    /// <summary>How many parts it must have; null for any number.</summary>
    public virtual int? PartsWanted => null;

    /// <summary>How many groups it must have where it has any; null for any number.</summary>
    public virtual int? GroupsWanted => null;

    /// <summary>Whether colours mean something of the form's own (classes, sides) instead of telling parts apart.</summary>
    public virtual bool HasOwnColours => false;

    /// <summary>What 100 % is where a study says nothing.</summary>
    public virtual WholeOf DefaultWhole => WholeOf.All;

    /// <summary>Whether the whole of a group is its first part: stages of a way, that are no parts that add up.</summary>
    public virtual bool WholeIsFirstPart => false;

    /// <summary>Whether the study's own whole means anything here.</summary>
    public virtual bool UsesWhole(Study study) => !WholeIsFirstPart;

    /// <summary>The order of parts where a study says none.</summary>
    public virtual Order PartOrder => Order.Largest;

    /// <summary>The order of parts where the study says none.</summary>
    public virtual Order PartOrderOf(Study study) => PartOrder;

    /// <summary>Part orders that the form brings for this study besides the common ones.</summary>
    public virtual IReadOnlyList<string> PartOrders(Study study) => [];

    /// <summary>A part's key for one of <see cref="PartOrders"/>: largest first, no value counts as 0.</summary>
    /// <param name="name">The order.</param>
    /// <param name="amounts">The amounts, folded.</param>
    /// <param name="groups">The groups in display order.</param>
    internal virtual Func<int, Fraction?>? PartKey(string name, Amounts amounts, int[]? groups) => null;

    /// <summary>The order of groups where a study says none.</summary>
    public virtual Order GroupOrder => Order.Table;

    /// <summary>Whether groups can stand by the share that one part has in them.</summary>
    public virtual bool OrdersGroupsByShare => Groups != GroupUse.None;

    /// <summary>
    /// The rows that make up a whole before the study's own: both are then the groups of the division; null for a study of one whole, or of
    /// two groups.
    /// </summary>
    internal virtual Against? BeforeOf(Study study) => null;

    /// <summary>A second number column that is added up for each amount; null for none.</summary>
    internal virtual string? VolumeOf(Study study) => null;

    /// <summary>Group orders that the form brings besides the common ones.</summary>
    public virtual IReadOnlyList<string> GroupOrders => [];

    /// <summary>A group's key for one of <see cref="GroupOrders"/>: largest first, no value counts as 0.</summary>
    internal virtual Func<int, Fraction?>? GroupKey(string name, Study study, Amounts amounts) => null;

    /// <summary>The members in their default state.</summary>
    public abstract object DefaultMembers { get; }

    /// <summary>Reads the form's members from the study's <c>form</c> object, its <c>kind</c> aside.</summary>
    internal abstract object ReadMembers(System.Text.Json.JsonElement element, string place);

    internal abstract JsonObject WriteMembers(object members);

    /// <summary>What a member of the form is where a study leaves it out; null for nothing.</summary>
    public abstract JsonNode? DefaultOf(string member);

    internal abstract IEnumerable<DeclaredSetting> MemberSettings(object members, string place);

    /// <summary>The schema of the <c>form</c> object, with its kind.</summary>
    internal abstract JsonObject Schema();

    /// <summary>Computes columns, readings and proofs.</summary>
    public abstract FormWorkings Compute(Division division);

    /// <summary>The shapes that the strip shows; one with the form's name if it has just one.</summary>
    public virtual IReadOnlyList<FormShape> Shapes =>
        [new(Kind, Name, study => study with { Form = Chosen(study) }, study => study.Form.Form == this) { AlsoCalled = AlsoCalled }];

    /// <summary>Other words of the trade by which a form of one shape is looked for.</summary>
    public virtual string AlsoCalled => "";

    /// <summary>The form as this study would have it: its own members if it has them already.</summary>
    protected FormChoice Chosen(Study study) => study.Form.Form == this ? study.Form : new FormChoice(this, DefaultMembers);

    /// <summary>The form's own clauses of the statement.</summary>
    public virtual IEnumerable<Phrase> Phrases(Study study, WorkingsResult? workings) => [];

    /// <summary>
    /// The study with the columns that the form needs and that it does not have: those of the table that would do. Unchanged where nothing
    /// is missing, or nothing would do.
    /// </summary>
    protected virtual Study Fit(Table table, Study study) =>
        Groups == GroupUse.None ? TableFit.WithoutGroups(table, study) : TableFit.WithGroups(table, study);

    /// <summary>Whether its parts are to stand by their amounts even where they have an order of their own.</summary>
    public virtual bool OrdersByAmount => false;

    /// <summary>The study as the form would have it on this table: with the columns that it needs, and in the labels' own order.</summary>
    public Study Fitted(Table table, Study study) => TableFit.InOrder(table, Fit(table, study), OrdersByAmount);

    /// <summary>The studies that the form proposes for a table that is new; none where it has nothing to say.</summary>
    public virtual IEnumerable<Proposal> Propose(Table table) => [];

    /// <summary>The form as a new study has it.</summary>
    public FormChoice Begun => new(this, ReadMembers(System.Text.Json.JsonSerializer.SerializeToElement(Beginning), "form"));

    /// <summary>A study in this form, for a proposal.</summary>
    protected Study Begin(Table table, Axis parts, Axis? groups = null, Measure? value = null)
    {
        var study = new Study
        {
            Parts = parts,
            Groups = groups,
            GivenValue = value,
            Form = Begun,
        };
        bool below = value is Measure.Sum sum && table.Find(sum.Column) is { } counted && TableFit.IsBelowZero(counted);
        return TableFit.InOrder(table, below ? study with { Negatives = Negatives.Size } : study, OrdersByAmount);
    }

    /// <summary>The form as a new study begins with it.</summary>
    public virtual JsonObject Beginning => new() { ["kind"] = Kind };

    /// <summary>Clauses that the form can add to the sentence.</summary>
    public virtual IEnumerable<Offer> Offers(Study study, Table table) => [];

    /// <summary>The name of the second table that a study reads; null where it reads none.</summary>
    public virtual string? SecondTable(Study study) => null;

    /// <summary>What another table with the study's columns can be taken for; null where the form reads no second table.</summary>
    public virtual Offer? OfferOf(Study study, string secondTable) => null;

    /// <summary>The settings of looks that the form has besides its members' and those of all forms, by their paths.</summary>
    public virtual IReadOnlyList<string> OwnLooks(Study study) => [];

    /// <summary>
    /// What the form has to say to who looks for something that is not there, and the shape of it that is offered instead.
    /// </summary>
    public virtual IReadOnlyList<(string Text, string Shape)> Answers => [];

    /// <summary>One sentence that gives the verdict, or null.</summary>
    public virtual string? Verdict(WorkingsResult workings) => null;

    /// <summary>The form's own readings in words, for running text.</summary>
    public virtual IEnumerable<NamedReading> Named(WorkingsResult workings) => [];

    /// <summary>A form in which one part compares better from group to group: its kind, its shape, and what is offered.</summary>
    public virtual (string Kind, string Shape, string Text)? ComparesIn => null;

    /// <summary>Why the form does not suit these workings, or null where it does.</summary>
    public virtual Unsuitable? Suits(WorkingsResult workings) => null;

    /// <summary>Whether an unsuitable figure is not drawn at all.</summary>
    public virtual bool RefusesToDraw(WorkingsResult workings) => false;

    /// <summary>The entries of the key; none where everything is labelled.</summary>
    public virtual IReadOnlyList<KeyEntry> Key(WorkingsResult workings) => [];

    /// <summary>Whether parts are piled up from the bottom, so that a column of the key reads from the last to the first.</summary>
    public virtual bool PilesUp(Study study) => false;

    /// <summary>The value ranges that a figure of these workings spans.</summary>
    public abstract Domains Domains(WorkingsResult workings);

    /// <summary>
    /// The figure as a chart that office programs draw themselves; null where none of their kinds is true to it: it is then handed over as
    /// shapes.
    /// </summary>
    public Charts.NativeChart? Chart(WorkingsResult workings) =>
        ChartOf(workings) is { } chart ? chart with { Look = Charts.ChartLook.Of(workings) } : null;

    /// <summary>The chart's series and axes, without the looks that all charts have in common.</summary>
    protected virtual Charts.NativeChart? ChartOf(WorkingsResult workings) => null;

    /// <summary>The studies of this form that answer what changed: since an earlier time, or since another table.</summary>
    /// <param name="table">The study's table.</param>
    /// <param name="study">The study.</param>
    /// <param name="otherTables">Tables that have its columns, by name.</param>
    public virtual IReadOnlyList<ChangeOffer> WhatChanged(Table table, Study study, IEnumerable<string> otherTables) => [];

    /// <summary>Goals that one amount could reach: so many parts, fewer than now, that are to hold a share.</summary>
    public virtual IReadOnlyList<(int Count, Fraction Share)> Goals(WorkingsResult workings) => [];

    /// <summary>What the foot of a figure must say of its axis: that it does not begin at 0; null for nothing.</summary>
    public virtual string? SaidOfAxis(WorkingsResult workings) => null;

    /// <summary>Whether bars, slices and pieces have labels, as the finish has it.</summary>
    public virtual bool HasLabels(Study study) => study.Finish.Labels != LabelText.None;

    /// <summary>Whether a figure of these workings has an axis of amounts or shares, that can have a title.</summary>
    public virtual bool HasValueAxis(WorkingsResult workings) => false;

    /// <summary>Whether each part is to be named somewhere.</summary>
    public virtual bool NamesParts(Study study) => true;

    /// <summary>How many groups, from the first, are drawn and named by themselves.</summary>
    public virtual int GroupsDrawn(Division division) => division.GroupCount;

    /// <summary>Whether parts are named along the bars; else by a key, or in their pieces.</summary>
    public virtual bool NamesPartsAlong(Study study) => Groups == GroupUse.None;

    /// <summary>Lays the figure out within its frame.</summary>
    public abstract void Layout(WorkingsResult workings, Domains domains, FigureBuilder figure);
}

/// <summary>A form over a record of members.</summary>
public abstract class Form<TMembers> : Form
    where TMembers : notnull
{
    /// <summary>Reads, writes and describes the members.</summary>
    protected abstract ObjectShape<TMembers> Members { get; }

    /// <summary>The members where a study says nothing.</summary>
    protected abstract TMembers Default { get; }

    /// <inheritdoc/>
    public sealed override object DefaultMembers => Default;

    internal sealed override object ReadMembers(System.Text.Json.JsonElement element, string place) =>
        Members.ReadExcept(element, place, "kind");

    internal sealed override JsonObject WriteMembers(object members) => Members.WriteAs("kind", Kind, (TMembers)members);

    internal sealed override JsonObject Schema() => Members.SchemaAs("kind", Kind);

    /// <inheritdoc/>
    public sealed override JsonNode? DefaultOf(string member) => Members.DefaultOf(member);

    internal sealed override IEnumerable<DeclaredSetting> MemberSettings(object members, string place) =>
        Members.Settings((TMembers)members, place);

    /// <summary>The members of a study that has this form.</summary>
    protected static TMembers Of(Study study) => (TMembers)study.Form.Members;

    /// <summary>The study in this form, its members changed: those that it has already, or the default ones.</summary>
    protected Study With(Study study, Func<TMembers, TMembers> change)
    {
        FormChoice chosen = Chosen(study);
        return study with { Form = chosen with { Members = change((TMembers)chosen.Members) } };
    }

    /// <summary>Whether a study has this form, with members of this kind.</summary>
    protected bool Is(Study study, Func<TMembers, bool> holds) => study.Form.Form == this && holds(Of(study));
}
