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
    private const string Kind = "numbers";

    private readonly Lock _gate = new();
    private NumbersFinish? _known;

    /// <summary>The style in which everything is printed that has none of its own.</summary>
    public NumberStyle Style => Now().Over(NumberStyle.Plain);

    public NumbersView View()
    {
        NumberStyle style = Style;
        using IDisposable scope = style.Use();
        string sample = $"{NumberText.Exact(ExactDecimal.Parse("12345.6"))}; {NumberText.PlainPercent(ExactDecimal.Parse("0.249"))}; {style.Date(new DateTime(2024, 3, 9))}";
        return new NumbersView(NumbersFinish.Shape.Write(Now())!, sample, style.Group, style.LeastBefore, style.Sizes.Last, style.Sizes.Others);
    }

    /// <summary>Says it anew; an empty object goes back to the product's own.</summary>
    /// <exception cref="StudyException">Something in it is none of what it may be.</exception>
    public NumbersView Set(JsonNode numbers)
    {
        NumbersFinish read = NumbersFinish.Shape.Read(System.Text.Json.JsonSerializer.SerializeToElement(numbers), "numbers");
        string body = NumbersFinish.Shape.Write(read)!.ToJsonString();
        lock (_gate)
        {
            if (documents.List(Kind) is [var stored, ..])
            {
                documents.Revise(stored.Id, stored.Revision, body, "set");
            }
            else
            {
                documents.Create(Kind, null, body, "set");
            }
            _known = read;
        }
        return View();
    }

    private NumbersFinish Now()
    {
        lock (_gate)
        {
            return _known ??= documents.List(Kind) is [var stored, ..]
                ? NumbersFinish.Shape.Read(System.Text.Json.JsonDocument.Parse(stored.Body).RootElement, "numbers")
                : NumbersFinish.Standard;
        }
    }
}
