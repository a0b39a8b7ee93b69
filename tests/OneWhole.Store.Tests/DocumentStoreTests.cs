namespace OneWhole.Store.Tests;

/// <summary>Documents as revisions: changed together, undone together, in conflict.</summary>
public sealed class DocumentStoreTests : StoreInFolder
{
    private string Body(string id) => Documents.Find(id)!.Body;

    [Fact]
    public void Undo_and_redo_move_a_cursor_that_a_reopened_store_still_has()
    {
        StoredDocument one = Documents.Create("study", null, "1", "started");
        StoredDocument two = Documents.Revise(one.Id, 1, "2", "second");
        Documents.Revise(one.Id, two.Revision, "3", "third");
        StoredDocument back = Documents.Undo(one.Id, 3)[0];
        Assert.Equal(("2", true, true), (back.Body, back.CanUndo, back.CanRedo));

        var again = new DocumentStore(new Database(Database.Path));
        new Database(Database.Path).Prepare();
        Assert.Equal("2", again.Find(one.Id)!.Body);
        Assert.Equal("3", again.Redo(one.Id, 2)[0].Body);
        Assert.Equal("3", again.Redo(one.Id, 3)[0].Body);
    }

    /// <summary>What was made in one moment has an order too: the one made last first.</summary>
    [Fact]
    public void The_list_has_one_order()
    {
        var change = new Change("many");
        string[] ids = [.. Enumerable.Range(0, 30).Select(_ => DocumentStore.NewId()).OrderBy(id => id[^6..], StringComparer.Ordinal)];
        foreach (string id in ids)
        {
            change = change.Create(new NewDocument(id, "study", null, id));
        }
        Documents.Write(change);
        Assert.Equal(ids.Reverse(), Documents.List("study").Select(study => study.Id));
        Documents.Revise(ids[3], 1, "changed", "later");
        Assert.Equal(ids[3], Documents.List("study")[0].Id);
    }

    [Fact]
    public void A_change_after_an_undo_cuts_off_what_could_be_redone()
    {
        string id = Documents.Create("study", null, "1", "").Id;
        Documents.Revise(id, 1, "2", "");
        Documents.Undo(id, 2);
        StoredDocument other = Documents.Revise(id, 1, "other", "");
        Assert.Equal((2L, false), (other.Revision, other.CanRedo));
        Assert.Equal("1", Documents.Undo(id, 2)[0].Body);
        Assert.Equal("1", Documents.Undo(id, 1)[0].Body);
    }

    [Fact]
    public void A_change_on_an_old_revision_is_a_conflict_and_changes_nothing()
    {
        string id = Documents.Create("study", null, "1", "").Id;
        Documents.Revise(id, 1, "2", "");
        RevisionConflictException conflict = Assert.Throws<RevisionConflictException>(() => Documents.Revise(id, 1, "mine", ""));
        Assert.Equal("2", conflict.Now.Body);
        Assert.Equal("2", Body(id));
    }

    [Fact]
    public void Many_writers_lose_nothing()
    {
        string id = Documents.Create("study", null, "0", "").Id;
        Parallel.For(0, 40, _ =>
        {
            for (bool done = false; !done; )
            {
                StoredDocument now = Documents.Find(id)!;
                try
                {
                    Documents.Revise(id, now.Revision, (int.Parse(now.Body) + 1).ToString(), "");
                    done = true;
                }
                catch (RevisionConflictException)
                {
                    // Somebody was quicker: look again.
                }
            }
        });
        Assert.Equal("40", Body(id));
    }

    private static Change Both(string one, long oneRevision, string two, long twoRevision) =>
        new Change("both").Revise(new NewRevision(one, oneRevision, "x")).Revise(new NewRevision(two, twoRevision, "y"));

    [Fact]
    public void SeveralDocuments_change_together_or_not_at_all()
    {
        string one = Documents.Create("table", null, "1", "").Id,
            two = Documents.Create("table", null, "1", "").Id;
        Documents.Revise(two, 1, "2", "");
        Assert.Throws<RevisionConflictException>(() => Documents.Write(Both(one, 1, two, 1)));
        Assert.Equal(("1", "2"), (Body(one), Body(two)));
        Documents.Write(Both(one, 1, two, 2));
        Assert.Equal(("x", "y"), (Body(one), Body(two)));
        Assert.Equal(["1", "2", "y"], Documents.History("table", two));
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_change_is_undone_and_redone_in_all_of_itsDocuments_wherever_one_stands(bool inTheFirst)
    {
        string one = Documents.Create("table", null, "1", "").Id,
            two = Documents.Create("study", null, "1", "").Id;
        Documents.Write(Both(one, 1, two, 1));
        string here = inTheFirst ? one : two;
        Assert.Equal(2, Documents.Undo(here, 2).Count);
        Assert.Equal(("1", "1"), (Body(one), Body(two)));
        Assert.True(Documents.Find(one)!.CanRedo && Documents.Find(two)!.CanRedo);
        Documents.Redo(here, 1);
        Assert.Equal(("x", "y"), (Body(one), Body(two)));
    }

    [Fact]
    public void What_has_gone_on_since_stands_in_the_way_and_is_left_as_it_is()
    {
        string one = Documents.Create("table", null, "1", "").Id,
            two = Documents.Create("study", null, "1", "").Id;
        Documents.Write(Both(one, 1, two, 1));
        Documents.Revise(two, 2, "later", "");
        InTheWayException blocked = Assert.Throws<InTheWayException>(() => Documents.Undo(one, 2));
        Assert.Equal([two], blocked.Documents.Select(document => document.Id));
        Assert.Equal(("x", "later"), (Body(one), Body(two)));
        Documents.Undo(two, 3);
        Documents.Undo(one, 2);
        Assert.Equal(("1", "1"), (Body(one), Body(two)));
        // What takes its place in one of them ends what could be redone in both.
        Documents.Revise(two, 1, "other", "");
        Assert.False(Documents.Find(one)!.CanRedo);
        Assert.Throws<InTheWayException>(() => Documents.Redo(one, 1));
        Assert.Equal(("1", "other"), (Body(one), Body(two)));
    }

    [Fact]
    public void A_document_whose_making_is_undone_is_not_there_until_it_is_redone()
    {
        string table = Documents.Create("table", null, "1", "").Id,
            made = DocumentStore.NewId();
        Documents.Write(
            new Change("split").Revise(new NewRevision(table, 1, "half")).Create(new NewDocument(made, "table", null, "other half"))
        );
        Documents.Undo(table, 2);
        Assert.Null(Documents.Find(made));
        Assert.DoesNotContain(Documents.List("table"), document => document.Id == made);
        Documents.Redo(table, 1);
        Assert.Equal("other half", Body(made));
        // A study on it stands in the way.
        string study = Documents.Create("study", made, "1", "").Id;
        Assert.Equal([study], Assert.Throws<InTheWayException>(() => Documents.Undo(table, 2)).Documents.Select(document => document.Id));
        // Taken away it does not; it moves with what is undone, so that it fits when it is brought back.
        Documents.Remove(made, "");
        Assert.Equal("1", Documents.Undo(table, 2)[0].Body);
        Assert.Equal("half", Documents.Redo(table, 1)[0].Body);
        Assert.Equal("other half", Documents.BringBack(made)!.Body);
        // Gone for good it is no part of the change any more.
        Documents.Remove(made, "");
        Assert.True(Documents.Forget(made));
        Assert.False(Documents.Forget(made));
        Assert.Equal("1", Documents.Undo(table, 2)[0].Body);
        Assert.Equal("half", Documents.Redo(table, 1)[0].Body);
    }

    [Fact]
    public void A_change_publishes_its_rows_or_is_not_made()
    {
        string table = Documents.Create("table", null, "1", "").Id;
        string rows = Cells.Write([Column("Cause", "a", "b")]);
        Cells.Remove(rows);
        Assert.Throws<ImportGoneException>(() => Documents.Write(new Change("fresh").Revise(new NewRevision(table, 1, "2")).Publish(rows)));
        Assert.Equal("1", Body(table));
    }

    [Fact]
    public void An_import_that_was_never_published_is_gone_after_start_up()
    {
        string kept = Cells.Write([Column("Cause", "a", "b")]);
        string lost = Cells.Write([Column("Cause", "a", "b")]);
        Documents.Write(new Change("in").Publish(kept));
        new Database(Database.Path).Prepare();
        Assert.Equal(2, Cells.Read(new CellPlace(kept, 0)).Count);
        Assert.Throws<InvalidDataException>(() => Cells.Read(new CellPlace(lost, 0)));
    }
}
