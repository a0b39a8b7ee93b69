using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

public sealed class NaturalOrderTests
{
    private static string Sorted(params string[] labels) =>
        string.Join(
            " | ",
            NaturalOrder.Sort([.. labels.Select((label, at) => new Entry(label, EntryKind.Label, at))]).Select(entry => entry.Label)
        );

    [Fact]
    public void Bands_go_by_their_numbers() =>
        Assert.Equal("under 5 | 5 | 5 to 9 | 10–14 | 85+ | (blank)", Sorted("85+", "(blank)", "10–14", "5 to 9", "5", "under 5"));

    [Fact]
    public void Dates_go_by_year_month_and_day() =>
        Assert.Equal("2024-11-05 | 2025-02-01 | 2025-02-10", Sorted("2025-02-10", "2025-02-01", "2024-11-05"));

    [Fact]
    public void Months_weekdays_and_levels_have_their_own_order()
    {
        Assert.Equal("March | May | July", Sorted("July", "March", "May"));
        Assert.Equal("Mon | Wed | Sun", Sorted("Sun", "Wed", "Mon"));
        Assert.Equal("very poor | poor | neither | good | very good", Sorted("good", "neither", "very good", "poor", "very poor"));
    }

    [Fact]
    public void One_stranger_makes_it_letters() => Assert.Equal("Engine | July | March", Sorted("March", "Engine", "July"));

    [Fact]
    public void Letters_go_without_case_and_accents_and_with_digits_as_numbers() =>
        Assert.Equal("Åsgarth | berth | Pier 2 | pier 10", Sorted("pier 10", "Pier 2", "berth", "Åsgarth"));

    [Fact]
    public void Numbers_come_before_names() => Assert.Equal("<5 | 5 | 12 | fog", Sorted("fog", "12", "5", "<5"));
}
