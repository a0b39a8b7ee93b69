using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.DataProtection;
using OneWhole.App.Elsewhere;
using OneWhole.Store;

namespace OneWhole.Web;

/// <summary>
/// Passwords that are kept from one start to the next, encrypted by ASP.NET's Data Protection, in a file beside the data file that only its
/// owner reads. Its keys lie in a folder beside it that only its owner enters: whoever has both has the passwords.
/// </summary>
public sealed class ProtectedPasswords(Database database) : IPasswordKeeper
{
    private readonly Lock _gate = new();

    private IDataProtector? _protector;

    /// <summary>Made when the first password is kept or looked for: nobody else needs keys.</summary>
    private IDataProtector Protector
    {
        get
        {
            if (_protector is null)
            {
                string folder = database.Path + ".keys";
                if (OperatingSystem.IsWindows())
                {
                    Directory.CreateDirectory(folder);
                }
                else
                {
                    Directory.CreateDirectory(folder, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
                }
                _protector = DataProtectionProvider
                    .Create(new DirectoryInfo(folder), settings => settings.SetApplicationName("OneWhole"))
                    .CreateProtector("OneWhole.Passwords");
            }
            return _protector;
        }
    }

    private string Path => database.Path + ".passwords";

    public string? Find(string place)
    {
        lock (_gate)
        {
            try
            {
                return Read().TryGetValue(place, out string? kept) ? Protector.Unprotect(kept) : null;
            }
            catch (CryptographicException)
            {
                // Its keys are others now, or gone: it is asked for again.
                return null;
            }
        }
    }

    public void Keep(string place, string password) => Change(kept => kept[place] = Protector.Protect(password));

    public void Forget(string place)
    {
        if (File.Exists(Path))
        {
            Change(kept => kept.Remove(place));
        }
    }

    private void Change(Action<Dictionary<string, string>> change)
    {
        lock (_gate)
        {
            Dictionary<string, string> kept = Read();
            change(kept);
            string beside = Path + ".new";
            File.Delete(beside);
            using (
                var file = new FileStream(
                    beside,
                    OperatingSystem.IsWindows()
                        ? new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.Write }
                        : new FileStreamOptions
                        {
                            Mode = FileMode.CreateNew,
                            Access = FileAccess.Write,
                            UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
                        }
                )
            )
            {
                JsonSerializer.Serialize(file, kept);
            }
            File.Move(beside, Path, overwrite: true);
        }
    }

    private Dictionary<string, string> Read()
    {
        try
        {
            return File.Exists(Path) ? JsonSerializer.Deserialize<Dictionary<string, string>>(File.ReadAllText(Path)) ?? [] : [];
        }
        catch (JsonException)
        {
            return [];
        }
    }
}
