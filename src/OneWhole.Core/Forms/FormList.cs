using OneWhole.Core.Studies;

namespace OneWhole.Core.Forms;

/// <summary>The forms there are, in the order of the strip.</summary>
public sealed class FormList(IReadOnlyList<Form> forms)
{
    /// <summary>Kinds that the study format names, but that can't be drawn yet.</summary>
    private static readonly string[] Coming = ["pyramid", "butterfly", "lanes", "diverging", "funnel"];

    public static FormList Standard { get; } = new(
    [
        new Pareto.ParetoForm(),
        new ShareBars.ShareBarsForm(),
        new Pie.PieForm(),
        new Stacked.StackedForm(),
        new Mekko.MekkoForm(),
        new Nested.NestedForm(),
    ]);

    public IReadOnlyList<Form> Forms { get; } = forms;

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
        throw Coming.Contains(kind)
            ? new StudyException("not-available", place, $"{place}: the form \"{kind}\" is not available yet; available are {known}.")
            : new StudyException("wrong-value", place, $"{place} is \"{kind}\"; it must be one of {known}.");
    }
}
