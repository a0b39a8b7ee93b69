namespace OneWhole.App;

/// <summary>A request that can't be done: what happened, where, and what to do.</summary>
/// <param name="code">A stable short name ("not-found").</param>
/// <param name="message">One sentence for the person.</param>
public sealed class AppException(string code, string message) : Exception(message)
{
    public string Code { get; } = code;
}
