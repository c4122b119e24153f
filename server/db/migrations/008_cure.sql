-- Hours that a material cures on the frame; null where it does not.
ALTER TABLE material ADD COLUMN cure_hours double precision CHECK (cure_hours > 0 AND cure_hours <= 500);
-- Silicones that were put in before there was this column.
UPDATE material SET cure_hours = 12, u_share = greatest(u_share, 0.01), unit_mass_g = 0.97, revision = revision + 1
  WHERE kind = 'fill' AND name ILIKE '%silicone%';
-- What is cut by length and was never weighed is not known exactly.
UPDATE material SET u_share = 0.05, revision = revision + 1 WHERE kind IN ('tape', 'sleeve') AND u_share = 0;
