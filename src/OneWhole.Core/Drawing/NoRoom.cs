using OneWhole.Core.Forms;
using OneWhole.Core.Numbers;
using OneWhole.Core.Recognition;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Drawing;

/// <summary>Says what a figure has no room for, with the one change that helps most: each is tried by laying it out.</summary>
public static class NoRoom
{
    /// <summary>The kind of its remark.</summary>
    public const string Id = "no-room";

    /// <summary>Of more rows nothing is tried: the view must not wait for it.</summary>
    private const int MostTried = 400;

    /// <returns>Null where everything has room.</returns>
    public static Remark? Of(WorkingsResult workings, Figure figure, ITextMeasurer measurer)
    {
        if (figure.LeftOut is not { } left)
        {
            return null;
        }
        Remedy? best = null;
        int least = left.Weight;
        foreach (Remedy remedy in Remedies(workings, left))
        {
            if (workings.RowCount > MostTried)
            {
                // So many parts are not worked out again to see what would help: of folding it is known.
                best = remedy;
                break;
            }
            int weight = Weight(workings, remedy, figure, measurer);
            if (weight < least)
            {
                (best, least) = (remedy, weight);
            }
            if (least == 0)
            {
                break;
            }
        }
        return new Remark(Id, $"{left.Words} in this figure; a larger sheet has more.", best);
    }

    private static int Weight(WorkingsResult workings, Remedy remedy, Figure figure, ITextMeasurer measurer)
    {
        try
        {
            WorkingsResult tried = Calculator.Run(
                workings.Division.Table,
                remedy.Apply(workings.Division.Study),
                second: workings.Division.Second
            );
            return FigureDrawer.Draw(tried, figure.Width, figure.Height, measurer).LeftOut?.Weight ?? 0;
        }
        catch (StudyException)
        {
            return int.MaxValue;
        }
    }

    private static IEnumerable<Remedy> Remedies(WorkingsResult workings, LeftOut left)
    {
        Study study = workings.Division.Study;
        Form form = study.Form.Form;
        if (left.Labels > 0 && study.Finish.Labels == LabelText.Both)
        {
            yield return new Remedy("print shares alone", now => now with { Finish = now.Finish with { Labels = LabelText.Share } });
        }
        if (left.Labels > 0 && study.Finish.Print.Shares == PrintSize.Normal)
        {
            yield return new Remedy("print them small", now =>
                now with
                {
                    Finish = now.Finish with { Print = now.Finish.Print with { Shares = PrintSize.Small, Amounts = PrintSize.Small } },
                }
            );
        }
        if (left.Labels > 0 && study.Rounding.Decimals > 0)
        {
            yield return new Remedy("print shares without decimals", now => now with { Rounding = now.Rounding with { Decimals = 0 } });
        }
        int keep = ((int[])[12, 8, 5]).FirstOrDefault(kept => kept + 1 < workings.Division.PartCount);
        if (form.TakesFold && study.Fold is null && keep > 0)
        {
            yield return new Remedy($"fold past the {NumberText.Count(keep)}th", now => now with { Fold = new Fold { Keep = keep } });
        }
        if (left.Names > 0 && study.Finish.FoldGroups is null && workings.Division.GroupCount > 9)
        {
            yield return new Remedy("draw the groups past the 8th as one", now => now with { Finish = now.Finish with { FoldGroups = 8 } });
        }
        // A label that has no room is no reason to take those away that have.
        if (left.Labels * 2 > left.AllLabels)
        {
            yield return new Remedy("print no labels", now => now with { Finish = now.Finish with { Labels = LabelText.None } });
        }
    }
}
