import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import { styled } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { Pages } from '../app/Pages';
import { Remark, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number, quoted } from '../ask/said';
import {
  type DraftShown,
  type EditShown,
  type ImpactLine,
  LINES,
  useConsequences,
  useDrafts,
  useHolders,
  useImpact,
  useTray,
  useTrayAct,
} from './api';
import { BecauseLeaf } from './BecauseLeaf';
import { consequenceWords } from './consequenceWords';
import { DraftsDialog } from './DraftsDialog';
import type { Opened } from './Drawers';
import type { CellRef } from './grid';
import type { Working } from './working';

export type Leaf = 'because' | 'holders' | 'changes';

const Tab = styled('button')(({ theme }) => ({
  font: 'inherit',
  fontSize: 13,
  background: 'none',
  border: 0,
  padding: '10px 0 8px',
  whiteSpace: 'nowrap',
  cursor: 'pointer',
  color: theme.vars?.palette.text.secondary,
  '&[aria-selected="true"]': {
    color: theme.vars?.palette.text.primary,
    fontWeight: 650,
    boxShadow: `inset 0 -2px 0 ${theme.vars?.palette.text.primary}`,
  },
}));

const leaves: [Leaf, string][] = [
  ['because', 'Because'],
  ['holders', 'Who holds it'],
  ['changes', 'What this changes'],
];

type Props = {
  application: string;
  working: Working;
  opened: Opened | null;
  leaf: Leaf;
  /** Key of whom numbers are of; empty for nobody. */
  example: string;
  cursor: CellRef | null;
  onLeaf: (leaf: Leaf) => void;
};

/** The panel on the right of the bench. */
export function Leaves(props: Props) {
  const { application, working, opened, leaf, onLeaf } = props;
  const draft = working.tray?.draft;
  return (
    <Box
      component="aside"
      aria-label={leaves.find(([key]) => key === leaf)?.[1]}
      sx={{
        width: 306,
        flex: 'none',
        borderLeft: '1px solid',
        borderColor: 'divider',
        bgcolor: 'background.paper',
        overflowY: 'auto',
        px: 2.25,
        pb: 4,
      }}
    >
      <Box
        role="tablist"
        aria-label="Leaves"
        sx={{
          display: 'flex',
          justifyContent: 'space-between',
          borderBottom: '1px solid',
          borderColor: 'divider',
          mb: 2,
        }}
      >
        {leaves.map(([key, label]) => (
          <Tab
            key={key}
            type="button"
            role="tab"
            aria-selected={leaf === key}
            onClick={() => onLeaf(key)}
          >
            {label}
          </Tab>
        ))}
      </Box>
      {leaf === 'because' && (
        <BecauseLeaf application={application} person={props.example} cell={props.cursor} />
      )}
      {leaf === 'holders' && opened && (
        <Holders key={opened.key} application={application} draft={draft} opened={opened} />
      )}
      {leaf === 'changes' && <Changes application={application} draft={draft} />}
    </Box>
  );
}

function Holders({
  application,
  draft,
  opened,
}: {
  application: string;
  draft: DraftShown | undefined;
  opened: Opened;
}) {
  const [page, setPage] = useState(0);
  const holders = useHolders(
    application,
    draft,
    opened.kind === 'role' ? { role: opened.key } : { set: opened.key },
    page,
  );
  if (holders.isError) {
    return <Trouble error={holders.error} again={() => holders.refetch()} />;
  }
  const all = holders.data;
  return (
    <>
      {all?.total === 0 && (
        <Typography color="textSecondary">
          Nobody holds it. It gives nothing until it is given to somebody.
        </Typography>
      )}
      {all?.holders.map((one) => (
        <Box
          key={`${one.key} ${one.given} ${one.through}`}
          sx={{
            mb: 1.25,
            pl: 1.25,
            borderLeft: '3px solid',
            borderColor: one.external ? 'secondary.main' : 'transparent',
            opacity: one.resting || one.status !== 'active' ? 0.7 : 1,
          }}
        >
          <MuiLink component={Link} to={`/people/p/${one.key}`} sx={{ fontWeight: 600 }}>
            {one.name}
          </MuiLink>{' '}
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 13 }}>
            {one.seat}
            {one.status !== 'active' && `, ${one.status}`}
          </Box>
          <Box sx={{ fontSize: 13 }}>
            {one.through}: {one.given}
            {one.resting && `; ${one.resting}`}
          </Box>
        </Box>
      ))}
      {all && all.total > 25 && <Pages page={page} size={25} total={all.total} onPage={setPage} />}
    </>
  );
}

/** The way back to drafts that were laid aside, or are others'. */
function OtherDrafts({ application }: { application: string }) {
  const drafts = useDrafts(application);
  const [open, setOpen] = useState(false);
  const total = drafts.data?.total ?? 0;
  return (
    <>
      {total > 0 && (
        <Button variant="outlined" sx={{ mt: 1.5 }} onClick={() => setOpen(true)}>
          {total === 1 ? '1 open draft' : `${total} open drafts`}
        </Button>
      )}
      {open && <DraftsDialog application={application} onClose={() => setOpen(false)} />}
    </>
  );
}

/** What the whole draft changes, and each of its edits. */
function Changes({ application, draft }: { application: string; draft: DraftShown | undefined }) {
  const told = useConsequences(application, draft);
  const tray = useTray(application);
  const edits = tray.data?.edits ?? [];
  if (!draft) {
    return (
      <>
        <Typography color="textSecondary">
          Nothing is drafted. Set a reach, and what it would change for people stands here at once.
        </Typography>
        <OtherDrafts application={application} />
      </>
    );
  }
  return (
    <>
      {draft.changes.length > 0 && told.isError && (
        <Trouble error={told.error} again={() => told.refetch()} />
      )}
      {draft.changes.length > 0 && told.data?.ready && (
        <Box sx={{ opacity: told.data.version === draft.version ? 1 : 0.6, mb: 2 }}>
          {consequenceWords(told.data).map((one) => (
            <Typography key={one.text} sx={{ color: one.bad ? 'error.main' : undefined }}>
              {one.text}.
            </Typography>
          ))}
          {told.data.outsidersGaining === 0 && told.data.gaining > 0 && (
            <Typography color="textSecondary">No outsider gains anything.</Typography>
          )}
          {told.data.broken.map((name) => (
            <Remark key={name} tone="bad">
              <strong>Breaks an expectation</strong>
              <br />
              {name}
            </Remark>
          ))}
          {told.data.objections.map((one) => (
            <Remark key={one.why} tone="bad">
              {quoted(one.why)}
              {one.approvers.length > 0 && ` Somebody who can agree: ${one.approvers.join(', ')}.`}
            </Remark>
          ))}
        </Box>
      )}
      {draft.changes.length > 0 && <ImpactList application={application} draft={draft} />}
      <Typography variant="h3" component="h2" color="textSecondary" sx={{ mt: 2.5, mb: 0.5 }}>
        Edits
      </Typography>
      {edits.map((one) => (
        <EditLine key={one.number} application={application} draft={draft.id} edit={one} />
      ))}
    </>
  );
}

const states: Record<string, string> = {
  undone: 'undone',
  takenBack: 'taken back',
  takesBack: 'takes an edit back',
};

function EditLine({
  application,
  draft,
  edit,
}: {
  application: string;
  draft: string;
  edit: EditShown;
}) {
  const back = useTrayAct<void>(application, () =>
    data(
      api.POST('/api/applications/{application}/drafts/{id}/edits/{number}/take-back', {
        params: { path: { application, id: draft, number: edit.number } },
      }),
    ),
  );
  const counts = edit.state === 'counts';
  const words = edit.words.map(quoted).join('; ');
  return (
    <Box
      sx={{ py: 0.75, borderTop: '1px solid', borderColor: 'divider', opacity: counts ? 1 : 0.65 }}
    >
      <Box sx={{ textDecoration: counts ? 'none' : 'line-through', overflowWrap: 'anywhere' }}>
        {words || 'Put in another order'}
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'baseline', color: 'text.secondary', fontSize: 13 }}>
        <Box component="span" sx={{ flex: 1 }}>
          {edit.writer}, <When at={edit.at} />
          {states[edit.state] && `, ${states[edit.state]}`}
        </Box>
        {counts && (
          <Button
            variant="text"
            size="small"
            aria-label={`Take it back: ${words}`}
            onClick={() => back.mutate()}
          >
            Take it back
          </Button>
        )}
      </Box>
      {back.error && (
        <Remark tone="bad" role="alert">
          {back.error.message} {back.error.because.map(quoted).join('; ')}
        </Remark>
      )}
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

/** What a draft changes for people, by name; a person opens to the records. */
export function ImpactList({ application, draft }: { application: string; draft: DraftShown }) {
  const [page, setPage] = useState(0);
  const impact = useImpact(application, draft, page);
  if (impact.isError) {
    return <Trouble error={impact.error} again={() => impact.refetch()} />;
  }
  return (
    <Box sx={{ opacity: impact.isPlaceholderData ? 0.6 : 1 }}>
      <Lines
        lines={impact.data?.lines ?? []}
        more={(person) => <Examples application={application} draft={draft} person={person} />}
      />
      <Pages page={page} size={LINES} total={impact.data?.total ?? 0} onPage={setPage} />
    </Box>
  );
}

/** What changes, person by person; `more` is shown of one that is opened. */
export function Lines({
  lines,
  more,
}: {
  lines: ImpactLine[];
  more: (person: string) => ReactNode;
}) {
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
          {one.lines.slice(0, open === one.key ? LINES : 2).map((line) => (
            <ImpactWords key={lineKey(line)} line={line} />
          ))}
          {one.lines.length > 2 && open !== one.key && (
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              and {one.lines.length - 2} more
            </Box>
          )}
          {open === one.key && more(one.key)}
        </Box>
      ))}
    </>
  );
}

const lineKey = (line: ImpactLine) =>
  `${line.account ?? ''} ${line.type} ${line.operation} ${line.field ?? ''} ${line.level ?? ''}`;

function ImpactWords({ line }: { line: ImpactLine }) {
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
        {line.does}
      </Box>
      <span>
        {line.withheld && !create
          ? 'for those who may see them'
          : amounts.filter((one) => one !== '').join(', ')}
      </span>
    </Box>
  );
}

function Examples({
  application,
  draft,
  person,
}: {
  application: string;
  draft: DraftShown;
  person: string;
}) {
  const told = useImpact(application, draft, 0, person);
  const lines = (told.data?.lines ?? []).filter(
    (one) => !one.field && one.gainedExamples.length + one.lostExamples.length > 0,
  );
  return (
    <Box sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
      {lines.slice(0, 4).map((line) => (
        <div key={lineKey(line)}>
          {line.does}: such as{' '}
          {[...line.gainedExamples, ...line.lostExamples].slice(0, 5).join(', ')}
        </div>
      ))}
      <MuiLink component={Link} to={`/people/p/${person}`}>
        Open the person
      </MuiLink>
    </Box>
  );
}
