-- Applications whose record index is kept.
CREATE TABLE record_index (
  application text PRIMARY KEY,
  kept_by text NOT NULL,
  since timestamptz NOT NULL
);
