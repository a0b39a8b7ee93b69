namespace OneWhole.Core.Workings;

/// <summary>
/// Names of ordered levels, from the low end to the high one: the usual wordings of survey scales (common practice).
/// A set is listed with all its spellings; labels belong to it where each is one of them.
/// </summary>
internal static class LevelNames
{
    public static IReadOnlyList<IReadOnlyList<string[]>> Sets { get; } =
    [
        [["strongly disagree", "fully disagree", "disagree strongly"], ["disagree"], ["somewhat disagree", "rather disagree", "slightly disagree"],
            ["neither", "neutral", "neither agree nor disagree", "undecided", "no opinion"],
            ["somewhat agree", "rather agree", "slightly agree"], ["agree"], ["strongly agree", "fully agree", "agree strongly"]],
        [["very dissatisfied", "very unsatisfied"], ["dissatisfied", "unsatisfied"], ["somewhat dissatisfied", "rather dissatisfied"],
            ["neither", "neutral", "neither satisfied nor dissatisfied"], ["somewhat satisfied", "rather satisfied"], ["satisfied"], ["very satisfied"]],
        [["very unhappy"], ["unhappy"], ["neither", "neutral"], ["happy"], ["very happy"]],
        [["terrible", "awful"], ["very poor", "very bad"], ["poor", "bad"], ["fair", "neither", "neutral", "average", "ok", "okay", "acceptable"], ["good"], ["very good"], ["excellent", "outstanding"]],
        [["never"], ["rarely", "seldom", "hardly ever"], ["sometimes", "occasionally"], ["often", "frequently"], ["usually", "very often", "mostly"], ["always"]],
        [["very unlikely"], ["unlikely"], ["neither", "neutral", "undecided"], ["likely"], ["very likely"]],
        [["not at all"], ["slightly", "a little"], ["moderately", "somewhat"], ["very", "a lot"], ["extremely", "completely"]],
        [["none"], ["very low"], ["low"], ["medium", "moderate", "middle"], ["high"], ["very high"]],
        [["very small"], ["small"], ["medium", "middle"], ["large"], ["very large"]],
        [["much worse"], ["worse"], ["the same", "same", "no change"], ["better"], ["much better"]],
        [["no"], ["maybe", "unsure", "undecided", "don't know"], ["yes"]],
    ];
}
