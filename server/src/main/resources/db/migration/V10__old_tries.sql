-- What is old is deleted at every wrong try and every sign-in, and is found without reading the rest.
CREATE INDEX ON attempt (last_try);
CREATE INDEX ON known_device (last_used);
