using System.Xml;
using OneWhole.Formats.Text;

namespace OneWhole.Formats.Tests.Text;

/// <summary>Text as XML can hold it: a parser that is not ours takes all of it, and nothing else is lost.</summary>
public sealed class XmlSafeTests
{
    [Theory]
    [InlineData("plain", "plain", "plain")]
    [InlineData("a\u0001b", "ab", "a b")]
    [InlineData("a\tb\nc", "a\tb\nc", "a b c")]
    [InlineData("\uFFFE\uFFFF", "", "  ")]
    [InlineData("ship 🚢", "ship 🚢", "ship 🚢")]
    public void What_it_cant_hold_goes(string text, string clean, string line)
    {
        Assert.Equal(clean, XmlSafe.Clean(text));
        Assert.Equal(line, XmlSafe.OneLine(text));
    }

    [Fact]
    public void Every_character_is_taken_by_a_parser_afterwards()
    {
        for (int code = 0; code <= char.MaxValue; code++)
        {
            // Half a character is read as the sign for what can't be read.
            string text = $"a{(char)code}b";
            XmlConvert.VerifyXmlChars(XmlSafe.Clean(text));
            XmlConvert.VerifyXmlChars(XmlSafe.OneLine(text));
            if (XmlConvert.IsXmlChar((char)code))
            {
                Assert.Equal(text, XmlSafe.Clean(text));
            }
        }
    }
}
