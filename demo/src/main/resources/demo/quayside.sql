-- Quayside, the repair yard's job book: unlike Towline in everything technical. Numbers, UUIDs and several columns for
-- keys, people and customers of its own, a link table, partitions, enumerations, domains and quoted names.
CREATE SCHEMA yard;
SET search_path = yard;

CREATE TYPE job_state AS ENUM ('asked for', 'on the slip', 'afloat', 'handed over');
CREATE DOMAIN invoice_no AS varchar(12) CHECK (VALUE ~ '^Q[0-9]+$');
CREATE DOMAIN trade AS text CHECK (VALUE IN ('hull', 'engine', 'rigging', 'paint'));

CREATE TABLE staff (
  id integer PRIMARY KEY,
  email text NOT NULL UNIQUE,
  full_name text NOT NULL,
  job_title text NOT NULL,
  phone text,
  hourly_wage numeric(7, 2) NOT NULL,
  active boolean NOT NULL DEFAULT true
);
CREATE TABLE staff_fitness (
  staff_id integer PRIMARY KEY REFERENCES staff ON DELETE CASCADE,
  blood_group char(3) NOT NULL,
  medical_note text,
  fit_until date NOT NULL
);
COMMENT ON TABLE staff_fitness IS 'Fitness for work';
CREATE TABLE customers (
  id uuid PRIMARY KEY,
  code text NOT NULL UNIQUE,
  name text NOT NULL,
  email text,
  credit_limit numeric(12, 2) NOT NULL
);
CREATE TABLE "Docks" (
  "Dock No" smallint PRIMARY KEY,
  "Name" text NOT NULL,
  length_m numeric(5, 1) NOT NULL,
  covered boolean NOT NULL
);
CREATE TABLE jobs (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_no text NOT NULL UNIQUE,
  customer_id uuid NOT NULL REFERENCES customers,
  dock smallint REFERENCES "Docks",
  responsible_id integer NOT NULL REFERENCES staff,
  vessel text NOT NULL,
  state job_state NOT NULL,
  opened date NOT NULL,
  due date,
  quote numeric(12, 2) NOT NULL,
  cost numeric(12, 2) NOT NULL,
  margin numeric(12, 2) GENERATED ALWAYS AS (quote - cost) STORED
);
COMMENT ON TABLE jobs IS 'Repair jobs';
COMMENT ON COLUMN jobs.job_no IS 'Job number';
CREATE TABLE job_lines (
  job_id bigint NOT NULL REFERENCES jobs ON DELETE CASCADE,
  line_no smallint NOT NULL,
  description text NOT NULL,
  trade trade NOT NULL,
  hours numeric(6, 2) NOT NULL,
  price numeric(10, 2) NOT NULL,
  PRIMARY KEY (job_id, line_no)
);
CREATE TABLE job_photos (
  id uuid PRIMARY KEY,
  job_id bigint NOT NULL,
  line_no smallint NOT NULL,
  taken_at timestamptz NOT NULL,
  caption text,
  exif jsonb,
  FOREIGN KEY (job_id, line_no) REFERENCES job_lines ON DELETE CASCADE
);
CREATE TABLE crews (
  id smallint PRIMARY KEY,
  name text NOT NULL UNIQUE,
  trade trade NOT NULL,
  lead_id integer REFERENCES staff
);
CREATE TABLE job_crews (
  job_id bigint NOT NULL REFERENCES jobs ON DELETE CASCADE,
  crew_id smallint NOT NULL REFERENCES crews,
  PRIMARY KEY (job_id, crew_id)
);
CREATE TABLE work_logs (
  day date NOT NULL,
  entry integer NOT NULL,
  job_id bigint NOT NULL REFERENCES jobs,
  staff_id integer NOT NULL REFERENCES staff,
  hours numeric(4, 2) NOT NULL,
  PRIMARY KEY (day, entry)
) PARTITION BY RANGE (day);
CREATE TABLE work_logs_older PARTITION OF work_logs FOR VALUES FROM (MINVALUE) TO ('2026-07-01');
CREATE TABLE work_logs_newer PARTITION OF work_logs FOR VALUES FROM ('2026-07-01') TO (MAXVALUE);
CREATE TABLE invoices (
  number invoice_no PRIMARY KEY,
  job_id bigint NOT NULL REFERENCES jobs,
  issued date NOT NULL,
  amount numeric(12, 2) NOT NULL,
  paid boolean NOT NULL
);
CREATE TABLE user_sessions (token text PRIMARY KEY, staff_id integer NOT NULL, started timestamptz NOT NULL);
CREATE TABLE schema_migrations (version bigint PRIMARY KEY);
CREATE TABLE tide_readings (at timestamptz, gauge text, height numeric(4, 2));
CREATE VIEW jobs_overdue AS SELECT job_no, due FROM jobs WHERE due < current_date AND state <> 'handed over';

INSERT INTO staff
SELECT row_number() OVER (), email, initcap(replace(split_part(email, '@', 1), '.', ' ')), title,
       '+44 1632 960' || lpad((100 + row_number() OVER ())::text, 3, '0'), 18 + 3 * length(title) % 17, true
  FROM (VALUES
    ('malachy.burke@larkwater.example', 'Yard manager'), ('hedda.nyquist@larkwater.example', 'Planner'),
    ('fergus.dunmore@larkwater.example', 'Foreman'), ('jarek.wolny@larkwater.example', 'Foreman'),
    ('stellan.brock@larkwater.example', 'Shipwright'), ('tove.ansgar@larkwater.example', 'Fitter'),
    ('rufus.tannahill@larkwater.example', 'Fitter'), ('keziah.moss@larkwater.example', 'Painter'),
    ('corin.blythe@larkwater.example', 'Rigger'), ('winifred.stroud@larkwater.example', 'Stores'),
    ('nadia.verhoeven@larkwater.example', 'Invoices'), ('idris.munro@larkwater.example', 'Systems'),
    ('magnus.keel@keelmark.example', 'Surveyor'), ('jasper.quay@mole-and-quay.example', 'Agent')) AS one (email, title);
INSERT INTO staff_fitness
SELECT id, (ARRAY['A+', 'O-', 'B+', 'AB-'])[1 + id % 4], NULL, date '2026-12-01' + 11 * id FROM staff WHERE id <= 9;
INSERT INTO customers
SELECT md5('customer ' || code)::uuid, code, name, 'accounts@' || code || '.example', 20000 + 2500 * length(name)
  FROM (VALUES
    ('larkwater', 'Larkwater Barge Lines'), ('keelmark', 'Keelmark Inspection'), ('mole-and-quay', 'Mole and Quay'),
    ('northfell-ore', 'Northfell Ore'), ('wold-timber', 'Wold Timber'), ('eddystow-oil', 'Eddystow Oil'),
    ('sandwick-ferries', 'Sandwick Ferries'), ('tern-island-pilots', 'Tern Island Pilots')) AS one (code, name);
INSERT INTO "Docks" VALUES (1, 'North slip', 62.5, false), (2, 'South slip', 48.0, false), (3, 'The shed', 35.0, true);
INSERT INTO crews
SELECT row_number() OVER (), name, trade, 2 + row_number() OVER ()
  FROM (VALUES ('Red crew', 'hull'), ('Blue crew', 'engine'), ('Riggers', 'rigging'), ('Painters', 'paint')) AS one (name, trade);
INSERT INTO jobs (job_no, customer_id, dock, responsible_id, vessel, state, opened, due, quote, cost)
SELECT 'J-' || (2600 + i), (SELECT id FROM customers ORDER BY code OFFSET i % 8 LIMIT 1), CASE WHEN i % 5 > 0 THEN 1 + i % 3 END,
       1 + i * 5 % 14, (ARRAY['Osprey', 'Heron', 'Curlew', 'Dunlin', 'Plover', 'Teal', 'Wigeon'])[1 + i % 7] || ' ' || (1 + i % 9),
       (ARRAY['asked for', 'on the slip', 'afloat', 'handed over']::job_state[])[1 + i % 4], date '2026-01-05' + i,
       date '2026-02-01' + i, 900 + 37 * (i * 13 % 97), 500 + 29 * (i * 11 % 83)
  FROM generate_series(1, 280) i;
INSERT INTO job_lines
SELECT id, n, (ARRAY['Scrape and prime', 'Renew plating', 'Overhaul pump', 'Re-reeve', 'Two coats'])[1 + (id + n) % 5],
       (ARRAY['hull', 'engine', 'rigging', 'paint'])[1 + (id + n) % 4], 2 + (id * n) % 23, 80 + (id * 7 + n * 31) % 900
  FROM jobs, generate_series(1, 5) n WHERE n <= 1 + id % 5;
INSERT INTO job_photos
SELECT md5('photo ' || job_id || ' ' || line_no)::uuid, job_id, line_no, timestamptz '2026-02-01 09:00Z' + job_id * interval '7 hours',
       'Line ' || line_no, '{"camera": "yard"}'
  FROM job_lines WHERE (job_id + line_no) % 3 = 0;
INSERT INTO job_crews SELECT id, n FROM jobs, generate_series(1, 4) n WHERE (id + n) % 3 = 0;
INSERT INTO work_logs
SELECT date '2026-01-12' + (i / 5), i, 1 + i % 280, 1 + i * 3 % 9, 1 + i % 8 FROM generate_series(1, 1400) i;
INSERT INTO invoices SELECT 'Q' || (70000 + id), id, due, quote, id % 3 = 0 FROM jobs WHERE state = 'handed over';
INSERT INTO tide_readings SELECT timestamptz '2026-11-01 00:00Z' + i * interval '1 hour', 'pier', i % 5 FROM generate_series(1, 200) i;
INSERT INTO schema_migrations VALUES (1), (2), (3);

GRANT USAGE ON SCHEMA yard TO quayside_reader;
GRANT SELECT ON ALL TABLES IN SCHEMA yard TO quayside_reader;
REVOKE ALL ON user_sessions FROM quayside_reader;
