namespace OneWhole.Core.Tables;

/// <summary>
/// Forms of English nouns that follow no rule, or one that the spelling does not show. What follows from the last letters is
/// in <see cref="Nouns"/>. Kept in the core because a general library takes as long to start as the command takes altogether;
/// a test compares the two.
/// </summary>
internal static class EnglishForms
{
    private static readonly string[] Irregular =
    [
        "person people",
        "man men",
        "woman women",
        "child children",
        "grandchild grandchildren",
        "foot feet",
        "tooth teeth",
        "goose geese",
        "mouse mice",
        "louse lice",
        "ox oxen",
        "die dice",
        "criterion criteria",
        "phenomenon phenomena",
        "stadium stadia",
        "medium media",
        "bacterium bacteria",
        "curriculum curricula",
        "index indices",
        "matrix matrices",
        "vertex vertices",
        "appendix appendices",
        "quiz quizzes",
        "axis axes",
        "bus buses",
        "gas gases",
        "lens lenses",
        "plus pluses",
        "yes yeses",
        "half halves",
        "calf calves",
        "shelf shelves",
        "self selves",
        "wolf wolves",
        "loaf loaves",
        "leaf leaves",
        "thief thieves",
        "wharf wharves",
        "scarf scarves",
        "hoof hooves",
        "knife knives",
        "life lives",
        "wife wives",
        "midwife midwives",
        "housewife housewives",
        "passerby passersby",
    ];

    /// <summary>The same for one and for several, or only ever several.</summary>
    private static readonly string[] Same =
    [
        "series",
        "species",
        "news",
        "means",
        "sheep",
        "fish",
        "aircraft",
        "spacecraft",
        "hovercraft",
        "corps",
        "chassis",
        "staff",
        "freight",
        "revenue",
        "money",
        "information",
        "equipment",
        "luggage",
        "baggage",
        "traffic",
        "mail",
        "software",
        "hardware",
        "cash",
        "income",
        "turnover",
        "electricity",
        "water",
        "weather",
        "data",
        "feedback",
        "takings",
        "earnings",
        "savings",
        "goods",
        "premises",
        "proceeds",
        "belongings",
        "surroundings",
        "headquarters",
        "outskirts",
        "trousers",
        "scissors",
        "debris",
        "logistics",
        "economics",
        "politics",
        "statistics",
        "physics",
        "mathematics",
        "athletics",
        "ethics",
    ];

    /// <summary>For one, though it ends as several do.</summary>
    private static readonly string[] SingularInS =
    [
        "status",
        "virus",
        "bonus",
        "campus",
        "census",
        "chorus",
        "circus",
        "focus",
        "genius",
        "minibus",
        "nexus",
        "omnibus",
        "prospectus",
        "radius",
        "surplus",
        "syllabus",
        "terminus",
        "apparatus",
        "consensus",
        "exodus",
        "impetus",
        "lotus",
        "octopus",
        "walrus",
        "cactus",
        "crocus",
        "sinus",
        "colossus",
        "atlas",
        "bias",
        "alias",
        "canvas",
        "pancreas",
        "iris",
        "cosmos",
        "ethos",
        "rhinoceros",
    ];

    /// <summary>-ie for one, where -ies would say -y.</summary>
    private static readonly string[] InIe =
    [
        "movie",
        "cookie",
        "zombie",
        "calorie",
        "sortie",
        "eyrie",
        "rookie",
        "brownie",
        "selfie",
        "genie",
        "prairie",
        "birdie",
        "smoothie",
        "hoodie",
        "freebie",
        "necktie",
        "magpie",
        "bourgeoisie",
        "camaraderie",
        "menagerie",
    ];

    /// <summary>-che for one, where -ches would say -ch.</summary>
    private static readonly string[] InChe =
    [
        "cache",
        "ache",
        "headache",
        "toothache",
        "backache",
        "niche",
        "creche",
        "crèche",
        "avalanche",
        "quiche",
        "moustache",
        "cliche",
        "cliché",
        "brioche",
        "psyche",
        "douche",
        "tranche",
    ];

    /// <summary>-oe for one, where -oes would say -o.</summary>
    private static readonly string[] InOe = ["shoe", "horseshoe", "toe", "canoe", "hoe", "oboe", "foe", "woe"];

    /// <summary>-oes for several, where others have -os.</summary>
    private static readonly string[] WithOes =
    [
        "potato",
        "tomato",
        "hero",
        "echo",
        "cargo",
        "veto",
        "embargo",
        "torpedo",
        "volcano",
        "mosquito",
        "mango",
    ];

    /// <summary>-is for one, -es for several.</summary>
    private static readonly string[] InIs =
    [
        "analysis",
        "crisis",
        "thesis",
        "hypothesis",
        "diagnosis",
        "emphasis",
        "oasis",
        "synopsis",
        "parenthesis",
        "prognosis",
        "synthesis",
        "basis",
        "paralysis",
        "catharsis",
    ];

    /// <summary>-man for one, and -mans for several.</summary>
    private static readonly string[] WithMans = ["human", "german", "roman", "norman", "shaman", "ottoman", "talisman", "caiman"];

    /// <summary>-men for one.</summary>
    private static readonly string[] InMen = ["specimen", "regimen", "abdomen", "omen", "acumen", "stamen", "ramen", "dolmen"];

    /// <summary>-ch that is said as k, and has only an s.</summary>
    private static readonly string[] WithChs = ["stomach", "monarch", "patriarch", "matriarch", "epoch", "eunuch", "loch"];

    /// <summary>Of each word, what it is in the other number; words that are the same in both are in both.</summary>
    public static IReadOnlyDictionary<string, string> Many { get; } = Pairs(toMany: true);

    /// <inheritdoc cref="Many"/>
    public static IReadOnlyDictionary<string, string> One { get; } = Pairs(toMany: false);

    private static Dictionary<string, string> Pairs(bool toMany)
    {
        var found = new Dictionary<string, string>(StringComparer.Ordinal);
        void Add(string one, string many)
        {
            // "Bases" are rather of a base than of a basis.
            string from = toMany ? one : many,
                to = toMany ? many
                : many == "bases" ? "base"
                : one;
            found.TryAdd(from, to);
            // What is in that number already stays.
            found.TryAdd(to, to);
        }
        void AddAll(string[] words, string ending, int without = 0)
        {
            foreach (string word in words)
            {
                Add(word, word[..^without] + ending);
            }
        }
        foreach (string pair in Irregular)
        {
            int space = pair.IndexOf(' ');
            Add(pair[..space], pair[(space + 1)..]);
        }
        AddAll(Same, "");
        AddAll(SingularInS, "es");
        AddAll(InIe, "s");
        AddAll(InChe, "s");
        AddAll(InOe, "s");
        AddAll(WithMans, "s");
        AddAll(InMen, "s");
        AddAll(WithChs, "s");
        AddAll(WithOes, "es");
        AddAll(InIs, "es", without: 2);
        return found;
    }
}
