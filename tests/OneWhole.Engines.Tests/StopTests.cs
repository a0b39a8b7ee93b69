using System.Data.Common;
using OneWhole.Core.Workings;

namespace OneWhole.Engines.Tests;

/// <summary>What is stopped here is stopped where it is worked on.</summary>
public sealed class StopTests(Servers servers) : IClassFixture<Servers>
{
    [Fact]
    public async Task A_question_that_is_stopped_ends_in_the_server_too()
    {
        servers.Ask(
            "postgres",
            "CREATE TABLE IF NOT EXISTS few AS SELECT i AS id, CASE i % 3 WHEN 0 THEN 'Fog' ELSE 'Tide' END AS cause, i "
                + "% 50 AS minutes FROM generate_series(1, 5000) i"
        );
        servers.Ask(
            "postgres",
            "CREATE OR REPLACE VIEW slow AS SELECT a.id, a.cause, a.minutes FROM few a, few b, few c; GRANT SELECT ON slow TO reader"
        );
        using EngineTable table = EngineTable.Open(servers.Place("postgres"), Servers.Password, "slow", null);
        using var stop = new CancellationTokenSource();
        Task<AskedCells> asked = Task.Run(() =>
            table.Ask(new CellQuestion(["cause"], ["minutes"], []) { Ordered = ["cause"] }, stop.Token)
        );
        await Eventually.HoldsAsync(() => servers.Working > 0);
        await stop.CancelAsync();
        await Assert.ThrowsAnyAsync<Exception>(() => asked.WaitAsync(Eventually.Longest));
        await Eventually.HoldsAsync(() => servers.Working == 0);
    }

    /// <summary>
    /// An engine forgets a stop that comes before its question has begun: whenever it comes, the question ends. (A question that runs on
    /// takes hours.)
    /// </summary>
    [Theory]
    [InlineData("duckdb")]
    [InlineData("sqlite")]
    public async Task A_stop_is_never_too_early(string kind)
    {
        using (DbConnection writing = servers.Writing(kind))
        using (DbCommand command = writing.CreateCommand())
        {
            command.CommandText =
                "CREATE TABLE early AS WITH RECURSIVE t(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM t WHERE i < 20000) SELECT i "
                + "AS id, 'Fog' AS cause, i % 50 AS minutes FROM t";
            command.ExecuteNonQuery();
        }
        for (int round = 0; round < 60; round++)
        {
            // Closed where its question has ended alone: closing waits for it.
            var table = EngineTable.Open(
                servers.Place(kind),
                Servers.Password,
                null,
                "SELECT a.cause, a.minutes + b.minutes + c.minutes AS minutes FROM early a, early b, early c"
            );
            using var stop = new CancellationTokenSource();
            using var begun = new ManualResetEventSlim();
            Task<AskedCells> asked = Task.Run(() =>
            {
                begun.Set();
                return table.Ask(new CellQuestion(["cause"], ["minutes"], []) { Ordered = ["cause"] }, stop.Token);
            });
            begun.Wait(CancellationToken.None);
            Thread.SpinWait(round * 200);
            await stop.CancelAsync();
            Exception ended = await Assert.ThrowsAnyAsync<Exception>(() => asked.WaitAsync(Eventually.Longest));
            Assert.False(ended is TimeoutException, $"the stop of round {round} was lost");
            table.Dispose();
        }
    }
}
