using OneWhole.App.HandingOver;
using OneWhole.App.Tables;
using OneWhole.Core.Briefings;
using OneWhole.Core.Statements;
using OneWhole.Core.Studies;
using OneWhole.Core.Workings;
using OneWhole.Formats.Handing;

namespace OneWhole.App.Studies;

/// <summary>Studies as they leave: as files, and on briefings.</summary>
public sealed class StudyHandOver(StudyDocuments studies, StudyComputing computing, StudyViews views, TableRows rows)
{
    /// <summary>A study as it stands on a page: with the page's filter, and with its colours.</summary>
    /// <param name="Id">The study.</param>
    /// <param name="TableId">Its table.</param>
    /// <param name="Handed">It, with its workings.</param>
    /// <param name="Remarks">What is to be said of the filter: where it does not act, or leaves nothing.</param>
    internal sealed record BriefedStudy(string Id, string TableId, HandedStudy Handed, IReadOnlyList<string> Remarks);

    /// <param name="id">The study.</param>
    /// <param name="filter">By its table, the page's clauses with the names that this table has.</param>
    /// <param name="colours">The page's, by label.</param>
    /// <exception cref="AppException">There is no such study.</exception>
    /// <exception cref="StudyException">It does not fit its table.</exception>
    internal BriefedStudy OnBriefing(string id, Func<string, IReadOnlyList<Clause>> filter, IReadOnlyDictionary<string, string> colours)
    {
        StudyDocument document = studies.Find(id);
        (Study study, IReadOnlyList<string> remarks) = SharedFilter.Apply(
            BriefingColours.Apply(document.Study, colours),
            rows.Load(document.TableId).Table,
            filter(document.TableId)
        );
        WorkingsSet workings = computing.ComputeAll(document.TableId, study);
        string title = study.Title.Length > 0 || workings.Values.Count == 0 ? study.Title : Statement.Of(workings.Values[0].Workings).Title;
        return new BriefedStudy(document.Id, document.TableId, new HandedStudy(title, study, workings), remarks);
    }

    // ---- Handing over ----

    public static IReadOnlyList<HandOverKind> Kinds =>
        [
            .. Formats.Handing.HandOver.Standard.Select(kind => new HandOverKind(kind.Kind, kind.Name, kind.Detail, kind.PixelRatios)
            {
                Papers = PapersOf(kind.HasPaper),
            }),
        ];

    internal static IReadOnlyList<PaperKind> PapersOf(bool hasPaper) =>
        hasPaper ? [.. Paper.All.Select(paper => new PaperKind(paper.Kind, paper.Name))] : [];

    /// <summary>What the chart of its workbook and slide does not show of a study's figure, before the file is made.</summary>
    public ChartLimits ChartLimits(string id, CancellationToken cancel = default)
    {
        StudyDocument document = studies.Find(id);
        return new ChartLimits(
            NotInChart.Words(
                new HandedStudy(views.TitleOf(document), document.Study, computing.ComputeAll(document.TableId, document.Study, cancel))
            )
        );
    }

    /// <summary>A study as a file of one of the kinds of <see cref="Formats.Handing.HandOver.Standard"/>.</summary>
    public LeavingFile HandOver(
        string id,
        string kind,
        double width,
        double height,
        double scale,
        string? paper = null,
        double? margin = null,
        bool workings = true,
        bool sharesOnly = false,
        CancellationToken cancel = default
    )
    {
        StudyDocument document = studies.Find(id);
        HandOver found;
        Paper? sheet;
        try
        {
            found = Formats.Handing.HandOver.Find(kind);
            sheet = paper is null ? null : Paper.Find(paper);
        }
        catch (StudyException fault)
        {
            throw new AppException("not-found", fault.Message);
        }
        string title = views.TitleOf(document);
        var size = new HandingSize(StudyPictures.Side(width), StudyPictures.Side(height), StudyPictures.Sane(scale, 1))
        {
            Paper = sheet,
            Margin = StudyPictures.Sane(margin ?? 15, 15),
            HasWorkings = workings,
        };
        var handed = new HandedStudy(title, document.Study, computing.ComputeAll(document.TableId, document.Study, cancel));
        HandedStudy leaving = sharesOnly ? SharesOnly.Of(handed) : handed;
        return new LeavingFile($"{FileName(title)}{found.Suffix(size)}{found.Extension}", found.MediaType, (to, progress) =>
            found.Write(leaving, size, to, progress)
        );
    }

    internal static string FileName(string title)
    {
        string plain = string.Concat(title.Select(c => char.IsLetterOrDigit(c) ? char.ToLowerInvariant(c) : '-'));
        while (plain.Contains("--", StringComparison.Ordinal))
        {
            plain = plain.Replace("--", "-", StringComparison.Ordinal);
        }
        plain = plain.Trim('-');
        return plain.Length == 0 ? "study" : plain[..Math.Min(60, plain.Length)].TrimEnd('-');
    }
}
