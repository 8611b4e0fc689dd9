import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Pages } from '../app/Pages';
import { Rows } from '../app/parts';
import { Search } from '../app/Search';
import { Trouble } from '../app/Trouble';
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

const SIZE = 25;

type Props = { bench: Bench; working: Drafting; kind: Kind };

/** All elements of one kind, each its sentence; one of them can be written where it stands. */
export function ElementsWork({ bench, working, kind }: Props) {
  const application = bench.application.key;
  const draft = working.tray?.draft;
  const applications = useApplications();
  const zone = applications.data?.find((one) => one.key === application)?.zone ?? 'UTC';
  const [search, setSearch] = useState('');
  const [byPeople, setByPeople] = useState(false);
  const [page, setPage] = useState(0);
  const [written, setWritten] = useState<Written | null>(null);
  const [away, setAway] = useState<ElementLine | null>(null);
  const elements = useElements(application, draft, {
    list: kind.list,
    search,
    sort: byPeople ? 'people' : '',
    page,
    size: SIZE,
  });
  useEffect(() => {
    if (elements.data && page > 0 && elements.data.elements.length === 0) {
      setPage(0);
    }
  }, [elements.data, page]);

  /** A key that nothing has: elements that are sentences are known by what they say. */
  const fresh = () => `${kind.one.replaceAll(' ', '-')}-${crypto.randomUUID().slice(0, 8)}`;
  const lines = elements.data?.elements ?? [];
  const editor = (begin: Written) => (
    <Editor
      key={begin.key}
      application={application}
      bench={bench}
      zone={zone}
      draft={draft}
      kind={kind}
      begin={begin}
      fresh={!lines.some((one) => one.key === begin.key)}
      onKeep={(change) => {
        working.edit([change]);
        setWritten(null);
      }}
      onClose={() => setWritten(null)}
    />
  );
  const standing = lines.some((one) => one.key === written?.key);
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1.5 }}>
        <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
          {kind.title}
        </Typography>
        <Button
          variant="contained"
          onClick={() => setWritten(kind.blank(bench, fresh()))}
          aria-label={`New ${kind.one}`}
        >
          New
        </Button>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mb: 1 }}>
        <Search
          label="Find by what it says"
          value={search}
          onSearch={(next) => {
            setSearch(next);
            setPage(0);
          }}
        />
        <Button variant="text" size="small" onClick={() => setByPeople(!byPeople)}>
          {byPeople ? 'Sorted by people' : 'In the order of the design'}
        </Button>
      </Box>
      {written && !standing && editor(written)}
      {elements.isPending && <Working lines={8} />}
      {elements.isError && <Trouble error={elements.error} again={() => elements.refetch()} />}
      {elements.data && lines.length === 0 && (
        <Typography color="textSecondary">
          {search === '' ? `There is no ${kind.one} yet.` : 'None says that.'}
        </Typography>
      )}
      {lines.length > 0 && (
        <Rows aria-label={kind.title} sx={{ opacity: elements.isPlaceholderData ? 0.6 : 1 }}>
          <thead>
            <tr>
              <th scope="col">What it says</th>
              <th scope="col">People</th>
              <th scope="col">
                <span style={{ position: 'absolute', left: -9999 }}>What can be done</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map((one) =>
              one.key === written?.key ? (
                <tr key={one.key}>
                  <td colSpan={3}>{editor(written)}</td>
                </tr>
              ) : (
                <Line
                  key={one.key}
                  line={one}
                  onEdit={() => setWritten(one.element as Written)}
                  onCopy={() => setWritten({ ...(one.element as Written), key: fresh() })}
                  onAway={() => setAway(one)}
                  onBack={() => working.edit([{ put: kind.list, element: one.element }])}
                />
              ),
            )}
          </tbody>
        </Rows>
      )}
      <Pages page={page} size={SIZE} total={elements.data?.total ?? 0} onPage={setPage} />
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
