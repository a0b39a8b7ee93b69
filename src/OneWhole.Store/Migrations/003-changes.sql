-- A change is one thing over several documents: its revisions and imports are written, undone and redone together.

CREATE TABLE change (
    id        INTEGER PRIMARY KEY AUTOINCREMENT,
    documents INTEGER NOT NULL,              -- how many revisions it has; fewer are left where one was replaced after an undo
    note      TEXT NOT NULL,
    created   TEXT NOT NULL
) STRICT;

-- Without a change a revision, from before there were any, is one of its own.
ALTER TABLE revision ADD COLUMN change INTEGER;

CREATE INDEX revision_change ON revision (change) WHERE change IS NOT NULL;

-- "segment": 'c0:codes1', 'c0:labels', 'c0:units' …
ALTER TABLE layout RENAME COLUMN part TO segment;

-- Cells typed over a column that another import holds: a typed cell costs what changed.
CREATE TABLE patch (
    import     TEXT NOT NULL REFERENCES import (id) ON DELETE CASCADE,
    place      INTEGER NOT NULL,             -- the column's place in the import
    base       TEXT NOT NULL,                -- the import with the column's other cells
    base_place INTEGER NOT NULL,
    cells      BLOB NOT NULL,                -- JSON: {"comma": false, "cells": {"3": "text", …}}
    PRIMARY KEY (import, place)
) STRICT;

CREATE INDEX patch_base ON patch (base);
