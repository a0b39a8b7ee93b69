using System.Text.Json.Nodes;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Store;

namespace OneWhole.App.Numbers;

/// <summary>How this installation writes numbers and dates, as the page needs it to write its own.</summary>
/// <param name="Numbers">As it was set, in the shape of a study's <c>finish.numbers</c>.</param>
/// <param name="Sample">"12,345.6; 24.9 %; 2024-03-09".</param>
/// <param name="Group">Between thousands.</param>
/// <param name="LeastBefore">Digits that must stand before the last group for it to be set apart.</param>
/// <param name="LastSize">Digits of the last group.</param>
/// <param name="OtherSize">Digits of those before it.</param>
public sealed record NumbersView(JsonNode Numbers, string Sample, string Group, int LeastBefore, int LastSize, int OtherSize);

/// <summary>How numbers and dates are written here, where a study does not say it for itself.</summary>
public sealed class NumberSettings(DocumentStore documents)
{
    private readonly InstallationSetting<NumbersFinish> _numbers = new(documents, "numbers", NumbersFinish.Shape, NumbersFinish.Standard);

    /// <summary>The style in which everything is printed that has none of its own.</summary>
    public NumberStyle Style => _numbers.Now.Over(NumberStyle.Plain);

    public NumbersView View()
    {
        NumberStyle style = Style;
        using IDisposable scope = style.Use();
        string sample =
            $"{NumberText.Exact(ExactDecimal.Parse("12345.6"))}; "
            + $"{NumberText.PlainPercent(ExactDecimal.Parse("0.249"))}; {style.Date(new DateTime(2024, 3, 9))}";
        return new NumbersView(_numbers.Written, sample, style.Group, style.LeastBefore, style.Sizes.Last, style.Sizes.Others);
    }

    /// <inheritdoc cref="InstallationSetting{T}.Set"/>
    public NumbersView Set(JsonNode numbers)
    {
        _numbers.Set(numbers);
        return View();
    }
}
