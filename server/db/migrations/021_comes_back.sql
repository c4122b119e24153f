-- A shop that goes back to a backup counts its revisions anew: each edit says of which of its lives it is.
ALTER TABLE shop ADD COLUMN generation text NOT NULL DEFAULT '' CHECK (length(generation) <= 80);
-- Where the shop is: its days begin and end there. Empty: not said yet.
ALTER TABLE shop ADD COLUMN time_zone text NOT NULL DEFAULT '' CHECK (length(time_zone) <= 80);
-- What of an erasure is not out of the files yet: the database's own, or earlier backups and data as well. Null: nothing.
ALTER TABLE erasure ADD COLUMN unwiped text CHECK (unwiped IN ('files', 'earlier'));
