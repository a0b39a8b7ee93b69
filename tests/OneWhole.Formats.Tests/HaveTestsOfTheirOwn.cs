using OneWhole.Formats.Handing;
using OneWhole.Formats.Reading;

namespace OneWhole.Formats.Tests;

/// <summary>Every reader and every file that leaves has a class of tests by its name, besides those that go over all of them.</summary>
public sealed class HaveTestsOfTheirOwn
{
    public static TheoryData<string> Kinds() =>
        [
            .. typeof(TableFile)
                .Assembly.GetTypes()
                .Where(type => !type.IsAbstract && (type.IsSubclassOf(typeof(TableFormat)) || type.IsSubclassOf(typeof(HandOver))))
                .Select(type => type.Name),
        ];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_has(string kind) =>
        Assert.Contains(typeof(HaveTestsOfTheirOwn).Assembly.GetTypes(), type =>
            type.Name == $"{kind}Tests" && type.GetMethods().Any(method => method.IsDefined(typeof(FactAttribute), true))
        );
}
