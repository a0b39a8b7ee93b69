using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Studies;

/// <summary>The shapes of the study's members that every form shares.</summary>
internal static class StudyShapes
{
    private static readonly Shape<string> Heading = TextShape.Column;

    public static ObjectShape<Study> Envelope(Shape<FormChoice> form) =>
        new ObjectShape<Study>("a study", () => new Study { Parts = null!, Form = null! })
            .Has(
                "format",
                new FormatShape(Study.Format),
                _ => Study.Format,
                (study, _) => study,
                "the version of the format",
                required: true
            )
            .Has(
                "title",
                new TextShape("a title", 500),
                study => study.Title,
                (study, value) => study with { Title = value },
                "the figure's title",
                looks: new Looks("words", "title")
            )
            .Has(
                "where",
                new ListShape<Clause>(Clause),
                study => study.Where,
                (study, value) => study with { Where = value },
                "which rows are used; all clauses must hold"
            )
            .MayHave(
                "value",
                new MeasureShape(),
                study => study.GivenValue,
                (study, value) => study with { GivenValue = value },
                "what is added up; {\"count\": \"rows\"} where it is left out"
            )
            .Has(
                "parts",
                new AxisShape(),
                study => study.Parts,
                (study, value) => study with { Parts = value },
                "where the parts come from",
                required: true
            )
            .MayHave(
                "groups",
                new AxisShape(),
                study => study.Groups,
                (study, value) => study with { Groups = value },
                "where the groups come from"
            )
            .MayHave(
                "whole",
                new WholeShape(),
                study => study.Whole,
                (study, value) => study with { Whole = value },
                "what 100 % is; each form has its default"
            )
            .Has(
                "order",
                Ordering,
                study => study.Order,
                (study, value) => study with { Order = value },
                "the order of parts and groups; each form has its default"
            )
            .MayHave("fold", Fold, study => study.Fold, (study, value) => study with { Fold = value }, "gathers small parts into one")
            .Has(
                "negatives",
                new ChoiceShape<Negatives>
                {
                    { "keep", Negatives.Keep },
                    { "leaveOut", Negatives.LeaveOut },
                    { "size", Negatives.Size },
                },
                study => study.Negatives,
                (study, value) => study with { Negatives = value },
                "what happens to amounts below zero"
            )
            .Has(
                "trial",
                new ListShape<Trial>(Trial, most: 1000),
                study => study.Trials,
                (study, value) => study with { Trials = value },
                "amounts changed to see what would be"
            )
            .Has(
                "running",
                new ObjectShape<Running>("running", () => new Running()).Has(
                    "ties",
                    new ChoiceShape<Ties> { { "each", Ties.Each, "one after the other" }, { "together", Ties.Together, "in one step" } },
                    running => running.Ties,
                    (running, value) => running with { Ties = value },
                    "how parts of equal amount count",
                    looks: new Looks(Looks.Form, "equal amounts") { IsOfSomeForms = true }
                ),
                study => study.Running,
                (study, value) => study with { Running = value },
                "the running share"
            )
            .Has(
                "rounding",
                new ObjectShape<Rounding>("rounding", () => new Rounding())
                    .Has(
                        "decimals",
                        new CountShape(0, 6),
                        rounding => rounding.Decimals,
                        (rounding, value) => rounding with { Decimals = value },
                        "decimals of a percent",
                        looks: new Looks("labels", "decimals of shares")
                        {
                            Numbers = [("0", "0"), ("1", "1"), ("2", "2"), ("3", "3"), ("4", "4")],
                            IsOfFigure = false,
                            Rank = -1,
                        }
                    )
                    .Has(
                        "reconcile",
                        new FlagShape(),
                        rounding => rounding.Reconcile,
                        (rounding, value) => rounding with { Reconcile = value },
                        "shown shares add up to 100",
                        looks: new Looks("labels", "rounded shares whose sum is not 100")
                        {
                            On = "made to add up",
                            Off = "left as rounded",
                            IsOfFigure = false,
                            Rank = -1,
                        }
                    ),
                study => study.Rounding,
                (study, value) => study with { Rounding = value },
                "how shares are shown"
            )
            .Has(
                "form",
                form,
                study => study.Form,
                (study, value) => study with { Form = value },
                "the kind of chart and its own members",
                required: true
            )
            .MayHave(
                "each",
                new ObjectShape<EachColumn>("each", () => new EachColumn("")).Has(
                    "column",
                    Heading,
                    each => each.Column,
                    (_, value) => new EachColumn(value),
                    "one small figure for each of its values",
                    required: true
                ),
                study => study.PanelColumn is null ? null : new EachColumn(study.PanelColumn),
                (study, value) => study with { PanelColumn = value.Column },
                "the same study on the rows of each value of a column"
            )
            .Has(
                "finish",
                Finish.Shape,
                study => study.Finish,
                (study, value) => study with { Finish = value },
                "looks only: changes no number"
            );

    private sealed record EachColumn(string Column);

    public static ObjectShape<Clause> Clause { get; } =
        new ObjectShape<Clause>("a clause", () => new Clause(""))
            .Has(
                "column",
                Heading,
                clause => clause.Column,
                (clause, value) => clause with { Column = value },
                "the column that is looked at",
                required: true
            )
            .May(
                "is",
                new ListShape<string>(new CellLabelShape()),
                clause => clause.Is,
                (clause, value) => clause with { Is = value },
                "the cell must be one of these"
            )
            .May(
                "isNot",
                new ListShape<string>(new CellLabelShape()),
                clause => clause.IsNot,
                (clause, value) => clause with { IsNot = value },
                "the cell must be none of these"
            )
            .MayHave(
                "from",
                new RangeEndShape(),
                clause => clause.From,
                (clause, value) => clause with { From = value },
                "the least number or the first date"
            )
            .MayHave(
                "to",
                new RangeEndShape(),
                clause => clause.To,
                (clause, value) => clause with { To = value },
                "the largest number or the last date, included"
            )
            .May(
                "blank",
                new FlagShape(),
                clause => clause.Blank,
                (clause, value) => clause with { Blank = value },
                "whether the cell is blank"
            )
            .Where(clause =>
                clause.From is not null && clause.To is not null && clause.From.GetType() != clause.To.GetType()
                    ? "a clause whose from and to are both numbers or both dates"
                    : null
            );

    private static readonly ObjectShape<Fold> Fold = new ObjectShape<Fold>("fold", () => new Fold())
        .May(
            "keep",
            new CountShape(1, int.MaxValue),
            fold => fold.Keep,
            (fold, value) => fold with { Keep = value },
            "keep so many of the largest"
        )
        .May(
            "reach",
            NumberShape.Share,
            fold => fold.Reach,
            (fold, value) => fold with { Reach = value },
            "keep the fewest that make up so much of all"
        )
        .May(
            "under",
            NumberShape.ShareBelowOne,
            fold => fold.Under,
            (fold, value) => fold with { Under = value },
            "fold what has less of all"
        )
        .Has(
            "label",
            new LabelShape(refers: false),
            fold => fold.Label,
            (fold, value) => fold with { Label = value },
            "what the folded part is called"
        )
        .Where(fold =>
            (fold.Keep is null ? 0 : 1) + (fold.Reach is null ? 0 : 1) + (fold.Under is null ? 0 : 1) == 1
                ? null
                : "a fold with exactly one of keep, reach and under"
        );

    private static readonly ObjectShape<Trial> Trial = new ObjectShape<Trial>("a trial", () => new Trial())
        .Has(
            "part",
            new LabelShape(),
            trial => trial.Part,
            (trial, value) => trial with { Part = value },
            "the part whose amount is changed",
            required: true
        )
        .MayHave(
            "group",
            new LabelShape(),
            trial => trial.Group,
            (trial, value) => trial with { Group = value },
            "its group; times without one acts in each"
        )
        .May("set", new NumberShape(), trial => trial.Set, (trial, value) => trial with { Set = value }, "the amount")
        .May(
            "times",
            new NumberShape(least: 0),
            trial => trial.Times,
            (trial, value) => trial with { Times = value },
            "so many times what was counted"
        )
        .May(
            "share",
            new NumberShape(least: 0, below: 1),
            trial => trial.Share,
            (trial, value) => trial with { Share = value },
            "the amount that makes it this share of its group, the others as they are"
        )
        .Where(trial =>
            (trial.Set is null ? 0 : 1) + (trial.Times is null ? 0 : 1) + (trial.Share is null ? 0 : 1) == 1
                ? null
                : "a trial with exactly one of set, times and share"
        );

    private static readonly ObjectShape<Ordering> Ordering = new ObjectShape<Ordering>("order", () => new Ordering())
        .MayHave("parts", new OrderShape(), order => order.Parts, (order, value) => order with { Parts = value }, "the order of parts")
        .MayHave("groups", new OrderShape(), order => order.Groups, (order, value) => order with { Groups = value }, "the order of groups")
        .Has(
            "reverse",
            new ReverseShape(),
            order => (order.ReverseParts, order.ReverseGroups),
            (order, value) => order with { ReverseParts = value.Item1, ReverseGroups = value.Item2 },
            "which of the two is turned round"
        );

    /// <summary>A category label: trimmed, NFC; not empty.</summary>
    private sealed class LabelShape(bool refers = true) : Shape<string>
    {
        public override string Read(JsonElement element, string place) =>
            element.ValueKind == JsonValueKind.String ? Label.Of(element.GetString()) : throw Wrong(element, place, "a label, as text");

        public override JsonNode? Write(string value) => JsonValue.Create(value);

        public override JsonObject Schema() =>
            refers ? new() { ["type"] = "string", [References.Keyword] = References.Word(Reference.Label) } : new() { ["type"] = "string" };
    }

    /// <summary>A label, or a number of a quantity column.</summary>
    private sealed class CellLabelShape : Shape<string>
    {
        public override string Read(JsonElement element, string place) =>
            element.ValueKind switch
            {
                JsonValueKind.String => Label.Of(element.GetString()),
                JsonValueKind.Number => element.GetRawText(),
                _ => throw Wrong(element, place, "a label or a number"),
            };

        public override JsonNode? Write(string value) => JsonValue.Create(value);

        public override JsonObject Schema() => new() { ["type"] = new JsonArray("string", "number") };
    }

    private sealed class RangeEndShape : Shape<RangeEnd>
    {
        private static readonly NumberShape Number = new();

        public override RangeEnd Read(JsonElement element, string place)
        {
            if (element.ValueKind == JsonValueKind.Number)
            {
                return new RangeEnd.Number(Number.Read(element, place));
            }
            if (
                element.ValueKind == JsonValueKind.String
                && DateReading.TryReadIso(element.GetString()!.Trim(), out DateTime date, out bool hasTime)
            )
            {
                return new RangeEnd.Date(element.GetString()!.Trim(), date, hasTime);
            }
            throw Wrong(element, place, "a number, or a date like \"2026-03-09\" (with a time: \"2026-03-09T14:30\")");
        }

        public override JsonNode? Write(RangeEnd value) =>
            value is RangeEnd.Number number ? Number.Write(number.Value) : JsonValue.Create(((RangeEnd.Date)value).Text);

        public override JsonObject Schema() => new() { ["type"] = new JsonArray("number", "string") };
    }

    private sealed class MeasureShape : Shape<Measure>
    {
        private static readonly ChoiceShape<Counted> Rows = new() { { "rows", Counted.Rows } };

        private enum Counted
        {
            Rows,
        }

        private sealed record Draft(string? Sum, string? Distinct, Counted? Count);

        private static readonly ObjectShape<Draft> Shape = new ObjectShape<Draft>("value", () => new Draft(null, null, null))
            .MayHave(
                "sum",
                Heading,
                draft => draft.Sum,
                (draft, value) => draft with { Sum = value },
                "the column whose numbers are added up"
            )
            .May("count", Rows, draft => draft.Count, (draft, value) => draft with { Count = value }, "one for every row")
            .MayHave(
                "distinct",
                Heading,
                draft => draft.Distinct,
                (draft, value) => draft with { Distinct = value },
                "the column whose distinct values are counted"
            )
            .Where(draft =>
                (draft.Sum is null ? 0 : 1) + (draft.Distinct is null ? 0 : 1) + (draft.Count is null ? 0 : 1) == 1
                    ? null
                    : "{\"sum\": COLUMN}, {\"count\": \"rows\"} or {\"distinct\": COLUMN}"
            );

        public override Measure Read(JsonElement element, string place) =>
            Shape.Read(element, place) switch
            {
                { Sum: { } sum } => new Measure.Sum(sum),
                { Distinct: { } distinct } => new Measure.Distinct(distinct),
                _ => new Measure.Rows(),
            };

        public override JsonNode? Write(Measure value) =>
            value switch
            {
                Measure.Sum sum => new JsonObject { ["sum"] = sum.Column },
                Measure.Distinct distinct => new JsonObject { ["distinct"] = distinct.Column },
                _ => new JsonObject { ["count"] = "rows" },
            };

        public override JsonObject Schema() => Shape.Schema();
    }

    private sealed class AxisShape : Shape<Axis>
    {
        private sealed record Cut(ExactDecimal? Start, ExactDecimal? Width, ExactDecimal? End);

        private sealed record Draft(string? Column, ImmutableArray<string>? Expected, Cut? Bands, ImmutableArray<string>? Columns);

        private static readonly ObjectShape<Cut> Bands = new ObjectShape<Cut>("bands", () => new Cut(null, null, null))
            .May("start", new NumberShape(), cut => cut.Start, (cut, value) => cut with { Start = value }, "where the first band begins")
            .May("width", new NumberShape(above: 0), cut => cut.Width, (cut, value) => cut with { Width = value }, "how wide each band is")
            .May(
                "end",
                new NumberShape(),
                cut => cut.End,
                (cut, value) => cut with { End = value },
                "where the last band ends, this end included"
            )
            .Where(cut =>
                cut.Start is null || cut.Width is null ? "bands with a start and a width"
                : cut.End <= cut.Start ? "bands whose end is above their start"
                : null
            );

        private static readonly ObjectShape<Draft> Shape = new ObjectShape<Draft>("an axis", () => new Draft(null, null, null, null))
            .MayHave(
                "column",
                Heading,
                draft => draft.Column,
                (draft, value) => draft with { Column = value },
                "the column with the labels"
            )
            .May(
                "expected",
                new ListShape<string>(new LabelShape(), least: 1),
                draft => draft.Expected,
                (draft, value) => draft with { Expected = value },
                "labels that are listed even without a row"
            )
            .MayHave(
                "bands",
                Bands,
                draft => draft.Bands,
                (draft, value) => draft with { Bands = value },
                "cuts a number column into bands"
            )
            .May(
                "columns",
                new ListShape<string>(Heading, least: 1),
                draft => draft.Columns,
                (draft, value) => draft with { Columns = value },
                "number columns of a wide table, each one part or group"
            )
            .Where(Fault);

        private static string? Fault(Draft draft)
        {
            if ((draft.Column is null) == (draft.Columns is null))
            {
                return "an object with either \"column\" or \"columns\"";
            }
            if (draft.Columns is { } columns && columns.Distinct().Count() < columns.Length)
            {
                return "a list of different columns";
            }
            return draft.Expected is not null && (draft.Bands is not null || draft.Columns is not null)
                    ? "without \"expected\", which goes with a column's labels only"
                : draft.Bands is not null && draft.Columns is not null ? "without \"bands\", which goes with one column only"
                : null;
        }

        public override Axis Read(JsonElement element, string place) =>
            Shape.Read(element, place) switch
            {
                { Columns: { } columns } => new Axis.Columns(columns),
                { Bands: { } bands } draft => new Axis.Bands(draft.Column!, bands.Start!.Value, bands.Width!.Value, bands.End),
                var draft => new Axis.Labels(draft.Column!, draft.Expected ?? []),
            };

        public override JsonNode? Write(Axis value) =>
            Shape.Write(
                value switch
                {
                    Axis.Columns columns => new Draft(null, null, null, columns.Names),
                    Axis.Bands bands => new Draft(bands.Column, null, new Cut(bands.Start, bands.Width, bands.End), null),
                    Axis.Labels labels => new Draft(labels.Column, labels.Expected.Length > 0 ? labels.Expected : null, null, null),
                    _ => throw new NotSupportedException(),
                }
            );

        public override JsonObject Schema() => Shape.Schema();
    }

    private sealed class WholeShape : Shape<Whole>
    {
        private sealed record Draft(WholeOf? Of, ExactDecimal? Given);

        private static readonly ObjectShape<Draft> Shape = new ObjectShape<Draft>("whole", () => new Draft(null, null))
            .May(
                "of",
                new ChoiceShape<WholeOf>
                {
                    { "all", WholeOf.All },
                    { "group", WholeOf.Group },
                    { "part", WholeOf.Part },
                    { "unfiltered", WholeOf.Unfiltered },
                },
                draft => draft.Of,
                (draft, value) => draft with { Of = value },
                "everything used, each group, each part, or everything before the filter"
            )
            .May(
                "given",
                new NumberShape(above: 0),
                draft => draft.Given,
                (draft, value) => draft with { Given = value },
                "a number, above 0"
            )
            .Where(draft => (draft.Of is null) == (draft.Given is null) ? "an object with either \"of\" or \"given\"" : null);

        public override Whole Read(JsonElement element, string place) =>
            Shape.Read(element, place) is var draft && draft.Given is { } given
                ? new Whole(WholeOf.Given, given)
                : new Whole(draft.Of!.Value);

        public override JsonNode? Write(Whole value) =>
            Shape.Write(value.Of == WholeOf.Given ? new Draft(null, value.Given) : new Draft(value.Of, null));

        public override JsonObject Schema() => Shape.Schema();
    }

    private sealed class OrderShape : Shape<Order>
    {
        private static readonly ListShape<string> Labels = new(new LabelShape());

        public override Order Read(JsonElement element, string place) =>
            element.ValueKind switch
            {
                JsonValueKind.String => new Order.By(element.GetString()!),
                JsonValueKind.Array => new Order.Listed(Labels.Read(element, place)),
                JsonValueKind.Object => new Order.ShareOf(Share.Read(element, place)!.Label!),
                _ => throw Wrong(element, place, "the name of an order, a list of labels, or {\"share\": LABEL}"),
            };

        private sealed record Draft(string? Label);

        private static readonly ObjectShape<Draft> Share = new ObjectShape<Draft>("an order by share", () => new Draft((string?)null)).Has(
            "share",
            new LabelShape(),
            draft => draft.Label!,
            (_, value) => new Draft(value),
            "the part whose share decides",
            required: true
        );

        public override JsonNode? Write(Order value) =>
            value switch
            {
                Order.By by => JsonValue.Create(by.Name),
                Order.Listed listed => Labels.Write(listed.Labels),
                Order.ShareOf share => new JsonObject { ["share"] = share.Label },
                _ => null,
            };

        public override JsonObject Schema() =>
            new() { ["oneOf"] = new JsonArray(new JsonObject { ["type"] = "string" }, Labels.Schema(), Share.Schema()) };
    }

    private sealed class ReverseShape : Shape<(bool, bool)>
    {
        public override (bool, bool) Read(JsonElement element, string place)
        {
            if (element.ValueKind != JsonValueKind.Array)
            {
                throw Wrong(element, place, "a list that may hold \"parts\" and \"groups\"");
            }
            bool parts = false,
                groups = false;
            int at = 0;
            foreach (JsonElement item in element.EnumerateArray())
            {
                string? word = item.ValueKind == JsonValueKind.String ? item.GetString() : null;
                if (word is not ("parts" or "groups"))
                {
                    throw Wrong(item, Place.Item(place, at), "\"parts\" or \"groups\"");
                }
                parts |= word == "parts";
                groups |= word == "groups";
                at++;
            }
            return (parts, groups);
        }

        public override JsonNode? Write((bool, bool) value)
        {
            var list = new JsonArray();
            if (value.Item1)
            {
                list.Add("parts");
            }
            if (value.Item2)
            {
                list.Add("groups");
            }
            return list;
        }

        public override JsonObject Schema() =>
            new()
            {
                ["type"] = "array",
                ["items"] = new JsonObject { ["enum"] = new JsonArray("parts", "groups") },
            };
    }
}
