-- The table in which an application keeps who signs in to it is a source of people too.
ALTER TABLE source DROP CONSTRAINT source_kind_check;
ALTER TABLE source ADD CONSTRAINT source_kind_check CHECK (kind IN ('scim', 'ldap', 'application'));
