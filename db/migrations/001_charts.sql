-- Charts: the current value, and the log of changes that led to it. The log is only ever added to.

CREATE TABLE accounts (
  id         uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name       text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE charts (
  id         text PRIMARY KEY,
  owner      uuid NOT NULL REFERENCES accounts (id),
  kind       text NOT NULL,
  title      text NOT NULL,
  value      jsonb NOT NULL,
  -- Raised by one with each entry of the log.
  revision   integer NOT NULL DEFAULT 0,
  created_at timestamptz NOT NULL DEFAULT now(),
  changed_at timestamptz NOT NULL DEFAULT now(),
  binned_at  timestamptz
);
CREATE INDEX charts_by_owner ON charts (owner, changed_at DESC, id);

CREATE TABLE changes (
  chart    text NOT NULL REFERENCES charts (id) ON DELETE CASCADE,
  revision integer NOT NULL,
  change   jsonb NOT NULL,
  -- The change that takes it back; computed on the value it was applied to.
  inverse  jsonb NOT NULL,
  origin   text NOT NULL CHECK (origin IN ('do', 'undo', 'redo')),
  account  uuid NOT NULL REFERENCES accounts (id),
  -- The window it came from, so that a window knows its own changes.
  client   text,
  -- The sender's Idempotency-Key, so that who lost the answer finds the change in the log.
  key      text,
  at       timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (chart, revision)
);

-- Answers already given, so that a request sent twice is carried out once.
CREATE TABLE answers (
  owner    uuid NOT NULL REFERENCES accounts (id),
  key      text NOT NULL,
  request  text NOT NULL,
  status   integer NOT NULL,
  body     jsonb NOT NULL,
  location text,
  at       timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (owner, key)
);

-- Things done once, such as putting in the demo data.
CREATE TABLE done_once (
  what text PRIMARY KEY,
  at   timestamptz NOT NULL DEFAULT now()
);
