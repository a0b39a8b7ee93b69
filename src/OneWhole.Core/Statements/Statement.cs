using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Statements;

/// <summary>The study in plain English, as tokens: text, and words that can be changed.</summary>
public sealed class Statement
{
    private readonly Table _table;
    private readonly Study _study;
    private readonly WorkingsResult? _workings;
    private readonly StudyWords _words;
    private readonly List<Phrase> _phrases = [];
    private readonly string _hundred;

    private const int MostExpected = 60;

    private const int MostEach = 24;

    private Statement(Table table, Study study, WorkingsResult? workings)
    {
        _table = table;
        _study = study;
        _workings = workings;
        _words = new StudyWords(table, study);
        using IDisposable style = study.Finish.Numbers.Use();
        _hundred = NumberText.Hundred;
        Build();
    }

    /// <summary>The sentence in pieces: text, and words that can be changed.</summary>
    public IReadOnlyList<Phrase> Phrases => _phrases;

    /// <summary>The whole sentence.</summary>
    public string Text => string.Concat(_phrases.Select(clause => clause.Text));

    /// <summary>A title for a study without one: "Minutes by cause".</summary>
    public string Heading => $"{Capital(CountedWords())} by {ByWords()}";

    /// <summary>The study's own title, or what stands for it.</summary>
    public string Title => _study.Title.Length > 0 ? _study.Title : Heading;

    /// <summary>The sentence of a study that was computed, which can say what its choices do.</summary>
    public static Statement Of(WorkingsResult workings) => new(workings.Division.Table, workings.Division.Study, workings);

    /// <summary>The statement of a study that can't be computed (yet).</summary>
    public static Statement Of(Table table, Study study) => new(table, study, null);

    /// <summary>Clauses that can be added.</summary>
    public IReadOnlyList<Offer> Offers
    {
        get
        {
            var offers = new List<Offer>();
            if (_study.Fold is null && _study.Form.Form.TakesFold)
            {
                offers.Add(new Offer($"fold small {_words.PartMany}", "past the 8th, into one", "fold", new JsonObject { ["keep"] = 8 }));
            }
            if (_study.Negatives == Negatives.Keep)
            {
                offers.Add(
                    new Offer("leave out negative parts", "the tie-out says how much that was", "negatives", JsonValue.Create("leaveOut"))
                );
            }
            if (_study.Form.Form.Groups != GroupUse.None && _study.Groups is null)
            {
                offers.AddRange(
                    TableFit
                        .GroupColumns(_table, _study)
                        .Take(4)
                        .Select(column => new Offer(
                            $"within each {column.Info.NounOne}",
                            $"{NumberText.Count(column.LabelCount)} {column.Info.NounMany}",
                            "groups",
                            new JsonObject { ["column"] = column.Name }
                        ))
                );
            }
            if (
                _workings?.Division is { } division
                && _study.Parts is Axis.Labels { Expected: [] }
                && division.PartCount is > 0 and <= MostExpected
            )
            {
                string[] now = [.. division.Parts.Where(part => part.Kind == EntryKind.Label && !part.IsBlank).Select(part => part.Label)];
                if (now.Length > 0)
                {
                    offers.Add(
                        new Offer(
                            $"keep these {_words.PartMany} listed",
                            "one that no row has any more stays, with 0, and others can be added",
                            "parts.expected",
                            new JsonArray([.. now.Select(label => JsonValue.Create(label))])
                        )
                    );
                }
            }
            if (_study.PanelColumn is null)
            {
                foreach (Column column in EachColumns().Take(3))
                {
                    // Limited to one label, there would be one figure.
                    int limit = _study.Where.ToList().FindIndex(clause => clause.Column == column.Name && clause.Is is [_]);
                    offers.Add(
                        new Offer(
                            $"the same for each {column.Info.NounOne}",
                            $"{NumberText.Count(column.LabelCount)} small figures on one "
                                + $"scale{(limit < 0 ? "" : $", not only {_study.Where[limit].Is!.Value[0]}")}",
                            "each",
                            new JsonObject { ["column"] = column.Name }
                        )
                        {
                            Drop = limit < 0 ? null : $"where[{limit}]",
                        }
                    );
                }
            }
            offers.AddRange(_study.Form.Form.Offers(_study, _table));
            return offers;
        }
    }

    /// <summary>What 100 % is, without the rest of the sentence: "100 % is all minutes: 4,821".</summary>
    public string WholeText =>
        Text[Math.Max(0, Text.LastIndexOf($"{_hundred} is", StringComparison.Ordinal))..].Split(". ")[0].TrimEnd('.');

    /// <summary>The settings of looks; those that differ from the form's own way say so.</summary>
    public IReadOnlyList<Setting> Settings =>
        new LookSettings(_study, _workings?.Division, _words)
        {
            Heading = Heading,
            Sentence = Text,
            Source = _table.Name,
        }.All();

    /// <summary>Columns over whose values the study can be repeated: neither parts nor groups, with a few labels.</summary>
    private IEnumerable<Column> EachColumns()
    {
        HashSet<string> used =
        [
            .. ((Axis?[])[_study.Parts, UsesGroups ? _study.Groups : null]).SelectMany(axis =>
                axis switch
                {
                    Axis.Labels labels => [labels.Column],
                    Axis.Bands bands => [bands.Column],
                    _ => Array.Empty<string>(),
                }
            ),
        ];
        return _table.Columns.Where(column =>
            column.Info.Type == ColumnType.Category && !used.Contains(column.Name) && column.LabelCount is > 1 and <= MostEach
        );
    }

    private IReadOnlyList<Option> EachOptions() =>
        [
            .. EachColumns()
                .Select(column => new Option(
                    column.Info.NounOne,
                    "each",
                    new JsonObject { ["column"] = column.Name },
                    _study.PanelColumn == column.Name
                )
                {
                    Detail = $"{NumberText.Count(column.LabelCount)} small figures on one scale",
                }),
        ];

    private bool UsesGroups => _study.Groups is not null && _study.Form.Form.Groups != GroupUse.None;

    private string CountedWords() =>
        _study.Value switch
        {
            Measure.Rows => _study.Parts is Axis.Columns or null || _study.Groups is Axis.Columns ? "amounts" : $"number of {_words.Rows}",
            Measure.Distinct => $"number of {_words.Counted}",
            _ => _words.Counted,
        };

    private string ByWords() => AxisWords(_study.Parts) + (UsesGroups ? $" and {AxisWords(_study.Groups!)}" : "");

    private string AxisWords(Axis axis) =>
        axis switch
        {
            Axis.Labels labels => _table.Find(labels.Column)?.Info.NounOne ?? Nouns.One(labels.Column),
            Axis.Bands bands => $"bands of {Nouns.Lower(bands.Column)}",
            Axis.Columns columns => string.Join(", ", columns.Names.Take(4))
                + (columns.Names.Length > 4 ? $" and {columns.Names.Length - 4} more" : ""),
            _ => "part",
        };

    private void Build()
    {
        _phrases.Add(
            new Phrase(
                "counted",
                [
                    new Token(Capital(CountedWords()))
                    {
                        Path = "value",
                        Control = "options",
                        Ask = "What is counted?",
                        Options = CountedOptions,
                    },
                    new Token(" by "),
                    new Token(AxisWords(_study.Parts))
                    {
                        Path = "parts",
                        Control = "options",
                        Ask = "What are the parts?",
                        Options = () => AxisOptions("parts", _study.Parts),
                    },
                    .. BandWords("parts", _study.Parts),
                ]
            )
        );
        if (UsesGroups)
        {
            _phrases.Add(
                new Phrase(
                    "groups",
                    [
                        new Token(" within each "),
                        new Token(AxisWords(_study.Groups!))
                        {
                            Path = "groups",
                            Control = "options",
                            Ask = "What are the groups?",
                            Options = () => AxisOptions("groups", _study.Groups),
                        },
                        .. BandWords("groups", _study.Groups!),
                        new Token("swap")
                        {
                            Path = "swap",
                            Control = "swap",
                            Aside = true,
                            Ask = "Let parts and groups change places",
                        },
                    ]
                )
                {
                    Drop = _study.Form.Form.Groups == GroupUse.Required ? null : "groups",
                }
            );
        }
        ExpectedWords("parts", _study.Parts);
        if (UsesGroups)
        {
            ExpectedWords("groups", _study.Groups!);
        }
        _phrases.Add(
            new Phrase(
                "order",
                [
                    new Token(", "),
                    new Token(OrderWords(_study.Order.Parts ?? _study.Form.Form.PartOrderOf(_study), _study.Order.ReverseParts))
                    {
                        Path = "order.parts",
                        Control = "options",
                        Ask = UsesGroups ? $"In which order do the {_words.PartMany} stand?" : "In which order?",
                        Options = OrderOptions,
                    },
                ]
            )
        );
        if (UsesGroups)
        {
            _phrases.Add(
                new Phrase(
                    "group-order",
                    [
                        new Token($", {_words.GroupMany} "),
                        new Token(OrderWords(_study.Order.Groups ?? _study.Form.Form.GroupOrder, _study.Order.ReverseGroups))
                        {
                            Path = "order.groups",
                            Control = "options",
                            Ask = $"In which order do the {_words.GroupMany} stand?",
                            Options = GroupOrderOptions,
                        },
                    ]
                )
            );
        }
        for (int i = 0; i < _study.Where.Length; i++)
        {
            string path = $"where[{i}]";
            _phrases.Add(
                new Phrase(
                    $"where-{i}",
                    [
                        new Token(i == 0 ? ", only where " : " and "),
                        new Token(WhereWords(_study.Where[i]))
                        {
                            Path = path,
                            Control = "labels",
                            Ask = "Which rows?",
                            Value = StudyFormat.WriteClause(_study.Where[i]),
                        },
                    ]
                )
                {
                    Drop = path,
                }
            );
        }
        if (_study.Fold is { } fold && _study.Form.Form.TakesFold)
        {
            _phrases.Add(
                new Phrase(
                    "fold",
                    [
                        new Token(", small " + _words.PartMany + " folded "),
                        new Token(FoldWords(fold))
                        {
                            Path = "fold",
                            Control = "options",
                            Ask = "Which parts are folded?",
                            Options = FoldOptions,
                        },
                    ]
                )
                {
                    Drop = "fold",
                }
            );
        }
        if (_study.Negatives != Negatives.Keep)
        {
            _phrases.Add(
                new Phrase(
                    "negatives",
                    [
                        new Token(", "),
                        new Token(_study.Negatives == Negatives.LeaveOut ? "negative parts left out" : "amounts by their size")
                        {
                            Path = "negatives",
                            Control = "options",
                            Ask = "What of amounts below zero?",
                            Options = NegativeOptions,
                        },
                    ]
                )
                {
                    Drop = "negatives",
                }
            );
        }
        AddTrials();
        _phrases.AddRange(_study.Form.Form.Phrases(_study, _workings));
        if (_study.PanelColumn is { } each)
        {
            _phrases.Add(
                new Phrase(
                    "each",
                    [
                        new Token(", the same for each "),
                        new Token(_table.Find(each)?.Info.NounOne ?? Nouns.One(each))
                        {
                            Path = "each",
                            Control = "options",
                            Ask = "For each of what?",
                            Options = EachOptions,
                        },
                    ]
                )
                {
                    Drop = "each",
                }
            );
        }
        _phrases.Add(
            new Phrase(
                "whole",
                _study.Form.Form switch
                {
                    { WholeIsFirstPart: true } => [new Token($". {_hundred} is {FirstWords()}.")],
                    var form when !form.UsesWhole(_study) => [new Token(".")],
                    _ =>
                    [
                        new Token($". {_hundred} is "),
                        new Token(WholeWords())
                        {
                            Path = "whole",
                            Control = "options",
                            Ask = $"What is {_hundred}?",
                            Options = WholeOptions,
                        },
                        new Token("."),
                    ],
                }
            )
        );
    }

    private const int MostTrials = 5;

    /// <summary>A clause a trial, each of which is left by itself; of very many the rest together.</summary>
    private void AddTrials()
    {
        int shown = _study.Trials.Length > MostTrials ? MostTrials - 1 : _study.Trials.Length;
        for (int at = 0; at < shown; at++)
        {
            _phrases.Add(
                new Phrase("trial", [new Token($"{(at == 0 ? ", trying " : " and ")}{TrialWords(_study.Trials[at])}")])
                {
                    Drop = $"trial[{at}]",
                }
            );
        }
        if (shown < _study.Trials.Length)
        {
            _phrases.Add(
                new Phrase("trial", [new Token($" and {NumberText.Count(_study.Trials.Length - shown)} other amounts")]) { Drop = "trial" }
            );
        }
    }

    /// <summary>What a trial was of, for "instead of": the amount that was counted.</summary>
    private string InsteadOf(Trial trial) =>
        _workings?.Division.Tried.Changed.FirstOrDefault(tried => tried.Part == trial.Part && tried.Group == trial.Group)
            is { Was: { } was }
        && trial.Set is not null
            ? $" instead of {NumberText.Rounded(was, _workings.Division.Scale, trimZeros: true)}"
            : "";

    /// <summary>"Fog at 300", "Fog times 1.2", "Fog at a share of 25 %".</summary>
    private string TrialWords(Trial trial)
    {
        string name = trial.Group is { } group ? $"{trial.Part} in {group}" : trial.Part;
        return trial switch
        {
            { Set: { } set } => $"{name} at {NumberText.Exact(set)}{InsteadOf(trial)}",
            { Times: { } times } => $"{name} times {NumberText.Exact(times)}",
            _ => $"{name} at a share of {NumberText.PlainPercent(trial.Share!.Value)}",
        };
    }

    /// <summary>", with Soup kept though no row has it": dropping the clause dismisses the labels that are only expected.</summary>
    private void ExpectedWords(string path, Axis axis)
    {
        if (axis is not Axis.Labels { Expected: { Length: > 0 } expected } labels)
        {
            return;
        }
        string[] absent = [.. expected.Where(label => _table.Find(labels.Column)?.Labels.CodeOf(label) < 0)];
        ColumnInfo? info = _table.Find(labels.Column)?.Info;
        string noun = expected.Length == 1 ? info?.NounOne ?? "label" : info?.NounMany ?? "labels";
        _phrases.Add(
            new Phrase(
                $"expected-{path}",
                [
                    new Token(", "),
                    new Token(
                        absent.Length == 0
                            ? $"{CountWords(expected.Length)} {noun} expected"
                            : $"with {Listed(absent, "and")} kept though no row has {(absent.Length == 1 ? "it" : "them")}"
                    )
                    {
                        Path = $"{path}.expected",
                        Control = "names",
                        Ask = $"Which {info?.NounMany ?? "labels"} are listed even when no row has them? One a line.",
                        Value = new JsonArray([.. expected.Select(label => JsonValue.Create(label))]),
                    },
                ]
            )
            {
                Drop = $"{path}.expected",
            }
        );
    }

    /// <summary>" from 0, each 20 wide", as a word that can be changed.</summary>
    private static IEnumerable<Token> BandWords(string path, Axis axis)
    {
        if (axis is not Axis.Bands bands)
        {
            yield break;
        }
        var value = new JsonObject
        {
            ["start"] = JsonNode.Parse(bands.Start.ToString()),
            ["width"] = JsonNode.Parse(bands.Width.ToString()),
        };
        if (bands.End is { } end)
        {
            value["end"] = JsonNode.Parse(end.ToString());
        }
        yield return new Token(" ");
        yield return new Token(
            $"from {NumberText.Exact(bands.Start)}{(bands.End is { } last ? $" to {NumberText.Exact(last)}" : "")}, "
                + $"each {NumberText.Exact(bands.Width)} wide"
        )
        {
            Path = $"{path}.bands",
            Control = "bands",
            Ask = "Where do the bands begin, and how wide is each?",
            Value = value,
        };
    }

    /// <summary>"the first stage, Searches: 4,821": what 100 % is where it is the first part.</summary>
    private string FirstWords()
    {
        if (_workings?.Division is not { IsEmpty: false } division)
        {
            return $"the first {_words.PartOne}";
        }
        string first = $"the first {_words.PartOne}, {division.Parts[0].Label}";
        return division.HasGroups
            ? $"{first}, of each {_words.GroupOne}"
            : $"{first}: {WithUnit(NumberText.Exact(division.Printed(division.Total)))}";
    }

    private string WholeWords()
    {
        Whole whole = _study.EffectiveWhole;
        WholeOf of = !UsesGroups && whole.Of is WholeOf.Group or WholeOf.Part ? WholeOf.All : whole.Of;
        string counted = _study.Value is Measure.Rows && _words.Counted == "amount" ? "amounts" : _words.Counted;
        string number = _workings is null
            ? ""
            : $": {WithUnit(NumberText.Exact(_workings.Division.Printed(_workings.Division.ReadingWhole)))}";
        int count = _workings?.Division.WholeCount ?? 0;
        return of switch
        {
            WholeOf.Given =>
                $"{WithUnit(NumberText.Exact(_words.AreShares ? whole.Given!.Value.InPercent : whole.Given!.Value))}, a number I give",
            WholeOf.Unfiltered => $"all {counted} before the filter{number}",
            WholeOf.Group => $"each {_words.GroupOne}{(count > 0 ? $": {CountWords(count)} {(count == 1 ? "whole" : "wholes")}" : "")}",
            WholeOf.Part => $"each {_words.PartOne}{(count > 0 ? $": {CountWords(count)} {(count == 1 ? "whole" : "wholes")}" : "")}",
            _ => $"all {counted}{(_study.Where.Length > 0 ? " in these rows" : "")}{number}",
        };
    }

    private string WithUnit(string number) => NumberText.WithUnit(number, _words.Unit);

    private static string CountWords(int count) =>
        count is >= 1 and <= 12
            ? new[] { "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve" }[count - 1]
            : NumberText.Count(count);

    private static string OrderWords(Order order, bool reverse) =>
        order switch
        {
            Order.By { Name: "largest" } => reverse ? "smallest first" : "largest first",
            Order.By { Name: "smallest" } => reverse ? "largest first" : "smallest first",
            Order.By { Name: "table" } => reverse ? "as in the table, reversed" : "as in the table",
            Order.By { Name: "natural" } => reverse ? "in natural order, reversed" : "in natural order",
            Order.Listed => "in an order of my own",
            Order.ShareOf share => $"by the share of {share.Label}",
            Order.By { Name: "change" } => reverse ? "largest fall first" : "largest rise first",
            Order.By by => $"by {by.Name}",
            _ => "",
        };

    /// <summary>"season is Summer or Autumn", "minutes are from 5 to 60".</summary>
    public string WhereWords(Clause clause) =>
        WhereWords(
            clause,
            _table.Find(clause.Column)?.Info is { Type: not ColumnType.Quantity } info ? info.NounOne : Nouns.Lower(clause.Column)
        );

    /// <param name="clause">A condition.</param>
    /// <param name="column">What its column is called.</param>
    public static string WhereWords(Clause clause, string column)
    {
        var words = new List<string>();
        if (clause.Is is { } labels)
        {
            words.Add(labels.Length == 0 ? "is nothing at all" : $"is {Listed(labels, "or")}");
        }
        if (clause.IsNot is { Length: > 0 } refused)
        {
            words.Add($"is not {Listed(refused, "or")}");
        }
        if (clause.From is not null && clause.To is not null)
        {
            words.Add($"is from {End(clause.From)} to {End(clause.To)}");
        }
        else if (clause.From is not null)
        {
            words.Add($"is {End(clause.From)} or more");
        }
        else if (clause.To is not null)
        {
            words.Add($"is {End(clause.To)} or less");
        }
        if (clause.Blank is { } blank)
        {
            words.Add(blank ? "is blank" : "is filled");
        }
        return $"{column} {(words.Count == 0 ? "is anything" : string.Join(" and ", words))}";
    }

    private static string End(RangeEnd end) =>
        end is RangeEnd.Number number ? NumberText.Exact(number.Value)
        : (RangeEnd.Date)end is { HasTime: false } date ? NumberStyle.Current.Date(date.At)
        : ((RangeEnd.Date)end).Text;

    private static string Listed(IReadOnlyList<string> labels, string last)
    {
        const int most = 3;
        if (labels.Count > most + 1)
        {
            return $"{string.Join(", ", labels.Take(most))} {last} {labels.Count - most} others";
        }
        return labels.Count == 1 ? labels[0] : $"{string.Join(", ", labels.Take(labels.Count - 1))} {last} {labels[^1]}";
    }

    private static string FoldWords(Fold fold) =>
        fold switch
        {
            { Keep: { } keep } => $"past the {Nouns.Ordinal(keep)}",
            { Reach: { } reach } => $"once {NumberText.PlainPercent(reach)} is reached",
            _ => $"under {NumberText.PlainPercent(fold.Under!.Value)}",
        };

    internal static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    private List<Option> CountedOptions()
    {
        if (_study.Parts is Axis.Columns || _study.Groups is Axis.Columns)
        {
            return
            [
                new Option("the numbers of the columns", "value", null, true)
                {
                    Detail = "each column is one part, its numbers are what is counted",
                },
            ];
        }
        var options = new List<Option>
        {
            new($"number of {_words.Rows}", "value", new JsonObject { ["count"] = "rows" }, _study.Value is Measure.Rows)
            {
                Detail = "one for every row",
                Note = _table.AllRows is { } rows ? $"{NumberText.Count(rows)} rows" : null,
            },
        };
        foreach (Column column in _table.Columns.Where(column => column.Info.Type == ColumnType.Quantity))
        {
            options.Add(
                new Option(
                    Nouns.Lower(column.Name),
                    "value",
                    new JsonObject { ["sum"] = column.Name },
                    _study.Value is Measure.Sum sum && sum.Column == column.Name
                )
                {
                    Detail = column.Info.Follows is { } rule ? $"{column.Name} is {rule}" : $"the sum of {column.Name}",
                    Note = column.Info.UnitWords is { Length: > 0 } unit ? unit : null,
                    Quiet = column.Info.Follows is not null,
                }
            );
        }
        foreach (Column column in _table.Columns.Where(column => column.Info.Type == ColumnType.Category))
        {
            options.Add(
                new Option(
                    $"distinct {column.Info.NounMany}",
                    "value",
                    new JsonObject { ["distinct"] = column.Name },
                    _study.Value is Measure.Distinct distinct && distinct.Column == column.Name
                )
                {
                    Detail = $"how many {column.Info.NounMany} there are; one found in two parts counts twice",
                }
            );
        }
        return options;
    }

    private List<Option> AxisOptions(string path, Axis? now)
    {
        var options = new List<Option>();
        foreach (
            Column column in _table.Columns.Where(column =>
                column.Info.Type != ColumnType.Quantity || column == _table.Find((now as Axis.Labels)?.Column ?? "")
            )
        )
        {
            bool other = (path == "parts" ? _study.Groups : _study.Parts) is Axis.Labels taken && taken.Column == column.Name && UsesGroups;
            if (!other)
            {
                options.Add(
                    new Option(
                        column.Info.NounOne,
                        path,
                        new JsonObject { ["column"] = column.Name },
                        now is Axis.Labels labels && labels.Column == column.Name
                    )
                    {
                        Note =
                            $"{NumberText.Count(column.LabelCount)} "
                            + $"{(column.LabelCount == 1 ? column.Info.NounOne : column.Info.NounMany)}",
                        // A column that would be refused is left to who looks for it.
                        Quiet = Wanted(path) is { } wanted && TableFit.LabelsLeft(_study, column).Take(wanted + 1).Count() != wanted,
                    }
                );
            }
        }
        foreach (Column column in _table.Columns.Where(column => column.Info.Type == ColumnType.Quantity))
        {
            if (RoundBands.Suggest(column.Numbers) is var (start, width))
            {
                options.Add(
                    new Option(
                        $"bands of {Nouns.Lower(column.Name)}",
                        path,
                        new JsonObject
                        {
                            ["column"] = column.Name,
                            ["bands"] = new JsonObject
                            {
                                ["start"] = JsonNode.Parse(start.ToString()),
                                ["width"] = JsonNode.Parse(width.ToString()),
                            },
                        },
                        now is Axis.Bands bands && bands.Column == column.Name
                    )
                    {
                        Detail = $"from {NumberText.Exact(start)}, each {NumberText.Exact(width)} wide",
                        Quiet = column.Info.Follows is not null || Wanted(path) is not null,
                    }
                );
            }
        }
        string[] wide =
        [
            .. _table.Columns.Where(column => column.Info is { Type: ColumnType.Quantity, Follows: null }).Select(column => column.Name),
        ];
        if (wide.Length > 1 && (path == "parts" ? _study.Groups : _study.Parts) is not Axis.Columns)
        {
            string[] chosen = now is Axis.Columns columns ? [.. columns.Names] : wide;
            options.Add(
                new Option(
                    "columns side by side",
                    path,
                    new JsonObject { ["columns"] = new JsonArray([.. chosen.Select(name => JsonValue.Create(name))]) },
                    now is Axis.Columns
                )
                {
                    Detail = $"each column is one {(path == "parts" ? "part" : "group")}",
                    Note = $"{wide.Length} columns",
                    Asks = "columns",
                    Among = wide,
                }
            );
        }
        return options;
    }

    /// <summary>How many parts or groups the form must have; null for any number.</summary>
    private int? Wanted(string path) => path == "parts" ? _study.Form.Form.PartsWanted : _study.Form.Form.GroupsWanted;

    private List<Option> OrderOptions()
    {
        string now = OrderWords(_study.Order.Parts ?? _study.Form.Form.PartOrderOf(_study), _study.Order.ReverseParts);
        Option Make(string text, string name, string detail) => new(text, "order.parts", name, now == text) { Detail = detail };
        return
        [
            Make("largest first", "largest", "by amount, downwards"),
            Make("smallest first", "smallest", "by amount, upwards"),
            Make("as in the table", "table", "by first appearance"),
            Make("in natural order", "natural", "numbers, months, levels, then letters"),
            .. _study.Form.Form.PartOrders(_study).Select(name => Make(OrderWords(new Order.By(name), false), name, "largest first")),
        ];
    }

    private List<Option> GroupOrderOptions()
    {
        string now = OrderWords(_study.Order.Groups ?? _study.Form.Form.GroupOrder, _study.Order.ReverseGroups);
        Option Make(string text, JsonNode value, string detail) => new(text, "order.groups", value, now == text) { Detail = detail };
        var options = new List<Option>
        {
            Make("largest first", "largest", "by their totals, downwards"),
            Make("smallest first", "smallest", "by their totals, upwards"),
            Make("as in the table", "table", "by first appearance"),
            Make("in natural order", "natural", "numbers, months, levels, then letters"),
        };
        options.AddRange(_study.Form.Form.GroupOrders.Select(name => Make($"by {name}", name, "largest first")));
        if (_workings is { } workings && _study.Form.Form.OrdersGroupsByShare)
        {
            options.AddRange(
                workings
                    .Division.Parts.Where(part => part.Kind != EntryKind.Folded)
                    .Take(40)
                    .Select(part =>
                        Make($"by the share of {part.Label}", new JsonObject { ["share"] = part.Label }, "the largest share first")
                    )
            );
        }
        return options;
    }

    private List<Option> FoldOptions() =>
        [
            new("past the …", "fold", new JsonObject { ["keep"] = _study.Fold?.Keep ?? 8 }, _study.Fold?.Keep is not null)
            {
                Asks = "keep",
                Detail = "keep so many of the largest",
            },
            new("once … % is reached", "fold", new JsonObject { ["reach"] = 0.8 }, _study.Fold?.Reach is not null)
            {
                Asks = "reach",
                Detail = "keep the fewest that make up so much",
            },
            new("under … %", "fold", new JsonObject { ["under"] = 0.02 }, _study.Fold?.Under is not null)
            {
                Asks = "under",
                Detail = "fold what has less than so much",
            },
        ];

    private List<Option> NegativeOptions() =>
        [
            new("negative parts kept", "negatives", "keep", _study.Negatives == Negatives.Keep)
            {
                Detail = "they bend a running share past 100 %",
            },
            new("negative parts left out", "negatives", "leaveOut", _study.Negatives == Negatives.LeaveOut)
            {
                Detail = "the tie-out says how much that was",
            },
            new("amounts by their size", "negatives", "size", _study.Negatives == Negatives.Size) { Detail = "a minus sign is dropped" },
        ];

    private List<Option> WholeOptions()
    {
        var options = new List<Option>();
        WholeOf now = _study.EffectiveWhole.Of;
        void Try(WholeOf of, string word, string text)
        {
            var option = new Option(text, "whole", new JsonObject { ["of"] = word }, now == of);
            if (_workings is not null)
            {
                try
                {
                    Division division = Division.Of(_table, _study with { Whole = new Whole(of) });
                    option = option with
                    {
                        Note =
                            division.WholeCount == 1
                                ? WithUnit(NumberText.Exact(division.Printed(division.ReadingWhole)))
                                : $"{division.WholeCount} wholes",
                        Detail = FirstShare(division),
                    };
                }
                catch (StudyException)
                {
                    // The choice is offered all the same; choosing it says what is wrong.
                }
            }
            options.Add(option);
        }
        Try(WholeOf.All, "all", "everything used");
        if (UsesGroups)
        {
            Try(WholeOf.Group, "group", $"each {_words.GroupOne}");
            Try(WholeOf.Part, "part", $"each {_words.PartOne}");
        }
        Try(WholeOf.Unfiltered, "unfiltered", "everything before the filter");
        if (_words.AreShares)
        {
            options.Add(
                new Option(
                    "100 %, as the column has it",
                    "whole",
                    new JsonObject { ["given"] = 1 },
                    now == WholeOf.Given && _study.Whole!.Given == 1
                )
                {
                    Detail =
                        "the column holds shares"
                        + (
                            _workings?.Division is { } division
                                ? $"; all in all {NumberText.Percent(division.Value(division.Total), 2, trimZeros: true)}"
                                : ""
                        ),
                }
            );
        }
        if (_study.Value is Measure.Sum summed && _table.Find(summed.Column)?.Info.Total is { } own)
        {
            options.Add(
                new Option(
                    "the table's own total",
                    "whole",
                    new JsonObject { ["given"] = JsonNode.Parse(own.ToString()) },
                    now == WholeOf.Given && _study.Whole!.Given == own
                )
                {
                    Detail = _workings is null ? null : Against(own),
                    Note = WithUnit(NumberText.Exact(own)),
                }
            );
        }
        options.Add(
            new Option(
                "a number I give",
                "whole",
                new JsonObject
                {
                    ["given"] = JsonNode.Parse(
                        (_study.Whole?.Given ?? _workings?.Division.Decimal(_workings.Division.Total) ?? 100).ToString()
                    ),
                },
                now == WholeOf.Given
            )
            {
                Detail = "for instance a budget",
                Asks = "given",
            }
        );
        return options;
    }

    /// <summary>"3 more than what is counted here".</summary>
    private string Against(ExactDecimal own)
    {
        ExactDecimal counted = _workings!.Division.Decimal(_workings.Division.Total);
        int scale = Math.Max(own.Scale, counted.Scale);
        ExactInt difference = own.AtScale(scale) - counted.AtScale(scale);
        return difference.IsZero
            ? "as its last row says; just what is counted here"
            : $"as its last row says; {NumberText.Exact(new ExactDecimal(difference.Abs(), scale))} "
                + $"{(difference.Sign > 0 ? "more" : "less")} than what is counted here";
    }

    private static string? FirstShare(Division division)
    {
        for (int row = 0; row < division.RowCount; row++)
        {
            if (division.Share(row) is { } share)
            {
                string name = division.Groups is null
                    ? division.Parts[row].Label
                    : $"{division.Parts[division.PartOf(row)].Label} on {division.Groups[division.GroupOf(row)].Label}";
                return $"{name} is {NumberText.Percent(share, division.Study.Rounding.Decimals)}";
            }
        }
        return null;
    }
}
