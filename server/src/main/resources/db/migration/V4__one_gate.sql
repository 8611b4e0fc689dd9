-- Every change is a command at an edition. One row says at which edition everything is, and is locked
-- by whoever changes anything; an application's version is the edition that changed it last.
CREATE TABLE edition (
  id integer PRIMARY KEY CHECK (id = 1),
  number bigint NOT NULL,
  directory bigint NOT NULL
);
INSERT INTO edition
SELECT 1, version + (SELECT coalesce(sum(version), 0) FROM application), version FROM directory_state;
DROP TABLE directory_state;

CREATE TABLE command (
  edition bigint PRIMARY KEY,
  at timestamptz NOT NULL,
  actor_kind text NOT NULL CHECK (actor_kind IN ('person', 'source', 'program')),
  actor text NOT NULL,
  actor_name text NOT NULL,
  words text NOT NULL,
  approvers jsonb NOT NULL
);

-- The history says at which edition each revision began and ended, so that it can be replayed.
ALTER TABLE revision ADD COLUMN began bigint NOT NULL DEFAULT 0;
ALTER TABLE revision ALTER COLUMN began DROP DEFAULT;
ALTER TABLE revision ADD COLUMN ended bigint;
UPDATE revision SET ended = 0 WHERE valid_until IS NOT NULL;
CREATE INDEX ON revision (began);
CREATE INDEX ON revision (ended);

-- What is put between two others takes a place between theirs; the others keep their rows.
DO $$
DECLARE kind text;
BEGIN
  FOREACH kind IN ARRAY ARRAY['account', 'unit', 'team', 'person', 'attribute', 'area', 'record_type', 'function',
      'privilege_set', 'role', 'assignment', 'account_filter', 'field_filter', 'sharing_rule', 'direct_share',
      'delegation', 'expectation', 'revision'] LOOP
    EXECUTE format('ALTER TABLE %I ALTER COLUMN position TYPE double precision', kind);
  END LOOP;
END $$;

-- Who wrote each edit of a draft, and who published it.
ALTER TABLE draft ADD COLUMN writers jsonb NOT NULL DEFAULT '[]';
UPDATE draft SET writers = (SELECT coalesce(jsonb_agg(w.writer), '[]')
  FROM (SELECT draft.author AS writer FROM jsonb_array_elements(draft.changes)) w);
ALTER TABLE publication ADD COLUMN publisher text NOT NULL DEFAULT '';
UPDATE publication SET publisher = author;
ALTER TABLE publication ADD COLUMN writers jsonb NOT NULL DEFAULT '[]';

-- A source may be named like a person: the history says which of the two acted.
ALTER TABLE act ADD COLUMN actor_kind text NOT NULL DEFAULT 'person';
UPDATE act SET actor_kind = 'source' WHERE NOT EXISTS (SELECT 1 FROM person WHERE person.key = act.actor);
ALTER TABLE source ADD COLUMN keeper text NOT NULL DEFAULT '';
UPDATE source SET keeper = made_by;
-- Of the tokens of services nobody knows who made them: each service keeps its own.
ALTER TABLE decision_token ADD COLUMN keeper text;
UPDATE decision_token SET keeper = person;
ALTER TABLE decision_token ALTER COLUMN keeper SET NOT NULL;

ALTER TABLE consent RENAME TO approval_request;
ALTER TABLE consent_word RENAME TO approval;
ALTER TABLE approval RENAME COLUMN consent TO request;

-- Another address of somebody with rights in a guarded area waits for a day.
CREATE TABLE address_change (
  id text PRIMARY KEY,
  person text NOT NULL REFERENCES person ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
  email text NOT NULL,
  made_by text NOT NULL,
  approvers jsonb NOT NULL,
  made_at timestamptz NOT NULL,
  due_at timestamptz NOT NULL,
  ended_at timestamptz,
  outcome text CHECK (outcome IN ('made', 'stopped', 'failed')),
  note text NOT NULL,
  version bigint NOT NULL
);
CREATE UNIQUE INDEX address_change_open ON address_change (person) WHERE ended_at IS NULL;
ALTER TABLE entry_link DROP CONSTRAINT entry_link_purpose_check;
ALTER TABLE entry_link ADD CONSTRAINT entry_link_purpose_check CHECK (purpose IN ('invitation', 'reset', 'objection'));

-- Leave to look through somebody, given by whoever approved it.
CREATE TABLE look_pass (
  looker text NOT NULL,
  person text NOT NULL,
  valid_until timestamptz NOT NULL,
  PRIMARY KEY (looker, person)
);

-- Work that a server has taken is its own until then; another goes on with it afterwards.
ALTER TABLE bring_in ADD COLUMN worker text;
ALTER TABLE bring_in ADD COLUMN leased_until timestamptz;

-- Sessions, as Spring Session keeps them.
CREATE TABLE spring_session (
  primary_id char(36) NOT NULL CONSTRAINT spring_session_pk PRIMARY KEY,
  session_id char(36) NOT NULL,
  creation_time bigint NOT NULL,
  last_access_time bigint NOT NULL,
  max_inactive_interval int NOT NULL,
  expiry_time bigint NOT NULL,
  principal_name varchar(100)
);
CREATE UNIQUE INDEX spring_session_ix1 ON spring_session (session_id);
CREATE INDEX spring_session_ix2 ON spring_session (expiry_time);
CREATE INDEX spring_session_ix3 ON spring_session (principal_name);
CREATE TABLE spring_session_attributes (
  session_primary_id char(36) NOT NULL REFERENCES spring_session (primary_id) ON DELETE CASCADE,
  attribute_name varchar(200) NOT NULL,
  attribute_bytes bytea NOT NULL,
  CONSTRAINT spring_session_attributes_pk PRIMARY KEY (session_primary_id, attribute_name)
);
