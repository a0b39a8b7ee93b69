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
    /// <summary>The file, written, which is gone when it is closed.</summary>
    /// <exception cref="StudyException">It can't be made so.</exception>
    public FileStream ToFile(Progress progress) => TemporaryFile.Of(to => Write(to, progress));
}
