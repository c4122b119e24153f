-- What each job says for the shop's records, worked out once: kept over a restart, and worked out anew where its mark is another.
CREATE TABLE kept_case (
  job_id text PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
  mark text NOT NULL,
  said jsonb NOT NULL CHECK (jsonb_typeof(said) = 'object')
);
