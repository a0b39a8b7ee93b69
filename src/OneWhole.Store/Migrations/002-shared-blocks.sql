-- Blocks of cells are shared: an edit makes an import that differs from another in few blocks.

CREATE TABLE layout (
    import    TEXT NOT NULL REFERENCES import (id) ON DELETE CASCADE,
    part      TEXT NOT NULL,                 -- 'c0:codes1', 'c0:labels', 'c0:units' …
    number    INTEGER NOT NULL,              -- 64 Ki rows each
    block     INTEGER NOT NULL,
    PRIMARY KEY (import, part, number)
) STRICT, WITHOUT ROWID;

CREATE INDEX layout_block ON layout (block);

INSERT INTO layout SELECT import, part, number, rowid FROM block;

CREATE TABLE shared (id INTEGER PRIMARY KEY, bytes BLOB NOT NULL) STRICT;

INSERT INTO shared SELECT rowid, bytes FROM block;

DROP TABLE block;

ALTER TABLE shared RENAME TO block;

CREATE TRIGGER layout_gone AFTER DELETE ON layout BEGIN
    DELETE FROM block WHERE id = OLD.block AND NOT EXISTS (SELECT 1 FROM layout WHERE block = OLD.block);
END;
