using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using OneWhole.Core.Briefings;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Bundles;

/// <summary>A table of a bundle.</summary>
/// <param name="Name">Distinct within the bundle.</param>
/// <param name="Csv">Its rows (RFC 4180, UTF-8).</param>
/// <param name="Read">How they are to be read, so that they come out as they were.</param>
public sealed record BundledTable(string Name, byte[] Csv, ReadSettings Read);

/// <summary>A study of a bundle.</summary>
/// <param name="Name">Distinct within the bundle; a briefing refers to it.</param>
/// <param name="Table">The name of its table.</param>
public sealed record BundledStudy(string Name, string Table, Study Study);

/// <summary>
/// Studies with their tables, and the page that they stand on, as one file: a zip that is a Data Package (Frictionless Data Package 1),
/// CSV tables with schemas and checksums, study and briefing documents.
/// </summary>
/// <param name="Title">What it is called.</param>
public sealed record Bundle(string Title, IReadOnlyList<BundledTable> Tables, IReadOnlyList<BundledStudy> Studies, Briefing? Page)
{
    private const string Descriptor = "datapackage.json";
    private const string PageName = "briefing.json";
    private const int MostEntries = 500;
    private const long MostDocument = 8 << 20;

    /// <summary>Unpacked, all of it together.</summary>
    public const long MostBytes = 1L << 30;

    // ---- Writing ----

    public byte[] ToBytes()
    {
        var resources = new JsonArray();
        using var bytes = new MemoryStream();
        using (var zip = new ZipArchive(bytes, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (BundledTable table in Tables)
            {
                JsonObject resource = Add(zip, resources, table.Name, $"tables/{FileName(table.Name)}.csv", "csv", "text/csv", table.Csv);
                resource["profile"] = "tabular-data-resource";
                resource["encoding"] = "utf-8";
                resource["schema"] = Schema(table);
                resource["read"] = ReadSettings.Shape.Write(table.Read);
            }
            foreach (BundledStudy study in Studies)
            {
                JsonObject resource = Add(zip, resources, study.Name, $"studies/{FileName(study.Name)}.study.json", "json", "application/json", Encoding.UTF8.GetBytes(StudyFormat.Standard.WriteText(study.Study)));
                resource["table"] = study.Table;
            }
            if (Page is not null)
            {
                Add(zip, resources, "briefing", PageName, "json", "application/json", Encoding.UTF8.GetBytes(Page.Write().ToJsonString(StudyFormat.Pretty) + "\n"));
            }
            var package = new JsonObject { ["profile"] = "data-package", ["name"] = FileName(Title), ["title"] = Title, ["resources"] = resources };
            using Stream stream = zip.CreateEntry(Descriptor).Open();
            stream.Write(Encoding.UTF8.GetBytes(package.ToJsonString(StudyFormat.Pretty) + "\n"));
        }
        return bytes.ToArray();
    }

    private static JsonObject Add(ZipArchive zip, JsonArray resources, string name, string path, string format, string mediaType, byte[] content)
    {
        using (Stream stream = zip.CreateEntry(path).Open())
        {
            stream.Write(content);
        }
        var resource = new JsonObject { ["name"] = name, ["path"] = path, ["format"] = format, ["mediatype"] = mediaType, ["bytes"] = content.Length, ["hash"] = Hash(content) };
        resources.Add(resource);
        return resource;
    }

    private static string Hash(byte[] content) => "sha256:" + Convert.ToHexStringLower(SHA256.HashData(content));

    /// <summary>A Table Schema (Frictionless): the columns with their types.</summary>
    private static JsonObject Schema(BundledTable table) => new()
    {
        ["fields"] = new JsonArray([.. table.Read.Columns.Select(column => (JsonNode)new JsonObject
        {
            ["name"] = column.Key,
            ["type"] = column.Value.Type switch { ColumnType.Quantity => "number", ColumnType.Date => "date", _ => "string" },
        })]),
    };

    /// <summary>A name that every file system takes.</summary>
    public static string FileName(string name)
    {
        string plain = string.Concat(name.Select(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_' or '.' ? char.ToLowerInvariant(c) : '-')).Trim('-', '.');
        return plain.Length == 0 ? "x" : plain[..Math.Min(80, plain.Length)];
    }

    // ---- Reading ----

    /// <exception cref="StudyException">It is no bundle, is damaged, or holds what it does not list; the message says what and where.</exception>
    public static Bundle Read(Stream stream)
    {
        ZipArchive zip;
        try
        {
            zip = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true);
        }
        catch (InvalidDataException)
        {
            throw Refused("the file is no zip archive, or is cut off");
        }
        using (zip)
        {
            try
            {
                return Read(zip);
            }
            catch (Exception fault) when (fault is InvalidDataException or EndOfStreamException)
            {
                throw Refused("the archive is damaged");
            }
        }
    }

    private static StudyException Refused(string why) => new("not-a-bundle", "", $"The bundle can't be opened: {why}. Nothing was changed.");

    private static Bundle Read(ZipArchive zip)
    {
        if (zip.Entries.Count > MostEntries)
        {
            throw Refused($"it has {zip.Entries.Count} files, more than {MostEntries}");
        }
        var files = new Dictionary<string, ZipArchiveEntry>(StringComparer.Ordinal);
        foreach (ZipArchiveEntry entry in zip.Entries)
        {
            if (entry.FullName.Contains('\\', StringComparison.Ordinal) || entry.FullName.StartsWith('/') || entry.FullName.Split('/').Contains("..") || !files.TryAdd(entry.FullName, entry))
            {
                throw Refused($"\"{entry.FullName}\" is no name for a file in it, or is there twice");
            }
        }
        if (!files.TryGetValue(Descriptor, out ZipArchiveEntry? described))
        {
            throw Refused($"it has no {Descriptor}");
        }
        long room = MostBytes;
        JsonObject package = Json(Unpack(described, MostDocument, ref room), Descriptor);
        string title = Text(package, "title") ?? Text(package, "name") ?? "bundle";
        var tables = new List<BundledTable>();
        var studies = new List<BundledStudy>();
        Briefing? page = null;
        files.Remove(Descriptor);
        foreach (JsonNode? node in package["resources"] as JsonArray ?? throw Refused($"{Descriptor} lists no resources"))
        {
            if (node is not JsonObject resource || Text(resource, "name") is not { Length: > 0 } name || Text(resource, "path") is not { } path)
            {
                throw Refused($"a resource of {Descriptor} has no name or no path");
            }
            if (!files.Remove(path, out ZipArchiveEntry? entry))
            {
                throw Refused($"\"{path}\" is listed, and is not there or is listed twice");
            }
            bool isTable = path.EndsWith(".csv", StringComparison.OrdinalIgnoreCase);
            byte[] content = Unpack(entry, isTable ? MostBytes : MostDocument, ref room);
            if (Text(resource, "hash") is not { } hash || hash != Hash(content))
            {
                throw Refused($"\"{path}\" does not match its checksum");
            }
            if (isTable)
            {
                tables.Add(new BundledTable(name, content, resource["read"] is { } read ? ReadSettings.Read(read.ToJsonString()) : ReadSettings.Found));
            }
            else if (path == PageName)
            {
                page = Briefing.Read(Encoding.UTF8.GetString(content));
            }
            else
            {
                studies.Add(new BundledStudy(name, Text(resource, "table") ?? throw Refused($"the study \"{name}\" names no table"), StudyFormat.Standard.Read(content)));
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
        HashSet<string> tables = [.. bundle.Tables.Select(table => table.Name)], studies = [.. bundle.Studies.Select(study => study.Name)];
        if (tables.Count < bundle.Tables.Count || studies.Count < bundle.Studies.Count)
        {
            throw Refused("two of its tables, or of its studies, have one name");
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

    private static string? Text(JsonObject from, string name) => from[name] is JsonValue value && value.TryGetValue(out string? text) ? text : null;

    private static JsonObject Json(byte[] content, string name)
    {
        try
        {
            return JsonNode.Parse(content, null, new JsonDocumentOptions { MaxDepth = 32, AllowDuplicateProperties = false }) as JsonObject ?? throw Refused($"{name} holds no object");
        }
        catch (JsonException)
        {
            throw Refused($"{name} is not well-formed JSON");
        }
    }

    /// <summary>Reads an entry as it unpacks: what it says of its size is not believed.</summary>
    private static byte[] Unpack(ZipArchiveEntry entry, long most, ref long room)
    {
        using Stream packed = entry.Open();
        using var unpacked = new MemoryStream();
        byte[] buffer = new byte[1 << 16];
        for (int read; (read = packed.Read(buffer)) > 0;)
        {
            room -= read;
            if (room < 0 || unpacked.Length + read > most)
            {
                throw Refused($"\"{entry.FullName}\" is larger than is taken when it is unpacked");
            }
            unpacked.Write(buffer, 0, read);
        }
        return unpacked.ToArray();
    }
}
