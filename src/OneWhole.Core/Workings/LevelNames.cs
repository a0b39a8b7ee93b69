namespace OneWhole.Core.Workings;

/// <summary>
/// Names of ordered levels that are no degrees of one stem (<see cref="AnswerScale"/>), from the low end to the high one: the usual
/// wordings of survey scales (common practice). A set is listed with all its spellings; labels belong to it where each is one of them.
/// </summary>
internal static class LevelNames
{
    public static IReadOnlyList<IReadOnlyList<string[]>> Sets { get; } =
    [
        [
            ["strongly disagree", "fully disagree", "disagree strongly"],
            ["disagree"],
            ["somewhat disagree", "rather disagree", "slightly disagree"],
            ["neither", "neutral", "neither agree nor disagree", "undecided", "no opinion"],
            ["somewhat agree", "rather agree", "slightly agree"],
            ["agree"],
            ["strongly agree", "fully agree", "agree strongly"],
        ],
        [
            ["very dissatisfied", "very unsatisfied"],
            ["dissatisfied", "unsatisfied"],
            ["somewhat dissatisfied", "rather dissatisfied"],
            ["neither", "neutral", "neither satisfied nor dissatisfied"],
            ["somewhat satisfied", "rather satisfied"],
            ["satisfied"],
            ["very satisfied"],
        ],
        [
            ["very unhappy"],
            ["unhappy"],
            ["neither", "neutral"],
            ["happy"],
            ["very happy"],
        ],
        [
            ["terrible", "awful"],
            ["very poor", "very bad"],
            ["poor", "bad"],
            ["fair", "neither", "neutral", "average", "ok", "okay", "acceptable"],
            ["good"],
            ["very good"],
            ["excellent", "outstanding"],
        ],
        [
            ["never"],
            ["hardly ever", "very rarely", "almost never"],
            ["rarely", "seldom"],
            ["sometimes", "occasionally", "now and then"],
            ["often", "frequently", "regularly"],
            ["usually", "very often", "mostly", "most of the time"],
            ["always", "almost always", "all the time"],
        ],
        [
            ["never"],
            ["yearly", "once a year"],
            ["monthly", "once a month"],
            ["weekly", "once a week"],
            ["several times a week"],
            ["daily", "every day"],
            ["several times a day"],
        ],
        [
            ["very unlikely"],
            ["unlikely"],
            ["neither", "neutral", "undecided"],
            ["likely"],
            ["very likely"],
        ],
        [
            ["not at all"],
            ["slightly", "a little"],
            ["moderately", "somewhat"],
            ["very", "a lot"],
            ["extremely", "completely"],
        ],
        [
            ["none"],
            ["very low"],
            ["low"],
            ["medium", "moderate", "middle"],
            ["high"],
            ["very high"],
        ],
        [
            ["very small"],
            ["small"],
            ["medium", "middle"],
            ["large"],
            ["very large"],
        ],
        [
            ["much worse"],
            ["worse"],
            ["the same", "same", "no change"],
            ["better"],
            ["much better"],
        ],
        [
            ["no", "definitely not"],
            ["probably not", "rather not"],
            ["maybe", "unsure", "undecided", "don't know", "perhaps"],
            ["probably", "rather yes"],
            ["yes", "definitely"],
        ],
        [
            ["none"],
            ["mild", "light"],
            ["moderate", "medium"],
            ["severe", "strong", "heavy"],
            ["very severe", "very strong", "extreme"],
        ],
        [
            ["beginner", "novice"],
            ["intermediate"],
            ["advanced"],
            ["expert"],
        ],
        [
            ["far below", "well below"],
            ["below"],
            ["meets", "as expected", "met"],
            ["above", "exceeds"],
            ["far above", "well above", "far exceeds"],
        ],
    ];
}
