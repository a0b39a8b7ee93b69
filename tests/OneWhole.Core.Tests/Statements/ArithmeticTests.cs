using System.Globalization;
using OneWhole.Core.Forms;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Core.Workings.Rules;

namespace OneWhole.Core.Tests.Statements;

/// <summary>
/// What a cell says of its arithmetic is a sum that comes out: each "12.75 ÷ 20.75 = 61.4458 %" is read back and worked out again,
/// for every column of every form.
/// </summary>
public sealed class ArithmeticTests
{
    private static readonly Table Table = TableOf.Columns(
        "Part: low | mid | high | low | mid | high | low | mid | high",
        "Group: x | x | x | y | y | y | z | z | z",
        "Amount: 10.5 | 3 | 3.25 | 2.25 | 7 | 1 | 4 | 0.5 | 6",
        "Heads: 4 | 2 | 6.5 | 1 | 5 | 4 | 2 | 2 | 6"
    );

    private static readonly IReadOnlyList<string> Forms =
    [
        .. EveryShape.Members(_ => true),
        """{"kind": "bridge", "volume": "Heads", "steps": "effects"}""",
    ];

    public static TheoryData<string> Each() => [.. Forms];

    [Theory]
    [MemberData(nameof(Each))]
    public void Each_equation_comes_out(string form)
    {
        Form kind = FormList.Standard.Find((string)System.Text.Json.Nodes.JsonNode.Parse(form)!["kind"]!, "kind");
        string where =
            kind.PartsWanted == 2 ? """, "where": [{"column": "Part", "is": ["low", "high"]}]"""
            : kind.GroupsWanted == 2 ? """, "where": [{"column": "Group", "is": ["x", "y"]}]"""
            : "";
        WorkingsResult workings = Calculator.Run(
            Table,
            StudyFormat.Standard.Read(
                $$"""{"format": "onewhole.study/1", "parts": {"column": "Part"}, "groups": """
                    + $$"""{"column": "Group"}, "value": {"sum": "Amount"}, "order": {"parts": """
                    + $$"""["low", "mid", "high"]}, "form": {{form}}{{where}} }"""
            )
        );
        var words = new RuleWords(workings);
        int read = 0;
        foreach (WorkingColumn column in workings.Columns.Where(column => !column.IsText))
        {
            for (int row = 0; row < workings.RowCount; row++)
            {
                string said = words.Arithmetic(column, row);
                Assert.False(string.IsNullOrWhiteSpace(said), $"{column.Key} of row {row} says nothing");
                if (Equation.TryRead(said) is { } equation)
                {
                    read++;
                    Assert.True(
                        Math.Abs(equation.Left - equation.Right) <= equation.Tolerance,
                        $"{form} {column.Key} of row {row}: \"{said}\" gives {equation.Left}, not {equation.Right}"
                    );
                    Assert.True(
                        column.Number(row) is { } value
                            && Math.Abs((column.Unit == ColumnUnit.Percent ? value / 100 : value) - equation.Right) <= equation.Tolerance,
                        $"{form} {column.Key} of row {row}: \"{said}\" is not {column.Number(row)}"
                    );
                }
            }
        }
        Assert.True(read >= workings.RowCount, $"{form}: only {read} equations could be read");
    }

    /// <summary>An equation of numbers, ÷, ×, +, −, brackets and percent signs.</summary>
    private sealed class Equation
    {
        private readonly List<string> _tokens;
        private int _at;

        private Equation(List<string> tokens) => _tokens = tokens;

        public double Left { get; private set; }

        public double Right { get; private set; }

        /// <summary>What the digits that are printed leave open.</summary>
        public double Tolerance { get; private set; }

        /// <summary>Null where it is a sentence, or where terms are left out.</summary>
        public static Equation? TryRead(string said)
        {
            string[] sides = said.Split(" = ");
            if (
                sides.Length != 2
                || Tokens(sides[0]) is not { Count: > 1 } left
                || Tokens(sides[1].Split(',', 2) is [var first, var rest] && !char.IsDigit(rest[0]) ? first : sides[1])
                    is not { Count: > 0 } right
            )
            {
                return null;
            }
            var equation = new Equation(left);
            equation.Left = equation.Sum();
            if (equation._at < left.Count)
            {
                return null;
            }
            var other = new Equation(right);
            equation.Right = other.Sum();
            // Shares among the operands stand with four decimals of a percent, and a product of them with amounts carries that over.
            bool shares = said.Contains('%', StringComparison.Ordinal);
            equation.Tolerance =
                (shares ? 2e-6 : 1e-9)
                * Math.Max(
                    1,
                    Math.Max(
                        Math.Abs(equation.Right),
                        left.Concat(right)
                            .Select(token =>
                                double.TryParse(token.TrimEnd('%'), NumberStyles.Float, CultureInfo.InvariantCulture, out double number)
                                    ? Math.Abs(number)
                                    : 0
                            )
                            .Max()
                    )
                );
            return equation;
        }

        private static List<string>? Tokens(string text)
        {
            var tokens = new List<string>();
            string plain = text.Replace(" %", "%", StringComparison.Ordinal).Replace(",", "", StringComparison.Ordinal);
            for (int at = 0; at < plain.Length; )
            {
                char c = plain[at];
                if (c == ' ')
                {
                    at++;
                }
                else if (char.IsAsciiDigit(c))
                {
                    int end = at;
                    while (end < plain.Length && (char.IsAsciiDigit(plain[end]) || plain[end] is '.' or '%'))
                    {
                        end++;
                    }
                    tokens.Add(plain[at..end]);
                    at = end;
                }
                else if (c is '÷' or '×' or '+' or '−' or '(' or ')')
                {
                    tokens.Add(c.ToString());
                    at++;
                }
                else
                {
                    return null;
                }
            }
            return tokens;
        }

        private bool Take(string token)
        {
            if (_at >= _tokens.Count || _tokens[_at] != token)
            {
                return false;
            }
            _at++;
            return true;
        }

        private double Sum()
        {
            double sum = Product();
            while (true)
            {
                if (Take("+"))
                {
                    sum += Product();
                }
                else if (Take("−"))
                {
                    sum -= Product();
                }
                else
                {
                    return sum;
                }
            }
        }

        private double Product()
        {
            double product = Term();
            while (true)
            {
                if (Take("×"))
                {
                    product *= Term();
                }
                else if (Take("÷"))
                {
                    product /= Term();
                }
                else
                {
                    return product;
                }
            }
        }

        private double Term()
        {
            if (Take("−"))
            {
                return -Term();
            }
            if (Take("("))
            {
                double inner = Sum();
                Assert.True(Take(")"), "a bracket is not closed");
                return inner;
            }
            string token = _tokens[_at++];
            return token.EndsWith('%')
                ? double.Parse(token[..^1], CultureInfo.InvariantCulture) / 100
                : double.Parse(token, CultureInfo.InvariantCulture);
        }
    }
}
