using Humanizer;

namespace OneWhole.Core.Tests.Tables;

public class NounsTests
{
    /// <summary>What tables of all trades have in their headings.</summary>
    private const string Words = """
        account activity address adult age agency airport analysis answer apprentice area arrival article asset audience avalanche axle
        balance bank batch bay beach bed bench berry bill birth
        block boat body bonus book booking boss bottle box branch brand bridge brush budget bus business buyer cabin cache calf campaign
        campus candidate canvas car case category cause census centre
        century chapter charge child choice church circus city claim class clause client cliff clinic clock coach coast code colony
        colour comment community company complaint contract cookie copy
        corner cost country county course crate creditor crew crisis criterion crop crossing cruise cup currency customer cycle dairy day
        dealer death debt debtor delay delivery department
        depot desk diagnosis dish district diversity dog dose driver duty echo emphasis employee employer engine enquiry entry error
        essay estimate event exam excuse expense factory failure
        family farm fee ferry field fish fleet flight floor fly foot forest fox freight fuse gallery game gate glass goal goose grade
        grant grass group guest half harbour hero hotel hour
        house household hypothesis index industry injury inquiry invoice island issue item job journey judge juice key kiosk kiss knife
        lake lane leaf lease lens letter level library licence
        life light line loaf lorry loss lunch machine man manager market mass match matrix measure member merchant message method mile
        minute model month mouse movie museum name niche
        night nurse oasis office officer operator option order outcome outlet owner page parish part party pass passenger patient payment
        penalty penny person phase phenomenon phone photo piece
        pitch place plan plant platform policy port potato price prize process product programme province purchase quality quantity
        quarter question quiz quote rate ray reason receipt refund region
        renewal repair reply report request reserve resident response result rise risk road role roof room route row sample school
        scratch screen search season sector seller service sex share
        shelf shift ship shoe shop shortage size skill source species sponsor stage status stay stitch stop store storey story strategy
        street student study subsidy suffix supplier supply surplus
        survey switch table task tax taxi team tenant thesis thief ticket tie time tomato tonne tooth town toy trade trip truck type
        university usage use user vacancy value valve van variety vehicle venue
        vessel village virus visit visitor voice volunteer voucher voyage ward warehouse watch wave way week wharf wife winch window wish
        witness wolf woman word worker workshop year zone
        """;

    /// <summary>Where the library strips an s that belongs to the word, takes one word for another, or counts what nobody does.</summary>
    private static readonly string[] LibraryIsWrong =
    [
        "bonus",
        "canvas",
        "census",
        "circus",
        "surplus",
        "lens",
        "tax",
        "tie",
        "avalanche",
        "cache",
        "niche",
        "freight",
        "grass",
        "taxi",
        "reserve",
    ];

    public static TheoryData<string> Nouns =>
        [.. Words.Split((char[])[' ', '\n'], StringSplitOptions.RemoveEmptyEntries).Except(LibraryIsWrong)];

    [Theory]
    [MemberData(nameof(Nouns))]
    public void Forms_are_those_of_a_library_for_English(string one)
    {
        string many = one.Pluralize(inputIsKnownToBeSingular: true);
        Assert.Equal(many, Core.Tables.Nouns.Many(one));
        Assert.Equal(many.Singularize(inputIsKnownToBePlural: true), Core.Tables.Nouns.One(many));
    }

    [Theory]
    [InlineData("bonus", "bonuses")]
    [InlineData("canvas", "canvases")]
    [InlineData("census", "censuses")]
    [InlineData("surplus", "surpluses")]
    [InlineData("lens", "lenses")]
    [InlineData("tax", "taxes")]
    [InlineData("tie", "ties")]
    [InlineData("cache", "caches")]
    [InlineData("niche", "niches")]
    [InlineData("freight", "freight")]
    [InlineData("base", "bases")]
    [InlineData("passenger type", "passenger types")]
    [InlineData("VAT code", "VAT codes")]
    public void Forms_that_dictionaries_have(string one, string many)
    {
        Assert.Equal(many, Core.Tables.Nouns.Many(one));
        Assert.Equal(one, Core.Tables.Nouns.One(many));
        Assert.Equal(one, Core.Tables.Nouns.One(one));
        Assert.Equal(many, Core.Tables.Nouns.Many(Core.Tables.Nouns.One(many)));
    }

    [Fact]
    public void A_place_in_a_row_is_said_as_people_say_it() =>
        Assert.Equal(
            "1st 2nd 3rd 4th 10th 11th 12th 13th 20th 21st 22nd 101st 111th 112th 113th 123rd 1001st",
            string.Join(
                ' ',
                new[] { 1, 2, 3, 4, 10, 11, 12, 13, 20, 21, 22, 101, 111, 112, 113, 123, 1001 }.Select(Core.Tables.Nouns.Ordinal)
            )
        );

    [Theory]
    [InlineData("Takings", "takings")]
    [InlineData("Series", "series")]
    [InlineData("Gas", "gas")]
    [InlineData("Passenger_Types", "passenger type")]
    [InlineData("Women", "woman")]
    [InlineData("Specimen", "specimen")]
    public void A_heading_becomes_a_noun(string heading, string one) => Assert.Equal(one, Core.Tables.Nouns.One(heading));

    [Theory]
    [InlineData("1", true)]
    [InlineData("−1", true)]
    [InlineData("0", false)]
    [InlineData("1.0", false)]
    [InlineData("11", false)]
    public void One_is_said_of_a_whole_one_alone(string number, bool one) => Assert.Equal(one, Core.Tables.Nouns.IsOne(number));
}
