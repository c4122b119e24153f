-- What lies drying or curing, and when it is ready: the list of jobs says so. By the marks of its work order.
ALTER TABLE job_index ADD COLUMN ready_at timestamptz;
ALTER TABLE job_index ADD COLUMN waits_for text CHECK (waits_for IN ('cure', 'coat'));

-- The order in which this shop works.
ALTER TABLE shop ADD COLUMN work_order text NOT NULL DEFAULT 'headFirst' CHECK (work_order IN ('headFirst', 'handleFirst'));

-- By which rule a number counts as inside its tolerance.
ALTER TABLE shop ADD COLUMN acceptance text NOT NULL DEFAULT 'guarded' CHECK (acceptance IN ('guarded', 'simple'));

-- What a signature vouched for, whole, as it was then: never changed, never taken away. A later signature is another.
CREATE TABLE proof (
  id text PRIMARY KEY,
  job_id text NOT NULL REFERENCES job (id),
  frame_id text NOT NULL REFERENCES frame (id),
  signed_at timestamptz NOT NULL,
  signed_by text NOT NULL CHECK (signed_by <> ''),
  version text NOT NULL,
  body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object'),
  UNIQUE (job_id, signed_at, signed_by)
);
CREATE INDEX proof_frame ON proof (frame_id, signed_at DESC);
CREATE FUNCTION proof_stands() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'a proof is never changed' USING ERRCODE = 'restrict_violation';
END $$;
CREATE TRIGGER proof_stands BEFORE UPDATE OR DELETE ON proof FOR EACH ROW EXECUTE FUNCTION proof_stands();
CREATE TRIGGER proof_stays BEFORE TRUNCATE ON proof FOR EACH STATEMENT EXECUTE FUNCTION proof_stands();
