-- Attempts are counted before they are looked at, so that many at once are many; what is kept of a published page.

DROP TABLE failed_sign_ins;
-- By what was tried, and by where it came from, hashed: how many failed in a row, and when the last began.
CREATE TABLE attempts (
  of      bytea PRIMARY KEY,
  count   integer NOT NULL,
  last_at timestamptz NOT NULL
);
CREATE INDEX attempts_by_age ON attempts (last_at);

-- Browsers that somebody signed in with: they are not held up by others who guess at the account.
CREATE TABLE devices (
  -- SHA-256 of what the browser holds.
  token   bytea NOT NULL,
  account uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  used_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (token, account)
);
CREATE INDEX devices_by_account ON devices (account);

ALTER TABLE classes
  -- Whoever joins waits until the teacher lets them in.
  ADD COLUMN approve boolean NOT NULL DEFAULT false;
ALTER TABLE accounts
  -- Of learners: not let in yet.
  ADD COLUMN waiting boolean NOT NULL DEFAULT false;

-- Whoever waits to be let into a class sees nothing of it.
CREATE OR REPLACE FUNCTION shares_held() RETURNS SETOF shares STABLE LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  own uuid := asking();
  links text[] := asking_by();
  of_class text;
  waits boolean;
BEGIN
  IF own IS NOT NULL THEN
    SELECT class, waiting INTO of_class, waits FROM accounts WHERE id = own;
    IF waits THEN
      RETURN;
    END IF;
    RETURN QUERY SELECT * FROM shares WHERE account = own;
    IF of_class IS NULL THEN
      RETURN QUERY SELECT s.* FROM shares s JOIN members m ON m."group" = s."group" WHERE m.account = own;
      RETURN QUERY SELECT * FROM shares WHERE everybody;
    ELSE
      RETURN QUERY SELECT * FROM shares WHERE class = of_class;
    END IF;
  END IF;
  IF links IS NOT NULL AND of_class IS NULL THEN
    RETURN QUERY SELECT * FROM shares WHERE id = ANY (links) AND (ends_at IS NULL OR ends_at > now());
  END IF;
END $$;

-- Published pages and pictures as they were drawn, so that they are drawn once for all readers and servers.
CREATE TABLE drawn (
  chart    text NOT NULL REFERENCES charts (id) ON DELETE CASCADE,
  -- SHA-256 of all that it follows from: revision, view, form, kept-out fields, build, address.
  key      text NOT NULL,
  revision integer NOT NULL,
  headers  jsonb NOT NULL,
  body     bytea NOT NULL,
  made_at  timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (chart, key)
);
CREATE INDEX drawn_by_age ON drawn (made_at);
ALTER TABLE drawn ALTER COLUMN body SET STORAGE EXTERNAL;
-- Asked for by the server alone.
ALTER TABLE drawn ENABLE ROW LEVEL SECURITY;
