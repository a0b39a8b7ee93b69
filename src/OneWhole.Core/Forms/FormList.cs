using OneWhole.Core.Studies;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Forms;

/// <summary>The forms there are, in the order of the strip.</summary>
public sealed class FormList(IReadOnlyList<Form> forms)
{
    /// <summary>The forms that ship.</summary>
    public static FormList Standard { get; } =
        new([
            new Pareto.ParetoForm(),
            new ShareBars.ShareBarsForm(),
            new Pie.PieForm(),
            new Stacked.StackedForm(),
            new Mekko.MekkoForm(),
            new Nested.NestedForm(),
            new Pyramid.PyramidForm(),
            new Butterfly.ButterflyForm(),
            new Lanes.LanesForm(),
            new Diverging.DivergingForm(),
            new Funnel.FunnelForm(),
            new Bridge.BridgeForm(),
        ]);

    /// <summary>In the order of the strip.</summary>
    public IReadOnlyList<Form> Forms { get; } = forms;

    /// <summary>
    /// The studies that are likely to be asked of a table that is new, the likeliest first; none where nothing can be counted by anything.
    /// </summary>
    public IReadOnlyList<Study> LikelyStudies(Table table, int most) =>
        [
            .. Forms
                .SelectMany(form => form.Propose(table))
                .OrderByDescending(proposal => proposal.Worth)
                .Select(proposal => proposal.Study)
                .DistinctBy(study => (study.Parts.ToString(), study.Groups?.ToString(), study.Value))
                .Take(most),
        ];

    /// <summary>A form with its default members.</summary>
    public FormChoice Choice(string kind) => new(Find(kind, "form.kind"), Find(kind, "form.kind").DefaultMembers);

    /// <exception cref="StudyException">There is no such form.</exception>
    public Form Find(string kind, string place)
    {
        if (Forms.FirstOrDefault(form => form.Kind == kind) is { } form)
        {
            return form;
        }
        string known = string.Join(", ", Forms.Select(form => $"\"{form.Kind}\""));
        throw new StudyException("wrong-value", place, $"{place} is \"{kind}\"; it must be one of {known}.");
    }
}
