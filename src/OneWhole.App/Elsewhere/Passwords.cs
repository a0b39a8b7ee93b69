using System.Collections.Concurrent;
using OneWhole.Engines;

namespace OneWhole.App.Elsewhere;

/// <summary>Keeps passwords from one start of the server to the next, so that nobody else can read them.</summary>
public interface IPasswordKeeper
{
    /// <summary>The password of a place, or null.</summary>
    string? Find(string place);

    void Keep(string place, string password);

    void Forget(string place);
}

/// <summary>
/// Passwords of places: typed for the session, from a file that its owner alone can read, kept by the system, or from the variable
/// <c>ONEWHOLE_PASSWORD</c>; asked in that order. They are in no document, answer, message or log.
/// </summary>
/// <param name="keeper">The system's store; null where there is none.</param>
/// <param name="file">Lines of a place and its password, or null.</param>
public sealed class Passwords(IPasswordKeeper? keeper = null, string? file = null)
{
    public const string Variable = "ONEWHOLE_PASSWORD";

    private readonly ConcurrentDictionary<string, string> _typed = new(StringComparer.Ordinal);

    /// <summary>The password of a place, or null where none is known.</summary>
    /// <exception cref="AppException">The file of passwords can be read by others, or can't be read.</exception>
    public string? For(EnginePlace place) =>
        place.Path.Length > 0 ? null
        : _typed.TryGetValue(place.Words, out string? typed) ? typed
        : FromFile(place.Words) ?? keeper?.Find(place.Words) ?? Environment.GetEnvironmentVariable(Variable);

    /// <summary>Takes a password for this session, or keeps it for those that come.</summary>
    public void Type(EnginePlace place, string password, bool keep)
    {
        _typed[place.Words] = password;
        if (keep)
        {
            (keeper ?? throw new AppException("no-keeper", "Passwords can't be kept here: it is known until the server ends.")).Keep(
                place.Words,
                password
            );
        }
    }

    /// <summary>Forgets what was typed: it was not taken.</summary>
    internal void ForgetTyped(EnginePlace place) => _typed.TryRemove(place.Words, out _);

    /// <summary>Forgets what was typed or kept.</summary>
    public void Forget(EnginePlace place)
    {
        ForgetTyped(place);
        keeper?.Forget(place.Words);
    }

    private string? FromFile(string place)
    {
        if (file is null)
        {
            return null;
        }
        try
        {
            if (!OperatingSystem.IsWindows() && (File.GetUnixFileMode(file) & ~(UnixFileMode.UserRead | UnixFileMode.UserWrite)) != 0)
            {
                throw new AppException(
                    "open-file",
                    $"The file of passwords {file} can be read by others: nothing is read from it before its rights are 0600 (chmod 600)."
                );
            }
            return File.ReadLines(file)
                .Select(line => line.Trim().Split((char[])[' ', '\t'], 2))
                .FirstOrDefault(parts => parts.Length == 2 && parts[0] == place)
                ?[1].Trim();
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            throw new AppException(
                "no-file",
                $"The file of passwords {file} can't be read: see that it is there and belongs to this user."
            );
        }
    }
}
