using System.Reflection;

namespace OneWhole.Core.Tests;

/// <summary>Each layer knows only those before it.</summary>
public sealed class LayerTests
{
    private static readonly string[] Ours = ["OneWhole.Core", "OneWhole.Formats", "OneWhole.Store", "OneWhole.App", "OneWhole.Web", "onewhole"];

    [Fact]
    public void The_core_knows_the_framework_only() =>
        Assert.All(typeof(Core.Tables.Table).Assembly.GetReferencedAssemblies(), name => Assert.StartsWith("System", name.Name!, StringComparison.Ordinal));

    [Fact]
    public void The_formats_know_the_core_only()
    {
        AssemblyName[] known = typeof(Formats.Text.TextMeasurer).Assembly.GetReferencedAssemblies();
        Assert.Equal(["OneWhole.Core"], known.Select(name => name.Name!).Where(name => Ours.Contains(name)));
    }

    /// <summary>Within the core, folders are layers too: a file may use only the folders before its own.</summary>
    [Theory]
    [InlineData("Numbers", "")]
    [InlineData("Tables", "Numbers")]
    public void A_folder_of_the_core_does_not_reach_ahead(string folder, string before)
    {
        string? at = AppContext.BaseDirectory;
        while (at is not null && !Directory.Exists(Path.Combine(at, "src", "OneWhole.Core")))
        {
            at = Path.GetDirectoryName(at);
        }
        string[] allowed = before.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        foreach (string file in Directory.GetFiles(Path.Combine(at!, "src", "OneWhole.Core", folder), "*.cs", SearchOption.AllDirectories))
        {
            foreach (string line in File.ReadLines(file).Where(line => line.StartsWith("using OneWhole.Core.", StringComparison.Ordinal)))
            {
                Assert.Contains(line["using OneWhole.Core.".Length..].TrimEnd(';').Split('.')[0], allowed);
            }
        }
    }
}
