-- Tokens are known in memory. Each that is made, renewed or ended moves this number, which every
-- server reads with each request, together with the edition.
CREATE TABLE token_edition (
  id integer PRIMARY KEY CHECK (id = 1),
  number bigint NOT NULL
);
INSERT INTO token_edition VALUES (1, 0);
