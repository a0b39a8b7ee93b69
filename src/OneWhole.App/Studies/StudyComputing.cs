using OneWhole.App.Memory;
using OneWhole.App.Tables;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.App.Studies;

/// <summary>
/// Computes studies, and keeps what was computed. The key is what changes numbers: the tables as they are, and the study without
/// its title and its looks.
/// </summary>
public sealed class StudyComputing(TableRows rows, TableDocuments tables, StudyDocuments studies, MemoryBudget memory)
{
    /// <summary>Workings with the whole document that they were made for.</summary>
    private sealed record Known(WorkingsSet Set, string Document) : IMeasured
    {
        public void Measure(MemoryCount count) => Set.Measure(count);
    }

    /// <summary>The workings; of small figures those that stand beside them.</summary>
    /// <exception cref="StudyException">The study does not fit its table.</exception>
    internal WorkingsResult Compute(string tableId, Study study, CancellationToken cancel = default, LoadedTable? second = null)
    {
        WorkingsSet set = ComputeAll(tableId, study, cancel, second);
        return ShownOf(set, tableId, study, cancel);
    }

    /// <summary>The workings that stand beside the figure: of small figures those of the one that is chosen.</summary>
    internal WorkingsResult ShownOf(WorkingsSet set, string tableId, Study study, CancellationToken cancel = default) =>
        study.PanelColumn is null ? set.Values[0].Workings
        : set.Values.Count > 0 ? set.Values[StudyPictures.ShownOf(set, study)].Workings
        : Compute(tableId, study with { PanelColumn = null }, cancel);

    internal WorkingsResult Compute(StudyDocument document, CancellationToken cancel = default) =>
        Compute(document.TableId, document.Study, cancel);

    /// <summary>The workings of each value of the study's column; of the one study where it has none.</summary>
    /// <exception cref="StudyException">The study does not fit its table.</exception>
    internal WorkingsSet ComputeAll(string tableId, Study study, CancellationToken cancel = default, LoadedTable? second = null)
    {
        LoadedTable table = rows.Load(tableId);
        second ??= SecondOf(tableId, study);
        string document = studies.Format.Write(study).ToJsonString();
        string numbers = studies.Format.Write(study with { Title = "", Finish = new Finish() }).ToJsonString();
        string key = $"workings\u0001{table.Key}\u0001{second?.Key}\u0001{numbers}";
        Known known = memory.Get(key, () => new Known(WorkingsSet.Run(table.Table, study, cancel, second?.Table), document));
        if (known.Document != document)
        {
            // Workings carry their study, whose looks are others now: only what is made of the amounts is made anew.
            known = new Known(WorkingsSet.Again(known.Set, study), document);
            memory.Put(key, known);
        }
        return known.Set;
    }

    /// <summary>
    /// What tells a study's workings from those that it had, or will have: the tables as they are, and the whole document.
    /// </summary>
    internal string StampOf(StudyDocument document) =>
        Convert.ToHexStringLower(
            System.Security.Cryptography.SHA256.HashData(
                System.Text.Encoding.UTF8.GetBytes(
                    string.Join(
                        '\u0001',
                        rows.Load(document.TableId).Key,
                        SecondOf(document.TableId, document.Study)?.Key,
                        studies.Format.Write(document.Study).ToJsonString()
                    )
                )
            )
        )[..16];

    /// <summary>The table that a study reads besides its own, by name.</summary>
    private LoadedTable? SecondOf(string tableId, Study study) =>
        study.Form.Form.SecondTable(study) is { } name
        && tables.List().FirstOrDefault(table => table.Name == name && table.Id != tableId) is { } found
            ? rows.Load(found.Id)
            : null;
}
