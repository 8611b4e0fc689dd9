import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, data } from '../api/client';
import { Remark, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { quoted } from '../ask/said';
import {
  type DraftShown,
  type EditShown,
  useConsequences,
  useDrafts,
  useTray,
  useTrayAct,
} from './api';
import { Broken } from './Broken';
import { consequenceWords } from './consequenceWords';
import { DraftsDialog } from './DraftsDialog';
import { Impact, type ImpactSource } from './ImpactLines';

/** What a draft changes for people. */
export const ofDraft = (application: string, draft: DraftShown): ImpactSource => ({
  key: ['impact', application, draft.id, draft.version],
  load: (query) =>
    data(
      api.GET('/api/applications/{application}/drafts/{id}/impact', {
        params: { path: { application, id: draft.id }, query },
      }),
    ),
  examples: { application, draft },
});

const ofEdit = (application: string, draft: DraftShown, number: number): ImpactSource => ({
  key: ['impact', application, draft.id, draft.version, 'edit', number],
  load: (query) =>
    data(
      api.GET('/api/applications/{application}/drafts/{id}/edits/{number}/impact', {
        params: { path: { application, id: draft.id, number }, query },
      }),
    ),
  examples: { application, draft },
  none: 'Nobody gains or loses anything today by this edit alone.',
});

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
export function ChangesLeaf({
  application,
  draft,
}: {
  application: string;
  draft: DraftShown | undefined;
}) {
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
          {told.data.externalsGaining === 0 && told.data.gaining > 0 && (
            <Typography color="textSecondary">No external gains anything.</Typography>
          )}
          {told.data.broken.map((one) => (
            <Broken key={one.key} application={application} draft={draft} expectation={one} />
          ))}
          {told.data.objections.map((one) => (
            <Remark key={one.why} tone="bad">
              {quoted(one.why)}
              {one.approvers.length > 0 && ` Somebody who can agree: ${one.approvers.join(', ')}.`}
            </Remark>
          ))}
        </Box>
      )}
      {draft.changes.length > 0 && <Impact source={ofDraft(application, draft)} />}
      <Typography variant="h3" component="h2" color="textSecondary" sx={{ mt: 2.5, mb: 0.5 }}>
        Edits
      </Typography>
      {edits.map((one) => (
        <EditLine key={one.number} application={application} draft={draft} edit={one} />
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
  draft: DraftShown;
  edit: EditShown;
}) {
  const back = useTrayAct<void>(application, () =>
    data(
      api.POST('/api/applications/{application}/drafts/{id}/edits/{number}/take-back', {
        params: { path: { application, id: draft.id, number: edit.number } },
      }),
    ),
  );
  const [open, setOpen] = useState(false);
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
            aria-expanded={open}
            aria-label={`${open ? 'Close' : 'For whom'}: ${words}`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'Close' : 'For whom'}
          </Button>
        )}
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
      {open && counts && <Impact source={ofEdit(application, draft, edit.number)} />}
      {back.error && (
        <Remark tone="bad" role="alert">
          {back.error.message} {back.error.because.map(quoted).join('; ')}
        </Remark>
      )}
    </Box>
  );
}
