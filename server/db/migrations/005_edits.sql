-- An edit of a document, by the id that whoever made it gave it: the same one twice is the same.
CREATE TABLE applied_edit (
  id text PRIMARY KEY CHECK (length(id) BETWEEN 1 AND 80),
  doc text NOT NULL,
  revision integer NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);

-- `at` and `taken_at` are the moments of typing; these are when the server got to know.
ALTER TABLE stage_revision ADD COLUMN received_at timestamptz NOT NULL DEFAULT clock_timestamp();
ALTER TABLE batch_revision ADD COLUMN received_at timestamptz NOT NULL DEFAULT clock_timestamp();
ALTER TABLE reading ADD COLUMN received_at timestamptz NOT NULL DEFAULT clock_timestamp();
