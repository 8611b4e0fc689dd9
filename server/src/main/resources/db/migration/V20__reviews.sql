-- Access reviews: what was asked of whom, what they answered, and the sealed result.
CREATE TABLE review (
  id text PRIMARY KEY,
  application text NOT NULL,
  name text NOT NULL,
  scope jsonb NOT NULL,
  asked text NOT NULL,
  named text NOT NULL,
  stand_ins text NOT NULL,
  note text NOT NULL,
  owner text NOT NULL,
  based_on bigint NOT NULL,
  started_at timestamptz NOT NULL,
  due_at timestamptz NOT NULL,
  every_months integer NOT NULL,
  followed boolean NOT NULL,
  reminded integer NOT NULL,
  state text NOT NULL,
  closed_at timestamptz,
  draft text,
  sealed_at timestamptz,
  publication bigint,
  document text,
  digest text,
  version bigint NOT NULL
);
CREATE INDEX review_by_digest ON review (digest);
CREATE TABLE review_right (
  review text NOT NULL REFERENCES review,
  number integer NOT NULL,
  person text NOT NULL,
  kind text NOT NULL,
  element text NOT NULL,
  what text NOT NULL,
  through text NOT NULL,
  reviewer text NOT NULL,
  passed_from text,
  looked_at timestamptz,
  answer text,
  reason text NOT NULL,
  until_at timestamptz,
  role text,
  answered_by text,
  answered_at timestamptz,
  gone_at timestamptz,
  version bigint NOT NULL,
  PRIMARY KEY (review, number)
);
CREATE INDEX review_right_by_reviewer ON review_right (reviewer, review);
