-- What cannot be is not stored, whatever sends it. Rows of before are left as they are.
ALTER TABLE reading ADD CONSTRAINT reading_in_range CHECK (
  CASE quantity
    WHEN 'mass' THEN value BETWEEN 0.01 AND 3000
    WHEN 'balance' THEN value BETWEEN 0.01 AND 120
    WHEN 'swingWeight' THEN value BETWEEN 0.01 AND 3000
    WHEN 'twistWeight' THEN value BETWEEN 0.001 AND 500
    WHEN 'length' THEN value BETWEEN 5 AND 120
    ELSE value BETWEEN 0.01 AND 3000
  END
) NOT VALID;
ALTER TABLE reading ADD CONSTRAINT reading_of_this_world CHECK (
  taken_at >= '1970-01-01' AND taken_at < '2200-01-02'
) NOT VALID;
ALTER TABLE device_reading ADD CONSTRAINT device_reading_in_range CHECK (
  raw BETWEEN -1000000 AND 1000000 AND axis_cm BETWEEN 0 AND 60
) NOT VALID;
ALTER TABLE stage_revision ADD CONSTRAINT stage_revision_of_this_world CHECK (
  at >= '1970-01-01' AND at < '2200-01-02'
) NOT VALID;
ALTER TABLE reference_body ADD CONSTRAINT reference_body_in_range CHECK (
  value BETWEEN -1000000 AND 1000000 AND u BETWEEN 0 AND 1000000
) NOT VALID;
ALTER TABLE material ADD CONSTRAINT material_in_range CHECK (
  unit_mass_g BETWEEN 0.00001 AND 100 AND step BETWEEN 0.0001 AND 10 AND width_cm <= 10 AND stock <= 1000000
    AND thickness_mm <= 50 AND cost <= 10000
) NOT VALID;
