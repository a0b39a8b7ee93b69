using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Briefings;
using OneWhole.Core.Preparing;
using OneWhole.Core.Studies;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Bundles;

/// <summary>A study of a bundle.</summary>
/// <param name="Name">Distinct within the bundle; a briefing refers to it.</param>
/// <param name="Table">The name of its table.</param>
public sealed record BundledStudy(string Name, string Table, Study Study);

/// <summary>
/// Studies with their tables, and the page that they stand on, as one file: a zip that is a Data Package (Frictionless Data Package 1),
/// CSV tables with schemas and checksums, study and briefing documents. One that was opened keeps its file until it is closed.
/// </summary>
/// <param name="Title">What it is called.</param>
public sealed record Bundle(string Title, IReadOnlyList<BundledTable> Tables, IReadOnlyList<BundledStudy> Studies, Briefing? Page)
    : IDisposable
{
    private const string Descriptor = "datapackage.json";
    private const string PageName = "briefing.json";
    private const int MostEntries = 500;
    private const long MostDocument = 8 << 20;

    /// <summary>Unpacked, all of it together.</summary>
    public const long MostBytes = 4L << 30;

    private ZipArchive? _archive;

    // ---- Writing ----

    /// <param name="to">Takes the bytes; it is left open.</param>
    /// <param name="progress">Is told how far the rows are.</param>
    /// <exception cref="OperationCanceledException">The file is not wanted any more.</exception>
    public void Write(Stream to, Progress progress)
    {
        progress.Expect(Tables.Sum(table => (long)table.RowCount));
        var resources = new JsonArray();
        using var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
        foreach (BundledTable table in Tables)
        {
            JsonObject resource = Add(zip, resources, table.Name, $"tables/{FileName(table.Name)}.csv", "csv", "text/csv", stream =>
                table.Copy(stream, progress)
            );
            resource["title"] = table.Title;
            resource["encoding"] = "utf-8";
            if (table.Schema is { } schema)
            {
                resource["profile"] = "tabular-data-resource";
                resource["schema"] = schema.DeepClone();
            }
            resource["read"] = ReadSettings.Shape.Write(table.Read);
            if (table.Prepare.Steps.Length > 0)
            {
                resource["prepare"] = table.Prepare.Write();
            }
            if (table.Answer is { } answer)
            {
                resource["answer"] = answer.DeepClone();
            }
            if (table.Left is { } left)
            {
                resource["left"] = left.DeepClone();
            }
        }
        foreach (BundledStudy study in Studies)
        {
            JsonObject resource = AddJson(
                zip,
                resources,
                study.Name,
                $"studies/{FileName(study.Name)}.study.json",
                StudyFormat.Standard.WriteText(study.Study)
            );
            resource["table"] = study.Table;
        }
        if (Page is not null)
        {
            AddJson(zip, resources, "briefing", PageName, Page.Write().ToJsonString(StudyFormat.Pretty) + "\n");
        }
        var package = new JsonObject
        {
            ["profile"] = "data-package",
            ["name"] = FileName(Title),
            ["title"] = Title,
            ["resources"] = resources,
        };
        using Stream descriptor = zip.CreateEntry(Descriptor).Open();
        descriptor.Write(Encoding.UTF8.GetBytes(package.ToJsonString(StudyFormat.Pretty) + "\n"));
    }

    public byte[] ToBytes()
    {
        using var bytes = new MemoryStream();
        Write(bytes, Progress.None);
        return bytes.ToArray();
    }

    private static JsonObject AddJson(ZipArchive zip, JsonArray resources, string name, string path, string text) =>
        Add(zip, resources, name, path, "json", "application/json", stream => stream.Write(Encoding.UTF8.GetBytes(text)));

    private static JsonObject Add(
        ZipArchive zip,
        JsonArray resources,
        string name,
        string path,
        string format,
        string mediaType,
        Action<Stream> write
    )
    {
        if (resources.Any(other => (string?)other!["path"] == path))
        {
            throw new InvalidOperationException($"Two files of the bundle are called {path}.");
        }
        using Stream packed = zip.CreateEntry(path).Open();
        using var counted = new CheckedStream(packed);
        write(counted);
        var resource = new JsonObject
        {
            ["name"] = name,
            ["path"] = path,
            ["format"] = format,
            ["mediatype"] = mediaType,
            ["bytes"] = counted.Length,
            ["hash"] = counted.Hash(),
        };
        resources.Add(resource);
        return resource;
    }

    private const int LongestName = 80;

    /// <summary>Such a name that none of the others is: with a number where it is taken, and short enough to keep it.</summary>
    public static string FileName(string name, IReadOnlyCollection<string> taken)
    {
        string plain = FileName(name),
            distinct = plain;
        for (int number = 2; taken.Contains(distinct); number++)
        {
            string ending = $"-{number}";
            distinct = plain[..Math.Min(plain.Length, LongestName - ending.Length)] + ending;
        }
        return distinct;
    }

    /// <summary>A name that every file system takes.</summary>
    public static string FileName(string name)
    {
        string plain = string.Concat(
                name.Select(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_' or '.' ? char.ToLowerInvariant(c) : '-')
            )
            .Trim('-', '.');
        return plain.Length == 0 ? "x" : plain[..Math.Min(LongestName, plain.Length)].TrimEnd('-', '.');
    }

    // ---- Reading ----

    /// <param name="stream">The file, which can be read in any order; it is closed with the bundle, or where it is refused.</param>
    /// <exception cref="StudyException">It is no bundle, is damaged, or holds what it does not list; the message says what and
    /// where.</exception>
    public static Bundle Read(Stream stream)
    {
        ZipArchive? zip = null;
        try
        {
            zip = new ZipArchive(stream, ZipArchiveMode.Read);
            Bundle bundle = Read(zip);
            bundle._archive = zip;
            return bundle;
        }
        catch (Exception fault)
        {
            zip?.Dispose();
            stream.Dispose();
            if (fault is InvalidDataException or EndOfStreamException)
            {
                throw Refused(zip is null ? "the file is no zip archive, or is cut off" : "the archive is damaged");
            }
            throw;
        }
    }

    /// <summary>Closes the file that it was opened from; its tables can't be read any more.</summary>
    public void Dispose() => _archive?.Dispose();

    private static StudyException Refused(string why) =>
        new("not-a-bundle", "", $"The bundle can't be opened: {why}. Nothing was changed.");

    private static Bundle Read(ZipArchive zip)
    {
        if (zip.Entries.Count > MostEntries)
        {
            throw Refused($"it has {zip.Entries.Count} files, more than {MostEntries}");
        }
        var files = new Dictionary<string, ZipArchiveEntry>(StringComparer.Ordinal);
        foreach (ZipArchiveEntry entry in zip.Entries)
        {
            if (
                entry.FullName.Contains('\\', StringComparison.Ordinal)
                || entry.FullName.StartsWith('/')
                || entry.FullName.Split('/').Contains("..")
                || !files.TryAdd(entry.FullName, entry)
            )
            {
                throw Refused($"\"{entry.FullName}\" is no name for a file in it, or is there twice");
            }
        }
        if (!files.TryGetValue(Descriptor, out ZipArchiveEntry? descriptor))
        {
            throw Refused($"it has no {Descriptor}");
        }
        long room = MostBytes;
        using var described = new MemoryStream();
        Unpack(descriptor, described, MostDocument, ref room);
        JsonObject package = Json(described.ToArray(), Descriptor);
        string title = Text(package, "title") ?? Text(package, "name") ?? "bundle";
        var tables = new List<BundledTable>();
        var studies = new List<BundledStudy>();
        Briefing? page = null;
        files.Remove(Descriptor);
        foreach (JsonNode? node in package["resources"] as JsonArray ?? throw Refused($"{Descriptor} lists no resources"))
        {
            if (
                node is not JsonObject resource
                || Text(resource, "name") is not { Length: > 0 } name
                || Text(resource, "path") is not { } path
            )
            {
                throw Refused($"a resource of {Descriptor} has no name or no path");
            }
            if (!files.Remove(path, out ZipArchiveEntry? entry))
            {
                throw Refused($"\"{path}\" is listed, and is not there or is listed twice");
            }
            string? hash = Text(resource, "hash");
            if (path.EndsWith(".csv", StringComparison.OrdinalIgnoreCase))
            {
                // Read through once, for its size and checksum; the rows stay in the file.
                Check(path, hash, Unpack(entry, Stream.Null, MostBytes, ref room));
                tables.Add(
                    new BundledTable(
                        name,
                        Text(resource, "title") ?? name,
                        resource["read"] is { } read ? ReadSettings.Read(read.ToJsonString()) : ReadSettings.Found,
                        (to, _) => CopyOut(entry, to)
                    )
                    {
                        Prepare = resource["prepare"] is { } steps ? Preparation.Read(steps.ToJsonString()) : Preparation.None,
                        Answer = (resource["answer"] as JsonObject)?.DeepClone() as JsonObject,
                        Left = (resource["left"] as JsonObject)?.DeepClone() as JsonObject,
                    }
                );
                continue;
            }
            using var unpacked = new MemoryStream();
            Check(path, hash, Unpack(entry, unpacked, MostDocument, ref room));
            byte[] content = unpacked.ToArray();
            if (path == PageName)
            {
                page = Briefing.Read(Encoding.UTF8.GetString(content));
            }
            else
            {
                studies.Add(
                    new BundledStudy(
                        name,
                        Text(resource, "table") ?? throw Refused($"the study \"{name}\" names no table"),
                        StudyFormat.Standard.Read(content)
                    )
                );
            }
        }
        if (files.Count > 0)
        {
            throw Refused($"\"{files.Keys.First()}\" is in it, and is not listed");
        }
        return Checked(new Bundle(title, tables, studies, page));
    }

    private static Bundle Checked(Bundle bundle)
    {
        HashSet<string> tables = [.. bundle.Tables.Select(table => table.Name)],
            studies = [.. bundle.Studies.Select(study => study.Name)];
        if (tables.Count < bundle.Tables.Count || studies.Count < bundle.Studies.Count)
        {
            throw Refused("two of its tables, or of its studies, have one name");
        }
        if (bundle.Tables.FirstOrDefault(table => table.Answer is { } answer && !tables.Contains(Text(answer, "of") ?? "")) is { } orphan)
        {
            throw Refused($"\"{orphan.Name}\" is an answer for a table that is not in it");
        }
        if (bundle.Studies.FirstOrDefault(study => !tables.Contains(study.Table)) is { } lost)
        {
            throw Refused($"the study \"{lost.Name}\" is of a table \"{lost.Table}\", which is not in it");
        }
        if (bundle.Page?.Blocks.FirstOrDefault(block => block.Kind == BlockKind.Study && !studies.Contains(block.Study)) is { } block)
        {
            throw Refused($"the page shows a study \"{block.Study}\", which is not in it");
        }
        return bundle.Studies.Count == 0 ? throw Refused("it has no study") : bundle;
    }

    private static string? Text(JsonObject from, string name) =>
        from[name] is JsonValue value && value.TryGetValue(out string? text) ? text : null;

    private static JsonObject Json(byte[] content, string name)
    {
        try
        {
            return JsonNode.Parse(content, null, new JsonDocumentOptions { MaxDepth = 32, AllowDuplicateProperties = false }) as JsonObject
                ?? throw Refused($"{name} holds no object");
        }
        catch (JsonException)
        {
            throw Refused($"{name} is not well-formed JSON");
        }
    }

    private static void Check(string path, string? expected, string hash)
    {
        if (expected != hash)
        {
            throw Refused($"\"{path}\" does not match its checksum");
        }
    }

    private static void CopyOut(ZipArchiveEntry entry, Stream to)
    {
        using Stream packed = entry.Open();
        packed.CopyTo(to);
    }

    /// <summary>Reads an entry as it unpacks, for its checksum: what it says of its size is not believed.</summary>
    private static string Unpack(ZipArchiveEntry entry, Stream to, long most, ref long room)
    {
        using Stream packed = entry.Open();
        using var unpacked = new CheckedStream(to);
        byte[] buffer = new byte[1 << 16];
        for (int read; (read = packed.Read(buffer)) > 0; )
        {
            room -= read;
            if (room < 0 || unpacked.Length + read > most)
            {
                throw Refused($"\"{entry.FullName}\" is larger than is taken when it is unpacked");
            }
            unpacked.Write(buffer, 0, read);
        }
        return unpacked.Hash();
    }
}
