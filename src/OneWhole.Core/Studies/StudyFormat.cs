using System.Collections.Immutable;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Studies;

/// <summary>Reads and writes study documents, and makes their JSON Schema. Built from shapes: one place for each member.</summary>
public sealed class StudyFormat
{
    private readonly ObjectShape<Study> _shape;

    /// <summary>Over the forms that are known.</summary>
    public StudyFormat(FormList forms) => _shape = StudyShapes.Envelope(new FormShapeOf(forms));

    /// <summary>With the forms that ship.</summary>
    public static StudyFormat Standard { get; } = new(FormList.Standard);

    /// <summary>How documents are written: members in order, two spaces, no escapes that JSON does not ask for.</summary>
    public static JsonSerializerOptions Pretty { get; } =
        new() { WriteIndented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <exception cref="StudyException">The text is not JSON, or not a study: what, where, and what would be right.</exception>
    public Study Read(string json) => Read(Encoding.UTF8.GetBytes(json));

    /// <summary>Reads a study document.</summary>
    public Study Read(ReadOnlyMemory<byte> json)
    {
        if (json.Span.StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]))
        {
            json = json[3..];
        }
        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(json, new JsonDocumentOptions { AllowDuplicateProperties = false, MaxDepth = 32 });
        }
        catch (JsonException broken)
        {
            throw new StudyException(
                "not-json",
                "",
                $"The study is not well-formed JSON (line {(broken.LineNumber ?? 0) + 1}, byte "
                    + $"{(broken.BytePositionInLine ?? 0) + 1}): {FirstSentence(broken.Message)}"
            );
        }
        using (document)
        {
            return Read(document.RootElement);
        }
    }

    /// <summary>Reads a study that stands in another document.</summary>
    public Study Read(JsonElement element)
    {
        Study study;
        try
        {
            study = _shape.Read(element, "");
        }
        catch (InvalidOperationException)
        {
            // A string with a lone surrogate escape has no text.
            throw new StudyException("not-json", "", "The study holds text that is not valid Unicode.");
        }
        return Validate(study);
    }

    private static string FirstSentence(string message)
    {
        int end = message.IndexOf(" LineNumber", StringComparison.Ordinal);
        return end < 0 ? message : message[..end];
    }

    /// <summary>The document.</summary>
    public JsonObject Write(Study study) => (JsonObject)_shape.Write(study)!;

    /// <summary>A study with something in a place ("finish.axes.grid"); null takes out what stands there.</summary>
    /// <exception cref="StudyException">It can't stand there.</exception>
    public Study With(Study study, string path, JsonNode? value)
    {
        JsonObject written = Write(study),
            at = written;
        string[] steps = path.Split('.');
        foreach (string step in steps[..^1])
        {
            at = (JsonObject)(at[step] ??= new JsonObject());
        }
        at[steps[^1]] = value?.DeepClone();
        if (value is null)
        {
            at.Remove(steps[^1]);
        }
        return Read(written.ToJsonString());
    }

    /// <summary>The document as text, indented, ending in a line end.</summary>
    public string WriteText(Study study) => Write(study).ToJsonString(Pretty) + "\n";

    /// <summary>A clause of a filter as it stands in documents.</summary>
    public static JsonNode? WriteClause(Clause clause) => StudyShapes.Clause.Write(clause);

    /// <summary>The settings of looks that a study's members declare, its form's among them, section by section.</summary>
    public IReadOnlyList<DeclaredSetting> Settings(Study study) =>
        [
            .. _shape
                .Settings(study, "")
                .Where(setting =>
                    !setting.Looks.IsOfSomeForms
                    || setting.Path.StartsWith("form.", StringComparison.Ordinal)
                    || study.Form.Form.OwnLooks(study).Contains(setting.Path)
                )
                .OrderBy(setting => Array.IndexOf(Looks.Sections, setting.Looks.Section))
                .ThenBy(setting => setting.Looks.Rank),
        ];

    /// <summary>The JSON Schema of study documents (draft 2020-12).</summary>
    public JsonObject Schema() => _shape.DocumentSchema(Study.Format, "One Whole study");

    /// <summary>What one member alone can't tell.</summary>
    private static Study Validate(Study study)
    {
        bool wide = study.Parts is Axis.Columns || study.Groups is Axis.Columns;
        if (study.Parts is Axis.Columns && study.Groups is Axis.Columns)
        {
            throw new StudyException(
                "wrong-value",
                "groups.columns",
                "parts and groups both name columns; only one of them can: give the other one \"column\"."
            );
        }
        if (wide && study.GivenValue is not null)
        {
            throw new StudyException(
                "wrong-value",
                "value",
                "value does not go with columns, whose own numbers are counted: leave value out."
            );
        }
        if (SourceColumn(study.Parts) is { } column && SourceColumn(study.Groups) == column)
        {
            throw new StudyException("wrong-value", "groups.column", $"parts and groups are both \"{column}\"; they must be two columns.");
        }
        CheckOrder(study.Order.Parts, "order.parts", study.Form.Form.PartOrders(study));
        CheckOrder(study.Order.Groups, "order.groups", study.Form.Form.GroupOrders);
        if (
            study.Order.Groups is Order.ShareOf
            && study.Groups is not null
            && !study.Form.Form.OrdersGroupsByShare
            && study.Form.Form.Groups != GroupUse.None
        )
        {
            throw new StudyException(
                "wrong-value",
                "order.groups",
                "order.groups can't be a share of a part in this form: its two groups are before and after."
            );
        }
        return study;
    }

    private static string? SourceColumn(Axis? axis) =>
        axis switch
        {
            Axis.Labels labels => labels.Column,
            Axis.Bands bands => bands.Column,
            _ => null,
        };

    private static void CheckOrder(Order? order, string place, IReadOnlyList<string> own)
    {
        string[] known = ["largest", "smallest", "table", "natural", .. own];
        if (order is Order.By by && !known.Contains(by.Name))
        {
            throw new StudyException(
                "wrong-value",
                place,
                $"{place} is \"{by.Name}\"; for this form it must be "
                    + $"{WordList.Or([.. known.Select(name => $"\"{name}\"")])}, or a list of labels."
            );
        }
        if (order is Order.ShareOf && place == "order.parts")
        {
            throw new StudyException("wrong-value", place, $"{place} can't be a share of a part; only groups can be ordered by it.");
        }
    }

    /// <summary>The form object: its kind decides which members it may have.</summary>
    private sealed class FormShapeOf(FormList forms) : Shape<FormChoice>
    {
        public override FormChoice Read(JsonElement element, string place)
        {
            if (element.ValueKind != JsonValueKind.Object)
            {
                throw Wrong(element, place, "an object with the form's kind");
            }
            string at = Place.Member(place, "kind");
            if (!element.TryGetProperty("kind", out JsonElement kind))
            {
                throw new StudyException("missing-member", at, $"{at} is missing: the form must say its kind.");
            }
            if (kind.ValueKind != JsonValueKind.String)
            {
                throw Wrong(kind, at, "the name of a form");
            }
            Form form = forms.Find(kind.GetString()!, at);
            return new FormChoice(form, form.ReadMembers(element, place));
        }

        public override JsonNode? Write(FormChoice value) => value.Form.WriteMembers(value.Members);

        internal override IEnumerable<DeclaredSetting> Settings(FormChoice value, string place) =>
            value.Form.MemberSettings(value.Members, place);

        public override JsonObject Schema() =>
            new()
            {
                ["type"] = "object",
                ["required"] = new JsonArray("kind"),
                ["oneOf"] = new JsonArray([.. forms.Forms.Select(form => form.Schema())]),
            };
    }
}
