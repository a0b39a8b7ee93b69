using System.Text.RegularExpressions;
using OneWhole.Core.Forms;

namespace OneWhole.Cli.Tests;

/// <summary>The guide: what is made of it is what stands in the repository, its links lead somewhere, and every form is in it.</summary>
[Trait("Speed", "Slow")]
public sealed partial class GuideTests : IDisposable
{
    private static readonly string Guide = Repository.At("docs", "guide");

    private readonly string _folder = Directory.CreateTempSubdirectory("onewhole-guide-").FullName;

    public void Dispose() => Directory.Delete(_folder, true);

    private static IEnumerable<string> Pages => Directory.GetFiles(Guide, "*.md", SearchOption.AllDirectories);

    public static TheoryData<string> Forms => [.. FormList.Standard.Forms.Select(form => form.Kind)];

    [GeneratedRegex(@"!?\[([^\]]*)\]\(([^)]+)\)")]
    private static partial Regex Links { get; }

    /// <summary>Drawn again, pages and figures are the same to the byte.</summary>
    [Fact]
    public void What_is_made_of_it_is_current()
    {
        foreach (string file in (IEnumerable<string>)[Path.Combine(Guide, "figures.json"), .. Directory.GetFiles(Guide, "?-*.md")])
        {
            File.Copy(file, Path.Combine(_folder, Path.GetFileName(file)));
        }
        var error = new StringWriter();
        string[] ask = ["guide", "--demo", Repository.At("demo"), "--guide", _folder];
        Assert.Equal((0, ""), (CommandLine.Run(ask, TextWriter.Null, error), error.ToString()));
        string[] made =
        [
            .. Directory.GetFiles(_folder, "*", SearchOption.AllDirectories).Select(file => Path.GetRelativePath(_folder, file)).Order(),
        ];
        string[] there =
        [
            .. Directory.GetFiles(Guide, "*", SearchOption.AllDirectories).Select(file => Path.GetRelativePath(Guide, file)).Order(),
        ];
        Assert.Equal(there, made);
        Assert.All(made, file =>
            Assert.True(
                File.ReadAllBytes(Path.Combine(_folder, file)).SequenceEqual(File.ReadAllBytes(Path.Combine(Guide, file))),
                $"{file} is not what is made now: ./onewhole guide --demo demo --guide docs/guide"
            )
        );
    }

    [Fact]
    public void Every_link_leads_to_a_page_or_a_figure()
    {
        foreach (string page in Pages)
        {
            foreach (Match link in Links.Matches(File.ReadAllText(page)))
            {
                string to = Path.Combine(Path.GetDirectoryName(page)!, link.Groups[2].Value.Split('#')[0]);
                Assert.True(File.Exists(to), $"{page} leads to {link.Groups[2].Value}, which is not there.");
                Assert.NotEqual("", link.Groups[1].Value);
            }
        }
    }

    /// <summary>A figure without a place in a page would be drawn for nobody.</summary>
    [Fact]
    public void Every_figure_is_shown()
    {
        string all = string.Concat(Pages.Select(File.ReadAllText));
        Assert.All(Directory.GetFiles(Path.Combine(Guide, "figures")), figure =>
            Assert.Contains($"figures/{Path.GetFileName(figure)})", all, StringComparison.Ordinal)
        );
    }

    [Theory]
    [MemberData(nameof(Forms))]
    public void Every_form_has_a_page_that_says_when_it_serves_what_reads_better_its_columns_and_mistakes(string kind)
    {
        string page = File.ReadAllText(Path.Combine(Guide, "forms", $"{kind}.md"));
        string[] sections = ["## When another reads better", "## What each column means", "## The usual mistakes"];
        Assert.All(sections, section => Assert.Contains(section, page, StringComparison.Ordinal));
        string[] columns = [.. page.Split('\n').Where(line => line.StartsWith("| ", StringComparison.Ordinal)).Skip(1)];
        Assert.True(columns.Length >= 3);
        // No column without its rule and its meaning.
        Assert.All(columns, line => Assert.All(line.Trim('|').Split('|')[^2..], cell => Assert.NotEqual("", cell.Trim())));
        FormGuide guide = FormList.Standard.Find(kind, "kind").Guide;
        Assert.True(guide.Serves.Length > 40 && guide.ReadsBetter.Count > 0 && guide.Mistakes.Count > 0);
    }

    /// <summary>What one looks for by other words: the page has them where the product's search reads them.</summary>
    [Fact]
    public void Pages_of_the_work_bring_the_words_by_which_they_are_looked_for() =>
        Assert.All(Directory.GetFiles(Guide, "?-*.md"), page => Assert.Matches(@"(?m)^<!-- also: .+ -->$", File.ReadAllText(page)));

    [Fact]
    public void Words_stand_in_alphabetical_order()
    {
        string[] words =
        [
            .. File.ReadLines(Path.Combine(Guide, "8-glossary.md"))
                .Where(line => line.StartsWith("| **", StringComparison.Ordinal))
                .Select(line => line.Split("**")[1]),
        ];
        Assert.Equal(words.Order(StringComparer.OrdinalIgnoreCase), words);
        Assert.True(words.Length > 25);
    }
}
