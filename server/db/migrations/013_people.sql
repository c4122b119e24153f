-- What is known of a player, fact by fact, with the day on which it was told; the newest of each are the facts of today.
CREATE TABLE player_fact (
  player_id text NOT NULL REFERENCES player (id) ON DELETE CASCADE,
  field text NOT NULL CHECK (field <> ''),
  day text NOT NULL CHECK (day ~ '^\d{4}-\d{2}-\d{2}$'),
  value jsonb NOT NULL,
  PRIMARY KEY (player_id, field, day)
);
-- From what every job was told, where it was something new.
INSERT INTO player_fact (player_id, field, day, value)
SELECT player_id, field, day, value FROM (
  SELECT player_id, field, day, value, lag(value) OVER (PARTITION BY player_id, field ORDER BY day) AS was
  FROM (
    SELECT DISTINCT ON (p.id, f.key, to_char(r.at AT TIME ZONE 'UTC', 'YYYY-MM-DD'))
      p.id AS player_id, f.key AS field, to_char(r.at AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS day, f.value
    FROM stage_revision r JOIN player p ON p.id = r.body ->> 'playerId' CROSS JOIN LATERAL jsonb_each(r.body -> 'facts') f
    WHERE r.stage = 'player' AND jsonb_typeof(r.body -> 'facts') = 'object'
    ORDER BY p.id, f.key, to_char(r.at AT TIME ZONE 'UTC', 'YYYY-MM-DD'), r.at DESC, r.revision DESC
  ) told
) told_again
WHERE value IS DISTINCT FROM was AND NOT (was IS NULL AND value IN ('null', '""', '[]'));
-- What no job told: on the day on which the player came into the book.
INSERT INTO player_fact (player_id, field, day, value)
SELECT p.id, f.key, to_char(p.created_at AT TIME ZONE 'UTC', 'YYYY-MM-DD'), f.value
FROM player p CROSS JOIN LATERAL jsonb_each(p.facts) f
WHERE f.value NOT IN ('null', '""', '[]')
  AND NOT EXISTS (SELECT FROM player_fact k WHERE k.player_id = p.id AND k.field = f.key)
ON CONFLICT DO NOTHING;

-- Two that were one and the same: who was taken into whom, and what moved with it, so that it can be undone.
CREATE TABLE player_merge (
  id text PRIMARY KEY,
  kept_id text NOT NULL REFERENCES player (id) ON DELETE CASCADE,
  gone_id text NOT NULL REFERENCES player (id) ON DELETE CASCADE,
  at timestamptz NOT NULL DEFAULT now(),
  before jsonb NOT NULL,
  undone boolean NOT NULL DEFAULT false,
  CHECK (kept_id <> gone_id)
);
CREATE UNIQUE INDEX player_merge_gone ON player_merge (gone_id) WHERE NOT undone;
CREATE INDEX player_merge_kept ON player_merge (kept_id);

-- Who was erased, by nothing but the ids: a backup of before is cleaned by them when it is brought back.
CREATE TABLE erasure (
  id text PRIMARY KEY,
  player_ids text[] NOT NULL,
  photos boolean NOT NULL,
  at timestamptz NOT NULL
);

-- Four letters by which a frame is called across a room; none that look or sound alike more than they must.
ALTER TABLE frame ADD COLUMN code text UNIQUE CHECK (code ~ '^[ACEFHJKLMPRTUWXY]{4,6}$');
CREATE FUNCTION free_frame_code() RETURNS text LANGUAGE plpgsql AS $$
DECLARE
  letters CONSTANT text := 'ACEFHJKLMPRTUWXY';
  made text;
  tried integer := 0;
BEGIN
  LOOP
    -- A letter more once four are hard to find.
    SELECT string_agg(substr(letters, 1 + floor(random() * 16)::int, 1), '') INTO made FROM generate_series(1, 4 + tried / 40);
    EXIT WHEN NOT EXISTS (SELECT FROM frame WHERE code = made);
    tried := tried + 1;
  END LOOP;
  RETURN made;
END $$;
CREATE FUNCTION frame_gets_code() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.code IS NULL THEN NEW.code := free_frame_code(); END IF;
  RETURN NEW;
END $$;
DO $$
DECLARE f record;
BEGIN
  FOR f IN SELECT id FROM frame LOOP UPDATE frame SET code = free_frame_code() WHERE id = f.id; END LOOP;
END $$;
CREATE TRIGGER frame_gets_code BEFORE INSERT ON frame FOR EACH ROW EXECUTE FUNCTION frame_gets_code();

-- Whose a frame was, and since when.
CREATE TABLE ownership (
  frame_id text NOT NULL REFERENCES frame (id) ON DELETE CASCADE,
  since timestamptz NOT NULL CHECK (since = date_trunc('milliseconds', since)),
  player_id text REFERENCES player (id) ON DELETE SET NULL,
  PRIMARY KEY (frame_id, since)
);
CREATE INDEX ownership_player ON ownership (player_id);
INSERT INTO ownership (frame_id, since, player_id) SELECT id, date_trunc('milliseconds', created_at), player_id FROM frame WHERE player_id IS NOT NULL;

-- Why a frame is put away: cracked, sold, stolen, lent.
ALTER TABLE frame ADD COLUMN retired_why text NOT NULL DEFAULT '';

-- When somebody should come back, and why: rules make it from the newest job of a frame, people put it off or drop it. Begun anew by
-- another event, it is another one.
CREATE TABLE coming_back (
  frame_id text NOT NULL REFERENCES frame (id) ON DELETE CASCADE,
  rule text NOT NULL CHECK (rule IN ('howWasIt', 'cure', 'restring', 'measure', 'grow')),
  job_id text NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  due text NOT NULL CHECK (due ~ '^\d{4}-\d{2}-\d{2}$'),
  since text NOT NULL CHECK (since ~ '^\d{4}-\d{2}-\d{2}$'),
  by_hours boolean NOT NULL DEFAULT false,
  put_off_to text CHECK (put_off_to ~ '^\d{4}-\d{2}-\d{2}$'),
  dropped boolean NOT NULL DEFAULT false,
  PRIMARY KEY (frame_id, rule)
);
CREATE INDEX coming_back_due ON coming_back (COALESCE(put_off_to, due)) WHERE NOT dropped;
