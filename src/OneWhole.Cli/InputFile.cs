using System.Text;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli;

/// <summary>Files that the command reads; "-" is standard input.</summary>
internal static class InputFile
{
    public const string Standard = "-";

    /// <param name="path">Of the file, or "-".</param>
    /// <param name="what">What it is for, as a fault says it: "study".</param>
    /// <exception cref="ReadException">It can't be opened.</exception>
    public static byte[] Bytes(string path, string what)
    {
        if (path != Standard)
        {
            return Opened(path, what, File.ReadAllBytes);
        }
        using Stream input = Console.OpenStandardInput();
        using var all = new MemoryStream();
        input.CopyTo(all);
        return all.ToArray();
    }

    public static string Text(string path, string what) => Encoding.UTF8.GetString(Bytes(path, what));

    /// <exception cref="ReadException">It can't be opened: the message says which file and why.</exception>
    public static T Opened<T>(string path, string what, Func<string, T> open)
    {
        try
        {
            return open(path);
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
        {
            throw new ReadException("no-file", $"The {what} file \"{path}\" can't be opened: {TableFile.WhyNot(path, fault)}.", fault);
        }
    }
}
