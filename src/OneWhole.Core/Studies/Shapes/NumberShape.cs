using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;

namespace OneWhole.Core.Studies.Shapes;

/// <summary>A number kept as the decimal that was written, within limits.</summary>
public sealed class NumberShape(
    ExactDecimal? above = null,
    ExactDecimal? least = null,
    ExactDecimal? most = null,
    ExactDecimal? below = null
) : Shape<ExactDecimal>
{
    /// <summary>A share in (0, 1].</summary>
    public static NumberShape Share { get; } = new(above: 0, most: 1);

    /// <summary>A share in (0, 1).</summary>
    public static NumberShape ShareBelowOne { get; } = new(above: 0, below: 1);

    /// <inheritdoc/>
    public override ExactDecimal Read(JsonElement element, string place)
    {
        if (
            element.ValueKind != JsonValueKind.Number
            || !ExactDecimal.TryParse(element.GetRawText(), out ExactDecimal value)
            || value <= above
            || value < least
            || value > most
            || value >= below
        )
        {
            throw Wrong(element, place, Expected());
        }
        return value;
    }

    private string Expected()
    {
        var limits = new List<string>();
        if (above is not null)
        {
            limits.Add($"above {above}");
        }
        if (least is not null)
        {
            limits.Add($"at least {least}");
        }
        if (most is not null)
        {
            limits.Add($"at most {most}");
        }
        if (below is not null)
        {
            limits.Add($"below {below}");
        }
        return limits.Count == 0 ? "a number" : "a number " + string.Join(" and ", limits);
    }

    /// <inheritdoc/>
    public override JsonNode? Write(ExactDecimal value) => JsonNode.Parse(value.ToString());

    /// <inheritdoc/>
    public override JsonObject Schema()
    {
        var schema = new JsonObject { ["type"] = "number" };
        void Limit(string name, ExactDecimal? limit)
        {
            if (limit is not null)
            {
                schema[name] = Write(limit.Value);
            }
        }
        Limit("exclusiveMinimum", above);
        Limit("minimum", least);
        Limit("maximum", most);
        Limit("exclusiveMaximum", below);
        return schema;
    }
}
