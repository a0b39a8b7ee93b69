using System.Globalization;
using System.Net;
using OneWhole.Core.Studies;
using OneWhole.Engines;
using OneWhole.Formats;
using OneWhole.Formats.Databases;
using OneWhole.Formats.Reading;

namespace OneWhole.App.Sources;

/// <summary>One thing of a source that a table can be read from.</summary>
/// <param name="Item">In a folder a file's name, with a star for its changing digits; null for the source itself.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Newest">The file that would be read now.</param>
/// <param name="Files">How many files the star stands for.</param>
public sealed record SourceItem(string? Item, string Name, string Newest, int Files);

/// <summary>A file of a source, copied to a place of its own.</summary>
public sealed record FetchedFile(string Path, string FileName, string Seen);

/// <summary>
/// Where a source's files are: a folder, a file, or an address. A folder's file is named by a pattern ("delays-*.csv") whose
/// newest file, by the numbers in its name, is read.
/// </summary>
public static class SourcePlace
{
    /// <summary>Within so long an address must begin to answer, and go on answering.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30);

    private static readonly HttpClient Http = new(
        new SocketsHttpHandler
        {
            AutomaticDecompression = DecompressionMethods.All,
            PooledConnectionLifetime = TimeSpan.FromMinutes(5),
            ConnectTimeout = TimeSpan.FromSeconds(10),
            MaxAutomaticRedirections = 5,
        }
    )
    {
        Timeout = Timeout.InfiniteTimeSpan,
    };

    private static readonly string[] Servers = ["postgres://", "postgresql://", "mysql://"];

    private static bool IsServer(string place) =>
        Array.Exists(Servers, begins => place.StartsWith(begins, StringComparison.OrdinalIgnoreCase));

    /// <summary>A file or a folder of an engine by its path alone; what it is is found there.</summary>
    internal static string Plain(string place) =>
        place.StartsWith("duckdb:", StringComparison.Ordinal) || place.StartsWith("sqlite:", StringComparison.Ordinal)
            ? place[(place.IndexOf(':', StringComparison.Ordinal) + 1)..]
            : place;

    /// <summary>What a place is called where nobody says otherwise: "ferry on db.example", or by its last part.</summary>
    internal static string Called(string place) =>
        IsServer(place) && EngineOf(place) is { } server ? $"{server.Database} on {server.Host}" : NameOf(place.TrimEnd('/', '\\'));

    /// <summary>The engine that has the rows of a place, so that they can stay there; null where there is none.</summary>
    /// <exception cref="AppException">A server is not named as it must be.</exception>
    public static EnginePlace? EngineOf(string place)
    {
        try
        {
            return IsServer(place) ? EnginePlace.Read(place) : EnginePlace.OfPath(place);
        }
        catch (StudyException fault)
        {
            throw new AppException("wrong-place", fault.Plain.Replace("--from: ", "", StringComparison.Ordinal));
        }
    }

    /// <summary>"server", "folder", "file", "address" or "missing".</summary>
    public static string KindOf(string place) =>
        IsServer(place) ? "server"
        : IsAddress(place) ? "address"
        : Directory.Exists(place) ? "folder"
        : File.Exists(place) ? "file"
        : "missing";

    private static bool IsAddress(string place) =>
        Uri.TryCreate(place, UriKind.Absolute, out Uri? address) && address.Scheme is "http" or "https";

    /// <summary>What can be read there.</summary>
    public static IReadOnlyList<SourceItem> Items(string place) =>
        KindOf(place) switch
        {
            "address" or "file" => [new SourceItem(null, NameOf(place), NameOf(place), 1)],
            "folder" =>
            [
                .. Directory
                    .EnumerateFiles(place)
                    .Select(path => Path.GetFileName(path)!)
                    .Where(name => TableFile.Extensions.Contains(Path.GetExtension(name).ToLowerInvariant()))
                    .GroupBy(Pattern, StringComparer.Ordinal)
                    .Select(files => new SourceItem(files.Key, files.Key, Newest(files)!, files.Count()))
                    .OrderBy(item => item.Name, StringComparer.Ordinal),
            ],
            _ => [],
        };

    /// <summary>"delays-2026-08.csv" is one of "delays-*.csv".</summary>
    public static string Pattern(string fileName)
    {
        return FileDates.Starred(Path.GetFileNameWithoutExtension(fileName)) + Path.GetExtension(fileName);
    }

    /// <summary>By the days that their names say, where all of them say one; else by the numbers in their names.</summary>
    private static string? Newest(IEnumerable<string> files)
    {
        string[] all = [.. files.Order(StringComparer.Create(CultureInfo.InvariantCulture, CompareOptions.NumericOrdering))];
        return Array.TrueForAll(all, name => FileDates.Of(name) is not null)
            ? all.OrderBy(FileDates.Of).LastOrDefault()
            : all.LastOrDefault();
    }

    /// <summary>What stands there now, without reading it; null where that can't be told.</summary>
    public static async Task<string?> SeenNow(string place, string? item, CancellationToken cancel)
    {
        try
        {
            if (!IsAddress(place))
            {
                return Stamp(FileAt(place, item));
            }
            using var request = new HttpRequestMessage(HttpMethod.Head, place);
            using HttpResponseMessage response = await Http.SendAsync(request, cancel).ConfigureAwait(false);
            return response.IsSuccessStatusCode ? Stamp(response) : null;
        }
        catch (Exception fault)
            when (fault is IOException or UnauthorizedAccessException or AppException or HttpRequestException or OperationCanceledException)
        {
            return null;
        }
    }

    /// <summary>Copies the file to a place of its own, so that nothing changes it while it is read.</summary>
    /// <exception cref="AppException">It can't be had.</exception>
    public static async Task<FetchedFile> Fetch(string place, string? item, long mostBytes, CancellationToken cancel)
    {
        string to = TemporaryFile.NewPath("fetched");
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        try
        {
            if (!IsAddress(place))
            {
                string path = FileAt(place, item),
                    stamp = Stamp(path)!;
                using (FileStream from = RegularFile.Open(path))
                {
                    await Copy(from, to, place, mostBytes, cancel).ConfigureAwait(false);
                }
                if (SqliteLog.Of(path) is { } log)
                {
                    using (FileStream rows = RegularFile.Open(log))
                    {
                        await Copy(rows, to + SqliteLog.Ending, place, mostBytes, cancel).ConfigureAwait(false);
                    }
                    SqliteLog.TakeIn(to);
                }
                return new FetchedFile(to, Path.GetFileName(path), stamp);
            }
            patience.CancelAfter(Patience);
            using HttpResponseMessage response = await Http.GetAsync(place, HttpCompletionOption.ResponseHeadersRead, patience.Token)
                .ConfigureAwait(false);
            if ((int)response.StatusCode is >= 300 and < 400)
            {
                throw new AppException(
                    "not-there",
                    $"{place} leads on to {response.Headers.Location}, where nothing is read: only addresses that begin with http are."
                );
            }
            if (!response.IsSuccessStatusCode)
            {
                throw new AppException("not-there", $"{place} answers {(int)response.StatusCode}: no table is there.");
            }
            await using Stream body = await response.Content.ReadAsStreamAsync(cancel).ConfigureAwait(false);
            await Copy(body, to, place, mostBytes, patience.Token, () => patience.CancelAfter(Patience)).ConfigureAwait(false);
            return new FetchedFile(to, NameOf(place), Stamp(response) ?? "");
        }
        catch (Exception fault)
        {
            File.Delete(to);
            File.Delete(to + SqliteLog.Ending);
            throw fault switch
            {
                OperationCanceledException when !cancel.IsCancellationRequested => new AppException(
                    "not-there",
                    $"{place} does not answer within {Patience.TotalSeconds:0} seconds: try again later, or give another place."
                ),
                _ when TemporaryFile.IsFull(fault) => new AppException("disk-full", TemporaryFile.Words(fault)),
                HttpRequestException { HttpRequestError: HttpRequestError.NameResolutionError } => new AppException(
                    "not-there",
                    $"{place} can't be read: there is no such host."
                ),
                HttpRequestException { HttpRequestError: HttpRequestError.ConnectionError } => new AppException(
                    "not-there",
                    $"{place} can't be read: nothing answers there."
                ),
                HttpRequestException { HttpRequestError: HttpRequestError.SecureConnectionError } => new AppException(
                    "not-there",
                    $"{place} can't be read: its certificate is not trusted."
                ),
                HttpRequestException or HttpIOException or NotSupportedException => new AppException(
                    "not-there",
                    $"{place} can't be read: its answer breaks off, or leads where nothing is read."
                ),
                IOException or UnauthorizedAccessException => new AppException(
                    "not-there",
                    $"{place} can't be read: {TableFile.WhyNot(place, fault)}."
                ),
                _ => fault,
            };
        }
    }

    private static async Task Copy(Stream from, string to, string place, long mostBytes, CancellationToken cancel, Action? goesOn = null)
    {
        await using FileStream file = TemporaryFile.New(to);
        var buffer = new byte[1 << 16];
        for (int read; (read = await from.ReadAsync(buffer, cancel).ConfigureAwait(false)) > 0; )
        {
            goesOn?.Invoke();
            if (file.Length + read > mostBytes)
            {
                throw new AppException("too-large", $"{place} sends more than {mostBytes >> 20} MB.");
            }
            await file.WriteAsync(buffer.AsMemory(0, read), cancel).ConfigureAwait(false);
        }
    }

    private static string FileAt(string place, string? item)
    {
        if (item is null)
        {
            return File.Exists(place) ? place : throw new AppException("not-there", $"There is no file {place} (any more).");
        }
        if (!Directory.Exists(place))
        {
            throw new AppException("not-there", $"There is no folder {place} (any more).");
        }
        string[] files = [.. Directory.EnumerateFiles(place).Select(path => Path.GetFileName(path)!).Where(name => Pattern(name) == item)];
        return Newest(files) is { } newest
            ? Path.Combine(place, newest)
            : throw new AppException("not-there", $"The folder {place} has no file named {item}.");
    }

    private static string? Stamp(string path)
    {
        var file = new FileInfo(path);
        // Rows can come into a database's log and leave the file as it was.
        string log = SqliteLog.Of(path) is { } beside
            ? string.Create(CultureInfo.InvariantCulture, $" {new FileInfo(beside).Length} {File.GetLastWriteTimeUtc(beside).Ticks}")
            : "";
        return file.Exists
            ? string.Create(CultureInfo.InvariantCulture, $"{file.Name} {file.Length} {file.LastWriteTimeUtc.Ticks}{log}")
            : null;
    }

    private static string? Stamp(HttpResponseMessage response) =>
        response.Headers.ETag?.Tag ?? response.Content.Headers.LastModified?.ToString("O", CultureInfo.InvariantCulture);

    private static string NameOf(string place)
    {
        string name = IsAddress(place) ? Uri.UnescapeDataString(new Uri(place).Segments[^1].Trim('/')) : Path.GetFileName(place);
        return name.Length == 0 ? "table" : name;
    }
}
