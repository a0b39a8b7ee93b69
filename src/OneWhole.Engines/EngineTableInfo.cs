namespace OneWhole.Engines;

/// <summary>A table or a view of an engine, as it is listed.</summary>
/// <param name="Name">By which it is asked for; with its schema where that is not the usual one.</param>
/// <param name="Schema">Empty where there are none.</param>
/// <param name="IsView">Whether it is worked out each time it is asked.</param>
/// <param name="Rows">About how many rows it has, by the engine's own notes; null where it has none.</param>
/// <param name="Columns">How many columns it has.</param>
public sealed record EngineTableInfo(string Name, string Schema, bool IsView, long? Rows, int Columns)
{
    /// <summary>Why it can't be read, or null.</summary>
    public string? Problem { get; init; }
}
