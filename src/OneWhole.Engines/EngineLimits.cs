namespace OneWhole.Engines;

/// <summary>What an engine that works for us may take.</summary>
public sealed record EngineLimits
{
    /// <summary>How long one question may take.</summary>
    public TimeSpan Question { get; init; } = TimeSpan.FromMinutes(10);

    /// <summary>How many connections to one place there are at once; more wait.</summary>
    public int Connections { get; init; } = 4;

    /// <summary>How many bytes an engine inside this process may take (DuckDB); more is spilled.</summary>
    public long Memory { get; init; } = 1L << 30;

    /// <summary>Where it spills to; null for none.</summary>
    public string? SpillFolder { get; init; }

    /// <summary>Unless it is set otherwise.</summary>
    public static EngineLimits Usual { get; } = new();
}
