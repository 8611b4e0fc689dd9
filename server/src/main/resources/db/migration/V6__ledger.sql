-- Whom a publication concerned: those who gained or lost by it when it was made, and those it named. Worked out after it is made.
CREATE TABLE publication_person (
  publication text NOT NULL REFERENCES publication ON DELETE CASCADE,
  person text NOT NULL,
  PRIMARY KEY (publication, person)
);
CREATE INDEX ON publication_person (person);
ALTER TABLE publication ADD COLUMN people_known boolean NOT NULL DEFAULT false;
CREATE INDEX ON publication (published_at) WHERE NOT people_known;

-- The ledger reads acts and sign-ins by time.
CREATE INDEX ON act (at DESC, id DESC);
CREATE INDEX ON sign_in_event (at DESC, id DESC);

-- How dates are written for somebody; empty for the usual way.
ALTER TABLE preference ADD COLUMN date_style text NOT NULL DEFAULT '';
ALTER TABLE preference ALTER COLUMN date_style DROP DEFAULT;
