namespace OneWhole.Cli;

/// <summary>The line that was typed can't be carried out as it is: exit status 2.</summary>
internal sealed class WrongUse(string message) : Exception(message);
