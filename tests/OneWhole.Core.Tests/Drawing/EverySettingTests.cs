using System.Text.Json;
using OneWhole.Core.Drawing;
using OneWhole.Core.Forms;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Text;

namespace OneWhole.Core.Tests.Drawing;

/// <summary>
/// A setting that is offered does something: at least one choice of each, in every shape of every form and in several states, changes a
/// mark.
/// </summary>
[Trait("Speed", "Slow")]
public sealed class EverySettingTests
{
    private static readonly Table Trips = EveryShape.Trips("Disagree", "Neutral", "Agree", "Strongly agree");

    /// <summary>The states in which each shape is looked at: as it begins, and with what hides or adds things.</summary>
    private static readonly string[] States =
    [
        "{}",
        """{"labels": "none"}""",
        """{"labels": "both", "key": false}""",
        """{"labels": "amount", "axes": {"numbers": false, "names": false}}""",
        """{"palette": "oneHue", "emphasisRule": "largest", "keyPlace": "right"}""",
    ];

    [Theory]
    [MemberData(nameof(EveryShape.All), MemberType = typeof(EveryShape))]
    public void Each_setting_that_acts_changes_a_mark(string kind, string shapeId)
    {
        (Form form, FormShape shape) = EveryShape.Find(kind, shapeId);
        var dead = new List<string>();
        foreach (string state in States)
        {
            Study study = Begin(form, shape, state);
            WorkingsResult workings = Calculator.Run(Trips, study);
            Figure now = Draw(workings);
            string before = Marks(now);
            IReadOnlyList<Setting> declared = Statement.Of(workings).Settings;
            (IReadOnlyList<Setting> acting, IReadOnlyList<string> idle) = ActingSettings.Of(declared, now, (path, value) =>
                Draw(Calculator.Run(Trips, StudyFormat.Standard.With(study, path, value)))
            );
            Assert.Equal(declared.Count, acting.Count + idle.Count);
            foreach (Setting setting in acting.Where(setting => setting is { IsOfFigure: true, Differs: false, Choices.Count: > 0 }))
            {
                if (
                    setting
                        .Choices.Where(choice => !choice.Chosen)
                        .All(choice =>
                            Marks(Draw(Calculator.Run(Trips, StudyFormat.Standard.With(study, setting.Path, choice.Value)))) == before
                        )
                )
                {
                    dead.Add($"{setting.Path} with {state}");
                }
            }
            // Hiding what does nothing must not hide what every figure has.
            if (state == "{}")
            {
                string[] names = form.NamesParts(study) ? ["finish.print.names", "finish.axes.names"] : [],
                    labels = form.HasLabels(study) || form.Kind == "pyramid" ? ["finish.labels"] : [];
                string[] always = ["finish.palette", .. names, .. labels];
                Assert.All(always, path => Assert.Contains(acting, setting => setting.Path == path));
            }
        }
        Assert.True(dead.Count == 0, $"{kind} {shapeId}:\n{string.Join('\n', dead)}");
    }

    [Fact]
    public void What_differs_from_the_form_is_told_and_goes_by_taking_it_out()
    {
        Study study = Begin(
            FormList.Standard.Forms.Single(form => form.Kind == "stacked"),
            FormList.Standard.Forms.Single(form => form.Kind == "stacked").Shapes[0],
            """{"labels": "both", "palette": "auto", "gap": 0.5, "labelInk": "chosen", "labelColour": "#112233"}"""
        );
        Assert.Equal(
            ["finish.labels", "finish.labelInk", "finish.gap"],
            Statement.Of(Calculator.Run(Trips, study)).Settings.Where(setting => setting.Differs).Select(setting => setting.Path)
        );
        Assert.DoesNotContain(Statement.Of(Calculator.Run(Trips, study with { Finish = new Finish() })).Settings, setting =>
            setting.Differs
        );
    }

    private static Study Begin(Form form, FormShape shape, string finish) =>
        EveryShape.Begin(form, shape, $$"""{"finish": {{finish}} }""", ["Hallin", "Oskery"]);

    private static Figure Draw(WorkingsResult workings) => FigureDrawer.Draw(workings, 960, 600, TextMeasurer.Shared);

    private static string Marks(Figure figure) => JsonSerializer.Serialize(figure.Marks);
}
