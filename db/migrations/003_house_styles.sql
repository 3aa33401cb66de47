-- House styles of one's own: kept in the account, used in any chart.

CREATE TABLE house_styles (
  id         text PRIMARY KEY,
  owner      uuid NOT NULL REFERENCES accounts (id),
  name       text NOT NULL,
  spec       jsonb NOT NULL,
  changed_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX house_styles_by_owner ON house_styles (owner, name, id);
-- Charts that follow one are found by it.
CREATE INDEX charts_by_style ON charts ((value -> 'style' ->> 'id'));
