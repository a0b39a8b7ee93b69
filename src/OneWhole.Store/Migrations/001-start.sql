-- Tables, their columns' cells in blocks, studies, and one append-only list of revisions for all documents.

CREATE TABLE document (
    id        TEXT PRIMARY KEY,
    kind      TEXT NOT NULL,                 -- 'table', 'study', 'briefing'
    parent    TEXT,                          -- a study's table
    position  INTEGER NOT NULL DEFAULT 0,    -- the current revision: undo moves it down, redo up
    head      INTEGER NOT NULL DEFAULT 0,    -- the newest revision that redo reaches
    created   TEXT NOT NULL,
    changed   TEXT NOT NULL
) STRICT;

CREATE INDEX document_kind ON document (kind, changed);

CREATE TABLE revision (
    document  TEXT NOT NULL REFERENCES document (id) ON DELETE CASCADE,
    number    INTEGER NOT NULL,
    body      TEXT NOT NULL,                 -- JSON
    note      TEXT NOT NULL,                 -- what the change was, in words
    created   TEXT NOT NULL,
    PRIMARY KEY (document, number)
) STRICT, WITHOUT ROWID;

-- The cells of imported tables. A set of blocks belongs to an import; it is seen once the import is published,
-- and start-up removes what was never published.
CREATE TABLE import (
    id        TEXT PRIMARY KEY,
    published INTEGER NOT NULL DEFAULT 0,
    created   TEXT NOT NULL
) STRICT;

CREATE TABLE block (
    import    TEXT NOT NULL REFERENCES import (id) ON DELETE CASCADE,
    part      TEXT NOT NULL,                 -- 'c0:codes', 'c0:labels', 'c0:units' …
    number    INTEGER NOT NULL,              -- 64 Ki rows each
    bytes     BLOB NOT NULL,
    PRIMARY KEY (import, part, number)
) STRICT;
