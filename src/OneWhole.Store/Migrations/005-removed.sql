-- What is taken away can be brought back: it is kept, unseen, with what was taken away with it.

ALTER TABLE document ADD COLUMN removed TEXT;       -- when, ISO 8601; null for what is there
ALTER TABLE document ADD COLUMN removed_with TEXT;  -- the document that was taken away: itself, or a study's table
ALTER TABLE document ADD COLUMN removed_name TEXT;  -- what it was called on the page

CREATE INDEX document_removed ON document (removed) WHERE removed IS NOT NULL;
