using System.Net;
using System.Text;

namespace OneWhole.App.Tests;

/// <summary>A source at an address: a small server that this test runs, which answers well and badly.</summary>
public sealed class AddressTests : AppTest, IAsyncLifetime
{
    private readonly HttpListener _listener = new();
    private readonly Dictionary<string, (int Status, string? Tag, string Body)> _answers = [];
    private string _url = "";
    private Task _serving = Task.CompletedTask;

    public Task InitializeAsync()
    {
        for (int port = 41200; ; port++)
        {
            try
            {
                _url = $"http://127.0.0.1:{port}/";
                _listener.Prefixes.Clear();
                _listener.Prefixes.Add(_url);
                _listener.Start();
                break;
            }
            catch (HttpListenerException) when (port < 41300)
            {
                // Somebody else's.
            }
        }
        _serving = Task.Run(Serve);
        return Task.CompletedTask;
    }

    public async Task DisposeAsync()
    {
        _listener.Stop();
        await _serving;
        _listener.Close();
    }

    private async Task Serve()
    {
        while (_listener.IsListening)
        {
            HttpListenerContext context;
            try
            {
                context = await _listener.GetContextAsync();
            }
            catch (Exception fault) when (fault is HttpListenerException or ObjectDisposedException)
            {
                return;
            }
            (int status, string? tag, string body) = _answers.GetValueOrDefault(
                context.Request.Url!.AbsolutePath.Trim('/'),
                (404, null, "")
            );
            context.Response.StatusCode = status;
            if (tag is not null)
            {
                context.Response.AddHeader("ETag", tag);
            }
            byte[] bytes = context.Request.HttpMethod == "HEAD" ? [] : Encoding.UTF8.GetBytes(body);
            try
            {
                await context.Response.OutputStream.WriteAsync(bytes);
                context.Response.Close();
            }
            catch (HttpListenerException)
            {
                // The reader has had enough of it.
            }
        }
    }

    private async Task<(SourceView Source, TableView Table)> Fares()
    {
        _answers["fares.csv"] = (200, "\"one\"", "Ticket,Fare\nSingle,4\nReturn,7\n");
        SourceView source = Sources.Add("Fares", _url + "fares.csv");
        Assert.Equal("address", source.PlaceKind);
        return (source, Finished(await Sources.Import(source.Id, null, default)));
    }

    [Fact]
    public async Task A_table_is_read_from_an_address_and_newer_rows_are_seen_by_their_tag()
    {
        (_, TableView table) = await Fares();
        Assert.Equal(("fares", "fares.csv", 2), (table.Name, table.Source, table.RowCount));
        Assert.False(await Sources.HasNewer(table.Id, default));
        _answers["fares.csv"] = (200, "\"two\"", "Ticket,Fare\nSingle,5\nReturn,7\nGroup,20\n");
        Assert.True(await Sources.HasNewer(table.Id, default));
        RefreshSummary summary = await Sources.LookAgain(table.Id, default);
        Assert.Equal((2, 3, null), (summary.RowsBefore, summary.RowsAfter, summary.Problem));
        Refreshing.Take(summary.Id);
        Assert.False(await Sources.HasNewer(table.Id, default));
    }

    [Fact]
    public async Task An_address_that_answers_badly_is_said_to_and_nothing_is_lost()
    {
        (SourceView source, TableView table) = await Fares();
        _answers["fares.csv"] = (503, null, "");
        Assert.Null(await Sources.HasNewer(table.Id, default));
        Assert.Contains("answers 503", (await Assert.ThrowsAsync<AppException>(() => Sources.LookAgain(table.Id, default))).Message);
        // More than the application takes: 1 MB here.
        _answers["fares.csv"] = (200, "\"big\"", "Ticket,Fare\n" + new string('x', 1_200_000) + ",1\n");
        Assert.Contains(
            "sends more than 1 MB",
            (await Assert.ThrowsAsync<AppException>(() => Sources.LookAgain(table.Id, default))).Message
        );
        _answers["fares.csv"] = (200, "\"other\"", "Something,Else\na,b\n");
        RefreshSummary summary = await Sources.LookAgain(table.Id, default);
        Assert.Equal(["Ticket", "Fare"], summary.GoneColumns);
        Refreshing.Leave(summary.Id);
        Assert.Equal("4", TableAnswers.Rows(table.Id, 0, 1).Rows[0][1]);
        _listener.Stop();
        Assert.Contains("can't be read", (await Assert.ThrowsAsync<AppException>(() => Sources.LookAgain(table.Id, default))).Message);
        Assert.Null(await Sources.HasNewer(table.Id, default));
        Assert.Equal(2, TableAnswers.Get(table.Id).RowCount);
        Assert.Equal(source.Id, Sources.List().Single().Id);
    }

    [Fact]
    public async Task It_moves_to_another_address_only_with_all_of_its_tables()
    {
        (SourceView source, TableView table) = await Fares();
        _answers["new/fares.csv"] = (200, null, "Ticket,Fare\nSingle,6\n");
        _answers["wrong.csv"] = (200, null, "Name\nx\n");
        Assert.Contains("has no column \"Ticket\"", (await Sources.Look(source.Id, _url + "wrong.csv", default)).Single().Problem);
        Assert.Contains(
            "Nothing was changed",
            (
                await Assert.ThrowsAsync<AppException>(() => Sources.Move(source.Id, source.Revision, "Fares", _url + "wrong.csv", default))
            ).Message
        );
        Assert.Equal("4", TableAnswers.Rows(table.Id, 0, 1).Rows[0][1]);
        SourceView moved = await Sources.Move(source.Id, source.Revision, "Fares", _url + "new/fares.csv", default);
        Assert.Equal(_url + "new/fares.csv", moved.Place);
        Assert.Equal("6", TableAnswers.Rows(table.Id, 0, 1).Rows[0][1]);
        // Without a tag or a date nobody can tell whether there is something newer.
        Assert.Null(await Sources.HasNewer(table.Id, default));
    }
}
