using System.Collections.Immutable;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.Core.Forms.Pareto;

/// <summary>How the amount axis relates to the share axis.</summary>
internal enum ParetoAxes
{
    /// <summary>The amount axis ends at the whole, so that both share one scale.</summary>
    Aligned,

    /// <summary>The amount axis ends near the largest bar.</summary>
    Free,
}

/// <summary>What the x axis counts.</summary>
internal enum ParetoAlong
{
    Parts,

    /// <summary>The share of the parts, 0 to 100 %: the concentration curve.</summary>
    Position,
}

/// <summary>Whether the part that carries the running share across a limit still belongs to the class below it.</summary>
internal enum ParetoCrossing
{
    In,
    Out,
}

/// <summary>One cut: across the running share, along the parts, or after so many parts. Exactly one is set.</summary>
internal sealed record Cut
{
    public ExactDecimal? Share { get; init; }

    public ExactDecimal? Position { get; init; }

    public int? Count { get; init; }

    public static ObjectShape<Cut> Shape { get; } =
        new ObjectShape<Cut>("a cut", () => new Cut())
            .May(
                "share",
                NumberShape.Share,
                cut => cut.Share,
                (cut, value) => cut with { Share = value },
                "a running share, above 0 and at most 1"
            )
            .May(
                "position",
                NumberShape.Share,
                cut => cut.Position,
                (cut, value) => cut with { Position = value },
                "a share of the parts, above 0 and at most 1"
            )
            .May(
                "count",
                new CountShape(1, int.MaxValue),
                cut => cut.Count,
                (cut, value) => cut with { Count = value },
                "so many of the first parts"
            )
            .Where(cut =>
                (cut.Share is null ? 0 : 1) + (cut.Position is null ? 0 : 1) + (cut.Count is null ? 0 : 1) == 1
                    ? null
                    : "a cut with exactly one of share, position and count"
            );
}

/// <summary>The Pareto's members.</summary>
internal sealed record ParetoMembers
{
    public ParetoAxes Axes { get; init; }

    public ParetoAlong Along { get; init; }

    public ImmutableArray<Cut> Cuts { get; init; } = [new Cut { Share = new ExactDecimal(8, 1) }];

    /// <summary>Where classes end, rising, each in (0, 1).</summary>
    public ImmutableArray<ExactDecimal> Limits { get; init; } = [new ExactDecimal(8, 1), new ExactDecimal(95, 2)];

    public ParetoCrossing Crossing { get; init; }

    public static ObjectShape<ParetoMembers> Shape { get; } =
        new ObjectShape<ParetoMembers>("a Pareto", () => new ParetoMembers())
            .Has(
                "axes",
                new ChoiceShape<ParetoAxes>
                {
                    { "aligned", ParetoAxes.Aligned, "on one scale with the shares" },
                    { "free", ParetoAxes.Free, "to the largest bar" },
                },
                members => members.Axes,
                (members, value) => members with { Axes = value },
                "whether both axes share one scale",
                looks: new Looks(Looks.Form, "amount axis")
            )
            .Has(
                "along",
                new ChoiceShape<ParetoAlong> { { "parts", ParetoAlong.Parts }, { "position", ParetoAlong.Position } },
                members => members.Along,
                (members, value) => members with { Along = value },
                "what the x axis counts"
            )
            .Has(
                "cuts",
                new ListShape<Cut>(Cut.Shape, most: 100),
                members => members.Cuts,
                (members, value) => members with { Cuts = value },
                "cuts, each with its reading"
            )
            .Has(
                "limits",
                new ListShape<ExactDecimal>(NumberShape.ShareBelowOne, 1, 2, list =>
                    list.Length == 2 && list[0] >= list[1] ? "one or two rising numbers above 0 and below 1" : null
                ),
                members => members.Limits,
                (members, value) => members with { Limits = value },
                "where class A and class B end"
            )
            .Has(
                "crossing",
                new ChoiceShape<ParetoCrossing>
                {
                    { "in", ParetoCrossing.In, "belongs to the class below" },
                    { "out", ParetoCrossing.Out, "belongs to the class above" },
                },
                members => members.Crossing,
                (members, value) => members with { Crossing = value },
                "whether the part that crosses a limit is in",
                looks: new Looks(Looks.Form, "a part that crosses a class limit")
            );
}
