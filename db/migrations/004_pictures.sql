-- Pictures that were brought in for items: scaled, without what cameras add, each once for an account whatever the number of items.

CREATE TABLE pictures (
  owner   uuid NOT NULL REFERENCES accounts (id),
  -- From the bytes, so that the same picture is kept once.
  id      text NOT NULL,
  mime    text NOT NULL,
  bytes   bytea NOT NULL,
  width   integer NOT NULL,
  height  integer NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (owner, id)
);
