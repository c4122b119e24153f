-- Names by their beginnings, and words kind by kind: what is looked for is found without going through what is not.
ALTER TABLE find_index ADD COLUMN start text NOT NULL DEFAULT '';
UPDATE find_index SET start = lower(unaccent(label));
CREATE INDEX find_start ON find_index (kind, start text_pattern_ops, id);
DROP INDEX find_words;
-- Nothing waits in a list to be put in order: nobody comes round to do it here, and every search would go through it.
ALTER INDEX find_trigrams SET (fastupdate = off);
SELECT gin_clean_pending_list('find_trigrams');
CREATE INDEX find_words_player ON find_index USING gin (tokens) WITH (fastupdate = off) WHERE kind = 'player';
CREATE INDEX find_words_frame ON find_index USING gin (tokens) WITH (fastupdate = off) WHERE kind = 'frame';
CREATE INDEX find_words_job ON find_index USING gin (tokens) WITH (fastupdate = off) WHERE kind = 'job';
CREATE INDEX find_words_setup ON find_index USING gin (tokens) WITH (fastupdate = off) WHERE kind = 'setup';
CREATE INDEX find_words_batch ON find_index USING gin (tokens) WITH (fastupdate = off) WHERE kind = 'batch';

CREATE OR REPLACE FUNCTION findable(kind_ text, id_ text, label_ text, more_ text, words_ text) RETURNS void LANGUAGE sql AS $$
  INSERT INTO find_index (kind, id, label, more, words, start)
  VALUES (kind_, id_, label_, more_, lower(unaccent(concat_ws(' ', label_, more_, words_))), lower(unaccent(label_)))
  ON CONFLICT (kind, id) DO UPDATE SET label = EXCLUDED.label, more = EXCLUDED.more, words = EXCLUDED.words, start = EXCLUDED.start
  WHERE (find_index.label, find_index.more, find_index.words) IS DISTINCT FROM (EXCLUDED.label, EXCLUDED.more, EXCLUDED.words)
$$;

-- How one kind is looked through, in functions, so that each way is planned once and not at every letter. First names that begin so
-- (rank 0); then, of the first names, those that hold every word: what fits many is found on the way (1); then by the index of words (2).
-- Each way is gone only while there are too few: of two letters, which fit thousands, a few found on the way are enough. A row may
-- come twice.
DO $$
DECLARE k text;
BEGIN
  FOREACH k IN ARRAY ARRAY['player', 'frame', 'job', 'setup', 'batch'] LOOP
    EXECUTE format($f$
      CREATE FUNCTION find_%1$s(asked tsquery, begins text, most integer, enough integer)
        RETURNS TABLE (kind text, id text, label text, more text, rank integer) LANGUAGE plpgsql STABLE AS $body$
      DECLARE n integer; found integer := 0;
      BEGIN
        RETURN QUERY SELECT i.kind, i.id, i.label, i.more, 0 FROM find_index i
          WHERE i.kind = %1$L AND i.start ~>=~ begins AND i.start ~<~ (begins || chr(1114111)) ORDER BY i.start USING ~<~, i.id LIMIT most;
        GET DIAGNOSTICS n = ROW_COUNT; found := found + n;
        IF found >= most THEN RETURN; END IF;
        RETURN QUERY SELECT w.kind, w.id, w.label, w.more, 1 FROM (
            SELECT i.kind, i.id, i.label, i.more, i.tokens FROM find_index i WHERE i.kind = %1$L ORDER BY i.start USING ~<~, i.id LIMIT 100
          ) w WHERE w.tokens @@ asked LIMIT most;
        GET DIAGNOSTICS n = ROW_COUNT; found := found + n;
        IF found >= enough THEN RETURN; END IF;
        RETURN QUERY SELECT w.kind, w.id, w.label, w.more, 2 FROM (
            SELECT i.kind, i.id, i.label, i.more FROM find_index i WHERE i.kind = %1$L AND i.tokens @@ asked LIMIT 200
          ) w ORDER BY w.label, w.id LIMIT 2 * most;
      END $body$
    $f$, k);
  END LOOP;
END $$;

-- What holds every word nearly so, by trigrams: the likest of each kind.
CREATE FUNCTION find_nearly(asked text[], most integer)
  RETURNS TABLE (kind text, id text, label text, more text) LANGUAGE plpgsql STABLE SET pg_trgm.word_similarity_threshold = 0.45 AS $$
DECLARE
  -- By the longest word; the others are held against what it finds.
  longest text := (SELECT w FROM unnest(asked) w ORDER BY length(w) DESC, w LIMIT 1);
BEGIN
  RETURN QUERY
    WITH near AS (SELECT i.kind, i.id, i.label, i.more, i.words FROM find_index i WHERE longest <% i.words LIMIT 400),
    alike AS (
      SELECT n.*, (SELECT sum(word_similarity(w, n.words)) FROM unnest(asked) w) AS so
      FROM near n WHERE NOT EXISTS (SELECT FROM unnest(asked) w WHERE NOT w <% n.words)
    ),
    placed AS (SELECT a.*, row_number() OVER (PARTITION BY a.kind ORDER BY a.so DESC, a.label, a.id) AS place FROM alike a)
    SELECT p.kind, p.id, p.label, p.more FROM placed p WHERE p.place <= most ORDER BY p.kind, p.place;
END $$;

-- How many jobs a player or a frame had, and when one was worked on last: kept up by the jobs themselves, so that the book is sorted by it.
ALTER TABLE player ADD COLUMN jobs integer NOT NULL DEFAULT 0, ADD COLUMN seen_at timestamptz;
ALTER TABLE frame ADD COLUMN jobs integer NOT NULL DEFAULT 0, ADD COLUMN seen_at timestamptz;
-- Their words are the same whatever is counted of them.
DROP TRIGGER find_player ON player;
CREATE TRIGGER find_player AFTER INSERT OR DELETE OR UPDATE OF facts, retired ON player FOR EACH ROW EXECUTE FUNCTION find_player();
DROP TRIGGER find_frame ON frame;
CREATE TRIGGER find_frame AFTER INSERT OR DELETE OR UPDATE OF label, sport, unit, code, maker, model, retired ON frame
  FOR EACH ROW EXECUTE FUNCTION find_frame();

CREATE FUNCTION count_jobs(player_ text, job_ text) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
  UPDATE player p SET jobs = n.jobs, seen_at = n.seen FROM (
    SELECT count(*)::int AS jobs, max(changed_at) AS seen FROM job_index WHERE player_id = player_ AND NOT retired
  ) n WHERE p.id = player_ AND (p.jobs, p.seen_at) IS DISTINCT FROM (n.jobs, n.seen);
  UPDATE frame f SET jobs = n.jobs, seen_at = n.seen FROM (
    SELECT count(*)::int AS jobs, max(i.changed_at) AS seen FROM job j JOIN job_index i ON i.job_id = j.id
    WHERE j.frame_id = (SELECT frame_id FROM job WHERE id = job_) AND NOT i.retired
  ) n WHERE f.id = (SELECT frame_id FROM job WHERE id = job_) AND (f.jobs, f.seen_at) IS DISTINCT FROM (n.jobs, n.seen);
END $$;
CREATE FUNCTION jobs_counted() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP <> 'INSERT' THEN PERFORM count_jobs(OLD.player_id, OLD.job_id); END IF;
  IF TG_OP = 'INSERT' OR (TG_OP = 'UPDATE' AND NEW.player_id IS DISTINCT FROM OLD.player_id) THEN
    PERFORM count_jobs(NEW.player_id, NEW.job_id);
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER jobs_counted AFTER INSERT OR DELETE OR UPDATE OF player_id, changed_at, retired ON job_index
  FOR EACH ROW EXECUTE FUNCTION jobs_counted();

UPDATE player p SET jobs = n.jobs, seen_at = n.seen
FROM (SELECT player_id, count(*)::int AS jobs, max(changed_at) AS seen FROM job_index WHERE NOT retired GROUP BY player_id) n WHERE n.player_id = p.id;
UPDATE frame f SET jobs = n.jobs, seen_at = n.seen
FROM (SELECT j.frame_id, count(*)::int AS jobs, max(i.changed_at) AS seen FROM job j JOIN job_index i ON i.job_id = j.id WHERE NOT i.retired GROUP BY j.frame_id) n
WHERE n.frame_id = f.id;
CREATE INDEX player_seen ON player (COALESCE(seen_at, '-infinity') DESC, id) WHERE NOT retired;
CREATE INDEX player_jobs ON player (jobs DESC, id) WHERE NOT retired;
CREATE INDEX frame_seen ON frame (COALESCE(seen_at, '-infinity') DESC, id) WHERE NOT retired;
CREATE INDEX frame_jobs ON frame (jobs DESC, id) WHERE NOT retired;
