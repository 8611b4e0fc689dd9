-- Who: one directory for all applications. References are checked when a transaction ends, so that
-- a whole directory can be written in any order.
CREATE TABLE directory_state (
  id integer PRIMARY KEY CHECK (id = 1),
  version bigint NOT NULL
);
INSERT INTO directory_state VALUES (1, 0);

CREATE TABLE account (
  key text PRIMARY KEY,
  name text NOT NULL,
  own boolean NOT NULL,
  position integer NOT NULL
);
CREATE TABLE account_tag (
  account text NOT NULL REFERENCES account DEFERRABLE INITIALLY DEFERRED,
  tag text NOT NULL,
  PRIMARY KEY (account, tag)
);

CREATE TABLE unit (
  key text PRIMARY KEY,
  name text NOT NULL,
  parent text REFERENCES unit DEFERRABLE INITIALLY DEFERRED,
  position integer NOT NULL
);

CREATE TABLE person (
  key text PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('staff', 'external', 'service')),
  email text NOT NULL,
  given_name text NOT NULL,
  family_name text NOT NULL,
  full_name text NOT NULL,
  unit text REFERENCES unit DEFERRABLE INITIALLY DEFERRED,
  account text REFERENCES account DEFERRABLE INITIALLY DEFERRED,
  manager text REFERENCES person DEFERRABLE INITIALLY DEFERRED,
  time_zone text NOT NULL,
  status text NOT NULL CHECK (status IN ('invited', 'active', 'suspended', 'closed')),
  position integer NOT NULL
);
CREATE UNIQUE INDEX person_email ON person (lower(email));
CREATE INDEX ON person (unit);
CREATE INDEX ON person (account);
CREATE INDEX ON person (manager);
CREATE TABLE person_account (
  person text NOT NULL REFERENCES person DEFERRABLE INITIALLY DEFERRED,
  account text NOT NULL REFERENCES account DEFERRABLE INITIALLY DEFERRED,
  position integer NOT NULL,
  PRIMARY KEY (person, position)
);

CREATE TABLE team (
  key text PRIMARY KEY,
  name text NOT NULL,
  position integer NOT NULL
);
CREATE TABLE team_member (
  team text NOT NULL REFERENCES team DEFERRABLE INITIALLY DEFERRED,
  person text NOT NULL REFERENCES person DEFERRABLE INITIALLY DEFERRED,
  lead boolean NOT NULL,
  PRIMARY KEY (team, person)
);

-- What is governed, and the design. An element is a row; body is its form in a design document.
CREATE TABLE application (
  key text PRIMARY KEY,
  name text NOT NULL,
  time_zone text NOT NULL,
  version bigint NOT NULL
);

CREATE TABLE element_columns (
  id text PRIMARY KEY,
  application text NOT NULL,
  key text NOT NULL,
  name text NOT NULL,
  position integer NOT NULL,
  body jsonb NOT NULL,
  version bigint NOT NULL
);
CREATE TABLE area (LIKE element_columns INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);
CREATE TABLE record_type (LIKE element_columns INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);
CREATE TABLE function (LIKE element_columns INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);
CREATE TABLE privilege_set (LIKE element_columns INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);
CREATE TABLE role (LIKE element_columns INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);
CREATE TABLE assignment (LIKE element_columns INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);
CREATE TABLE account_filter (LIKE element_columns INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);
CREATE TABLE field_filter (LIKE element_columns INCLUDING ALL, FOREIGN KEY (application) REFERENCES application);
DROP TABLE element_columns;

-- Who may sign in. Only hashes are kept.
CREATE TABLE sign_in (
  person text PRIMARY KEY REFERENCES person ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
  password_hash text NOT NULL,
  last_signed_in timestamptz,
  version bigint NOT NULL
);
-- Failures are kept by the address typed, known or not, so that an answer never tells which it is.
CREATE TABLE sign_in_failure (
  email text PRIMARY KEY,
  failures integer NOT NULL,
  last_failure timestamptz NOT NULL,
  locked_until timestamptz
);
CREATE TABLE decision_token (
  hash text PRIMARY KEY,
  person text NOT NULL REFERENCES person ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
  label text NOT NULL
);
