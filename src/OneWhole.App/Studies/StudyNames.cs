using System.Text.Json.Nodes;
using OneWhole.App.Tables;
using OneWhole.Core.Studies;
using OneWhole.Core.Studies.Shapes;

namespace OneWhole.App.Studies;

/// <summary>
/// Stored studies hold ids in the place of the names of columns and tables; names are put in when a study is read. So a rename
/// changes no study. In store "@3f…" is an id; a name that nothing has (any more) stays as it is, a leading "@" of it doubled.
/// Labels that are columns of a wide table are stored by the column's id, too.
/// </summary>
internal sealed class StudyNames(StudyFormat format)
{
    private readonly JsonObject _schema = format.Schema();

    /// <summary>The columns of one table, and all tables, by id and by name.</summary>
    /// <param name="Columns">Names by id, as they are now.</param>
    /// <param name="Past">Names by id, as they were in any revision; asked for only where an id is not among the columns.</param>
    /// <param name="Tables">Names by id; asked for only where a study names a table.</param>
    public sealed record Known(
        IReadOnlyDictionary<string, string> Columns,
        Func<IReadOnlyDictionary<string, string>> Past,
        Func<IReadOnlyDictionary<string, string>> Tables
    )
    {
        public static Known Of(
            TableDocument table,
            Func<IReadOnlyDictionary<string, string>> past,
            Func<IReadOnlyDictionary<string, string>> tables
        )
        {
            var names = new Dictionary<string, string>();
            foreach (ColumnDocument column in table.Shown)
            {
                names.TryAdd(column.Id, column.Name);
            }
            return new Known(names, past, tables);
        }
    }

    /// <summary>A stored study with names in the place of ids.</summary>
    /// <param name="stored">The study, or its remembered forms as "form".</param>
    /// <param name="known">What there is.</param>
    /// <param name="gone">Receives the ids of names that nothing has any more, so that they are stored as these again.</param>
    public JsonObject Named(JsonObject stored, Known known, IDictionary<string, string> gone)
    {
        var named = (JsonObject)stored.DeepClone();
        References.Visit(named, _schema, (reference, text, set) =>
        {
            if (IdIn(text) is not { } id)
            {
                set(Plain(text));
                return;
            }
            IReadOnlyDictionary<string, string> names = reference == Reference.Table ? known.Tables() : known.Columns;
            if (!names.TryGetValue(id, out string? name))
            {
                // A name that another one has now would lead to that one.
                name = (reference == Reference.Table ? null : known.Past().GetValueOrDefault(id))
                    ?? (reference == Reference.Table ? "a table that is gone" : "a column that is gone");
                name = names.Values.Contains(name) ? $"{name} (gone)" : name;
                gone[name] = id;
            }
            set(name);
        });
        return named;
    }

    /// <summary>A study with ids in the place of names, as it is stored.</summary>
    /// <param name="named">The study.</param>
    /// <param name="known">What there is.</param>
    /// <param name="gone">Ids of names that nothing has any more.</param>
    public JsonObject Stored(JsonObject named, Known known, IReadOnlyDictionary<string, string> gone)
    {
        var ids = new Dictionary<string, string>();
        foreach ((string id, string name) in known.Columns)
        {
            ids.TryAdd(name, id);
        }
        Dictionary<string, string>? tableIds = null;
        var wide = new HashSet<string>((string[])[.. WideOf(named["parts"]), .. WideOf(named["groups"])]);
        var stored = (JsonObject)named.DeepClone();
        References.Visit(stored, _schema, (reference, text, set) =>
        {
            string? id = reference switch
            {
                Reference.Label => wide.Contains(text) ? ids.GetValueOrDefault(text) : null,
                Reference.Table => (
                    tableIds ??= known.Tables().GroupBy(pair => pair.Value).ToDictionary(pair => pair.Key, pair => pair.First().Key)
                ).GetValueOrDefault(text),
                _ => ids.GetValueOrDefault(text),
            };
            id ??= reference == Reference.Label && !wide.Contains(text) ? null : gone.GetValueOrDefault(text);
            set(id is null ? (text.StartsWith('@') ? $"@{text}" : text) : $"@{id}");
        });
        return stored;
    }

    private static IEnumerable<string> WideOf(JsonNode? axis) =>
        (axis?["columns"] as JsonArray ?? []).Select(column => (string?)column).OfType<string>();

    /// <summary>The columns that a study names, each once.</summary>
    public HashSet<string> ColumnsOf(JsonObject named)
    {
        var found = new HashSet<string>();
        References.Visit(named.DeepClone(), _schema, (reference, text, _) =>
        {
            if (reference == Reference.Column)
            {
                found.Add(text);
            }
        });
        return found;
    }

    /// <summary>Puts other columns in the place of those that a study names.</summary>
    /// <param name="named">The study; it is changed.</param>
    /// <param name="columns">By name the other one.</param>
    public void Exchange(JsonObject named, IReadOnlyDictionary<string, string> columns)
    {
        var wide = new HashSet<string>((string[])[.. WideOf(named["parts"]), .. WideOf(named["groups"])]);
        References.Visit(named, _schema, (reference, text, set) =>
        {
            if (
                (reference == Reference.Column || (reference == Reference.Label && wide.Contains(text)))
                && columns.TryGetValue(text, out string? other)
            )
            {
                set(other);
            }
        });
    }

    /// <summary>The id that stands in the place of a name, or null where a name stands there.</summary>
    internal static string? IdIn(string text) => text.Length > 1 && text[0] == '@' && text[1] != '@' ? text[1..] : null;

    private static string Plain(string text) => text.StartsWith("@@", StringComparison.Ordinal) ? text[1..] : text;
}
