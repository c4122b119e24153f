-- After how long a shop asks somebody back.
ALTER TABLE shop ADD COLUMN intervals jsonb NOT NULL DEFAULT
  '{"askDays": 7, "growMonths": 4, "restringHours": 20, "restringMonths": 3, "measureHours": 60, "measureMonths": 6}';

-- What makes it due; and one rule more: a growing player's next frame, by height or by age.
ALTER TABLE coming_back ADD COLUMN due_by text NOT NULL DEFAULT 'time' CHECK (due_by IN ('time', 'hours', 'height', 'age'));
UPDATE coming_back SET due_by = 'hours' WHERE by_hours;
ALTER TABLE coming_back DROP COLUMN by_hours;
ALTER TABLE coming_back DROP CONSTRAINT coming_back_rule_check;
ALTER TABLE coming_back ADD CONSTRAINT coming_back_rule_check
  CHECK (rule IN ('howWasIt', 'cure', 'restring', 'measure', 'grow', 'nextFrame'));

-- What lies on a frame, piece by piece, since when and until when: from every signature and every step of a tuning.
CREATE TABLE ledger (
  frame_id text NOT NULL REFERENCES frame (id) ON DELETE CASCADE,
  line integer NOT NULL CHECK (line >= 0),
  item_id text NOT NULL CHECK (item_id <> ''),
  name text NOT NULL,
  mass_g double precision NOT NULL,
  material_id text REFERENCES material (id) ON DELETE SET NULL,
  on_at timestamptz NOT NULL,
  on_job_id text NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  off_at timestamptz,
  off_job_id text REFERENCES job (id) ON DELETE CASCADE,
  PRIMARY KEY (frame_id, line),
  CHECK ((off_at IS NULL) = (off_job_id IS NULL)),
  CHECK (off_at >= on_at)
);
-- A piece lies on its frame once.
CREATE UNIQUE INDEX ledger_on ON ledger (frame_id, item_id) WHERE off_at IS NULL;
CREATE INDEX ledger_material ON ledger (material_id) WHERE off_at IS NULL;
CREATE INDEX ledger_on_job ON ledger (on_job_id);
CREATE INDEX ledger_off_job ON ledger (off_job_id);

-- How a frame stands by its newest job, bare, for who it is too heavy for. Of what is stale it is worked out anew.
CREATE TABLE frame_standing (
  frame_id text PRIMARY KEY REFERENCES frame (id) ON DELETE CASCADE,
  bare_mass_g double precision,
  bare_swing_kg_cm2 double precision,
  stale boolean NOT NULL DEFAULT false
);
CREATE INDEX frame_standing_stale ON frame_standing (frame_id) WHERE stale;

-- The day: what cures or dries, and what is in work and promised for no day.
CREATE INDEX job_index_ready ON job_index (ready_at) WHERE ready_at IS NOT NULL AND signed_by IS NULL AND NOT retired;
CREATE INDEX job_index_undated ON job_index (changed_at DESC, number DESC) WHERE due_at IS NULL AND signed_by IS NULL AND NOT retired;
CREATE INDEX job_index_by_player ON job_index (lower(COALESCE(player_name, '')), number) WHERE NOT retired;
CREATE INDEX job_index_by_due ON job_index (COALESCE(due_at, 'infinity'), number) WHERE NOT retired;
CREATE INDEX job_index_by_number ON job_index (number DESC) WHERE NOT retired;
