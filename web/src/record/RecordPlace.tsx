import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { filledIn } from '../app/address';
import { Facts } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { exactly } from '../app/when';
import { number } from '../ask/said';
import { Answer } from '../ask/WhoCan';
import { Working } from '../ask/Working';
import { recordAddress } from './address';

type Sheet = Schemas['RecordAccess'];
type Place = Sheet['places'][number];
type Key = { application: string; type: string; record: string };

/** One record: where it belongs, who reaches it and how, its shares, and when that changed. */
export default function RecordPlace() {
  const { application = '', type = '', record = '' } = useParams();
  const key = { application, type, record };
  const sheet = useQuery({
    queryKey: keys.recordAccess(key),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/record-access', {
          signal,
          params: { path: { application }, query: { type, record } },
        }),
      ),
    retry: false,
  });
  const [operation, setOperation] = useState('view');
  useEffect(() => {
    document.title = `${sheet.data?.singular ?? ''} ${record} · Nembar`;
  }, [sheet.data, record]);
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '0 20px 40px' }}>
      {sheet.isPending && <Working lines={12} />}
      {sheet.isError && <Trouble error={sheet.error} again={() => sheet.refetch()} />}
      {sheet.data && (
        <>
          <Head of={key} sheet={sheet.data} />
          <Operations sheet={sheet.data} operation={operation} onOperation={setOperation} />
          <Answer
            key={operation}
            application={application}
            at=""
            doing={{ kind: 'cell', type, operation }}
            record={record}
            where=""
          />
          <Since of={key} />
        </>
      )}
    </Box>
  );
}

function Head({ of, sheet }: { of: Key; sheet: Sheet }) {
  return (
    <>
      <Typography variant="h1" sx={{ pt: 2.25 }}>
        {sheet.singular} {sheet.key}
        {sheet.title && sheet.title !== sheet.key && `, ${sheet.title}`}
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(300px, 1fr))',
          gap: 4,
          mt: 1.5,
          mb: 2.5,
        }}
      >
        <section aria-label="Where it belongs">
          <Facts
            facts={[
              ...sheet.places.map((one): [string, React.ReactNode] => [
                one.what,
                <Name key={one.what} place={one} />,
              ]),
              ...(sheet.parent
                ? [
                    [
                      'Belongs to',
                      <MuiLink
                        key="parent"
                        component={Link}
                        to={recordAddress(
                          of.application,
                          sheet.parent.type,
                          sheet.parent.key ?? '',
                        )}
                      >
                        {sheet.parent.title.toLowerCase()} {sheet.parent.key}
                      </MuiLink>,
                    ] as [string, React.ReactNode],
                  ]
                : []),
              ...(sheet.children.length > 0
                ? [
                    [
                      'Has',
                      sheet.children.map((one) => <div key={one.type}>{childrenOf(one)}</div>),
                    ] as [string, React.ReactNode],
                  ]
                : []),
            ]}
          />
        </section>
        <Shares of={of} sheet={sheet} />
      </Box>
    </>
  );
}

/** How many records of a kind belong to it. */
const childrenOf = ({ title, records }: Sheet['children'][number]) =>
  records === undefined
    ? `${title.toLowerCase()}; how many is not yours to see`
    : `${records === 0 ? 'no' : number(records)} ${title.toLowerCase()}`;

const PLACES: Record<string, (key: string) => string> = {
  person: (key) => `/people/p/${encodeURIComponent(key)}`,
  account: (key) => `/people/accounts/${encodeURIComponent(key)}`,
  team: (key) => `/people/teams/${encodeURIComponent(key)}`,
};

function Name({ place }: { place: Place }) {
  const to = PLACES[place.kind]?.(place.key);
  return to ? (
    <MuiLink component={Link} to={to}>
      {place.name}
    </MuiLink>
  ) : (
    place.name
  );
}

function Shares({ of, sheet }: { of: Key; sheet: Sheet }) {
  const shares = `/bench/${of.application}?list=directShares`;
  return (
    <section aria-label="Shares of this record">
      <Typography variant="h3" component="h2" color="textSecondary">
        Shares of this record
      </Typography>
      {sheet.shares.length === 0 && (
        <Typography color="textSecondary">Nobody has it by a share of its own.</Typography>
      )}
      {sheet.shares.map((one) => (
        <Box key={one.key} sx={{ my: 0.75 }}>
          <MuiLink component={Link} to={`${shares}&element=${encodeURIComponent(one.key)}`}>
            {one.words}
          </MuiLink>
        </Box>
      ))}
      <Button
        component={Link}
        variant="outlined"
        to={shares}
        state={{ begin: { recordType: of.type, record: of.record } }}
        sx={{ mt: 1 }}
      >
        Open this record to somebody
      </Button>
    </section>
  );
}

/** What can be done with it, by how many people; one of them is told about below. */
function Operations({
  sheet,
  operation,
  onOperation,
}: {
  sheet: Sheet;
  operation: string;
  onOperation: (operation: string) => void;
}) {
  return (
    <Box
      role="group"
      aria-label="Who can do what"
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}
    >
      {sheet.operations.map((one) => (
        <Button
          key={one.key}
          variant={one.key === operation ? 'contained' : 'outlined'}
          aria-pressed={one.key === operation}
          onClick={() => onOperation(one.key)}
        >
          {one.label}: {reach(one)}
        </Button>
      ))}
    </Box>
  );
}

/** By how many people, externals among them, and more whom one may not see. */
export function reach({ people, externals, withheld }: Sheet['operations'][number]): string {
  const seen = people === 0 && withheld === 0 ? 'nobody' : number(people);
  return (
    seen +
    (externals > 0 ? `, ${number(externals)} external` : '') +
    (withheld > 0 ? ` and ${number(withheld)} whom you may not see` : '')
  );
}

/** When who can do something with it became another, and by which publication. */
function Since({ of }: { of: Key }) {
  const [asked, setAsked] = useState(false);
  const { application, type, record } = of;
  const told = useQuery({
    queryKey: keys.recordAccessHistory(of),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/record-access/history', {
          signal,
          params: { path: { application }, query: { type, record } },
        }),
      ),
    enabled: asked,
    retry: false,
  });
  return (
    <Box component="section" aria-label="When that changed" sx={{ mt: 4, maxWidth: 900 }}>
      <Typography variant="h3" component="h2" color="textSecondary">
        When that changed
      </Typography>
      {!asked && (
        <Button variant="outlined" onClick={() => setAsked(true)} sx={{ mt: 1 }}>
          Look through the last publications
        </Button>
      )}
      {asked && told.isPending && <Working lines={3} />}
      {told.isError && <Trouble error={told.error} again={() => told.refetch()} />}
      {told.data && (
        <>
          {told.data.changed.map((one) => (
            <Box key={one.number} sx={{ mt: 1 }}>
              <MuiLink component={Link} to={`/ledger/${application}/${one.number}`}>
                Publication no. {one.number}
              </MuiLink>
              , {exactly(one.at)}, {one.author}: {one.reason}
              {one.changes.map((change) => (
                <Box key={change.operation} sx={{ pl: 2, color: 'text.secondary' }}>
                  {said(change)}
                </Box>
              ))}
            </Box>
          ))}
          <Typography color="textSecondary" sx={{ mt: 1 }}>
            {told.data.changed.length === 0 && 'None of them changed who reaches it. '}
            {told.data.looked === 1
              ? 'One publication was looked at'
              : `The last ${number(told.data.looked)} publications were looked at`}
            {told.data.more ? ', there are earlier ones' : ', all there are'}; the record is taken
            as it is today.
          </Typography>
          {told.data.more && (
            <MuiLink component={Link} to={`/ledger/${application}?${filledIn({ search: type })}`}>
              Look in the ledger
            </MuiLink>
          )}
        </>
      )}
    </Box>
  );
}

/** Who can since then, and who cannot any more. */
export function said(change: Schemas['ReachChange']): string {
  const names = (some: string[], all: number) =>
    `${some.join(', ')}${all > some.length ? ` and ${number(all - some.length)} more` : ''}`;
  const gained =
    change.gains > 0 ? [`${names(change.gained, change.gains)} can ${change.operation} it`] : [];
  const lost =
    change.losses > 0
      ? [`${names(change.lost, change.losses)} cannot ${change.operation} it any more`]
      : [];
  return `${[...gained, ...lost].join('; ')}.`;
}
