-- Who tries too often is slowed by what is tried and from where, so that a stranger locks nobody out.
DROP TABLE sign_in_failure;
CREATE TABLE attempt (
  key text PRIMARY KEY,
  account text,
  tries integer NOT NULL,
  last_try timestamptz NOT NULL,
  waits_until timestamptz
);
CREATE INDEX ON attempt (account);
-- Browsers from which somebody has signed in; by the hash of what they keep.
CREATE TABLE known_device (
  hash text PRIMARY KEY,
  person text NOT NULL REFERENCES person ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
  last_used timestamptz NOT NULL
);
CREATE INDEX ON known_device (person);
-- Every token ends.
UPDATE access_token SET valid_until = now() + interval '365 days' WHERE valid_until IS NULL;
ALTER TABLE access_token ALTER COLUMN valid_until SET NOT NULL;
