-- A setup of the library is a document with what several sources say of one frame, and every earlier revision of it.
CREATE TABLE setup (
  id text PRIMARY KEY,
  body jsonb NOT NULL CHECK (body ->> 'name' <> '' AND jsonb_array_length(body -> 'reports') >= 1),
  retired boolean NOT NULL DEFAULT false,
  revision integer NOT NULL DEFAULT 1 CHECK (revision >= 1),
  at timestamptz NOT NULL DEFAULT now(),
  by_initials text NOT NULL DEFAULT ''
);
CREATE TABLE setup_revision (
  setup_id text NOT NULL REFERENCES setup (id) ON DELETE CASCADE,
  revision integer NOT NULL CHECK (revision >= 1),
  body jsonb NOT NULL,
  retired boolean NOT NULL,
  at timestamptz NOT NULL,
  by_initials text NOT NULL,
  PRIMARY KEY (setup_id, revision)
);

-- What is searched by, brought to the sport's usual state; worked out from the documents and rebuilt when the way of working it out
-- changes. g, cm, kg·cm² about the sport's axis; NULL is not known.
CREATE TABLE setup_index (
  setup_id text PRIMARY KEY REFERENCES setup (id) ON DELETE CASCADE,
  version text NOT NULL,
  sport text NOT NULL,
  kind text NOT NULL,
  style text NOT NULL,
  grade text NOT NULL,
  shape text NOT NULL,
  name text NOT NULL,
  key text NOT NULL,
  retired boolean NOT NULL,
  words tsvector NOT NULL,
  mass double precision,
  mass_u double precision,
  balance double precision,
  balance_u double precision,
  swing_weight double precision,
  swing_weight_u double precision,
  twist_weight double precision,
  twist_weight_u double precision
);
CREATE INDEX setup_index_name ON setup_index (sport, retired, lower(name), setup_id);
CREATE INDEX setup_index_key ON setup_index (key);
CREATE INDEX setup_index_words ON setup_index USING gin (words);
CREATE INDEX setup_index_style ON setup_index (sport, style);
CREATE INDEX setup_index_swing ON setup_index (sport, retired, swing_weight);
CREATE INDEX setup_index_mass ON setup_index (sport, retired, mass);

INSERT INTO setup (id, body)
SELECT id, jsonb_build_object(
  'sport', sport, 'name', name, 'kind', kind, 'style', style, 'painted', '', 'really', '', 'shape', '', 'strings', '',
  'geometry', geometry, 'note', note,
  'reports', jsonb_build_array(jsonb_build_object(
    'id', 'report-1', 'source', source, 'dated', dated, 'grade', grade, 'condition', condition, 'axisCm', axis_cm, 'note', '',
    'figures', jsonb_build_object(
      'mass', CASE WHEN mass_g IS NULL THEN 'null'::jsonb ELSE jsonb_build_object('low', mass_g, 'high', mass_g, 'u', mass_u) END,
      'balance', CASE WHEN balance_cm IS NULL THEN 'null'::jsonb
        ELSE jsonb_build_object('low', balance_cm, 'high', balance_cm, 'u', balance_u) END,
      'swingWeight', CASE WHEN swing_weight_kgcm2 IS NULL THEN 'null'::jsonb
        ELSE jsonb_build_object('low', swing_weight_kgcm2, 'high', swing_weight_kgcm2, 'u', swing_weight_u) END,
      'twistWeight', CASE WHEN twist_weight_kgcm2 IS NULL THEN 'null'::jsonb
        ELSE jsonb_build_object('low', twist_weight_kgcm2, 'high', twist_weight_kgcm2, 'u', twist_weight_u) END
    )
  ))
)
FROM reference_setup;
DROP TABLE reference_setup;
