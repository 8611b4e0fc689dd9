import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { FileButton } from '../app/FileButton';
import { Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number, quoted } from '../ask/said';
import { Working } from '../ask/Working';

type Checked = Schemas['FileChecked'];

/** A file goes as it is, not as JSON within JSON. */
const raw = {
  headers: { 'Content-Type': 'application/json' },
  bodySerializer: (body: unknown) => body,
};

function useChecked(application: string, file: string | null, merge: boolean) {
  return useQuery({
    queryKey: keys.designFile(application, merge, file),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/applications/{application}/design/check', {
          signal,
          params: { path: { application }, query: { merge } },
          body: (file ?? '') as never,
          ...(raw as object),
        }),
      ),
    enabled: file !== null,
    gcTime: 0,
    retry: false,
  });
}

/** Brings a design in from a file, as a draft: what it would change is told first. */
export function FileDialog({ application, onClose }: { application: string; onClose: () => void }) {
  const go = useNavigate();
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [merge, setMerge] = useState(true);
  const [name, setName] = useState('');
  const checked = useChecked(application, file?.text ?? null, merge);
  const make = useMutation({
    mutationFn: async () => {
      const draft = await data(
        api.POST('/api/applications/{application}/design/propose', {
          params: {
            path: { application },
            query: { merge, name: name.trim() || (file?.name ?? '') },
          },
          body: (file?.text ?? '') as never,
          ...(raw as object),
        }),
      );
      await data(
        api.PUT('/api/applications/{application}/tray', {
          params: { path: { application } },
          body: { draft: draft.id },
        }),
      );
      return draft;
    },
    onSuccess: (draft) => go(`/bench/${application}/review/${draft.id}`),
  });
  const fits = checked.data?.problems.length === 0 && checked.data.words.length > 0;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="file-title">
      <Box sx={{ p: 3, display: 'grid', gap: 1.5 }}>
        <Typography id="file-title" variant="h2" component="h2">
          Bring a design in from a file
        </Typography>
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          <FileButton
            variant={file ? 'outlined' : 'contained'}
            file="Design document"
            accept=".json,application/json"
            onFile={async (chosen) =>
              setFile({ name: chosen.name.replace(/\.json$/i, ''), text: await chosen.text() })
            }
          >
            {file ? 'Another file' : 'Choose a file'}
          </FileButton>
          <FormControlLabel
            control={
              <Checkbox size="small" checked={merge} onChange={(_, next) => setMerge(next)} />
            }
            label="What the file leaves out stays as it is"
          />
        </Box>
        {file && checked.isPending && <Working lines={4} />}
        {checked.isError && <Trouble error={checked.error} again={() => checked.refetch()} />}
        {checked.data && <Told checked={checked.data} />}
        {fits && (
          <TextField
            label="What the draft is called"
            size="small"
            value={name}
            placeholder={file?.name ?? ''}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
          />
        )}
        {make.isError && <Trouble error={make.error} again={() => make.mutate()} />}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Leave it
          </Button>
          <Button
            variant="contained"
            disabled={!fits || make.isPending}
            onClick={() => make.mutate()}
          >
            Make a draft of it
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}

/** What a file would do, or why it does not fit. */
export function Told({ checked }: { checked: Checked }) {
  if (checked.problems.length > 0) {
    return (
      <Box role="alert" sx={{ maxHeight: 300, overflowY: 'auto' }}>
        <Remark tone="bad">It does not fit here; nothing was changed.</Remark>
        <Box component="ul" sx={{ m: 0, pl: 2.25 }}>
          {checked.problems.map((one) => (
            <li key={`${one.path} ${one.message}`}>
              {one.path && <code>{one.path}</code>} {quoted(one.message ?? '')}
            </li>
          ))}
        </Box>
      </Box>
    );
  }
  const people = (count: number) =>
    count === 0 ? 'nobody' : count === 1 ? '1 person' : `${number(count)} people`;
  return (
    <div aria-live="polite">
      {checked.notes.map((one) => (
        <Remark key={one} tone="care">
          {one}
        </Remark>
      ))}
      {checked.words.length === 0 ? (
        <Typography>It changes nothing: the design is as the file has it.</Typography>
      ) : (
        <>
          <Typography>
            {checked.gaining + checked.losing === 0
              ? 'Nobody gains or loses anything by it today.'
              : `${people(checked.gaining)} would gain something, ${people(checked.losing)} would lose something` +
                `${checked.externalsGaining > 0 ? `; ${people(checked.externalsGaining)} of those who gain are externals` : ''}.`}
          </Typography>
          {checked.broken.map((one) => (
            <Remark key={one} tone="bad">
              It would break an expectation: {one}.
            </Remark>
          ))}
          {checked.objections.map((one) => (
            <Remark key={one.why} tone="care">
              {quoted(one.why)}
            </Remark>
          ))}
          <Box component="ul" sx={{ m: 0, mt: 1, pl: 2.25, maxHeight: 260, overflowY: 'auto' }}>
            {checked.words.map((one) => (
              <li key={one}>{quoted(one)}</li>
            ))}
          </Box>
        </>
      )}
    </div>
  );
}
