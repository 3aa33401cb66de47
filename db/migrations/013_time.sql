-- Time: what charts were, named moments of it, and trials beside them.

-- Why something was done, where it was not done by hand: adopted from a trial, put back as it was.
ALTER TABLE changes ADD COLUMN note text;
-- Old letters are looked for by their age.
CREATE INDEX changes_by_age ON changes (at) WHERE origin = 'do';

-- Charts whole at some revisions, packed, so that any moment is reached in a few steps.
CREATE TABLE snapshots (
  chart    text NOT NULL REFERENCES charts (id) ON DELETE CASCADE,
  revision integer NOT NULL,
  value    bytea NOT NULL,
  PRIMARY KEY (chart, revision)
);
ALTER TABLE snapshots ALTER COLUMN value SET STORAGE EXTERNAL;
-- What is seen of it is asked for by the server alone.
ALTER TABLE snapshots ENABLE ROW LEVEL SECURITY;

CREATE TABLE save_points (
  id       text PRIMARY KEY,
  chart    text NOT NULL REFERENCES charts (id) ON DELETE CASCADE,
  revision integer NOT NULL,
  name     text NOT NULL,
  note     text NOT NULL DEFAULT '',
  -- Made before something large was done, not by a person.
  by_itself boolean NOT NULL DEFAULT false,
  account  uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  made_at  timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX save_points_by_chart ON save_points (chart, revision);
ALTER TABLE save_points ENABLE ROW LEVEL SECURITY;
CREATE POLICY seen ON save_points FOR SELECT USING (chart IN (SELECT charts_held(3)));
CREATE POLICY made ON save_points FOR INSERT WITH CHECK (chart IN (SELECT charts_held(3)) AND account = asking());
CREATE POLICY changed ON save_points FOR UPDATE USING (chart IN (SELECT charts_held(3)));
CREATE POLICY removed ON save_points FOR DELETE USING (chart IN (SELECT charts_held(3)));

ALTER TABLE charts
  -- The chart that it tries something on, and the revision of that which it began from, or was last brought up to.
  ADD COLUMN trial_of   text REFERENCES charts (id) ON DELETE CASCADE,
  ADD COLUMN trial_from integer,
  ADD COLUMN trial_note text NOT NULL DEFAULT '',
  -- The day on which it is adopted by itself.
  ADD COLUMN trial_day  date,
  -- What came of that, where it could not be.
  ADD COLUMN trial_said text,
  ADD COLUMN adopted_at timestamptz,
  ADD CONSTRAINT trial_from_somewhere CHECK ((trial_of IS NULL) = (trial_from IS NULL));
CREATE INDEX charts_by_trial ON charts (trial_of) WHERE trial_of IS NOT NULL;
CREATE INDEX charts_by_day ON charts (trial_day) WHERE trial_day IS NOT NULL;

-- A published page may be of one view.
ALTER TABLE shares ADD COLUMN view text;

-- How far the log of a chart was looked through for letters that are one word.
ALTER TABLE charts ADD COLUMN folded_to integer NOT NULL DEFAULT 0;
