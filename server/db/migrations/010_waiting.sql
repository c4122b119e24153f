-- What lies drying or curing, and when it is ready: the list of jobs says so. By the marks of its work order.
ALTER TABLE job_index ADD COLUMN ready_at timestamptz;
ALTER TABLE job_index ADD COLUMN waits_for text CHECK (waits_for IN ('cure', 'coat'));

-- The order in which this shop works.
ALTER TABLE shop ADD COLUMN work_order text NOT NULL DEFAULT 'headFirst' CHECK (work_order IN ('headFirst', 'handleFirst'));
