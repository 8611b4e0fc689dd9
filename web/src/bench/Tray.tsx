import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { typing } from '../app/shortcuts';
import { exactly } from '../app/when';
import { NameDialog } from '../people/NameDialog';
import { useConsequences, useTray, useTrayAct, useTrays, useUndo } from './api';
import { consequenceWords } from './consequenceWords';
import { DraftsDialog } from './DraftsDialog';
import { useQueue } from './working';

/** The drafts one works in, where a place is about no application, or about all. */
export function Trays() {
  const trays = useTrays();
  const several = (trays.data?.applications.length ?? 0) > 1;
  return trays.data?.applications.map((one) => (
    <Tray key={one.key} application={one.key} within={several ? one.name : ''} />
  ));
}

/** The draft one works in: it stands at the bottom of every place that concerns its application. */
export function Tray({ application, within }: { application: string; within?: string }) {
  const tray = useTray(application);
  const draft = tray.data?.draft;
  const { standing, queue } = useQueue(application);
  const told = useConsequences(application, draft);
  const { undo, redo } = useUndo(application, draft?.id ?? '');
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [dialog, setDialog] = useState<'rename' | 'drafts' | null>(null);
  const edits = tray.data?.edits ?? [];
  const canUndo = edits.some((one) => one.state !== 'undone');
  const canRedo = edits.some((one) => one.state === 'undone');

  // Elsewhere the keys would undo something that is not before one's eyes.
  useUndoKeys(
    within === undefined,
    () => canUndo && standing.pending.length === 0 && undo.mutate(),
    () => canRedo && standing.pending.length === 0 && redo.mutate(),
  );

  const notKept = standing.pending.length;
  const failed = undo.error ?? redo.error;
  const current = told.data && draft && told.data.version === draft.version && told.data.ready;
  const edited = draft !== undefined && draft.changes.length > 0;
  const words = edited && told.data?.ready ? consequenceWords(told.data) : [];
  const bar = (draft || notKept > 0) && (
    <Box
      component="section"
      aria-label="Draft"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        minHeight: 44,
        px: 2.5,
        py: 0.5,
        borderTop: '1px dashed',
        borderColor: 'warning.main',
        bgcolor: 'color-mix(in srgb, var(--mui-palette-warning-main) 12%, transparent)',
        flexWrap: 'wrap',
      }}
    >
      <Button
        variant="text"
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ color: 'text.primary', fontWeight: 650, px: 0.5, maxWidth: 260 }}
      >
        <Box
          component="span"
          sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
        >
          {draft?.name ?? 'New draft'}
        </Box>
      </Button>
      {within && <Box sx={{ color: 'text.secondary' }}>in {within}</Box>}
      <span>{counted(edits.filter((one) => one.state === 'counts').length)}</span>
      <Box
        component="span"
        role="status"
        aria-busy={edited && !current}
        sx={{
          display: 'flex',
          gap: 2,
          flexWrap: 'wrap',
          flex: 1,
          minWidth: 0,
          opacity: current || !edited ? 1 : 0.6,
        }}
      >
        {words.map((one) => (
          <Box key={one.text} component="span" sx={{ color: one.bad ? 'error.main' : undefined }}>
            {one.gain && <Bar up={one.gain === 'gain'} />}
            {one.text}
          </Box>
        ))}
        {edited && told.data && told.data.failed.length > 0 && (
          <Box component="span" sx={{ color: 'error.main' }}>
            {told.data.failed[0]}
          </Box>
        )}
        {draft && draft.changes.length === 0 && <span>As published.</span>}
        {tray.data?.planned && (
          <Box
            component="span"
            sx={{ color: tray.data.planned.failed ? 'error.main' : 'warning.main' }}
          >
            {tray.data.planned.failed
              ? `not published as planned: ${tray.data.planned.failed}`
              : `to be published ${exactly(tray.data.planned.at)}`}
          </Box>
        )}
        {draft && draft.changes.length > 0 && !current && (
          <Box component="span" sx={{ color: 'text.secondary' }}>
            working out the last edit
            {told.data && !told.data.ready && ` (${told.data.done} of ${told.data.steps})`}
          </Box>
        )}
      </Box>
      {notKept > 0 && (
        <Box component="span" role="alert" sx={{ color: 'error.main', maxWidth: 520 }}>
          {standing.problem
            ? `${notKept === 1 ? 'One edit is' : `${notKept} edits are`} not kept: ${standing.problem.message}`
            : 'keeping …'}
          {standing.problem && (
            <>
              {' '}
              <Button
                variant="text"
                size="small"
                onClick={() => void tray.refetch().then(() => queue.again())}
              >
                {standing.problem.overtaken || standing.problem.status === 409
                  ? 'Make mine all the same'
                  : 'Try again'}
              </Button>
              <Button
                variant="text"
                size="small"
                onClick={() => {
                  queue.drop();
                  void tray.refetch();
                }}
              >
                Give it up
              </Button>
            </>
          )}
        </Box>
      )}
      {failed && (
        <Box component="span" role="alert" sx={{ color: 'error.main' }}>
          {failed.message}
        </Box>
      )}
      {tray.data && tray.data.behind.length > 0 && draft && (
        <Button
          variant="text"
          color="error"
          component={Link}
          to={`/bench/${application}/review/${draft.id}`}
        >
          {tray.data.behind.length === 1
            ? 'Something it edits was published since'
            : `${tray.data.behind.length} things it edits were published since`}
        </Button>
      )}
      <Button
        variant="text"
        size="small"
        disabled={!canUndo || undo.isPending}
        onClick={() => undo.mutate()}
      >
        Undo
      </Button>
      <Button
        variant="text"
        size="small"
        disabled={!canRedo || redo.isPending}
        onClick={() => redo.mutate()}
      >
        Redo
      </Button>
      {draft && (
        <Button
          variant="contained"
          component={Link}
          to={`/bench/${application}/review/${draft.id}`}
        >
          Review
        </Button>
      )}
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem
          dense
          disabled={!draft}
          onClick={() => {
            setAnchor(null);
            setDialog('rename');
          }}
        >
          Rename it
        </MenuItem>
        <MenuItem
          dense
          onClick={() => {
            setAnchor(null);
            setDialog('drafts');
          }}
        >
          All drafts, and others
        </MenuItem>
        <Leave application={application} onDone={() => setAnchor(null)} />
      </Menu>
    </Box>
  );
  // What was begun in a dialog goes on where it ends the draft.
  return (
    <>
      {bar}
      {dialog === 'rename' && draft && (
        <Rename application={application} draft={draft.id} onClose={() => setDialog(null)} />
      )}
      {dialog === 'drafts' && (
        <DraftsDialog application={application} onClose={() => setDialog(null)} />
      )}
    </>
  );
}

function Leave({ application, onDone }: { application: string; onDone: () => void }) {
  const leave = useTrayAct<void>(application, () =>
    data(
      api.PUT('/api/applications/{application}/tray', {
        params: { path: { application } },
        body: {},
      }),
    ),
  );
  return (
    <MenuItem
      dense
      onClick={() => {
        onDone();
        leave.mutate();
      }}
    >
      Lay it aside
    </MenuItem>
  );
}

function Rename({
  application,
  draft,
  onClose,
}: {
  application: string;
  draft: string;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  return (
    <NameDialog
      title="Rename the draft"
      label="Its name"
      confirm="Rename"
      does={async (name) => {
        const next = await data(
          api.PUT('/api/applications/{application}/drafts/{id}/name', {
            params: { path: { application, id: draft } },
            body: { name },
          }),
        );
        queries.setQueryData(['tray', application], next);
        return name;
      }}
      onClose={onClose}
      onDone={() => {}}
    />
  );
}

const counted = (number: number) => (number === 1 ? '1 edit' : `${number} edits`);

/** Gained is a solid rising bar, lost a hollow falling one. */
function Bar({ up }: { up: boolean }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 8 12"
      aria-hidden
      sx={{ width: 6, height: 11, mr: 0.75, verticalAlign: '-1px' }}
    >
      {up ? (
        <rect x="1" y="0" width="6" height="12" fill="var(--mui-palette-primary-main)" />
      ) : (
        <rect
          x="1.5"
          y="0.5"
          width="5"
          height="11"
          fill="none"
          stroke="var(--mui-palette-error-main)"
        />
      )}
    </Box>
  );
}

/** Ctrl z and ctrl shift z, but in a text that is being typed. */
function useUndoKeys(here: boolean, undo: () => void, redo: () => void) {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const z = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z';
      if (!here || !z || typing(event.target)) {
        return;
      }
      event.preventDefault();
      (event.shiftKey ? redo : undo)();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  });
}
