-- Ways in beside a password, letters to people, and what was done to accounts.

-- Links that are good once: whose they are, and what they are about.
ALTER TABLE one_time
  ADD COLUMN account uuid REFERENCES accounts (id) ON DELETE CASCADE,
  ADD COLUMN about   jsonb,
  DROP CONSTRAINT one_time_purpose_check,
  ADD CONSTRAINT one_time_purpose_check CHECK (purpose IN ('first', 'sign-in', 'recover', 'email', 'passkey', 'provider'));

ALTER TABLE accounts
  -- Whether remarks are told by e-mail, once a day; and until when they were.
  ADD COLUMN letters     boolean NOT NULL DEFAULT true,
  ADD COLUMN told_until  timestamptz NOT NULL DEFAULT now(),
  -- RFC 6238: the secret once it was proved, the step used last, and codes for when the app is lost (hashed).
  ADD COLUMN totp        bytea,
  ADD COLUMN totp_next   bytea,
  ADD COLUMN totp_step   bigint NOT NULL DEFAULT 0,
  ADD COLUMN spare_codes bytea[] NOT NULL DEFAULT '{}',
  -- Who somebody is at the provider that they sign in with.
  ADD COLUMN subject     text UNIQUE;

CREATE TABLE passkeys (
  id         text PRIMARY KEY,
  account    uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  name       text NOT NULL,
  public_key bytea NOT NULL,
  counter    bigint NOT NULL,
  transports text[] NOT NULL DEFAULT '{}',
  made_at    timestamptz NOT NULL DEFAULT now(),
  used_at    timestamptz
);
CREATE INDEX passkeys_by_account ON passkeys (account);

-- Groups that the provider keeps are told apart from those made here.
ALTER TABLE groups ADD COLUMN provided boolean NOT NULL DEFAULT false;

-- Letters, until they are sent; where no server for them is named an administrator finds them here.
CREATE TABLE letters (
  id       bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  to_email text NOT NULL,
  subject  text NOT NULL,
  words    text NOT NULL,
  made_at  timestamptz NOT NULL DEFAULT now(),
  due_at   timestamptz NOT NULL DEFAULT now(),
  tries    integer NOT NULL DEFAULT 0,
  sent_at  timestamptz,
  failed   text
);
CREATE INDEX letters_due ON letters (due_at) WHERE sent_at IS NULL;

-- What was done to accounts, rights and signing in, for administrators. Names stay when accounts go.
CREATE TABLE events (
  id      bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at      timestamptz NOT NULL DEFAULT now(),
  what    text NOT NULL,
  account uuid REFERENCES accounts (id) ON DELETE SET NULL,
  name    text NOT NULL DEFAULT '',
  about   text NOT NULL DEFAULT '',
  address text NOT NULL DEFAULT ''
);
CREATE INDEX events_by_time ON events (at);

-- What somebody did in charts of others stays there when their account goes.
ALTER TABLE changes ALTER COLUMN account DROP NOT NULL,
  DROP CONSTRAINT changes_account_fkey,
  ADD CONSTRAINT changes_account_fkey FOREIGN KEY (account) REFERENCES accounts (id) ON DELETE SET NULL;
CREATE INDEX changes_by_account ON changes (account);
