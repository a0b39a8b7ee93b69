using OneWhole.App.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.App.Elsewhere;

/// <summary>Rows of a source that stay where they are.</summary>
/// <param name="Name">Of a table or a view; null where a query was written.</param>
/// <param name="Query">One SELECT; null where a table was picked.</param>
/// <param name="Engine">What people call the engine that has them.</param>
public sealed record LeftLink(string? Name, string? Query, string Engine)
{
    /// <summary>After so many minutes the engine is asked again; null for only when it is said.</summary>
    public int? EveryMinutes { get; init; }

    /// <summary>What tells these rows from others.</summary>
    internal string KeyIn(string source) => $"{source}\u0001{Name}\u0001{Query}";
}

/// <summary>
/// Cells that were asked of rows elsewhere and are kept: as of a time, for one question and whatever is coarser than it. Their columns are
/// those of the answer; the last two say how many rows each cell stands for, and whether they pass.
/// </summary>
/// <param name="Question">What was asked.</param>
/// <param name="Summed">The columns whose cells are sums.</param>
/// <param name="AsOf">When, in UTC.</param>
/// <param name="Columns">Where the cells are stored.</param>
public sealed record KeptAnswer(KeptQuestion Question, IReadOnlyList<string> Summed, DateTime AsOf, IReadOnlyList<ColumnDocument> Columns);
