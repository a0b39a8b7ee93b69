using OneWhole.App.Briefings;
using OneWhole.App.Sources;
using OneWhole.App.Tables;
using OneWhole.Formats.Reading;

namespace OneWhole.App.Refreshing;

/// <summary>Newer rows of a page's tables: told of, and taken in one step.</summary>
public sealed class BriefingRefreshService(BriefingService briefings, SourceService sources, RefreshService refresh, TableDocuments tables)
{
    /// <summary>The page's tables whose source has something else than what was read.</summary>
    public async Task<IReadOnlyList<NewerTable>> Newer(string id, CancellationToken cancel)
    {
        var newer = new List<NewerTable>();
        foreach (string table in briefings.TablesOf(id))
        {
            if (await sources.HasNewer(table, cancel).ConfigureAwait(false) == true)
            {
                newer.Add(new NewerTable(table, tables.Document(table).Name));
            }
        }
        return newer;
    }

    /// <summary>Reads them again, and takes what can be taken; a table that can't be read stays as it is, and says why.</summary>
    public async Task<IReadOnlyList<BriefingRefresh>> Take(string id, CancellationToken cancel)
    {
        var moved = new List<BriefingRefresh>();
        foreach (NewerTable table in await Newer(id, cancel).ConfigureAwait(false))
        {
            try
            {
                RefreshSummary summary = await sources.LookAgain(table.Id, cancel).ConfigureAwait(false);
                if (summary.Problem is null)
                {
                    refresh.Take(summary.Id);
                }
                else
                {
                    refresh.Leave(summary.Id);
                }
                moved.Add(
                    new BriefingRefresh(
                        table.Name,
                        summary.RowsBefore,
                        summary.RowsAfter,
                        summary.Problem,
                        [.. summary.Studies.Where(study => study.Before != study.After)]
                    )
                );
            }
            catch (Exception fault) when (fault is AppException or ReadException)
            {
                moved.Add(new BriefingRefresh(table.Name, 0, 0, fault.Message, []));
            }
        }
        return moved;
    }
}
