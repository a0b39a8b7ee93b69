using System.Collections.Immutable;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Formats;
using OneWhole.Formats.Handing;

namespace OneWhole.App.HandingOver;

/// <summary>A file that is about to leave.</summary>
/// <param name="Name">With its ending.</param>
/// <param name="Type">Its media type.</param>
/// <param name="Write">Writes it.</param>
public sealed record LeavingFile(string Name, string Type, Action<Stream, Progress> Write)
{
    /// <summary>Writes it in the style and with the words that held where it was asked for: a job writes it elsewhere.</summary>
    public Action<Stream, Progress> Write { get; } = AsAsked(Write);

    private static Action<Stream, Progress> AsAsked(Action<Stream, Progress> write)
    {
        NumberStyle style = NumberStyle.Current;
        ImmutableSortedDictionary<string, string> words = FigureWords.Current;
        return (to, progress) =>
        {
            using IDisposable written = style.Use(),
                said = FigureWords.Use(words);
            write(to, progress);
        };
    }

    /// <summary>The file, written, which is gone when it is closed.</summary>
    /// <exception cref="StudyException">It can't be made so.</exception>
    public FileStream ToFile(Progress progress) => TemporaryFile.Of(to => Write(to, progress));
}
