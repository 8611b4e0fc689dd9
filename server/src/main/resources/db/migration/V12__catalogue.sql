-- How the database of an application's records is reached, where that is set here and not when Nembar is started.
CREATE TABLE connection (
  application text PRIMARY KEY REFERENCES application ON DELETE CASCADE,
  host text NOT NULL,
  port integer NOT NULL,
  database text NOT NULL,
  username text NOT NULL,
  -- One of the two: the password, encrypted with nembar.secret, or the environment variable that has it.
  password text,
  password_variable text,
  tls text NOT NULL,
  certificate text,
  schemas jsonb NOT NULL,
  version bigint NOT NULL,
  CHECK ((password IS NULL) <> (password_variable IS NULL))
);

-- What has been decided of the tables of an application's database, one by one: going through them may take days.
CREATE TABLE proposal_decision (
  application text NOT NULL REFERENCES application ON DELETE CASCADE,
  table_name text NOT NULL,
  decision text NOT NULL,
  -- The record type as it was changed before it was taken; none where it was left.
  record_type jsonb,
  decided_by text NOT NULL,
  decided_at timestamptz NOT NULL,
  PRIMARY KEY (application, table_name)
);
