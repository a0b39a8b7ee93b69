using OneWhole.Core.Briefings;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.Formats.Bundles;

/// <summary>
/// Computes the page of a bundle from its tables, or from fresh ones laid in by name: without a server, for a job that runs each month.
/// </summary>
public static class BundledBriefing
{
    /// <param name="bundle">The bundle; one without a page has its studies on one, in two columns.</param>
    /// <param name="fresh">By name, tables that stand for those of the bundle.</param>
    /// <param name="sharesOnly">Whether it leaves without amounts.</param>
    /// <exception cref="StudyException">A table can't be read.</exception>
    public static HandedBriefing Of(Bundle bundle, IReadOnlyDictionary<string, Table> fresh, bool sharesOnly = false)
    {
        Dictionary<string, Table> tables = bundle
            .Tables.Where(table => table.Answer is null)
            .ToDictionary(
                table => table.Name,
                table => Named(table.Title, fresh.TryGetValue(table.Name, out Table? laid) ? laid : BundledAnswers.TableOf(bundle, table))
            );
        Briefing page = bundle.Page
            ?? new Briefing
            {
                Title = bundle.Title,
                Blocks =
                [
                    .. bundle.Studies.Select((study, at) => new BriefingBlock($"b{at + 1}") { Kind = BlockKind.Study, Study = study.Name }),
                ],
            };
        Dictionary<string, BundledStudy> studies = bundle.Studies.ToDictionary(study => study.Name);
        ComputedBlock Computed(BriefingBlock block, bool filtered, IReadOnlyDictionary<string, string> colours)
        {
            BundledStudy bundled = studies[block.Study];
            try
            {
                (Study study, IReadOnlyList<string> remarks) = SharedFilter.Apply(
                    BriefingColours.Apply(bundled.Study, colours),
                    tables[bundled.Table],
                    filtered ? page.Filter : []
                );
                Table? second = study.Form.Form.SecondTable(study) is { } name
                    ? tables.Values.FirstOrDefault(table => table.Name == name)
                    : null;
                WorkingsSet workings = WorkingsSet.Run(tables[bundled.Table], study, default, second);
                string title =
                    study.Title.Length > 0 || workings.Values.Count == 0 ? study.Title : Statement.Of(workings.Values[0].Workings).Title;
                return new ComputedBlock(block, new HandedStudy(title, study, workings), remarks, null);
            }
            catch (StudyException unfit)
            {
                return new ComputedBlock(block, null, [], unfit.Message);
            }
        }
        return HandedBriefing.Of(
            page,
            page.Filter,
            HandedBriefing.Compute(page, Computed, block => block.Study, block => new ComputedBlock(block, null, [], null)),
            sharesOnly
        );
    }

    private static Table Named(string name, Table table) => new(name, table.Columns) { Source = table.Source };
}
