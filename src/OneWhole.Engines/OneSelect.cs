using System.Text.RegularExpressions;
using OneWhole.Core.Studies;

namespace OneWhole.Engines;

/// <summary>
/// A query that is put in the place of a table: one SELECT, whatever is in its texts and comments. Engines refuse to write all the same;
/// this is so that nothing is even asked of them.
/// </summary>
internal static partial class OneSelect
{
    /// <summary>The query without the semicolon at its end.</summary>
    /// <exception cref="StudyException">It is no SELECT, or more than one.</exception>
    public static string Of(string query)
    {
        string plain = query.Trim().TrimEnd(';').TrimEnd();
        if (!Begins().IsMatch(plain))
        {
            throw new StudyException("wrong-query", "query", "--query: a query must be one SELECT.");
        }
        int depth = 0;
        foreach (char own in Outside(plain))
        {
            depth += own switch
            {
                '(' => 1,
                ')' => -1,
                _ => 0,
            };
            if (own == ';' || depth < 0)
            {
                throw new StudyException(
                    "wrong-query",
                    "query",
                    own == ';'
                        ? "--query: a query must be one SELECT; there is a second statement after a semicolon."
                        : "--query: a bracket is closed that was not opened."
                );
            }
        }
        return depth == 0 ? plain : throw new StudyException("wrong-query", "query", "--query: a bracket is not closed.");
    }

    /// <summary>What a query is put in order by; null where it is not.</summary>
    public static string? OrderOf(string query) => Order().Match(query) is { Success: true } found ? found.Groups["by"].Value.Trim() : null;

    /// <summary>The characters that are no part of a text, a quoted name or a comment.</summary>
    private static IEnumerable<char> Outside(string sql)
    {
        for (int at = 0; at < sql.Length; at++)
        {
            string? end = sql[at] switch
            {
                '\'' or '"' or '`' => sql[at].ToString(),
                '-' when Begin(at, "--") => "\n",
                '#' => "\n",
                '/' when Begin(at, "/*") => "*/",
                '$' when Dollar().Match(sql, at) is { Success: true } tag && tag.Index == at => tag.Value,
                _ => null,
            };
            if (end is null)
            {
                yield return sql[at];
                continue;
            }
            int begin = at + (end is "*/" ? 2 : end.Length),
                close = sql.IndexOf(end, begin, StringComparison.Ordinal);
            // A comment that ends with the query would take what stands after it.
            at =
                close >= 0 ? close + end.Length - 1
                : end == "\n" ? sql.Length
                : throw new StudyException("wrong-query", "query", $"--query: what begins with {sql[at]} does not end.");
        }

        bool Begin(int at, string with) => string.CompareOrdinal(sql, at, with, 0, with.Length) == 0;
    }

    [GeneratedRegex(@"^(select|with)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Begins();

    [GeneratedRegex(@"\border\s+by\b(?<by>[^()]*?)(\blimit\b[^()]*|\boffset\b[^()]*|\bfetch\b[^()]*)?$", RegexOptions.IgnoreCase)]
    private static partial Regex Order();

    [GeneratedRegex(@"\$[A-Za-z_]*\$")]
    private static partial Regex Dollar();
}
