-- What people used, by day; and what applications told of it, each once.
CREATE TABLE used (
  application text NOT NULL,
  person text NOT NULL,
  what text NOT NULL,
  operation text NOT NULL,
  day date NOT NULL,
  times bigint NOT NULL,
  PRIMARY KEY (application, person, what, operation, day)
);
CREATE INDEX used_by_day ON used (application, day);
CREATE TABLE use_told (
  application text NOT NULL,
  name text NOT NULL,
  digest text NOT NULL,
  told_by text NOT NULL,
  told_at timestamptz NOT NULL,
  lines bigint NOT NULL,
  counted bigint NOT NULL,
  PRIMARY KEY (application, name)
);
