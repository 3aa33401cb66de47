-- Charts in folders, and when each was last opened.
ALTER TABLE charts
  ADD COLUMN folder text CHECK (folder <> '' AND length(folder) <= 80),
  ADD COLUMN opened_at timestamptz NOT NULL DEFAULT now();
UPDATE charts SET opened_at = changed_at;
CREATE INDEX charts_by_opened ON charts (owner, opened_at DESC, id);
CREATE INDEX charts_by_folder ON charts (owner, folder) WHERE folder IS NOT NULL;
