using System.Runtime.InteropServices;
using System.Text;
using System.Text.Json.Nodes;
using OneWhole.Core.Briefings;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Preparing;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Engines;
using OneWhole.Core.Workings;
using OneWhole.Formats;
using OneWhole.Formats.Bundles;
using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Cli;

/// <summary>The command <c>onewhole</c>: stateless, without server or database.</summary>
public static class CommandLine
{
    private const string Usage = """
        onewhole workings --table FILE --study FILE [--out FILE.csv|.json|.ods|.parquet|.md]
        onewhole figure   --table FILE --study FILE --out FILE.svg|.png|.pdf|.html|.xlsx|.pptx [--size 960x600] [--scale 2]
        onewhole briefing --bundle FILE --out FILE.pdf|.html|.pptx [--table NAME=FILE] [--from NAME=PLACE [--name NAME=TABLE|--query NAME=SELECT]] …  a page, with fresh tables laid in by name
        onewhole check    --table FILE --study FILE
        onewhole table    --table FILE [--out FILE.csv]  the table as it was read and prepared
        onewhole schema   [--of study|prepare|briefing|settings|words]  the JSON Schema of study documents, preparations or briefings; the settings of looks, or the words of figures, as a table

        --only shares    leaves every amount out of a figure, of workings, or of a page
        --paper KIND     of a PDF: a4, a4-lying, a3-lying, a5-lying, letter or letter-lying
        --margin MM      of that paper, in millimetres
        --pages figure   of a figure's PDF or slides: without the workings (all: with them)
        --table -        reads the table from standard input
        --read FILE      settles how the table is read (JSON)
        --prepare FILE   steps that make the table fit, done before anything else (JSON)
        --numbers de-CH  of figures, pages and check: numbers and dates as this culture writes them
        --from PLACE     in place of --table: rows that stay where they are, asked for cells alone; postgres://user@host:port/database,
                         mysql://user@host:port/database, duckdb:FILE-OR-FOLDER or sqlite:FILE; a password in ONEWHOLE_PASSWORD; or a file
                         *.source.json that says it: {"place": …, "name": … or "query": …}
        --name TABLE     of --from: a table, a view, or a file of the folder
        --query SELECT   or one SELECT in its place
        --against FILE   a second table, for forms that compare two
        """;

    private sealed class WrongUse(string message) : Exception(message);

    private sealed record Options(string Verb, Dictionary<string, List<string>> Values)
    {
        public string Required(string name) => Optional(name)
            ?? throw new WrongUse($"--{name} is missing: onewhole {Verb} needs it.");

        public string? Optional(string name) => Values.GetValueOrDefault(name)?[0];

        /// <summary>The values of an option that may be given several times.</summary>
        public IReadOnlyList<string> All(string name) => Values.GetValueOrDefault(name) ?? [];
    }

    /// <returns>0 done; 1 the study or the table can't be read or does not fit; 2 wrong use; 3 a proof fails.</returns>
    public static int Run(IReadOnlyList<string> arguments, TextWriter output, TextWriter error)
    {
        try
        {
            if (arguments.Count == 0 || arguments[0] is "--help" or "-h" or "help")
            {
                (arguments.Count == 0 ? error : output).WriteLine(Usage);
                return arguments.Count == 0 ? 2 : 0;
            }
            Options options = Parse(arguments);
            using IDisposable style = Style(options);
            return options.Verb switch
            {
                "workings" => Workings(options, output, error),
                "figure" => Figure(options, error),
                "briefing" => Page(options, error),
                "check" => Check(options, output, error),
                "table" => PreparedTable(options, output, error),
                _ => Schema(options, output),
            };
        }
        catch (WrongUse wrong)
        {
            error.WriteLine(OneLine(wrong.Message));
            error.WriteLine(Usage);
            return 2;
        }
        catch (Exception fault) when (fault is StudyException or ReadException)
        {
            error.WriteLine(OneLine(fault.Message));
            return 1;
        }
        catch (OutOfMemoryException)
        {
            error.WriteLine("There is not enough memory for this: take fewer rows or columns.");
            return 1;
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            error.WriteLine(TemporaryFile.IsFull(fault) ? "There is no room left on the disk: make room, and try again." : "The result could not be written: the system does not take it.");
            return 1;
        }
    }

    /// <summary>How numbers are printed: as asked for, in workings always plain, else as the study has it.</summary>
    private static IDisposable Style(Options options)
    {
        if (options.Optional("numbers") is not { } name)
        {
            return options.Verb is "figure" or "check" or "briefing" ? NumberStyle.Plain.Use() : NumberStyle.Plain.Force();
        }
        return (NumberStyle.Of(name) ?? throw new WrongUse($"--numbers is {name}; it must be the name of a culture, as de-CH or en-GB.")).Force();
    }

    private static string OneLine(string text) => text.ReplaceLineEndings(" ");

    private static Options Parse(IReadOnlyList<string> arguments)
    {
        string verb = arguments[0];
        string[] known = verb switch
        {
            "workings" => ["table", "from", "name", "query", "study", "out", "only", "read", "prepare", "against"],
            "figure" => ["table", "from", "name", "query", "study", "out", "size", "scale", "paper", "margin", "pages", "only", "numbers", "read", "prepare", "against"],
            "check" => ["table", "from", "name", "query", "study", "numbers", "read", "prepare", "against"],
            "table" => ["table", "out", "read", "prepare"],
            "briefing" => ["bundle", "out", "table", "from", "name", "query", "paper", "margin", "only", "numbers"],
            "schema" => ["of"],
            _ => throw new WrongUse($"\"{verb}\" is not a command: it must be workings, figure, briefing, check, table or schema."),
        };
        var values = new Dictionary<string, List<string>>(StringComparer.Ordinal);
        for (int i = 1; i < arguments.Count; i++)
        {
            string name = arguments[i].StartsWith("--", StringComparison.Ordinal) ? arguments[i][2..] : "";
            if (!known.Contains(name))
            {
                throw new WrongUse($"\"{arguments[i]}\" is not an option of {verb}.");
            }
            if (i + 1 == arguments.Count || (values.ContainsKey(name) && !(verb == "briefing" && name is "table" or "from" or "name" or "query")))
            {
                throw new WrongUse($"--{name} must have one value.");
            }
            values.TryAdd(name, []);
            values[name].Add(arguments[++i]);
        }
        return new Options(verb, values);
    }

    private static (Study Study, WorkingsSet Workings) Compute(Options options, TextWriter error)
    {
        if (options.Optional("from") is null)
        {
            options.Required("table");
        }
        Study study = StudyFormat.Standard.Read(ReadFile(options.Required("study"), "study"));
        ReadSettings settings = Settings(options);
        Table table = options.Optional("from") is { } place ? Elsewhere(options, place) : ReadPrepared(options, settings, error);
        Table? second = options.Optional("against") is { } against ? ReadTable(against, settings, error) : null;
        return (study, WorkingsSet.Run(table, study, default, second));
    }

    /// <summary>A table whose rows stay where they are: only cells come.</summary>
    private static Table Elsewhere(Options options, string place)
    {
        foreach (string other in (ReadOnlySpan<string>)["table", "prepare", "read"])
        {
            if (options.Optional(other) is not null)
            {
                throw new WrongUse($"--{other} does not go with --from: rows that stay where they are are read as they are there.");
            }
        }
        return Left(place, options.Optional("name"), options.Optional("query")).Table;
    }

    /// <summary>Opens a table that stays where it is; a source's file says the place, and what is not said besides.</summary>
    private static EngineTable Left(string place, string? name, string? query)
    {
        if (place.EndsWith(".source.json", StringComparison.OrdinalIgnoreCase))
        {
            JsonObject source = SourceFile(place);
            place = Text(source, "place") ?? throw new StudyException("wrong-source", "from", "the source's file has no \"place\": it must be an object of place, and name or query.");
            (name, query) = name is null && query is null ? (Text(source, "name"), Text(source, "query")) : (name, query);
        }
        if (name is null == query is null)
        {
            throw new WrongUse("--from needs one of --name TABLE and --query SELECT.");
        }
        return EngineTable.Open(EnginePlace.Read(place), Environment.GetEnvironmentVariable("ONEWHOLE_PASSWORD"), name, query);

        static string? Text(JsonObject from, string member) => from[member] is JsonValue value && value.TryGetValue(out string? text) ? text : null;
    }

    private static JsonObject SourceFile(string path)
    {
        JsonObject? source;
        try
        {
            source = JsonNode.Parse(ReadFile(path, "source")) as JsonObject;
        }
        catch (System.Text.Json.JsonException)
        {
            source = null;
        }
        return source is not null && source.All(member => member.Key is "place" or "name" or "query") ? source
            : throw new StudyException("wrong-source", "from", $"{path} is no source: it must be an object of place, and name or query.");
    }

    private static ReadSettings Settings(Options options) =>
        options.Optional("read") is { } read ? ReadSettings.Read(Encoding.UTF8.GetString(ReadFile(read, "read settings"))) : ReadSettings.Found;

    private static Table ReadPrepared(Options options, ReadSettings settings, TextWriter error)
    {
        Preparation preparation = options.Optional("prepare") is { } steps ? Preparation.Read(Encoding.UTF8.GetString(ReadFile(steps, "preparation"))) : Preparation.None;
        return preparation.Apply(ReadTable(options.Required("table"), settings, error));
    }

    private static int PreparedTable(Options options, TextWriter output, TextWriter error)
    {
        Table table = ReadPrepared(options, Settings(options), error);
        if (options.Optional("out") is not { } path)
        {
            TableCsv.Write(table, output);
            return 0;
        }
        if (Path.GetExtension(path).ToLowerInvariant() != ".csv")
        {
            throw new WrongUse($"--out is {path}; it must end in .csv.");
        }
        WriteWhole(path, to => TableCsv.Write(table, to, Progress.None));
        return 0;
    }

    private static Table ReadTable(string path, ReadSettings settings, TextWriter error)
    {
        ReadResult result = Read(path, settings);
        Table table = result.Table;
        foreach (ReadNote note in result.Notes)
        {
            // Amounts that stand alone under the rows are a note's more often than a row's: the likelier reading is taken, and said.
            JsonObject? step = note.Code == ReadNote.LonelyRow ? note.Answers.FirstOrDefault(answer => answer.Chosen)?.Step : null;
            error.WriteLine(OneLine(step is null ? note.Text : $"{note.Text} It is left out; give it a label in the file to have it counted."));
            if (step is not null)
            {
                table = Preparation.Read(new JsonObject { ["format"] = Preparation.Format, ["steps"] = new JsonArray(step.DeepClone()) }.ToJsonString()).Run(table).Table;
            }
        }
        return table;
    }

    /// <summary>A table from a file, or from standard input ("-", or a pipe such as /dev/stdin).</summary>
    private static ReadResult Read(string path, ReadSettings settings)
    {
        if (path == "-")
        {
            using Stream input = Console.OpenStandardInput();
            using FileStream copy = TemporaryFile.Of(input.CopyTo);
            return TableFile.Read(copy, "table", settings);
        }
        bool pipe = File.Exists(path) && Opened(path, "table", name =>
        {
            using FileStream file = File.OpenRead(name);
            return !file.CanSeek;
        });
        if (!pipe)
        {
            return TableFile.Read(path, settings);
        }
        using FileStream from = File.OpenRead(path);
        using FileStream whole = TemporaryFile.Of(from.CopyTo);
        return TableFile.Read(whole, "table", settings);
    }

    private static byte[] ReadFile(string path, string what) => Opened(path, what, File.ReadAllBytes);

    private static T Opened<T>(string path, string what, Func<string, T> open)
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

    private static int Workings(Options options, TextWriter output, TextWriter error)
    {
        string? path = options.Optional("out");
        string extension = path is null ? ".csv" : Path.GetExtension(path).ToLowerInvariant();
        HandOver kind = KindOf("workings", extension, path);
        (Study study, WorkingsSet workings) = Compute(options, error);
        if (path is null)
        {
            WorkingsCsv.Write(Handed(options, study, workings).Workings, output);
            return 0;
        }
        HandedStudy handed = Handed(options, study, workings);
        WriteWhole(path, to => kind.Write(handed, new HandingSize(960, 600), to, Progress.None));
        return 0;
    }

    private static int Figure(Options options, TextWriter error)
    {
        string path = options.Required("out");
        string extension = Path.GetExtension(path).ToLowerInvariant();
        HandOver kind = KindOf("figure", extension, path);
        (int width, int height) = Size(options.Optional("size") ?? "960x600");
        if (!int.TryParse(options.Optional("scale") ?? "1", out int scale) || scale is < 1 or > 8)
        {
            throw new WrongUse("--scale must be a whole number from 1 to 8.");
        }
        double margin = Margin(options, 15);
        string pages = options.Optional("pages") ?? "all";
        if (pages is not ("figure" or "all"))
        {
            throw new WrongUse($"--pages is {pages}; it must be figure or all.");
        }
        Paper? paper = PaperOf(options);
        (Study study, WorkingsSet workings) = Compute(options, error);
        HandedStudy handed = Handed(options, study, workings);
        WriteWhole(path, to => kind.Write(handed, new HandingSize(width, height, scale) { Paper = paper, Margin = margin, HasWorkings = pages == "all" }, to, Progress.None));
        if (handed.Draw(width, height).LeftOut is { } left)
        {
            error.WriteLine($"note: {left.Words} at {width}x{height}: take a larger --size, or fold small parts.");
        }
        return 0;
    }

    /// <summary>The page of a bundle, with fresh tables laid in by name.</summary>
    private static int Page(Options options, TextWriter error)
    {
        string path = options.Required("out");
        BriefingHandOver kind = BriefingHandOver.Standard.FirstOrDefault(known => known.Extension == Path.GetExtension(path).ToLowerInvariant())
            ?? throw new WrongUse($"--out is {path}; it must end in {string.Join(", ", BriefingHandOver.Standard.Select(known => known.Extension).Distinct())}.");
        using Bundle bundle = Bundle.Read(Opened(options.Required("bundle"), "bundle", File.OpenRead));
        var fresh = new Dictionary<string, Table>();
        foreach (string pair in options.All("table"))
        {
            int equals = pair.IndexOf('=', StringComparison.Ordinal);
            string name = equals < 0 ? pair : pair[..equals];
            if (equals < 1 || (bundle.Tables.FirstOrDefault(table => table.Name == name) ?? bundle.Tables.FirstOrDefault(table => table.Title == name)) is not { } old)
            {
                throw new WrongUse($"--table is {pair}; it must be NAME=FILE, with one of the bundle's tables: {string.Join(", ", bundle.Tables.Select(table => table.Name))}.");
            }
            if (fresh.ContainsKey(old.Name))
            {
                throw new WrongUse($"--table names {old.Name} twice; it must have one file.");
            }
            // Fresh rows are read as the old ones, and made fit by the same steps: columns stay what they were.
            string file = pair[(equals + 1)..];
            Table rows = fresh[old.Name] = old.Prepare.Apply(ReadTable(file, ReadSettings.Found with { Columns = old.Read.Columns }, error));
            if (rows.RowCount == 0)
            {
                throw new StudyException("no-rows", "table", $"the table {old.Name} has no rows in {file}: give the file with this month's rows.");
            }
        }
        // Tables that stay where they are: each by its name in the bundle.
        foreach ((string name, string place) in ByTable(options, "from", bundle))
        {
            string? query = ByTable(options, "query", bundle).GetValueOrDefault(name);
            string? table = ByTable(options, "name", bundle).GetValueOrDefault(name) ?? (query is null && !place.EndsWith(".source.json", StringComparison.OrdinalIgnoreCase) ? name : null);
            if (!fresh.TryAdd(name, Left(place, table, query).Table))
            {
                throw new WrongUse($"--from names {name}, and --table does, too; it must be one of them.");
            }
        }
        HandedBriefing page = BundledBriefing.Of(bundle, fresh, OnlyShares(options));
        // A page with a hole in it is no page to send.
        if (page.Blocks.FirstOrDefault(block => block.Problem is not null) is { Problem: { } problem })
        {
            throw new StudyException("no-fit", "", problem);
        }
        var on = new BriefingPaper(PaperOf(options) ?? BriefingPaper.Usual.Paper, Margin(options, BriefingPaper.UsualMargin));
        WriteWhole(path, to => kind.Write(page, on, to, Progress.None));
        return 0;
    }

    /// <summary>The values of an option that is given for tables of a bundle, by their names.</summary>
    private static Dictionary<string, string> ByTable(Options options, string option, Bundle bundle)
    {
        var found = new Dictionary<string, string>();
        foreach (string pair in options.All(option))
        {
            int equals = pair.IndexOf('=', StringComparison.Ordinal);
            string name = equals < 0 ? pair : pair[..equals];
            if (equals < 1 || (bundle.Tables.FirstOrDefault(table => table.Name == name) ?? bundle.Tables.FirstOrDefault(table => table.Title == name)) is not { } old)
            {
                throw new WrongUse($"--{option} is {pair}; it must begin with NAME=, with one of the bundle's tables: {string.Join(", ", bundle.Tables.Where(table => table.Answer is null).Select(table => table.Name))}.");
            }
            if (!found.TryAdd(old.Name, pair[(equals + 1)..]))
            {
                throw new WrongUse($"--{option} names {old.Name} twice; it must be said once.");
            }
        }
        return found;
    }

    /// <summary>The kind of file that an ending stands for; of a figure a page too.</summary>
    private static HandOver KindOf(string what, string extension, string? path)
    {
        HandOver[] kinds = [.. HandOver.Standard.Where(kind => kind.Kind.StartsWith(what + ".", StringComparison.Ordinal) || (what == "figure" && kind.Kind.StartsWith("page.", StringComparison.Ordinal)))];
        return Array.Find(kinds, kind => kind.Extension == extension)
            ?? throw new WrongUse($"--out is {path}; it must end in {string.Join(", ", kinds[..^1].Select(kind => kind.Extension))} or {kinds[^1].Extension}.");
    }

    /// <summary>The study as it leaves: with its amounts, or as shares only.</summary>
    private static HandedStudy Handed(Options options, Study study, WorkingsSet workings)
    {
        var handed = new HandedStudy(workings.Values.Count == 0 ? study.Title : Statement.Of(workings.Values[0].Workings).Title, study, workings);
        return OnlyShares(options) ? SharesOnly.Of(handed) : handed;
    }

    private static bool OnlyShares(Options options) => options.Optional("only") switch
    {
        null => false,
        "shares" => true,
        var other => throw new WrongUse($"--only is {other}; it must be shares."),
    };

    private static Paper? PaperOf(Options options) => options.Optional("paper") is not { } sheet ? null
        : Paper.All.FirstOrDefault(known => known.Kind == sheet) ?? throw new WrongUse($"--paper is {sheet}; it must be one of {string.Join(", ", Paper.All.Select(known => known.Kind))}.");

    /// <summary>In millimetres.</summary>
    private static double Margin(Options options, double usual)
    {
        if (options.Optional("margin") is not { } text)
        {
            return usual;
        }
        return double.TryParse(text, System.Globalization.NumberStyles.Float, System.Globalization.CultureInfo.InvariantCulture, out double margin) && margin is >= 0 and <= 100
            ? margin : throw new WrongUse("--margin must be a number of millimetres from 0 to 100.");
    }

    private static (int Width, int Height) Size(string text)
    {
        string[] sides = text.Split('x');
        if (sides.Length != 2 || !int.TryParse(sides[0], out int width) || !int.TryParse(sides[1], out int height)
            || Math.Min(width, height) < FigureDrawer.SmallestSide || Math.Max(width, height) > FigureDrawer.LargestSide)
        {
            throw new WrongUse($"--size is {text}; it must be like 960x600, each side from {FigureDrawer.SmallestSide} to {FigureDrawer.LargestSide}.");
        }
        return (width, height);
    }

    private static int Check(Options options, TextWriter output, TextWriter error)
    {
        (_, WorkingsSet workings) = Compute(options, error);
        foreach (Panel each in workings.Values)
        {
            foreach (TieOutLine line in each.Workings.TieOut)
            {
                output.WriteLine($"{WorkingsJson.StatusWord(line.Status)}  {line.Id}  {OneLine(workings.Column is null ? line.Text : $"{each.Value}: {line.Text}")}");
            }
        }
        return workings.Values.Any(each => each.Workings.TieOut.Any(line => line.Status == TieOutStatus.Fail)) ? 3 : 0;
    }

    private static int Schema(Options options, TextWriter output)
    {
        output.WriteLine((options.Optional("of") ?? "study") switch
        {
            "study" => Pretty(StudyFormat.Standard.Schema()),
            "prepare" => Pretty(Preparation.Schema()),
            "briefing" => Pretty(Briefing.Shape.Schema()),
            "settings" => SettingsTable.Markdown(FormList.Standard).TrimEnd(),
            "words" => FigureWords.Table.TrimEnd(),
            var other => throw new WrongUse($"--of is {other}; it must be study, prepare, briefing, settings or words."),
        });
        return 0;
    }

    private static string Pretty(JsonObject schema) => schema.ToJsonString(StudyFormat.Pretty);

    /// <summary>Writes beside the file and moves it into place, so that a failed run leaves no half of one.</summary>
    private static void WriteWhole(string path, Action<Stream> write)
    {
        string draft = path + ".part";
        // Interrupted, it leaves nothing behind either.
        void Clear(PosixSignalContext signal)
        {
            File.Delete(draft);
            Environment.Exit(signal.Signal == PosixSignal.SIGINT ? 130 : 143);
        }
        using PosixSignalRegistration interrupted = PosixSignalRegistration.Create(PosixSignal.SIGINT, Clear), ended = PosixSignalRegistration.Create(PosixSignal.SIGTERM, Clear);
        try
        {
            using (FileStream file = File.Create(draft))
            {
                write(file);
            }
            File.Move(draft, path, overwrite: true);
        }
        catch (Exception fault)
        {
            try
            {
                File.Delete(draft);
            }
            catch (Exception gone) when (gone is IOException or UnauthorizedAccessException)
            {
                // Where it could not be written it is not there.
            }
            if (fault is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
            {
                throw new ReadException("no-file", $"The file \"{path}\" can't be written: {WhyNotWritten(path, fault)}.", fault);
            }
            throw;
        }
    }

    private static string WhyNotWritten(string path, Exception fault) => TemporaryFile.IsFull(fault) ? "there is no room left on the disk"
        : fault is DirectoryNotFoundException ? "its folder is not there"
        : Directory.Exists(path) ? "it is a folder"
        : fault is UnauthorizedAccessException ? "this user has no right to write there"
        : "the system does not take it";
}
