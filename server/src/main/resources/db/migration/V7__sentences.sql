-- Seat pools are elements of a design like the others.
CREATE TABLE seat_pool (LIKE expectation INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);

-- One kind of token for all programs: as a service, a source, or both; named, limited in time, revoked, last used.
CREATE TABLE access_token (
  hash text PRIMARY KEY,
  id text NOT NULL UNIQUE,
  service text REFERENCES person ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
  source text REFERENCES source ON DELETE CASCADE,
  keeper text NOT NULL,
  label text NOT NULL,
  made_at timestamptz NOT NULL,
  valid_until timestamptz,
  last_used_at timestamptz,
  revoked_at timestamptz,
  CHECK (service IS NOT NULL OR source IS NOT NULL)
);
CREATE INDEX ON access_token (service);
CREATE INDEX ON access_token (source);
INSERT INTO access_token (hash, id, service, keeper, label, made_at)
SELECT hash, gen_random_uuid()::text, person, keeper, label, now() FROM decision_token;
INSERT INTO access_token (hash, id, source, keeper, label, made_at, last_used_at, revoked_at)
SELECT hash, id, source, made_by, label, made_at, last_used_at, revoked_at FROM source_token;
DROP TABLE decision_token;
DROP TABLE source_token;
