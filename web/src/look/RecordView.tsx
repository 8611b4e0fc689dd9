import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { Facts } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { useBecause, type WhatCan } from '../ask/answers';
import { Reasons } from '../ask/Because';
import { Shield } from '../ask/marks';
import { shown } from '../ask/RecordTable';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { recordAddress } from '../record/address';
import { Reachers } from '../sentences/Reachers';
import { draftOf, eyesOf, type Look, type RecordSheet, useSheet } from './look';

/** One record as they have it, why they do, and who else reaches it. */
export function RecordView({ look, answer }: { look: Look; answer: WhatCan }) {
  const { looked } = look;
  const eyes = eyesOf(looked);
  const sheet = useSheet(eyes, looked);
  const pick = {
    kind: 'record',
    type: looked.type,
    operation: 'view',
    record: looked.record,
  } as const;
  const because = useBecause(eyes, pick, draftOf(looked));
  const question = { pick, listed: null, because: () => {}, list: () => {} };
  return (
    <>
      <Button variant="outlined" onClick={look.back} sx={{ mb: 1.5 }}>
        Back to the list
      </Button>
      {sheet.isPending && <Working lines={10} />}
      {sheet.isError && <Trouble error={sheet.error} again={() => sheet.refetch()} />}
      {sheet.data && (
        <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 400px', gap: 4 }}>
          <div>
            <Typography variant="h1" component="h2" sx={{ mb: 1.5 }}>
              {sheet.data.singular} {sheet.data.key}
            </Typography>
            {sheet.data.seen ? (
              <Seen look={look} sheet={sheet.data} />
            ) : (
              <Typography>
                {answer.person.name} does not find this record: neither in lists, nor by search, nor
                by its address.
              </Typography>
            )}
          </div>
          <div>
            {because.data && <Reasons answer={because.data} question={question} alone />}
            {because.isError && <Trouble error={because.error} again={() => because.refetch()} />}
            <Box sx={{ mt: 2.5 }}>
              <Reachers
                application={looked.application}
                type={looked.type}
                record={looked.record}
              />
            </Box>
            <Links look={look} />
          </div>
        </Box>
      )}
    </>
  );
}

function Seen({ look, sheet }: { look: Look; sheet: RecordSheet }) {
  return (
    <>
      <Facts
        facts={sheet.columns.map((column, at) => {
          const value = sheet.values[at] ?? { level: 'hidden' };
          return [
            column.label,
            <>
              {column.guarded && <Shield label="guarded" />}{' '}
              {value.level === 'hidden' ? (
                <Box component="span" sx={{ color: 'text.secondary', fontStyle: 'italic' }}>
                  they do not find this field
                </Box>
              ) : (
                shown(value, column.type, sheet.timeZone)
              )}
              {value.level === 'masked' && ' (masked)'}
            </>,
          ];
        })}
      />
      <Typography variant="h3" component="h3" color="textSecondary" sx={{ mt: 2 }}>
        What they would find to do
      </Typography>
      <Typography>
        {sheet.operations.map((one) => one.name).join(' · ') || 'nothing but to look'}
      </Typography>
      {(sheet.parent || sheet.children.length > 0) && (
        <>
          <Typography variant="h3" component="h3" color="textSecondary" sx={{ mt: 2 }}>
            Around it
          </Typography>
          {sheet.parent && (
            <div>
              It belongs to{' '}
              <MuiLink
                component="button"
                onClick={() => look.open(sheet.parent?.type ?? '', sheet.parent?.key ?? '')}
                sx={{ font: 'inherit' }}
              >
                {sheet.parent.title.toLowerCase()} {sheet.parent.key}
              </MuiLink>
            </div>
          )}
          {sheet.children.map((one) => (
            <div key={one.type}>
              {one.records === 0 ? (
                <>no {one.title.toLowerCase()} that they find</>
              ) : (
                <MuiLink
                  component="button"
                  onClick={() => look.list(one.type, sheet.key)}
                  sx={{ font: 'inherit' }}
                >
                  {number(one.records)} {one.title.toLowerCase()}
                </MuiLink>
              )}
            </div>
          ))}
        </>
      )}
    </>
  );
}

function Links({ look }: { look: Look }) {
  const { application, type, record, person } = look.looked;
  const asked = new URLSearchParams({ application, do: `cell:${type}:view`, record });
  return (
    <Box sx={{ mt: 1.5, display: 'grid', gap: 0.75 }}>
      <MuiLink component={Link} to={recordAddress(application, type, record)}>
        Who reaches it, since when, and its shares
      </MuiLink>
      <MuiLink component={Link} to={`/ask/why?person=${person}&${asked}`}>
        What it would take for them to do more
      </MuiLink>
      <MuiLink
        component={Link}
        to={`/bench/${application}?list=directShares`}
        state={{ begin: { recordType: type, record } }}
      >
        Open this record to somebody
      </MuiLink>
    </Box>
  );
}
