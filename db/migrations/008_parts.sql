-- A chart's items, links, sets, notes, enclosures, and what a file carried along, are rows of their own beside its settings:
-- an edit writes what it changes, and not all of the chart.

CREATE TABLE chart_parts (
  chart text NOT NULL REFERENCES charts (id) ON DELETE CASCADE,
  -- Which of the chart's records it is of: items, links, sets, notes, enclosures, carried.
  part  text NOT NULL,
  id    text NOT NULL,
  value jsonb NOT NULL,
  PRIMARY KEY (chart, part, id)
) WITH (fillfactor = 90);
ALTER TABLE chart_parts ALTER COLUMN value SET COMPRESSION lz4;

INSERT INTO chart_parts (chart, part, id, value)
  SELECT c.id, p.part, e.key, e.value
    FROM charts c
   CROSS JOIN unnest(ARRAY['items', 'links', 'sets', 'notes', 'enclosures', 'carried']) AS p (part)
   CROSS JOIN LATERAL jsonb_each(CASE jsonb_typeof(c.value -> p.part) WHEN 'object' THEN c.value -> p.part ELSE '{}' END) e;

ALTER TABLE charts
  ADD COLUMN settings jsonb,
  -- How many lines it has, for lists of charts.
  ADD COLUMN items integer NOT NULL DEFAULT 0;
UPDATE charts SET
  settings = value - ARRAY['items', 'links', 'sets', 'notes', 'enclosures', 'carried'],
  items = (SELECT count(*) FROM chart_parts p WHERE p.chart = charts.id AND p.part = 'items');
ALTER TABLE charts ALTER COLUMN settings SET NOT NULL;

-- Indexes on what every edit changes would have each edit write them again: a chart's row is found by its owner.
DROP INDEX charts_by_style;
DROP INDEX charts_by_owner;
ALTER TABLE charts DROP COLUMN value;
ALTER TABLE charts ADD COLUMN style text GENERATED ALWAYS AS (settings -> 'style' ->> 'id') STORED;
CREATE INDEX charts_by_owner ON charts (owner, id);
CREATE INDEX charts_by_style ON charts (owner, style) WHERE style IS NOT NULL;
ALTER TABLE charts SET (fillfactor = 70);

-- A house style whose followers have not all taken on what was done to it.
ALTER TABLE house_styles ADD COLUMN pending text CHECK (pending IN ('change', 'remove'));

-- What was done once is done once for each account.
ALTER TABLE done_once ADD COLUMN owner uuid REFERENCES accounts (id) ON DELETE CASCADE;
UPDATE done_once SET owner = (SELECT id FROM accounts ORDER BY created_at LIMIT 1);
DELETE FROM done_once WHERE owner IS NULL;
ALTER TABLE done_once DROP CONSTRAINT done_once_pkey, ADD PRIMARY KEY (owner, what);
