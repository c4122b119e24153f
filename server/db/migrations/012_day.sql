-- When a job is promised, where its ticket says a moment: the day is read off it.
ALTER TABLE job_index ADD COLUMN due_at timestamptz;
CREATE INDEX job_index_due ON job_index (due_at) WHERE due_at IS NOT NULL AND NOT retired;
