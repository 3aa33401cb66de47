-- A mark as it was given back, apart from the mark that the teacher is writing: what is half written is not seen by the learner.
ALTER TABLE works ADD COLUMN given jsonb;
UPDATE works SET given = mark WHERE marked;
ALTER TABLE works DROP COLUMN marked;
