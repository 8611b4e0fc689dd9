import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { Pages } from '../app/Pages';
import { Trouble } from '../app/Trouble';
import { Shield } from '../ask/marks';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import type { DraftShown, ImpactLine } from './api';
import { type Example, RecordDialog } from './RecordDialog';

const LINES = 100;

/** Where an impact comes from: a page of it, or one person's with examples. */
export type ImpactSource = {
  /** Tells it from others, for keeping it. */
  key: unknown[];
  load: (page: { page: number; size: number; person?: string }) => Promise<Schemas['ImpactPage']>;
  /** Where one person's lines come with examples of records: what these are opened with. */
  examples?: { application: string; draft: DraftShown };
  /** What is said where nobody gains or loses anything; nothing where it is left out. */
  none?: string;
};

function useImpact(source: ImpactSource, page: number, person?: string) {
  return useQuery({
    queryKey: [...source.key, page, person ?? ''],
    queryFn: () => source.load({ page, size: LINES, ...(person ? { person } : {}) }),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    retry: false,
  });
}

/** What changes for people, by name; a person opens to the records. */
export function Impact({ source }: { source: ImpactSource }) {
  const [page, setPage] = useState(0);
  const impact = useImpact(source, page);
  if (impact.isError) {
    return <Trouble error={impact.error} again={() => impact.refetch()} />;
  }
  if (impact.isPending) {
    return <Working lines={3} />;
  }
  return (
    <Box sx={{ opacity: impact.isPlaceholderData ? 0.6 : 1 }}>
      {impact.data.total === 0 && source.none && (
        <Typography color="textSecondary">{source.none}</Typography>
      )}
      <ImpactPeople lines={impact.data.lines} source={source} />
      <Pages page={page} size={LINES} total={impact.data.total} onPage={setPage} />
    </Box>
  );
}

type OfPerson = { key: string; name: string; external: boolean; lines: ImpactLine[] };

/** Lines by person, in the order in which they come. */
export function byPerson(lines: ImpactLine[]): OfPerson[] {
  const people = new Map<string, OfPerson>();
  for (const line of lines) {
    const known = people.get(line.person);
    if (known) {
      known.lines.push(line);
    } else {
      people.set(line.person, {
        key: line.person,
        name: line.name,
        external: line.external,
        lines: [line],
      });
    }
  }
  return [...people.values()];
}

const guardedFirst = (lines: ImpactLine[]) =>
  [...lines].sort((one, other) => Number(other.guarded) - Number(one.guarded));

/** The first lines of what changes, and how many more there are. */
export function FirstLines({ lines, total }: { lines: ImpactLine[]; total: number }) {
  return (
    <>
      <ImpactPeople lines={lines} />
      {total > lines.length && (
        <Typography color="textSecondary">and {number(total - lines.length)} more</Typography>
      )}
    </>
  );
}

/** Lines person by person; a person opens to all of theirs, and to examples where there are any. */
function ImpactPeople({ lines, source }: { lines: ImpactLine[]; source?: ImpactSource }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <>
      {byPerson(lines).map((one) => (
        <Box
          key={one.key}
          sx={{
            pl: 1,
            mb: 0.5,
            borderLeft: '3px solid',
            borderColor: one.external ? 'secondary.main' : 'transparent',
          }}
        >
          <Button
            variant="text"
            aria-expanded={open === one.key}
            onClick={() => setOpen(open === one.key ? null : one.key)}
            sx={{ color: 'text.primary', p: 0, textAlign: 'left' }}
          >
            {one.name}
          </Button>
          {guardedFirst(one.lines)
            .slice(0, open === one.key ? LINES : 2)
            .map((line) => (
              <ImpactWords key={lineKey(line)} line={line} ofSeveral={ofSeveral(one.lines)} />
            ))}
          {one.lines.length > 2 && open !== one.key && (
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              and {one.lines.length - 2} more
            </Box>
          )}
          {open === one.key && (
            <Box sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
              {source?.examples && <Examples source={source} of={source.examples} person={one} />}
              <MuiLink component={Link} to={`/people/p/${one.key}`}>
                Open the person
              </MuiLink>
            </Box>
          )}
        </Box>
      ))}
    </>
  );
}

const lineKey = (line: ImpactLine) =>
  `${line.account ?? ''} ${line.type} ${line.operation} ${line.field ?? ''} ${line.level ?? ''}`;

/** Whether somebody acts for several accounts, and has lines of more than one of them. */
const ofSeveral = (lines: ImpactLine[]) => new Set(lines.map((one) => one.account)).size > 1;

function ImpactWords({ line, ofSeveral }: { line: ImpactLine; ofSeveral: boolean }) {
  const create = line.operation === 'create' && !line.field;
  const amounts = create
    ? [line.gains ? 'may' : '', line.loses ? 'may not any more' : '']
    : [
        line.gained > 0 ? `+ ${number(line.gained)}` : '',
        line.lost > 0 ? `− ${number(line.lost)}` : '',
      ];
  return (
    <Box sx={{ display: 'flex', gap: 1, fontSize: 13 }}>
      <Box component="span" sx={{ flex: 1 }}>
        {line.guarded && <Shield label="guarded" />} {line.does}
        {ofSeveral && line.accountName && (
          <Box component="span" sx={{ color: 'text.secondary' }}>
            , acting for {line.accountName}
          </Box>
        )}
      </Box>
      <span>
        {line.withheld && !create
          ? 'for those who may see them'
          : amounts.filter((one) => one !== '').join(', ')}
      </span>
    </Box>
  );
}

/** Records of which the person gains or loses something; each opens. */
function Examples({
  source,
  of,
  person,
}: {
  source: ImpactSource;
  of: NonNullable<ImpactSource['examples']>;
  person: OfPerson;
}) {
  const told = useImpact(source, 0, person.key);
  const [open, setOpen] = useState<Example | null>(null);
  const lines = (told.data?.lines ?? []).filter(
    (one) => !one.field && one.gainedExamples.length + one.lostExamples.length > 0,
  );
  return (
    <>
      {lines.slice(0, 4).map((line) => (
        <div key={lineKey(line)}>
          {line.does}: such as{' '}
          {[...line.gainedExamples, ...line.lostExamples].slice(0, 5).map((record, at) => (
            <span key={record}>
              {at > 0 && ', '}
              <MuiLink
                component="button"
                onClick={() => setOpen({ line, record })}
                sx={{ font: 'inherit' }}
              >
                {record}
              </MuiLink>
            </span>
          ))}
        </div>
      ))}
      {open && (
        <RecordDialog
          application={of.application}
          draft={of.draft}
          example={open}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}
