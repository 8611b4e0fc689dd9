-- Towline, the governed application of the demo: its own database, its own schema.
CREATE SCHEMA towline;
SET search_path = towline;

CREATE TABLE person (key text PRIMARY KEY);
CREATE TABLE unit (key text PRIMARY KEY);
CREATE TABLE team (key text PRIMARY KEY);

CREATE TABLE account (
  key text PRIMARY KEY,
  name text NOT NULL,
  town text,
  manager text REFERENCES person,
  since date,
  credit_limit numeric(12, 2)
);

CREATE TABLE voyage (
  number text PRIMARY KEY,
  name text NOT NULL,
  vessel text NOT NULL,
  origin text NOT NULL,
  destination text NOT NULL,
  basin text REFERENCES unit,
  dispatcher text REFERENCES person,
  status text NOT NULL,
  departs timestamptz NOT NULL,
  arrives timestamptz,
  margin numeric(12, 2)
);

CREATE TABLE cargo_lot (
  number text PRIMARY KEY,
  description text NOT NULL,
  voyage text REFERENCES voyage,
  shipper text REFERENCES account,
  basin text REFERENCES unit,
  clerk text REFERENCES person,
  goods text NOT NULL,
  tonnes numeric(9, 1) NOT NULL,
  loads_on date,
  status text NOT NULL,
  under_seal boolean NOT NULL
);

CREATE TABLE inspection (
  number text PRIMARY KEY,
  finding text NOT NULL,
  cargo_lot text REFERENCES cargo_lot,
  inspector text REFERENCES person,
  inspected_on date NOT NULL,
  result text NOT NULL,
  moisture numeric(4, 1)
);

CREATE TABLE berth_booking (
  number text PRIMARY KEY,
  berth text NOT NULL,
  port text NOT NULL,
  voyage text REFERENCES voyage,
  agent text REFERENCES account,
  basin text REFERENCES unit,
  planner text REFERENCES person,
  arrives timestamptz NOT NULL,
  hours bigint NOT NULL,
  confirmed boolean NOT NULL
);

CREATE TABLE contract (
  number text PRIMARY KEY,
  title text NOT NULL,
  account text REFERENCES account,
  manager text REFERENCES person,
  team text REFERENCES team,
  starts date NOT NULL,
  ends date,
  rate numeric(8, 2)
);

CREATE TABLE document (
  number text PRIMARY KEY,
  title text NOT NULL,
  contract text REFERENCES contract,
  account text REFERENCES account,
  filed_by text REFERENCES person,
  filed_on date NOT NULL,
  kind text NOT NULL
);

CREATE TABLE invoice (
  number text PRIMARY KEY,
  subject text NOT NULL,
  account text REFERENCES account,
  voyage text REFERENCES voyage,
  clerk text REFERENCES person,
  unit text REFERENCES unit,
  amount numeric(12, 2) NOT NULL,
  issued_on date NOT NULL,
  due_on date NOT NULL,
  status text NOT NULL
);

CREATE TABLE credit_note (
  number text PRIMARY KEY,
  reason text NOT NULL,
  invoice text REFERENCES invoice,
  clerk text REFERENCES person,
  amount numeric(12, 2) NOT NULL,
  issued_on date NOT NULL
);

CREATE TABLE incident (
  number text PRIMARY KEY,
  summary text NOT NULL,
  reporter text REFERENCES person,
  basin text REFERENCES unit,
  voyage text REFERENCES voyage,
  severity text NOT NULL,
  happened timestamptz NOT NULL,
  closed boolean NOT NULL
);

CREATE TABLE claim (
  number text PRIMARY KEY,
  subject text NOT NULL,
  account text REFERENCES account,
  handler text REFERENCES person,
  team text REFERENCES team,
  cargo_lot text REFERENCES cargo_lot,
  claimed numeric(12, 2) NOT NULL,
  reserve numeric(12, 2),
  status text NOT NULL
);

CREATE TABLE crew_member (
  number text PRIMARY KEY,
  name text NOT NULL,
  vessel text NOT NULL,
  basin text REFERENCES unit,
  officer text REFERENCES person,
  rank text NOT NULL,
  pay_grade text,
  address text,
  birth_date date
);

CREATE TABLE medical_note (
  number text PRIMARY KEY,
  note text NOT NULL,
  crew_member text REFERENCES crew_member,
  written_by text REFERENCES person,
  written_on date NOT NULL,
  fit boolean NOT NULL
);

CREATE INDEX ON account (manager);
CREATE INDEX ON voyage (basin);
CREATE INDEX ON voyage (dispatcher);
CREATE INDEX ON cargo_lot (voyage);
CREATE INDEX ON cargo_lot (shipper);
CREATE INDEX ON cargo_lot (basin);
CREATE INDEX ON cargo_lot (clerk);
CREATE INDEX ON inspection (cargo_lot);
CREATE INDEX ON inspection (inspector);
CREATE INDEX ON berth_booking (voyage);
CREATE INDEX ON berth_booking (agent);
CREATE INDEX ON berth_booking (basin);
CREATE INDEX ON berth_booking (planner);
CREATE INDEX ON contract (account);
CREATE INDEX ON contract (manager);
CREATE INDEX ON contract (team);
CREATE INDEX ON document (contract);
CREATE INDEX ON document (account);
CREATE INDEX ON document (filed_by);
CREATE INDEX ON invoice (account);
CREATE INDEX ON invoice (voyage);
CREATE INDEX ON invoice (clerk);
CREATE INDEX ON invoice (unit);
CREATE INDEX ON credit_note (invoice);
CREATE INDEX ON credit_note (clerk);
CREATE INDEX ON incident (reporter);
CREATE INDEX ON incident (basin);
CREATE INDEX ON incident (voyage);
CREATE INDEX ON claim (account);
CREATE INDEX ON claim (handler);
CREATE INDEX ON claim (team);
CREATE INDEX ON claim (cargo_lot);
CREATE INDEX ON crew_member (basin);
CREATE INDEX ON crew_member (officer);
CREATE INDEX ON medical_note (crew_member);
CREATE INDEX ON medical_note (written_by);
