ALTER TABLE shop ADD COLUMN latitude_deg double precision CHECK (latitude_deg BETWEEN -90 AND 90);

ALTER TABLE frame
  ADD COLUMN sport text NOT NULL DEFAULT 'tennis' CHECK (sport IN ('tennis', 'padel', 'pickleball', 'badminton')),
  ADD COLUMN own_strings jsonb;

ALTER TABLE reference_setup
  ADD COLUMN sport text NOT NULL DEFAULT 'tennis' CHECK (sport IN ('tennis', 'padel', 'pickleball', 'badminton'));

-- Instruments, the bodies they are checked on, and every check. Checks are never changed.
CREATE TABLE device (
  id text PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  kind text NOT NULL CHECK (kind IN ('scale', 'balance-board', 'swing-machine', 'twist-station', 'diagnostic')),
  serial text NOT NULL DEFAULT '',
  link jsonb,
  check_days integer NOT NULL CHECK (check_days >= 1),
  revision integer NOT NULL DEFAULT 1
);

CREATE TABLE reference_body (
  id text PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  quantity text NOT NULL,
  value double precision NOT NULL,
  u double precision NOT NULL CHECK (u >= 0)
);

CREATE TABLE device_check (
  id text PRIMARY KEY,
  device_id text NOT NULL REFERENCES device (id),
  quantity text NOT NULL,
  points jsonb NOT NULL,
  applied boolean NOT NULL,
  by_initials text NOT NULL DEFAULT '',
  note text NOT NULL DEFAULT '',
  at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX device_check_device ON device_check (device_id, at);

-- What a device sent, exactly once: a line that comes twice meets the unique constraint.
CREATE TABLE device_reading (
  id text PRIMARY KEY,
  device_id text NOT NULL REFERENCES device (id),
  session text NOT NULL,
  seq integer NOT NULL,
  quantity text NOT NULL,
  raw double precision NOT NULL,
  axis_cm double precision,
  warming boolean NOT NULL,
  at timestamptz NOT NULL DEFAULT clock_timestamp(),
  taken_for text,
  UNIQUE (device_id, session, seq)
);
CREATE INDEX device_reading_untaken ON device_reading (at) WHERE taken_for IS NULL;

ALTER TABLE reading DROP CONSTRAINT reading_quantity_check;
ALTER TABLE reading
  ADD CONSTRAINT reading_quantity_check
    CHECK (quantity IN ('mass', 'balance', 'swingWeight', 'twistWeight', 'length', 'leftMass', 'rightMass')),
  ADD COLUMN device_id text REFERENCES device (id),
  ADD COLUMN condition jsonb,
  ADD COLUMN basis jsonb,
  ADD COLUMN origin jsonb,
  ADD COLUMN note text NOT NULL DEFAULT '';

CREATE TABLE photo (
  id text PRIMARY KEY,
  job_id text NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  name text NOT NULL DEFAULT '',
  type text NOT NULL CHECK (type IN ('image/jpeg', 'image/png', 'image/webp')),
  content bytea NOT NULL CHECK (octet_length(content) <= 4194304),
  by_initials text NOT NULL DEFAULT '',
  at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX photo_job ON photo (job_id);

-- Several units of one model read in a row; every change is a row.
CREATE TABLE batch (
  id text PRIMARY KEY,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE TABLE batch_revision (
  batch_id text NOT NULL REFERENCES batch (id) ON DELETE CASCADE,
  revision integer NOT NULL CHECK (revision >= 1),
  kind text NOT NULL CHECK (kind IN ('edit', 'undo', 'redo')),
  content_of integer NOT NULL,
  redo_to integer,
  body jsonb NOT NULL,
  by_initials text NOT NULL DEFAULT '',
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (batch_id, revision)
);
