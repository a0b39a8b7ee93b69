using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing;

/// <summary>What a step made, and how much it touched.</summary>
/// <param name="Rows">Rows that were left out, added or changed.</param>
/// <param name="Cells">Cells that were changed or worked out.</param>
/// <param name="Table">After the step.</param>
public sealed record StepResult(Table Table, long Rows, long Cells)
{
    /// <summary>What there is to tell besides ("3 divisions by zero are blank").</summary>
    public string? Note { get; init; }
}

/// <summary>One member of a step, for whoever fills it in.</summary>
/// <param name="Path">The member.</param>
/// <param name="Label">What is asked.</param>
/// <param name="Control">"column", "columns", "text", "number", "numbers", "texts", "choice", "labels" (from a label to a label), "terms"
/// or "clause".</param>
public sealed record StepField(string Path, string Label, string Control)
{
    /// <summary>For a choice.</summary>
    public IReadOnlyList<string> Choices { get; init; } = [];

    /// <summary>Whether it can be left out.</summary>
    public bool Optional { get; init; }

    /// <summary>For "labels": the member that names their column.</summary>
    public string? Of { get; init; }
}

/// <summary>
/// A kind of preparing step, all in one place: its members, its words, and what it does. Adding one adds a class and a line in <see
/// cref="StepList"/>.
/// </summary>
public abstract class StepKind
{
    /// <summary>The word in the document.</summary>
    public abstract string Kind { get; }

    /// <summary>What it does, for a list to choose from ("rename a column").</summary>
    public abstract string Name { get; }

    /// <summary>Its members, in the order in which they are asked for.</summary>
    public abstract IReadOnlyList<StepField> Fields { get; }

    internal abstract object Read(JsonElement element, string place);

    internal abstract JsonObject Write(object members);

    internal abstract JsonObject Schema();

    /// <summary>The step in plain words.</summary>
    public abstract string Words(object members);

    /// <summary>Members that would suit a column, for whoever fills the step in; null where there is nothing to suggest.</summary>
    public virtual JsonObject? Suggest(Column column) => null;

    /// <summary>Makes the next table.</summary>
    /// <exception cref="StudyException">The step does not fit the table; the place is the member's.</exception>
    public abstract StepResult Apply(Table table, object members);
}

/// <summary>A kind of step over a record of members.</summary>
public abstract class StepKind<T> : StepKind
    where T : notnull
{
    private protected abstract ObjectShape<T> Members { get; }

    internal sealed override object Read(JsonElement element, string place) => Members.ReadExcept(element, place, "do", "off", "id");

    internal sealed override JsonObject Write(object members) => Members.WriteAs("do", Kind, (T)members);

    internal sealed override JsonObject Schema()
    {
        JsonObject schema = Members.SchemaAs("do", Kind);
        ((JsonObject)schema["properties"]!).Add("off", new JsonObject { ["type"] = "boolean", ["default"] = false });
        ((JsonObject)schema["properties"]!).Add("id", new JsonObject { ["type"] = "string", ["maxLength"] = 40 });
        return schema;
    }

    /// <inheritdoc/>
    public sealed override string Words(object members) => Words((T)members);

    /// <inheritdoc/>
    public sealed override StepResult Apply(Table table, object members) => Apply(table, (T)members);

    private protected abstract string Words(T members);

    private protected abstract StepResult Apply(Table table, T members);

    private protected static TextShape Heading { get; } = new("a column's name", 1000);

    private protected static ListShape<string> Headings { get; } = new(Heading, least: 1);
}
