-- Every edit of a draft is kept, with what undoes it: the last ones that do not count are those undone.
CREATE TABLE draft_edit (
  draft text NOT NULL REFERENCES draft ON DELETE CASCADE,
  number bigint NOT NULL,
  writer text NOT NULL,
  made_at timestamptz NOT NULL,
  words jsonb NOT NULL,
  changes jsonb NOT NULL,
  inverse jsonb NOT NULL,
  counts boolean NOT NULL,
  takes_back bigint,
  PRIMARY KEY (draft, number)
);

-- At which version of the draft each element was last edited, so that two who edit different ones do not disturb each other.
ALTER TABLE draft ADD COLUMN touched jsonb NOT NULL DEFAULT '{}';
ALTER TABLE draft ALTER COLUMN touched DROP DEFAULT;

-- The one draft in which somebody works in an application.
CREATE TABLE current_draft (
  person text NOT NULL,
  application text NOT NULL REFERENCES application,
  draft text NOT NULL REFERENCES draft ON DELETE CASCADE,
  PRIMARY KEY (person, application)
);
CREATE INDEX ON current_draft (draft);

-- What a publication did, a sentence for each element, as it was said when it was made.
ALTER TABLE publication ADD COLUMN words jsonb NOT NULL DEFAULT '[]';
ALTER TABLE publication ALTER COLUMN words DROP DEFAULT;

-- A draft that is to be published at a time; when it could not be, why.
CREATE TABLE planned_publication (
  draft text PRIMARY KEY REFERENCES draft ON DELETE CASCADE,
  draft_version bigint NOT NULL,
  publisher text NOT NULL,
  reason text NOT NULL,
  overridden text NOT NULL,
  due_at timestamptz NOT NULL,
  failed text NOT NULL
);
CREATE INDEX ON planned_publication (due_at);
