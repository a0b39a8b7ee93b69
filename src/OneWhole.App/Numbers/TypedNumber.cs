using OneWhole.Core.Numbers;

namespace OneWhole.App.Numbers;

/// <summary>Numbers that somebody types: as they are printed here, or plainly.</summary>
internal static class TypedNumber
{
    /// <summary>A number as it is written here; else as it is written plainly ("1234.5"). Null where it is neither.</summary>
    public static ExactDecimal? Read(string text) =>
        Styled(text) ?? (ExactDecimal.TryParse(WithMinus(text), out ExactDecimal plain) ? plain : null);

    /// <summary>A number as it is written here alone.</summary>
    public static ExactDecimal? Styled(string text)
    {
        NumberStyle style = NumberStyle.Current;
        string plain = WithMinus(text.Trim());
        string grouped = style.Group.Length == 0 ? plain : plain.Replace(style.Group, "", StringComparison.Ordinal);
        // Nobody has a key for the narrow space that is printed.
        string own = (style.Group is "\u00a0" or "\u202f" ? grouped.Replace(" ", "", StringComparison.Ordinal) : grouped).Replace(
            style.Decimal,
            ".",
            StringComparison.Ordinal
        );
        return ExactDecimal.TryParse(own, out ExactDecimal value) ? value : null;
    }

    private static string WithMinus(string text) => text.Replace(NumberStyle.Current.Minus, "-", StringComparison.Ordinal);
}
