namespace OneWhole.Core.Tests;

/// <summary>Tests stand where their sources do: a folder of a project has one of its name in the project's tests.</summary>
public sealed class MirrorTests
{
    public static TheoryData<string> Folders() =>
        [
            .. Directory
                .GetDirectories(Repository.At("src"))
                .Where(project => Directory.Exists(TestsOf(Path.GetFileName(project))))
                .SelectMany(Directory.GetDirectories)
                .Where(folder => Directory.EnumerateFiles(folder, "*.cs").Any())
                .Select(folder => Path.GetRelativePath(Repository.At("src"), folder))
                .Order(StringComparer.Ordinal),
        ];

    private static string TestsOf(string project) => Repository.At("tests", $"{project}.Tests");

    [Theory]
    [MemberData(nameof(Folders))]
    public void A_folder_of_sources_has_a_folder_of_tests(string folder)
    {
        string[] parts = folder.Split(Path.DirectorySeparatorChar);
        string tests = Path.Combine(TestsOf(parts[0]), parts[1]);
        Assert.True(
            Directory.Exists(tests) && Directory.EnumerateFiles(tests, "*Tests.cs", SearchOption.AllDirectories).Any(),
            $"src/{folder} has no tests in {Path.GetRelativePath(Repository.Root, tests)}"
        );
    }
}
