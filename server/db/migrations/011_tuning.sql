-- The shop's own school of tuning, whole, as its page edits it.
ALTER TABLE shop ADD COLUMN own_school jsonb CHECK (own_school IS NULL OR jsonb_typeof(own_school) = 'object');
