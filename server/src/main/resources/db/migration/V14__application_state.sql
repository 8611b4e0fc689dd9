-- Whether anybody has access: open, paused, or ended once it was taken away.
ALTER TABLE application ADD COLUMN state text NOT NULL DEFAULT 'open' CHECK (state IN ('open', 'paused', 'ended'));
