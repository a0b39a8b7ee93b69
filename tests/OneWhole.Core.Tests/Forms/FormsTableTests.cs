using System.Text.Json.Nodes;
using OneWhole.Core.Forms;
using OneWhole.Core.Forms.Toy;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Forms;

/// <summary>What scripts and documents go by: the table of forms, and a form's page in the guide.</summary>
public sealed class FormsTableTests
{
    private static readonly FormList WithToy = new([.. FormList.Standard.Forms, new ToyForm()]);

    [Fact]
    public void Every_form_stands_in_it_in_the_order_of_the_strip()
    {
        JsonArray table = FormsTable.Json(WithToy);
        Assert.Equal(WithToy.Forms.Select(form => form.Kind), table.Select(form => (string)form!["kind"]!));
        Assert.Equal("Toy", (string?)table[^1]!["name"]);
        Assert.Equal("required", (string?)table[^1]!["groups"]);
    }

    [Fact]
    public void A_shape_s_members_are_those_that_the_form_reads()
    {
        var format = new StudyFormat(WithToy);
        foreach (JsonNode? form in FormsTable.Json(WithToy))
        {
            foreach (JsonNode? shape in (JsonArray)form!["shapes"]!)
            {
                string study =
                    $$"""{"format": "onewhole.study/1", "parts": {"column": "P"}, "form": {{shape!["form"]!.ToJsonString()}} }""";
                Study read = format.Read(study);
                FormShape meant = read.Form.Form.Shapes.Single(known => known.Id == (string?)shape["id"]);
                // What is written for a shape is a study of that shape, looks that make it one apart.
                Assert.True(shape["finish"] is not null || meant.Holds(read), $"{form["kind"]} {shape["id"]}");
            }
        }
    }

    [Fact]
    public void A_member_s_words_are_in_the_schema()
    {
        JsonNode stacked = FormsTable.Json(FormList.Standard).Single(form => (string?)form!["kind"] == "stacked")!;
        Assert.Contains("share", stacked["schema"]!["properties"]!["scale"]!["enum"]!.AsArray().Select(word => (string?)word));
    }

    [Fact]
    public void Members_of_all_forms_are_tried_with_each_of_their_words()
    {
        IReadOnlyList<string> all = EveryShape.Members(_ => true);
        Assert.Contains("""{"kind":"stacked","scale":"share"}""", all);
        Assert.Contains("""{"kind":"sharebars","lay":"upright"}""", all);
        Assert.Equal(all.Count, all.Distinct().Count());
        Assert.Equal(
            FormList.Standard.Forms.Select(form => form.Kind).Order(),
            all.Select(members => (string)JsonNode.Parse(members)!["kind"]!).Distinct().Order()
        );
    }

    [Fact]
    public void A_form_s_page_has_its_columns_with_rules_and_what_they_tell()
    {
        Study study = new StudyFormat(WithToy).Read(
            """{"format": "onewhole.study/1", "parts": {"column": "P"}, "groups": {"column": "G"}, "value": {"sum": "V"}, """
                + """ "form": {"kind": "toy"}}"""
        );
        WorkingsResult workings = Calculator.Run(TableOf.Columns("P: a | b", "G: x | x", "V: 3 | 1"), study);
        string page = FormPage.Markdown(new ToyForm(), workings, "../figures/toy.svg");
        Assert.StartsWith("# Toy\n\nIt shows how a form is made.\n", page, StringComparison.Ordinal);
        Assert.Contains("](../figures/toy.svg)", page, StringComparison.Ordinal);
        Assert.Contains("- Where **somebody is to read it**: any other form.", page, StringComparison.Ordinal);
        Assert.Contains("| spacer | largest v of all rows − v | a length that is laid out and not drawn", page, StringComparison.Ordinal);
        Assert.Contains("- **Taking it for a chart.** Its name says what it is.", page, StringComparison.Ordinal);
        // A form of one shape is not said to have shapes.
        Assert.DoesNotContain("shapes", page, StringComparison.Ordinal);
    }

    [Fact]
    public void A_column_s_own_meaning_goes_before_the_common_one()
    {
        FormGuide guide = FormList.Standard.Find("diverging", "kind").Guide;
        Assert.Contains("from zero outwards", guide.MeaningOf("base"), StringComparison.Ordinal);
        Assert.Contains("what the whole is divided into", guide.MeaningOf("part"), StringComparison.Ordinal);
        Assert.Null(guide.MeaningOf("no such column"));
    }
}
