-- When the database of an application was last looked at, and what of the catalogue could not be read there.
CREATE TABLE schema_look (
  application text PRIMARY KEY REFERENCES application ON DELETE CASCADE,
  looked_at timestamptz NOT NULL,
  -- Why it could not be looked at; what was seen before stays.
  failure text,
  differences integer NOT NULL,
  -- Pairs of a table and a column; an empty column for all of a table.
  lost jsonb NOT NULL
);
