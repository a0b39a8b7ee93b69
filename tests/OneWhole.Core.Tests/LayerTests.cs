using System.Text.RegularExpressions;
using System.Xml.Linq;

namespace OneWhole.Core.Tests;

/// <summary>Each layer knows only those before it, and a form is one thing in one place.</summary>
public sealed partial class LayerTests
{
    private static IEnumerable<string> Sources(params string[] folder) =>
        Directory
            .GetFiles(Repository.At(folder), "*.*", SearchOption.AllDirectories)
            .Where(file =>
                Path.GetExtension(file) is ".cs" or ".ts" or ".tsx"
                && !file.Contains("wwwroot", StringComparison.Ordinal)
                && !file.EndsWith("openapi.d.ts", StringComparison.Ordinal)
            );

    [Fact]
    public void The_core_knows_the_framework_only() =>
        Assert.All(typeof(Core.Tables.Table).Assembly.GetReferencedAssemblies(), name =>
            Assert.StartsWith("System", name.Name!, StringComparison.Ordinal)
        );

    [Theory]
    [InlineData("OneWhole.Core", "")]
    [InlineData("OneWhole.Formats", "OneWhole.Core")]
    [InlineData("OneWhole.Store", "OneWhole.Core")]
    [InlineData("OneWhole.App", "OneWhole.Core OneWhole.Engines OneWhole.Formats OneWhole.Store")]
    [InlineData("OneWhole.Web", "OneWhole.App")]
    [InlineData("OneWhole.Engines", "OneWhole.Core")]
    [InlineData("OneWhole.Cli", "OneWhole.Core OneWhole.Engines OneWhole.Formats")]
    public void A_project_refers_only_to_layers_before_it(string project, string before)
    {
        XDocument file = XDocument.Load(Repository.At("src", project, $"{project}.csproj"));
        string[] referred =
        [
            .. file.Descendants("ProjectReference")
                .Select(reference => Path.GetFileNameWithoutExtension(reference.Attribute("Include")!.Value)),
        ];
        Assert.Equal(before.Split(' ', StringSplitOptions.RemoveEmptyEntries), referred.Order());
    }

    /// <summary>
    /// The core's folders, each knowing only those before it. One thing is known earlier: a study holds its form, so the contract of
    /// forms (<see cref="Core.Forms.Form"/> and what it speaks of, in the folder itself) is known from studies on; a form, in a folder of
    /// its own, by nothing.
    /// </summary>
    private static readonly string[] Layers =
    [
        "Numbers",
        "Tables",
        "Studies",
        "Workings",
        "Recognition",
        "Statements",
        "Preparing",
        "Drawing",
        "Charts",
        "Forms",
        "Briefings",
    ];

    [Fact]
    public void A_folder_of_the_core_uses_no_symbol_of_one_ahead()
    {
        string[] ahead =
        [
            .. from pair in SymbolsUsed.Of(typeof(Core.Tables.Table).Assembly)
            where Array.IndexOf(Layers, pair.Key.From) < 0 || Array.IndexOf(Layers, pair.Key.To) > Array.IndexOf(Layers, pair.Key.From)
            where pair.Key.To != "Forms" || Array.IndexOf(Layers, pair.Key.From) < Array.IndexOf(Layers, "Studies")
            select pair.Value,
        ];
        Assert.Empty(ahead);
    }

    [GeneratedRegex(@"using OneWhole\.Core\.Forms\.(\w+)")]
    private static partial Regex UsesAForm();

    [Fact]
    public void Nothing_but_its_own_folder_and_the_list_knows_a_form()
    {
        string forms = Path.Combine("OneWhole.Core", "Forms") + Path.DirectorySeparatorChar;
        string[] kinds = [.. Core.Forms.FormList.Standard.Forms.Select(form => form.Kind)];
        foreach (string file in Sources("src").Concat(Sources("web", "src")))
        {
            if (file.EndsWith("FormList.cs", StringComparison.Ordinal))
            {
                continue;
            }
            string text = File.ReadAllText(file);
            bool inForms = file.Contains(forms, StringComparison.Ordinal);
            foreach (Match match in UsesAForm().Matches(text))
            {
                Assert.True(file.Contains(forms + match.Groups[1].Value, StringComparison.Ordinal), $"{file} uses {match.Value}");
            }
            // A kind in quotes, in C# or TypeScript, is a switch over kinds in the making.
            Assert.All(inForms ? [] : kinds, kind => Assert.DoesNotMatch($"[\"']{kind}[\"']", text));
        }
    }
}
