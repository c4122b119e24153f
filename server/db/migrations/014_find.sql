-- One place to look for anything by words: kept up by the tables themselves, so that it cannot say otherwise than they do.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
CREATE EXTENSION IF NOT EXISTS unaccent;
CREATE TABLE find_index (
  kind text NOT NULL CHECK (kind IN ('player', 'frame', 'job', 'setup', 'batch')),
  id text NOT NULL,
  label text NOT NULL,
  more text NOT NULL DEFAULT '',
  words text NOT NULL,
  tokens tsvector NOT NULL GENERATED ALWAYS AS (to_tsvector('simple', words)) STORED,
  PRIMARY KEY (kind, id)
);
CREATE INDEX find_trigrams ON find_index USING gin (words gin_trgm_ops);
CREATE INDEX find_words ON find_index USING gin (tokens);

CREATE FUNCTION findable(kind_ text, id_ text, label_ text, more_ text, words_ text) RETURNS void LANGUAGE sql AS $$
  INSERT INTO find_index (kind, id, label, more, words)
  VALUES (kind_, id_, label_, more_, lower(unaccent(concat_ws(' ', label_, more_, words_))))
  ON CONFLICT (kind, id) DO UPDATE SET label = EXCLUDED.label, more = EXCLUDED.more, words = EXCLUDED.words
  WHERE (find_index.label, find_index.more, find_index.words) IS DISTINCT FROM (EXCLUDED.label, EXCLUDED.more, EXCLUDED.words)
$$;

CREATE FUNCTION find_player() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR NEW.retired THEN
    DELETE FROM find_index WHERE kind = 'player' AND id = COALESCE(NEW.id, OLD.id);
  ELSE
    PERFORM findable('player', NEW.id, NEW.facts ->> 'name', concat_ws(', ', NEW.facts ->> 'level'), NEW.facts ->> 'wants');
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER find_player AFTER INSERT OR UPDATE OR DELETE ON player FOR EACH ROW EXECUTE FUNCTION find_player();

CREATE FUNCTION find_frame() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR NEW.retired THEN
    DELETE FROM find_index WHERE kind = 'frame' AND id = COALESCE(NEW.id, OLD.id);
  ELSE
    PERFORM findable('frame', NEW.id, NEW.label, concat_ws(', ', NEW.sport, nullif(NEW.unit, ''), NEW.code),
      concat_ws(' ', NEW.maker, NEW.model));
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER find_frame AFTER INSERT OR UPDATE OR DELETE ON frame FOR EACH ROW EXECUTE FUNCTION find_frame();

CREATE FUNCTION find_job() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE told text; about text; ticket_ jsonb;
BEGIN
  IF TG_OP = 'DELETE' OR NEW.retired THEN
    DELETE FROM find_index WHERE kind = 'job' AND id = COALESCE(NEW.job_id, OLD.job_id);
    RETURN NULL;
  END IF;
  SELECT concat_ws(' ', f.label, nullif(f.unit, ''), f.code), j.ticket INTO about, ticket_
  FROM job j JOIN frame f ON f.id = j.frame_id WHERE j.id = NEW.job_id;
  -- Notes of its sessions, as they were saved last.
  SELECT string_agg(n #>> '{}', ' ') INTO told FROM (
    SELECT body FROM stage_revision WHERE job_id = NEW.job_id AND stage = 'play' ORDER BY revision DESC LIMIT 1
  ) p, jsonb_path_query(p.body, '$.sessions[*].note') n;
  PERFORM findable('job', NEW.job_id, 'Job ' || NEW.number, concat_ws(' · ', NEW.player_name, about),
    concat_ws(' ', NEW.number, ticket_ ->> 'strings', ticket_ ->> 'owner', left(told, 4000)));
  RETURN NULL;
END $$;
CREATE TRIGGER find_job AFTER INSERT OR UPDATE OR DELETE ON job_index FOR EACH ROW EXECUTE FUNCTION find_job();

CREATE FUNCTION find_setup() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR NEW.retired THEN
    DELETE FROM find_index WHERE kind = 'setup' AND id = COALESCE(NEW.id, OLD.id);
  ELSE
    PERFORM findable('setup', NEW.id, NEW.body ->> 'name', COALESCE(NEW.body ->> 'sport', ''), concat_ws(' ', NEW.body ->> 'painted', NEW.body ->> 'really', NEW.body ->> 'note'));
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER find_setup AFTER INSERT OR UPDATE OR DELETE ON setup FOR EACH ROW EXECUTE FUNCTION find_setup();

CREATE FUNCTION find_batch() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM findable('batch', NEW.batch_id, COALESCE(nullif(NEW.body ->> 'label', ''), 'Batch'), COALESCE(NEW.body ->> 'sport', ''), '');
  RETURN NULL;
END $$;
CREATE TRIGGER find_batch AFTER INSERT ON batch_revision FOR EACH ROW EXECUTE FUNCTION find_batch();

-- What is there already.
UPDATE player SET facts = facts;
UPDATE frame SET label = label;
UPDATE job_index SET number = number;
UPDATE setup SET body = body;
DO $$
DECLARE r record;
BEGIN
  FOR r IN SELECT DISTINCT ON (batch_id) batch_id, body FROM batch_revision ORDER BY batch_id, revision DESC LOOP
    PERFORM findable('batch', r.batch_id, COALESCE(nullif(r.body ->> 'label', ''), 'Batch'), COALESCE(r.body ->> 'sport', ''), '');
  END LOOP;
END $$;
