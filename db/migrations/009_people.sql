-- People with accounts of their own, where PEOPLE is on: how they sign in, and where they are signed in.

ALTER TABLE accounts
  ADD COLUMN email         text,
  -- Argon2id in PHC string format; nobody signs in to an account without one.
  ADD COLUMN password      text,
  ADD COLUMN administrator boolean NOT NULL DEFAULT false;
CREATE UNIQUE INDEX accounts_by_email ON accounts (lower(email));

CREATE TABLE sessions (
  -- SHA-256 of what the browser holds: who reads this table can't sign in by it.
  token    bytea PRIMARY KEY,
  -- Names it in lists.
  id       text NOT NULL UNIQUE,
  account  uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  made_at  timestamptz NOT NULL DEFAULT now(),
  used_at  timestamptz NOT NULL DEFAULT now(),
  -- What the browser calls itself.
  agent    text NOT NULL DEFAULT ''
);
CREATE INDEX sessions_by_account ON sessions (account);

-- Links that are good once.
CREATE TABLE one_time (
  token   bytea PRIMARY KEY,
  purpose text NOT NULL CHECK (purpose IN ('first')),
  ends_at timestamptz NOT NULL
);

-- Sign-ins that failed, by what was tried: an e-mail address or where it came from, hashed.
CREATE TABLE failed_sign_ins (
  of bytea NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX failed_sign_ins_of ON failed_sign_ins (of, at);
