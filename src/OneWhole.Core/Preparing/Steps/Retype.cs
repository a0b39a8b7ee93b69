using OneWhole.Core.Studies.Shapes;
using OneWhole.Core.Tables;

namespace OneWhole.Core.Preparing.Steps;

/// <summary>Takes a column for something else: its type, how its numbers and dates are written, its unit and nouns.</summary>
internal sealed class Retype : StepKind<Retype.With>
{
    public sealed record With(string Column)
    {
        public ColumnType? Type { get; init; }

        public string? DecimalMark { get; init; }

        public DateOrder? Dates { get; init; }

        public string? Unit { get; init; }

        /// <summary>"thousand", "million"; empty for ones.</summary>
        public string? Multiplier { get; init; }
    }

    public override string Kind => "retype";

    public override string Name => "take a column for something else";

    public override IReadOnlyList<StepField> Fields =>
        [
            new StepField("column", "Column", "column"),
            new StepField("type", "Taken for a", "choice")
            {
                Choices = [.. TableShapes.ColumnTypes.Words.Select(word => word.Word)],
                Optional = true,
            },
            new StepField("decimalMark", "Decimal mark", "choice") { Choices = [".", ","], Optional = true },
            new StepField("dates", "Dates are written", "choice")
            {
                Choices = [.. TableShapes.DateOrders.Words.Select(word => word.Word)],
                Optional = true,
            },
            new StepField("unit", "Unit", "text") { Optional = true },
            new StepField("multiplier", "Its numbers are in", "choice") { Choices = ["thousand", "million", "billion"], Optional = true },
        ];

    private protected override ObjectShape<With> Members { get; } =
        new ObjectShape<With>("retyping", () => new With(""))
            .Has("column", Heading, with => with.Column, (with, value) => with with { Column = value }, "the column", required: true)
            .May("type", TableShapes.ColumnTypes, with => with.Type, (with, value) => with with { Type = value }, "what it is taken for")
            .MayHave(
                "decimalMark",
                new TextShape("a decimal mark", 1),
                with => with.DecimalMark,
                (with, value) => with with { DecimalMark = value },
                "a point or a comma"
            )
            .May(
                "dates",
                TableShapes.DateOrders,
                with => with.Dates,
                (with, value) => with with { Dates = value },
                "how its dates are written"
            )
            .MayHave(
                "unit",
                new TextShape("a unit", 40),
                with => with.Unit,
                (with, value) => with with { Unit = value },
                "the unit of its numbers"
            )
            .MayHave(
                "multiplier",
                new TextShape("a multiplier", 20),
                with => with.Multiplier,
                (with, value) => with with { Multiplier = value },
                "in what its numbers are counted: thousand, million; empty for ones"
            )
            .Where(with => with.DecimalMark is null or "." or "," ? null : "a decimalMark of \".\" or \",\"");

    private protected override string Words(With members)
    {
        var words = new List<string>();
        if (members.Type is { } type)
        {
            words.Add($"taken for a {type.ToString().ToLowerInvariant()}");
        }
        if (members.DecimalMark is { } mark)
        {
            words.Add(mark == "," ? "numbers with a decimal comma" : "numbers with a decimal point");
        }
        if (members.Dates is { } dates)
        {
            words.Add(
                dates switch
                {
                    DateOrder.DayMonthYear => "dates as day, month, year",
                    DateOrder.MonthDayYear => "dates as month, day, year",
                    DateOrder.YearMonthDay => "dates as year, month, day",
                    _ => "dates as in ISO 8601",
                }
            );
        }
        if (members.Unit is { } unit)
        {
            words.Add(unit.Length == 0 ? "no unit" : $"in {unit}");
        }
        if (members.Multiplier is { } multiplier)
        {
            words.Add(multiplier.Trim().Length == 0 ? "in ones" : $"in {multiplier.Trim()}s");
        }
        return $"{members.Column}: {(words.Count == 0 ? "as it is" : string.Join(", ", words))}";
    }

    private protected override StepResult Apply(Table table, With members)
    {
        Column column = table.Need(members.Column);
        ColumnInfo info = column.Info with
        {
            Type = members.Type ?? column.Info.Type,
            Numbers = members.DecimalMark switch
            {
                "," => NumberReading.Comma,
                "." => NumberReading.Point,
                _ => column.Info.Numbers,
            },
            Dates = members.Dates ?? column.Info.Dates,
            Unit =
                members.Unit is null ? column.Info.Unit
                : members.Unit.Trim() is { Length: > 0 } unit ? unit
                : null,
            Multiplier = members.Multiplier?.Trim() ?? column.Info.Multiplier,
        };
        return new StepResult(
            table.Replace(column, column.With(info with { HoldsShares = info.HoldsShares && info.Type == ColumnType.Quantity })),
            0,
            0
        );
    }
}
