namespace OneWhole.Tests;

/// <summary>The files that tests look at where they lie: sources, documents, the demo, fixtures.</summary>
internal static class Repository
{
    /// <summary>The folder of the solution.</summary>
    public static string Root { get; } = Find();

    /// <summary>A file or folder of it.</summary>
    public static string At(params string[] path) => Path.Combine([Root, .. path]);

    private static string Find()
    {
        string? at = AppContext.BaseDirectory;
        while (at is not null && !File.Exists(Path.Combine(at, "OneWhole.slnx")))
        {
            at = Path.GetDirectoryName(at);
        }
        return at ?? throw new DirectoryNotFoundException("The tests must lie in a copy of the repository.");
    }
}
