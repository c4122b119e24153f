-- Work orders stand in a table of their own, held to what a work order is. They are revisions like those of every other document of a
-- job: stage_revision is both together, read and written as one, and a row goes where it belongs by itself.
ALTER TABLE stage_revision RENAME TO stage_document;
ALTER INDEX stage_revision_pkey RENAME TO stage_document_pkey;

CREATE TABLE stage_revision (LIKE stage_document INCLUDING DEFAULTS) PARTITION BY LIST (stage);
ALTER TABLE stage_revision ADD PRIMARY KEY (job_id, stage, revision);
ALTER TABLE stage_revision ADD FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE;

CREATE TABLE work_order (LIKE stage_document INCLUDING DEFAULTS INCLUDING CONSTRAINTS);
ALTER TABLE work_order ADD PRIMARY KEY (job_id, stage, revision);
ALTER TABLE work_order ADD FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE CASCADE;
INSERT INTO work_order SELECT * FROM stage_document WHERE stage = 'build';
DELETE FROM stage_document WHERE stage = 'build';

ALTER TABLE stage_revision ATTACH PARTITION stage_document
  FOR VALUES IN ('player', 'measure', 'compare', 'target', 'plan', 'check', 'play');
ALTER TABLE stage_revision ATTACH PARTITION work_order FOR VALUES IN ('build');

-- An order is undone to its beginning (null), or it has its pieces, and a mark for each step that was done or left out: when, by whom,
-- what was read after it. Rows of before are left as they are.
ALTER TABLE work_order ADD CONSTRAINT work_order_is_one CHECK (
  body = 'null' OR (
    jsonb_typeof(body -> 'cuts') IS NOT DISTINCT FROM 'array'
    AND jsonb_typeof(body -> 'marks') IS NOT DISTINCT FROM 'object'
    AND COALESCE(body ->> 'school', 'headFirst') IN ('headFirst', 'handleFirst')
    AND NOT jsonb_path_exists(body, '$.cuts[*] ? (!exists(@.id) || !exists(@.materialId) || !exists(@.amount))')
    AND NOT jsonb_path_exists(body, '$.marks.* ? (!exists(@.doneAt) || !exists(@.by) || @.readingIds.type() != "array")')
  )
) NOT VALID;
