-- What is decided of what stands on the Desk, which kinds are told, and since when items stand.
CREATE TABLE desk_mark (
  item text PRIMARY KEY,
  sentence text NOT NULL,
  reason text NOT NULL,
  until timestamptz,
  handed_to text,
  marked_by text NOT NULL,
  marked_at timestamptz NOT NULL
);
CREATE TABLE desk_kind (
  kind text PRIMARY KEY,
  told boolean NOT NULL,
  people text NOT NULL,
  version bigint NOT NULL
);
CREATE TABLE desk_seen (
  item text PRIMARY KEY,
  kind text NOT NULL,
  application text NOT NULL,
  sentence text NOT NULL,
  people text NOT NULL,
  since timestamptz NOT NULL,
  gone_at timestamptz
);
CREATE INDEX desk_seen_of_application ON desk_seen (application);
CREATE TABLE desk_notice (
  person text PRIMARY KEY,
  daily boolean NOT NULL,
  from_hour integer NOT NULL,
  at_once text NOT NULL,
  sent_on date,
  looked_at timestamptz NOT NULL,
  chosen bigint NOT NULL,
  version bigint NOT NULL
);
CREATE TABLE desk_notice_sent (
  person text NOT NULL,
  item text NOT NULL,
  PRIMARY KEY (person, item)
);
