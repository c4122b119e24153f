-- What is no longer wanted is put away, not deleted, and can be brought back.
ALTER TABLE job ADD COLUMN retired boolean NOT NULL DEFAULT false;
ALTER TABLE player ADD COLUMN retired boolean NOT NULL DEFAULT false;
ALTER TABLE frame ADD COLUMN retired boolean NOT NULL DEFAULT false;
ALTER TABLE batch ADD COLUMN retired boolean NOT NULL DEFAULT false;
ALTER TABLE photo ADD COLUMN retired boolean NOT NULL DEFAULT false;

-- What the list of jobs shows, kept up with every save so that no content is read for it.
CREATE TABLE job_index (
  job_id text PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
  changed_at timestamptz NOT NULL,
  number integer NOT NULL,
  retired boolean NOT NULL DEFAULT false,
  player_id text,
  player_name text,
  signed_by text,
  saved text[] NOT NULL DEFAULT '{}'
);
INSERT INTO job_index (job_id, changed_at, number, player_id, player_name, signed_by, saved)
SELECT j.id, COALESCE(max(l.at), j.created_at), j.number,
  min(l.body ->> 'playerId') FILTER (WHERE l.stage = 'player'),
  min(l.body -> 'facts' ->> 'name') FILTER (WHERE l.stage = 'player'),
  min(l.body -> 'signed' ->> 'by') FILTER (WHERE l.stage = 'check'),
  COALESCE(array_agg(l.stage) FILTER (WHERE l.body <> 'null'), '{}')
FROM job j LEFT JOIN (
  SELECT DISTINCT ON (job_id, stage) job_id, stage, body, at FROM stage_revision ORDER BY job_id, stage, revision DESC
) l ON l.job_id = j.id
GROUP BY j.id, j.created_at, j.number;
CREATE INDEX job_index_queue ON job_index (retired, changed_at DESC, number DESC);
CREATE INDEX job_index_player ON job_index (player_id);

CREATE INDEX player_name ON player (lower(facts ->> 'name'), id);
CREATE INDEX frame_label ON frame (lower(label), id);
CREATE INDEX frame_player ON frame (player_id);
CREATE INDEX job_frame ON job (frame_id);

-- A second place for backups, as the shop wants it; empty: none.
ALTER TABLE shop ADD COLUMN backup_folder text NOT NULL DEFAULT '';
