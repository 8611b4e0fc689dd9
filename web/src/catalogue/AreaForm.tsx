import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { Remark } from '../app/parts';
import { useReading } from '../sentences/api';
import { AudienceSlot, Say } from '../sentences/slots';
import { type Area, type Governed, put, wordKey } from './governed';

type Props = {
  application: string;
  /** The area that is changed; a new one where there is none. */
  area?: Area;
  governed: Governed;
  onClose: () => void;
  onAway: (list: string, key: string, name: string) => void;
};

/** What an area is called, what is kept in it, and who guards it. */
export function AreaForm({ application, area, governed, onClose, onAway }: Props) {
  const [name, setName] = useState(area?.name ?? '');
  const [explanation, setExplanation] = useState(area?.explanation ?? '');
  const [guarded, setGuarded] = useState(area?.stewards !== undefined);
  const [stewards, setStewards] = useState<NonNullable<Area['stewards']>>(
    area?.stewards ?? { of: [] },
  );
  const key =
    area?.key ??
    wordKey(
      name || 'area',
      governed.areas.map((one) => one.key),
    );
  const element = {
    key,
    name: name.trim(),
    explanation: explanation.trim(),
    ...(guarded ? { stewards } : {}),
  };
  const nobody = guarded && (stewards.of ?? []).length === 0;
  const reading = useReading(application, governed.draft, 'areas', element);
  const used =
    area !== undefined &&
    [...governed.types, ...governed.functions].some((one) => one.now?.area === area.key);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    governed.edit([put('areas', element)]);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="area-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 2 }}>
        <Typography id="area-title" variant="h2" component="h2">
          {area ? `The area ${area.name}` : 'A new area'}
        </Typography>
        <TextField
          autoFocus
          size="small"
          label="What it is called"
          value={name}
          slotProps={{ htmlInput: { maxLength: 100 } }}
          onChange={(event) => setName(event.target.value)}
        />
        <TextField
          size="small"
          multiline
          label="What is kept in it, in a sentence"
          value={explanation}
          slotProps={{ htmlInput: { maxLength: 500 } }}
          onChange={(event) => setExplanation(event.target.value)}
        />
        <FormControlLabel
          control={<Switch checked={guarded} onChange={(_, on) => setGuarded(on)} />}
          label="Guarded: nobody is given access here without a steward’s word"
        />
        {guarded && (
          <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', alignItems: 'center' }}>
            <Say>Its stewards are</Say>
            <AudienceSlot
              at={{ application, draft: governed.draft }}
              label="Stewards"
              audience={stewards}
              names={reading.data?.names ?? []}
              onChange={(next) => setStewards({ ...next, of: next.of ?? [] })}
            />
          </Box>
        )}
        {nobody && <Remark tone="care">Say who its stewards are.</Remark>}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          {area && (
            <Button
              color="error"
              disabled={used}
              title={used ? 'Something is still kept in it.' : ''}
              sx={{ mr: 'auto' }}
              onClick={() => {
                onClose();
                onAway('areas', area.key ?? '', area.name ?? '');
              }}
            >
              Take it away
            </Button>
          )}
          <Button variant="outlined" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={name.trim() === '' || nobody}>
            Into the draft
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
