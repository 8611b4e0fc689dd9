import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { Listing } from '../app/Listing';
import { Search } from '../app/Search';
import { useApplications } from '../ask/answers';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import type { Bench } from '../bench/api';
import { TakeAway } from '../bench/TakeAway';
import type { Working as Drafting } from '../bench/working';
import { type ElementLine, useElements, type Written } from './api';
import { Editor } from './Editor';
import type { Kind } from './kinds';
import { SentenceShown } from './SentenceShown';

type Props = { bench: Bench; working: Drafting; kind: Kind };

/** What is being written; kept here, so that turning the page of the list loses nothing of it. */
type Writing = { element: Written; fresh: boolean };

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
    begun ? { element: { ...kind.blank(bench, freshKey(kind)), ...begun }, fresh: true } : null,
  );
  const [away, setAway] = useState<ElementLine | null>(null);
  useEffect(() => {
    if (begun) {
      // What was begun elsewhere is begun once: not again after a reload.
      go({ pathname, search: address }, { replace: true, state: null });
    }
  }, [begun, go, pathname, address]);
  const { asked, change, page, turn, list } = useElements(application, draft, kind.list);
  const lines = list.data?.elements ?? [];
  const editor = ({ element, fresh }: Writing) => (
    <Editor
      key={element.key}
      application={application}
      bench={bench}
      zone={zone}
      draft={draft}
      kind={kind}
      element={element}
      fresh={fresh}
      onChange={(next) => setWritten({ element: next, fresh })}
      onKeep={(change) => {
        working.edit([change]);
        setWritten(null);
      }}
      onClose={() => setWritten(null)}
    />
  );
  const standing = lines.some((one) => one.key === written?.element.key);
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1.5 }}>
        <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
          {kind.title}
        </Typography>
        <Button
          variant="contained"
          onClick={() => setWritten({ element: kind.blank(bench, freshKey(kind)), fresh: true })}
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
          onClick={() => change({ sort: asked.sort === 'people' ? '' : 'people' })}
        >
          {asked.sort === 'people' ? 'Sorted by people' : 'In the order of the design'}
        </Button>
      </Box>
      {written && !standing && editor(written)}
      {list.isPending && <Working lines={8} />}
      <Listing
        label={kind.title}
        heads={['What it says', 'People', 'What can be done']}
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
                onEdit={() => setWritten({ element: one.element as Written, fresh: false })}
                onCopy={() =>
                  setWritten({
                    element: { ...(one.element as Written), key: freshKey(kind) },
                    fresh: true,
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

const text = (line: ElementLine) => line.sentence.map((one) => one.text).join('');

function Line({
  line,
  onEdit,
  onCopy,
  onAway,
  onBack,
}: {
  line: ElementLine;
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
          <SentenceShown pieces={line.sentence} />
          {line.state !== 'published' && (
            <Box component="span" sx={{ color: 'warning.main', fontSize: 13 }}>
              {' '}
              {gone ? 'taken away by the draft' : `${line.state} in the draft`}
            </Box>
          )}
          {line.idle && !gone && (
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>Does nothing: {line.idle}</Box>
          )}
        </Box>
      </td>
      <td>{line.people === 0 ? 'nobody' : number(line.people)}</td>
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
