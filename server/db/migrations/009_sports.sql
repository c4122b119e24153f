-- Which sports there are is said by their profiles alone; what comes in is checked against them before it gets here.
ALTER TABLE frame DROP CONSTRAINT frame_sport_check;
