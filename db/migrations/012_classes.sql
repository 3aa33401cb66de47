-- Classes: learners who join by a code, work that is set, and what each of them handed in. All of a class goes with it.

CREATE TABLE classes (
  id        text PRIMARY KEY,
  teacher   uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  name      text NOT NULL,
  -- What learners join by.
  code      text NOT NULL UNIQUE,
  -- Whether anybody may join still.
  open      boolean NOT NULL DEFAULT true,
  -- Whether learners see the names of others, where their works are shown.
  names     boolean NOT NULL DEFAULT false,
  made_at   timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX classes_by_teacher ON classes (teacher);

-- Learners are accounts without an e-mail address or a password: all that is known of them is the name that they gave.
ALTER TABLE accounts
  ADD COLUMN class   text REFERENCES classes (id) ON DELETE CASCADE,
  -- Argon2id of the two words on their card, by which they come back.
  ADD COLUMN card    text,
  ADD COLUMN seen_at timestamptz;
CREATE UNIQUE INDEX learners_by_name ON accounts (class, lower(name)) WHERE class IS NOT NULL;

CREATE TABLE tasks (
  id           text PRIMARY KEY,
  class        text NOT NULL REFERENCES classes (id) ON DELETE CASCADE,
  title        text NOT NULL,
  instructions text NOT NULL DEFAULT '',
  kind         text NOT NULL,
  -- The chart that each learner begins with.
  start        jsonb NOT NULL,
  -- Words to choose from, where it is a worksheet.
  words        text[] NOT NULL DEFAULT '{}',
  -- The teacher's own chart, which works are compared with.
  model        text REFERENCES charts (id) ON DELETE SET NULL,
  -- What may be changed: list, arrange, style.
  parts        text[] NOT NULL,
  due_at       timestamptz,
  scheme       jsonb NOT NULL,
  made_at      timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX tasks_by_class ON tasks (class);
CREATE INDEX tasks_by_model ON tasks (model) WHERE model IS NOT NULL;

-- Charts of a task: they are the teacher's, and stand on the desk, not among the teacher's other charts.
ALTER TABLE charts ADD COLUMN task text REFERENCES tasks (id) ON DELETE CASCADE;
CREATE INDEX charts_by_task ON charts (task) WHERE task IS NOT NULL;

CREATE TABLE works (
  id          text PRIMARY KEY,
  task        text NOT NULL REFERENCES tasks (id) ON DELETE CASCADE,
  learner     uuid NOT NULL REFERENCES accounts (id) ON DELETE CASCADE,
  chart       text NOT NULL UNIQUE REFERENCES charts (id) ON DELETE CASCADE,
  made_at     timestamptz NOT NULL DEFAULT now(),
  handed_at   timestamptz,
  returned_at timestamptz,
  mark        jsonb,
  -- Whether the mark is given back as well.
  marked      boolean NOT NULL DEFAULT false,
  -- A copy of it as it was, without a name, that all of the class see.
  shown       text REFERENCES charts (id) ON DELETE SET NULL,
  UNIQUE (task, learner)
);
CREATE INDEX works_by_learner ON works (learner);
CREATE INDEX works_by_shown ON works (shown) WHERE shown IS NOT NULL;

-- A share may be with a class, and may leave only parts of a chart to be changed.
ALTER TABLE shares
  ADD COLUMN class text REFERENCES classes (id) ON DELETE CASCADE,
  ADD COLUMN parts text[],
  DROP CONSTRAINT shares_check1,
  ADD CONSTRAINT shares_with_one CHECK (num_nonnulls(account, "group", token, address, class) + everybody::integer = 1);
CREATE INDEX shares_by_class ON shares (class) WHERE class IS NOT NULL;

-- What is shared with everybody here is not for learners: they see their own works, and what their class is shown.
CREATE OR REPLACE FUNCTION shares_held() RETURNS SETOF shares STABLE LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  own uuid := asking();
  links text[] := asking_by();
  of_class text;
BEGIN
  IF own IS NOT NULL THEN
    SELECT class INTO of_class FROM accounts WHERE id = own;
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

-- What is kept of requests goes with a learner.
ALTER TABLE answers
  DROP CONSTRAINT answers_owner_fkey,
  ADD CONSTRAINT answers_owner_fkey FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE;
ALTER TABLE column_roles
  DROP CONSTRAINT column_roles_owner_fkey,
  ADD CONSTRAINT column_roles_owner_fkey FOREIGN KEY (owner) REFERENCES accounts (id) ON DELETE CASCADE;
