-- An organisation is an account, by one word.
ALTER TABLE organisation RENAME TO account_terms;
ALTER TABLE organisation_domain RENAME TO account_domain;

-- What is kept as JSON: settings of LDAP sources, batches and their rows, acts that wait.
UPDATE source SET settings = (settings - 'organisation') || jsonb_build_object('account', settings -> 'organisation')
 WHERE settings ? 'organisation';
UPDATE source SET settings = jsonb_set(settings, '{mapping}',
       (settings -> 'mapping') - 'organisation' || jsonb_build_object('account', settings #> '{mapping,organisation}'))
 WHERE settings -> 'mapping' ? 'organisation';
UPDATE bring_in SET content = jsonb_set(content, '{placing}',
       (content -> 'placing') - 'organisation' || jsonb_build_object('account', content #> '{placing,organisation}'))
 WHERE content -> 'placing' ? 'organisation';
UPDATE bring_in SET content = jsonb_set(content, '{mapping}',
       (SELECT jsonb_object_agg(key, CASE value WHEN '"organisation"' THEN '"account"' ELSE value END)
          FROM jsonb_each(content -> 'mapping')))
 WHERE content -> 'mapping' <> '{}';
UPDATE bring_in_row SET cells = (cells - 'organisation') || jsonb_build_object('account', cells -> 'organisation')
 WHERE cells ? 'organisation';
UPDATE approval_request SET act = 'account' WHERE act = 'organisation';
UPDATE approval_request SET body = jsonb_set(body, '{place}',
       (body -> 'place') - 'organisation' || jsonb_build_object('account', body #> '{place,organisation}'))
 WHERE body -> 'place' ? 'organisation';
