import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { DayField } from '../app/Dates';
import { Listing } from '../app/Listing';
import { Search } from '../app/Search';
import { useApplications } from '../ask/answers';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import type { Bench } from '../bench/api';
import { TakeAway } from '../bench/TakeAway';
import type { Working as Drafting } from '../bench/working';
import { type ElementLine, useBroken, useElements, type Written } from './api';
import { startOf } from './days';
import { Editor } from './Editor';
import { filled, type Kind } from './kinds';
import { SentenceShown } from './SentenceShown';

type Props = { bench: Bench; working: Drafting; kind: Kind };

/** In which order a drawer can be, and how that is said. */
const SORTS = [
  ['', 'In the order of the design'],
  ['people', 'Sorted by people'],
  ['records', 'Sorted by records'],
] as const;

/** What is being written; kept here, so that turning the page of the list loses nothing of it. */
type Writing = { element: Written; fresh: boolean; begun: boolean };

/** All elements of one kind, each its sentence; one of them can be written where it stands. */
export function ElementsWork({ bench, working, kind }: Props) {
  const application = bench.application.key;
  const draft = working.tray?.draft;
  const applications = useApplications();
  const zone = applications.data?.find((one) => one.key === application)?.zone ?? 'UTC';
  const go = useNavigate();
  const { state, pathname, search: address } = useLocation();
  const begun = (state as { begin?: Partial<Written> } | null)?.begin;
  const [written, setWritten] = useState<Writing | null>(
    begun
      ? { element: { ...kind.blank(bench, freshKey(kind)), ...begun }, fresh: true, begun: true }
      : null,
  );
  const [away, setAway] = useState<ElementLine | null>(null);
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    if (begun) {
      // What was begun elsewhere is begun once: not again after a reload.
      go({ pathname, search: address }, { replace: true, state: null });
    }
  }, [begun, go, pathname, address]);
  const { asked, change, page, turn, list } = useElements(application, draft, kind.list);
  const lines = list.data?.elements ?? [];
  const broken = useBroken(application, draft, kind.list === 'expectations');
  const order = Math.max(
    0,
    SORTS.findIndex(([sort]) => sort === asked.sort),
  );
  const byRecords = asked.sort === 'records';
  const editor = ({ element, ...how }: Writing) => (
    <Editor
      key={element.key}
      application={application}
      bench={bench}
      zone={zone}
      draft={draft}
      kind={kind}
      element={element}
      {...how}
      onChange={(next) => setWritten({ element: next, ...how })}
      onKeep={(change) => {
        working.edit([change]);
        setWritten(null);
      }}
      onClose={() => setWritten(null)}
    />
  );
  const endable = kind.ends && lines.length > 0;
  const takenLines = lines.filter((one) => taken.has(one.key) && one.state !== 'gone');
  const standing = lines.some((one) => one.key === written?.element.key);
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1.5 }}>
        <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
          {kind.title}
        </Typography>
        <Button
          variant="contained"
          onClick={() =>
            setWritten({
              element: kind.blank(bench, freshKey(kind)),
              fresh: true,
              begun: false,
            })
          }
          aria-label={`New ${kind.one}`}
        >
          New
        </Button>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mb: 1 }}>
        <Search
          label="Find by what it says"
          value={asked.search}
          onSearch={(search) => change({ search })}
        />
        <Button
          variant="text"
          size="small"
          onClick={() => change({ sort: SORTS[(order + 1) % SORTS.length]?.[0] ?? '' })}
        >
          {SORTS[order]?.[1]}
        </Button>
      </Box>
      {endable && takenLines.length > 0 && (
        <EndTogether
          count={takenLines.length}
          onEnd={(day) => {
            const until = day === '' ? undefined : startOf(day, zone, 1);
            working.edit(
              takenLines.map((one) => ({
                put: kind.list,
                element: filled({ ...(one.element as Written), until }),
              })),
            );
            setTaken(new Set());
          }}
        />
      )}
      {written && !standing && editor(written)}
      {list.isPending && <Working lines={8} />}
      <Listing
        label={kind.title}
        heads={['What it says', byRecords ? 'Records' : 'People', 'What can be done']}
        list={list}
        total={(of) => of.total}
        rows={(of) =>
          of.elements.map((one) =>
            one.key === written?.element.key ? (
              <tr key={one.key}>
                <td colSpan={3}>{editor(written)}</td>
              </tr>
            ) : (
              <Line
                key={one.key}
                line={one}
                broken={broken.get(one.key)}
                byRecords={byRecords}
                {...(kind.ends
                  ? {
                      taken: taken.has(one.key),
                      onTake: (on: boolean) => {
                        const next = new Set(taken);
                        if (on) {
                          next.add(one.key);
                        } else {
                          next.delete(one.key);
                        }
                        setTaken(next);
                      },
                    }
                  : {})}
                onEdit={() =>
                  setWritten({ element: one.element as Written, fresh: false, begun: false })
                }
                onCopy={() =>
                  setWritten({
                    element: { ...(one.element as Written), key: freshKey(kind) },
                    fresh: true,
                    begun: true,
                  })
                }
                onAway={() => setAway(one)}
                onBack={() => working.edit([{ put: kind.list, element: one.element }])}
              />
            ),
          )
        }
        none={asked.search === '' ? `There is no ${kind.one} yet.` : 'None says that.'}
        page={page}
        turn={turn}
      />
      {away && (
        <TakeAway
          application={application}
          of={{ list: kind.list, key: away.key }}
          name={`this ${kind.one}`}
          onClose={() => setAway(null)}
          onAway={working.edit}
        />
      )}
    </>
  );
}

/** A key that nothing has: elements that are sentences are known by what they say. */
const freshKey = (kind: Kind) =>
  `${kind.one.replaceAll(' ', '-')}-${crypto.randomUUID().slice(0, 8)}`;

/** How many records it touches; nothing where that depends on who looks, or may not be told. */
const recordsOf = (line: ElementLine) => (line.records === undefined ? '' : number(line.records));

const text = (line: ElementLine) => line.sentence.map((one) => one.text).join('');

/** An end for several at once: sooner or later than they have it, or none. */
function EndTogether({ count, onEnd }: { count: number; onEnd: (day: string) => void }) {
  const [day, setDay] = useState('');
  return (
    <Box
      role="group"
      aria-label="What is done to those taken"
      sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1 }}
    >
      <span>{count === 1 ? '1 taken' : `${count} taken`}: last day</span>
      <DayField label="Last day of those taken" value={day} onChange={setDay} />
      <Button variant="outlined" disabled={day === ''} onClick={() => onEnd(day)}>
        End with this day
      </Button>
      <Button variant="text" onClick={() => onEnd('')}>
        Without an end
      </Button>
    </Box>
  );
}

function Line({
  line,
  byRecords,
  broken,
  taken = false,
  onTake,
  onEdit,
  onCopy,
  onAway,
  onBack,
}: {
  line: ElementLine;
  /** Of an expectation that does not hold: who shows that. */
  broken: string | undefined;
  /** Whether records are told instead of people. */
  byRecords: boolean;
  /** Whether it is among those that get an end together. */
  taken?: boolean;
  onTake?: (on: boolean) => void;
  onEdit: () => void;
  onCopy: () => void;
  onAway: () => void;
  onBack: () => void;
}) {
  const gone = line.state === 'gone';
  return (
    <tr>
      <td>
        <Box
          sx={{
            py: 0.75,
            overflowWrap: 'anywhere',
            textDecoration: gone ? 'line-through' : 'none',
            ...(line.state !== 'published' && {
              pl: 1.25,
              borderLeft: '2px dashed',
              borderColor: 'warning.main',
            }),
          }}
        >
          {onTake && !gone && (
            <Checkbox
              size="small"
              checked={taken}
              onChange={(_, on) => onTake(on)}
              slotProps={{ input: { 'aria-label': `Take: ${text(line)}` } }}
              sx={{ p: 0, mr: 0.75, verticalAlign: 'top' }}
            />
          )}
          <SentenceShown pieces={line.sentence} />
          {line.state !== 'published' && (
            <Box component="span" sx={{ color: 'warning.main', fontSize: 13 }}>
              {' '}
              {gone ? 'taken away by the draft' : `${line.state} in the draft`}
            </Box>
          )}
          {broken !== undefined && !gone && (
            <Box sx={{ color: 'error.main', fontSize: 13 }}>
              Does not hold{broken === '' ? '' : `: ${broken} shows it`}
            </Box>
          )}
          {line.idle && !gone && (
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>Does nothing: {line.idle}</Box>
          )}
        </Box>
      </td>
      <td>{byRecords ? recordsOf(line) : line.people === 0 ? 'nobody' : number(line.people)}</td>
      <td>
        <Box
          sx={{
            display: 'flex',
            justifyContent: 'flex-end',
            '& button': { whiteSpace: 'nowrap', px: 0.75, minWidth: 0 },
          }}
        >
          {gone ? (
            <Button variant="text" size="small" onClick={onBack}>
              Put it back
            </Button>
          ) : (
            <>
              <Button
                variant="text"
                size="small"
                aria-label={`Edit: ${text(line)}`}
                onClick={onEdit}
              >
                Edit
              </Button>
              <Button
                variant="text"
                size="small"
                aria-label={`Copy: ${text(line)}`}
                onClick={onCopy}
              >
                Copy
              </Button>
              <Button
                variant="text"
                size="small"
                aria-label={`Take away: ${text(line)}`}
                onClick={onAway}
              >
                Take away
              </Button>
            </>
          )}
        </Box>
      </td>
    </tr>
  );
}
