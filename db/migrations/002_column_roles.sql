-- What a person chose columns of a list to be, so that the next list with the same headings is read the same.

CREATE TABLE column_roles (
  owner    uuid NOT NULL REFERENCES accounts (id),
  kind     text NOT NULL,
  -- The headings in their order, made comparable; a digest, as they may be long.
  headings text NOT NULL,
  roles    jsonb NOT NULL,
  at       timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (owner, kind, headings)
);
