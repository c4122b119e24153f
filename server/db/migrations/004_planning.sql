-- Every kind of mass that comes in a drawer. Stock and price in cm of tape and sleeve, g of fill, pieces of the rest.
ALTER TABLE material DROP CONSTRAINT material_kind_check;
ALTER TABLE material ADD CONSTRAINT material_kind_check
  CHECK (kind IN ('tape', 'fill', 'sleeve', 'weight', 'strings', 'grip', 'overgrip'));
ALTER TABLE material
  ADD COLUMN u_share double precision NOT NULL DEFAULT 0 CHECK (u_share BETWEEN 0 AND 1),
  ADD COLUMN thickness_mm double precision NOT NULL DEFAULT 0 CHECK (thickness_mm >= 0),
  ADD COLUMN reusable boolean NOT NULL DEFAULT false,
  ADD COLUMN cost double precision CHECK (cost >= 0),
  ADD COLUMN zone_ids jsonb,
  -- No longer in the drawer; pieces made of it can still be weighed up.
  ADD COLUMN retired boolean NOT NULL DEFAULT false,
  ADD COLUMN revision integer NOT NULL DEFAULT 1;

-- What a signed job took out of the drawer, so that it can be put back when the signature is undone.
CREATE TABLE stock_taken (
  job_id text NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  material_id text NOT NULL REFERENCES material (id),
  amount double precision NOT NULL CHECK (amount > 0),
  PRIMARY KEY (job_id, material_id)
);
