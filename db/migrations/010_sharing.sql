-- Charts, folders and house styles that are shared, with whom, and what each may do; decided here a second time, row by row.

-- Groups of people.
CREATE TABLE groups (
  id      text PRIMARY KEY,
  name    text NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX groups_by_name ON groups (lower(name));
CREATE TABLE members (
  "group" text NOT NULL REFERENCES groups (id) ON DELETE CASCADE,
  account uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  PRIMARY KEY ("group", account)
);
CREATE INDEX members_by_account ON members (account);

CREATE TABLE shares (
  id        text PRIMARY KEY,
  -- Whose it is that is shared.
  owner     uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  -- What is shared: one of these.
  chart     text REFERENCES charts (id) ON DELETE CASCADE,
  folder    text,
  style     text REFERENCES house_styles (id) ON DELETE CASCADE,
  -- With whom: one of these. A link is kept by the hash of its token; a published page has an address that may be told.
  account   uuid REFERENCES accounts (id) ON DELETE CASCADE,
  "group"   text REFERENCES groups (id) ON DELETE CASCADE,
  everybody boolean NOT NULL DEFAULT false,
  token     bytea UNIQUE,
  address   text UNIQUE,
  -- 1 look, 2 remark, 3 edit, 4 own.
  may       smallint NOT NULL CHECK (may BETWEEN 1 AND 4),
  -- Fields that are kept from those who may not edit.
  without   text[] NOT NULL DEFAULT '{}',
  -- Of links: Argon2id of their password, when they end, how often they were opened.
  password  text,
  ends_at   timestamptz,
  used      integer NOT NULL DEFAULT 0,
  used_at   timestamptz,
  -- Of published pages: whether search machines may list them.
  listed    boolean NOT NULL DEFAULT false,
  made_by   uuid REFERENCES accounts (id) ON DELETE SET NULL,
  made_at   timestamptz NOT NULL DEFAULT now(),
  CHECK (num_nonnulls(chart, folder, style) = 1),
  CHECK (num_nonnulls(account, "group", token, address) + everybody::integer = 1),
  CHECK (may <= 2 OR (token IS NULL AND address IS NULL)),
  CHECK (chart IS NOT NULL OR (token IS NULL AND address IS NULL))
);
CREATE INDEX shares_by_chart ON shares (chart) WHERE chart IS NOT NULL;
CREATE INDEX shares_by_folder ON shares (owner, folder) WHERE folder IS NOT NULL;
CREATE INDEX shares_by_style ON shares (style) WHERE style IS NOT NULL;
CREATE INDEX shares_by_account ON shares (account) WHERE account IS NOT NULL;
CREATE INDEX shares_by_group ON shares ("group") WHERE "group" IS NOT NULL;
CREATE INDEX shares_with_all ON shares (id) WHERE everybody;

-- Browsers that opened a link, by the hash of what their cookie holds.
CREATE TABLE visits (
  token   bytea PRIMARY KEY,
  share   text NOT NULL REFERENCES shares (id) ON DELETE CASCADE,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX visits_by_share ON visits (share);

-- Keys of scripts, by their hash.
CREATE TABLE keys (
  id      text PRIMARY KEY,
  account uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  name    text NOT NULL,
  token   bytea NOT NULL UNIQUE,
  scope   text NOT NULL CHECK (scope IN ('read', 'write', 'share')),
  -- The charts that it is for; null: all of the account.
  charts  text[],
  made_at timestamptz NOT NULL DEFAULT now(),
  used_at timestamptz
);
CREATE INDEX keys_by_account ON keys (account);

-- When somebody last opened a chart that is not theirs.
CREATE TABLE openings (
  account uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  chart   text NOT NULL REFERENCES charts (id) ON DELETE CASCADE,
  at      timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (account, chart)
);

CREATE TABLE remarks (
  id         text PRIMARY KEY,
  chart      text NOT NULL REFERENCES charts (id) ON DELETE CASCADE,
  -- As it stands on the picture; answers have none.
  number     integer,
  -- What it is an answer to.
  thread     text REFERENCES remarks (id) ON DELETE CASCADE,
  -- What it is pinned to; of those that begin a thread.
  pin        jsonb,
  words      text NOT NULL,
  author     uuid REFERENCES accounts (id) ON DELETE SET NULL,
  -- As it was when it was written; what those who came by a link call themselves.
  name       text NOT NULL,
  -- Of those who came by a link: which browser wrote it.
  visit      bytea,
  mentions   uuid[] NOT NULL DEFAULT '{}',
  made_at    timestamptz NOT NULL DEFAULT now(),
  changed_at timestamptz,
  settled_at timestamptz,
  settled_by text,
  CHECK ((thread IS NULL) = (pin IS NOT NULL AND number IS NOT NULL)),
  UNIQUE (chart, number)
);
CREATE INDEX remarks_by_chart ON remarks (chart, made_at);
CREATE INDEX remarks_by_thread ON remarks (thread) WHERE thread IS NOT NULL;

-- The revision that whoever made a change had seen: by it is told who wrote without knowing what another wrote.
ALTER TABLE changes ADD COLUMN base integer;

-- Pictures are seen by whoever sees a chart that shows them.
CREATE INDEX chart_parts_by_picture ON chart_parts ((value -> 'picture' ->> 'file'))
  WHERE part = 'items' AND value -> 'picture' ->> 'file' IS NOT NULL;

-- Who asks, as each transaction says it: an account, links that were opened, and the only charts that a key is for.
CREATE FUNCTION asking() RETURNS uuid STABLE LANGUAGE sql AS
$$ SELECT nullif(current_setting('dendrotax.account', true), '')::uuid $$;
CREATE FUNCTION asking_by() RETURNS text[] STABLE LANGUAGE sql AS
$$ SELECT string_to_array(nullif(current_setting('dendrotax.links', true), ''), ',') $$;
CREATE FUNCTION asking_for() RETURNS text[] STABLE LANGUAGE sql AS
$$ SELECT string_to_array(nullif(current_setting('dendrotax.only', true), ''), ',') $$;

-- Shares that hold for whoever asks. It looks at rows that whoever asks may not see. (In PL/pgSQL, whose plans are kept: these
-- are asked with every statement.)
CREATE FUNCTION shares_held() RETURNS SETOF shares STABLE LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  own uuid := asking();
  links text[] := asking_by();
BEGIN
  IF own IS NOT NULL THEN
    RETURN QUERY SELECT * FROM shares WHERE account = own;
    RETURN QUERY SELECT s.* FROM shares s JOIN members m ON m."group" = s."group" WHERE m.account = own;
    RETURN QUERY SELECT * FROM shares WHERE everybody;
  END IF;
  IF links IS NOT NULL THEN
    RETURN QUERY SELECT * FROM shares WHERE id = ANY (links) AND (ends_at IS NULL OR ends_at > now());
  END IF;
END $$;

-- Charts of which whoever asks may do so much at least.
CREATE FUNCTION charts_held(needed integer) RETURNS SETOF text STABLE LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  own uuid := asking();
  only_these text[] := asking_for();
BEGIN
  RETURN QUERY
    SELECT held.id FROM (
      SELECT c.id FROM charts c WHERE c.owner = own
      UNION
      SELECT coalesce(s.chart, c.id) FROM shares_held() s
        LEFT JOIN charts c ON s.folder IS NOT NULL AND c.owner = s.owner AND c.folder = s.folder
       WHERE s.may >= needed AND (s.chart IS NOT NULL OR c.id IS NOT NULL)
    ) held WHERE only_these IS NULL OR held.id = ANY (only_these);
END $$;

CREATE FUNCTION styles_held(needed integer) RETURNS SETOF text STABLE LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  RETURN QUERY
    SELECT h.id FROM house_styles h WHERE h.owner = asking()
    UNION
    SELECT s.style FROM shares_held() s WHERE s.style IS NOT NULL AND s.may >= needed;
END $$;

-- The tables' owner, who migrates and clears away, is not bound by these: what is done in somebody's name is done as another.
ALTER TABLE charts ENABLE ROW LEVEL SECURITY;
CREATE POLICY seen ON charts FOR SELECT USING (id IN (SELECT charts_held(1)) OR (owner = asking() AND asking_for() IS NULL));
CREATE POLICY made ON charts FOR INSERT WITH CHECK (owner = asking() AND asking_for() IS NULL);
CREATE POLICY changed ON charts FOR UPDATE USING (id IN (SELECT charts_held(3)));
CREATE POLICY removed ON charts FOR DELETE USING (id IN (SELECT charts_held(4)));

ALTER TABLE chart_parts ENABLE ROW LEVEL SECURITY;
CREATE POLICY seen ON chart_parts FOR SELECT USING (chart IN (SELECT charts_held(1)));
CREATE POLICY made ON chart_parts FOR INSERT WITH CHECK (chart IN (SELECT charts_held(3)));
CREATE POLICY changed ON chart_parts FOR UPDATE USING (chart IN (SELECT charts_held(3)));
CREATE POLICY removed ON chart_parts FOR DELETE USING (chart IN (SELECT charts_held(3)));

-- What a chart was before is for those who edit it.
ALTER TABLE changes ENABLE ROW LEVEL SECURITY;
CREATE POLICY seen ON changes FOR SELECT USING (chart IN (SELECT charts_held(3)));
CREATE POLICY made ON changes FOR INSERT WITH CHECK (chart IN (SELECT charts_held(3)) AND account = asking());

ALTER TABLE house_styles ENABLE ROW LEVEL SECURITY;
CREATE POLICY seen ON house_styles FOR SELECT USING (id IN (SELECT styles_held(1)) OR owner = asking());
CREATE POLICY made ON house_styles FOR INSERT WITH CHECK (owner = asking());
CREATE POLICY changed ON house_styles FOR UPDATE USING (id IN (SELECT styles_held(3)));
CREATE POLICY removed ON house_styles FOR DELETE USING (id IN (SELECT styles_held(4)));

ALTER TABLE pictures ENABLE ROW LEVEL SECURITY;
CREATE POLICY seen ON pictures FOR SELECT USING (
  owner = asking() OR EXISTS (
    SELECT FROM chart_parts p
     WHERE p.part = 'items' AND p.value -> 'picture' ->> 'file' = pictures.id AND p.chart IN (SELECT charts_held(1))));
CREATE POLICY made ON pictures FOR INSERT WITH CHECK (owner = asking());

ALTER TABLE answers ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON answers USING (owner = asking());
ALTER TABLE column_roles ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON column_roles USING (owner = asking());
ALTER TABLE openings ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON openings USING (account = asking());

ALTER TABLE shares ENABLE ROW LEVEL SECURITY;
CREATE POLICY owned ON shares USING (
  (owner = asking() AND asking_for() IS NULL) OR chart IN (SELECT charts_held(4)) OR style IN (SELECT styles_held(4)));

ALTER TABLE remarks ENABLE ROW LEVEL SECURITY;
CREATE POLICY seen ON remarks FOR SELECT USING (chart IN (SELECT charts_held(1)));
CREATE POLICY made ON remarks FOR INSERT WITH CHECK (
  chart IN (SELECT charts_held(2)) AND author IS NOT DISTINCT FROM asking());
CREATE POLICY changed ON remarks FOR UPDATE USING (chart IN (SELECT charts_held(2)));
CREATE POLICY removed ON remarks FOR DELETE USING (
  chart IN (SELECT charts_held(4)) OR (author = asking() AND chart IN (SELECT charts_held(2))));
