import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { Remark, Rows, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { useDoing } from '../people/api';
import { type Picked, PickPerson } from '../people/PickOne';
import { type DraftShown, trayKey, useDrafts, useTray } from './api';

/** All open drafts of an application: to work in another, hand one over, or discard it. */
export function DraftsDialog({
  application,
  onClose,
}: {
  application: string;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const drafts = useDrafts(application);
  const current = useTray(application).data?.draft;
  const [heir, setHeir] = useState<DraftShown | null>(null);
  const [gone, setGone] = useState<DraftShown | null>(null);
  const fresh = () => {
    void queries.invalidateQueries({ queryKey: trayKey(application) });
    void drafts.refetch();
  };
  const work = useDoing((draft: string) =>
    data(
      api.PUT('/api/applications/{application}/tray', {
        params: { path: { application } },
        body: { draft },
      }),
    ).then(fresh),
  );
  const discard = useDoing(async (draft: DraftShown) => {
    await data(
      api.DELETE('/api/applications/{application}/drafts/{id}', {
        params: { path: { application, id: draft.id } },
        headers: { 'If-Match': `"${draft.version}"` },
      }),
    );
    setGone(draft);
    fresh();
  });
  const restore = useDoing(async (draft: string) => {
    await data(
      api.POST('/api/applications/{application}/drafts/{id}/restore', {
        params: { path: { application, id: draft } },
      }),
    );
    setGone(null);
    fresh();
  });
  const failed = work.error ?? discard.error ?? restore.error;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="drafts-title">
      <Box sx={{ p: 3 }}>
        <Typography id="drafts-title" variant="h2" component="h2" sx={{ mb: 2 }}>
          Drafts
        </Typography>
        {gone && (
          <Remark tone="care" role="status">
            Discarded “{gone.name}”.{' '}
            <Button variant="text" size="small" onClick={() => restore.mutate(gone.id)}>
              Undo that
            </Button>
          </Remark>
        )}
        {failed && (
          <Remark tone="bad" role="alert">
            {failed.message}
          </Remark>
        )}
        {drafts.isError && <Trouble error={drafts.error} again={() => drafts.refetch()} />}
        {drafts.data?.drafts.length === 0 && (
          <Typography color="textSecondary">
            There is no open draft. The first edit on the bench makes one.
          </Typography>
        )}
        {drafts.data && drafts.data.drafts.length > 0 && (
          <Rows aria-label="Open drafts">
            <thead>
              <tr>
                <th scope="col">Draft</th>
                <th scope="col">Author</th>
                <th scope="col">Elements</th>
                <th scope="col">Last edited</th>
                <td />
              </tr>
            </thead>
            <tbody>
              {drafts.data.drafts.map((one) => (
                <tr key={one.id}>
                  <td>{one.name}</td>
                  <td>{one.authorName}</td>
                  <td>{one.changes.length}</td>
                  <td className="quiet">
                    <When at={one.changedAt} />
                  </td>
                  <td style={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                    {current?.id === one.id ? (
                      <span className="quiet">you work in it </span>
                    ) : (
                      <Button
                        variant="text"
                        size="small"
                        aria-label={`Work in ${one.name}`}
                        onClick={() => work.mutate(one.id)}
                      >
                        Work in it
                      </Button>
                    )}
                    <Button
                      variant="text"
                      size="small"
                      component={Link}
                      to={`/bench/${application}/review/${one.id}`}
                      aria-label={`Review ${one.name}`}
                      onClick={onClose}
                    >
                      Review
                    </Button>
                    <Button
                      variant="text"
                      size="small"
                      aria-label={`Hand over ${one.name}`}
                      onClick={() => setHeir(one)}
                    >
                      Hand over
                    </Button>
                    <Button
                      variant="text"
                      size="small"
                      color="error"
                      aria-label={`Discard ${one.name}`}
                      onClick={() => discard.mutate(one)}
                    >
                      Discard
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
        )}
        {heir && (
          <HandOver
            application={application}
            draft={heir}
            onDone={() => {
              setHeir(null);
              fresh();
            }}
          />
        )}
        <Box sx={{ display: 'flex', justifyContent: 'flex-end', mt: 2 }}>
          <Button variant="outlined" onClick={onClose}>
            Close
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}

function HandOver({
  application,
  draft,
  onDone,
}: {
  application: string;
  draft: DraftShown;
  onDone: () => void;
}) {
  const [to, setTo] = useState<Picked | null>(null);
  const hand = useDoing(
    (person: string) =>
      data(
        api.PUT('/api/applications/{application}/drafts/{id}/author', {
          params: { path: { application, id: draft.id } },
          body: { person },
        }),
      ),
    onDone,
  );
  return (
    <Box sx={{ display: 'flex', gap: 1, mt: 2, alignItems: 'flex-start' }}>
      <PickPerson
        label={`Who takes over “${draft.name}”`}
        value={to}
        onPick={setTo}
        error={hand.error?.message}
        width={340}
      />
      <Button
        variant="contained"
        disabled={!to || hand.isPending}
        onClick={() => to && hand.mutate(to.key)}
      >
        Hand it over
      </Button>
    </Box>
  );
}
