using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing;

/// <summary>One step of a preparation.</summary>
/// <param name="Off">Switched off: it stays in the list and does nothing.</param>
/// <param name="Kind">What is done.</param>
/// <param name="Members">How, as its kind reads them.</param>
public sealed record Step(StepKind Kind, object Members, bool Off = false)
{
    /// <summary>By which the columns that it makes are referred to; empty where nothing refers to them.</summary>
    public string Id { get; init; } = "";

    /// <summary>What it does, in words.</summary>
    public string Words => Kind.Words(Members);

    /// <summary>As it stands in a document.</summary>
    public JsonObject Write()
    {
        JsonObject written = Kind.Write(Members);
        if (Off)
        {
            written["off"] = true;
        }
        if (Id.Length > 0)
        {
            written["id"] = Id;
        }
        return written;
    }
}

/// <summary>How a step went.</summary>
/// <param name="Words">What it does.</param>
/// <param name="Rows">Rows that it touched.</param>
/// <param name="Cells">Cells that it touched.</param>
/// <param name="Problem">Why it could not be done; the steps after it are not tried.</param>
/// <param name="Off">Whether it was left out.</param>
/// <param name="Note">What is to be said; null for nothing.</param>
public sealed record StepReport(string Words, bool Off, long Rows, long Cells, string? Note, string? Problem);

/// <summary>
/// Steps that make a table fit to be shared out, done one after another whenever its rows are read anew. Documented as
/// <c>onewhole.prepare/1</c>.
/// </summary>
public sealed record Preparation(ImmutableArray<Step> Steps)
{
    /// <summary>The format's name and version, in every document.</summary>
    public const string Format = "onewhole.prepare/1";

    /// <summary>No step.</summary>
    public static Preparation None { get; } = new(ImmutableArray<Step>.Empty);

    private static readonly ObjectShape<Preparation> Shape = new ObjectShape<Preparation>("a preparation", () => None)
        .Has("format", new FormatShape(Format), _ => Format, (preparation, _) => preparation, "the format and its version", required: true)
        .Has(
            "steps",
            new ListShape<Step>(new StepShape(), most: 500),
            preparation => preparation.Steps,
            (preparation, value) => new Preparation(value),
            "the steps, in their order",
            required: true
        );

    /// <exception cref="StudyException">The text is not JSON, or not a preparation.</exception>
    public static Preparation Read(string json) => Shape.ReadDocument(json, "preparation");

    /// <summary>The document.</summary>
    public JsonObject Write() => (JsonObject)Shape.Write(this)!;

    /// <summary>The JSON Schema of preparations (draft 2020-12).</summary>
    public static JsonObject Schema() => Shape.DocumentSchema(Format, "One Whole preparation");

    /// <summary>Does all steps.</summary>
    /// <exception cref="StudyException">A step does not fit; its place begins with the step's.</exception>
    public Table Apply(Table table)
    {
        (Table prepared, IReadOnlyList<StepReport> reports) = Run(table);
        int failed = reports.ToList().FindIndex(report => report.Problem is not null);
        return failed < 0
            ? prepared
            : throw new StudyException(
                "wrong-step",
                $"steps[{failed}]",
                $"steps[{failed}] ({reports[failed].Words}): {reports[failed].Problem}"
            );
    }

    /// <summary>Does the steps up to the first that does not fit, and tells how each went.</summary>
    /// <param name="table">As it was read.</param>
    /// <param name="most">Only so many of the first steps.</param>
    public (Table Table, IReadOnlyList<StepReport> Reports) Run(Table table, int most = int.MaxValue)
    {
        var reports = new List<StepReport>();
        foreach (Step step in Steps.Take(most))
        {
            if (step.Off)
            {
                reports.Add(new StepReport(step.Words, true, 0, 0, null, null));
                continue;
            }
            try
            {
                StepResult result = step.Kind.Apply(table, step.Members);
                table = step.Id.Length == 0 ? result.Table : Named(result.Table, table, step);
                reports.Add(new StepReport(step.Words, false, result.Rows, result.Cells, result.Note, null));
            }
            catch (StudyException fault)
            {
                reports.Add(new StepReport(step.Words, false, 0, 0, null, fault.Message));
                break;
            }
        }
        return (table, reports);
    }

    /// <summary>
    /// Columns that a step passes on keep their ids; what it makes is called by the step and by the member that names it ("as"), or
    /// else by its heading.
    /// </summary>
    private static Table Named(Table made, Table before, Step step)
    {
        var taken = new HashSet<string>(StringComparer.Ordinal);
        HashSet<string> passed = [.. made.Columns.Select(column => column.Info.Id)];
        JsonObject members = step.Kind.Write(step.Members);
        var columns = new List<Column>();
        foreach (Column column in made.Columns)
        {
            string id = column.Info.Id;
            // Made anew under the heading of one that is gone, it is that one.
            if (id.Length == 0 && before.Find(column.Name) is { } old && !passed.Contains(old.Info.Id))
            {
                id = old.Info.Id;
            }
            if (id.Length == 0 || taken.Contains(id))
            {
                string output = members
                    .FirstOrDefault(member =>
                        member.Value is JsonValue value && value.TryGetValue(out string? text) && text.Trim() == column.Name
                    )
                    .Key
                    ?? column.Name;
                id = $"{step.Id}:{output}";
                for (int number = 2; taken.Contains(id); number++)
                {
                    id = $"{step.Id}:{output}:{number}";
                }
            }
            taken.Add(id);
            columns.Add(id == column.Info.Id ? column : column.With(column.Info with { Id = id }));
        }
        return new Table(made.Name, columns);
    }

    private sealed class StepShape : Shape<Step>
    {
        public override Step Read(JsonElement element, string place)
        {
            if (
                element.ValueKind != JsonValueKind.Object
                || !element.TryGetProperty("do", out JsonElement kind)
                || kind.ValueKind != JsonValueKind.String
            )
            {
                throw Wrong(element, place, "an object whose \"do\" names the step");
            }
            bool off = element.TryGetProperty("off", out JsonElement flag) && new FlagShape().Read(flag, Place.Member(place, "off"));
            StepKind found = StepList.Find(kind.GetString()!, Place.Member(place, "do"));
            string id = element.TryGetProperty("id", out JsonElement name)
                ? new TextShape("a step's name", 40).Read(name, Place.Member(place, "id"))
                : "";
            return new Step(found, found.Read(element, place), off) { Id = id };
        }

        public override JsonNode? Write(Step value) => value.Write();

        public override JsonObject Schema() => new() { ["oneOf"] = new JsonArray([.. StepList.Standard.Select(kind => kind.Schema())]) };
    }
}
