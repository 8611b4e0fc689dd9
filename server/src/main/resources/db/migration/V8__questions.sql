-- Questions that people asked lately, and those that they keep, and maybe share.
CREATE TABLE question (
  id text PRIMARY KEY,
  owner text NOT NULL REFERENCES person ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
  application text NOT NULL REFERENCES application ON DELETE CASCADE,
  name text NOT NULL,
  address text NOT NULL,
  kept boolean NOT NULL,
  shared boolean NOT NULL,
  on_desk boolean NOT NULL,
  asked_at timestamptz NOT NULL,
  version bigint NOT NULL
);
CREATE INDEX ON question (owner, asked_at);
CREATE UNIQUE INDEX ON question (owner, address) WHERE NOT kept;
CREATE INDEX ON question (shared) WHERE shared;

-- What one element was, and the teams that named somebody, without reading all of the past.
CREATE INDEX ON revision (scope, kind, key, valid_from);
