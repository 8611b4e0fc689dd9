import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { Say, SomeOf } from '../sentences/slots';
import { type FunctionPart, type Governed, put, standing, wordKey } from './governed';

type Props = {
  /** The function that is changed; a new one where there is none. */
  of?: FunctionPart;
  governed: Governed;
  onClose: () => void;
  onAway: (list: string, key: string, name: string) => void;
};

const NONE = 'none';

type Need = NonNullable<FunctionPart['needs']>[number];

const needKey = (need: Need) =>
  need.function ? `${need.function}=${need.level}` : `${need.recordType}/${need.operation}`;

/** Something that is no record: a report, an import, a page of settings, with its levels. */
export function FunctionForm({ of, governed, onClose, onAway }: Props) {
  const areas = standing(governed.areas);
  const [name, setName] = useState(of?.name ?? '');
  const [explanation, setExplanation] = useState(of?.explanation ?? '');
  const [area, setArea] = useState(of?.area ?? areas[0]?.key ?? '');
  const [levels, setLevels] = useState((of?.levels ?? [NONE, 'use']).slice(1).join(', '));
  const [needs, setNeeds] = useState<Need[]>(of?.needs ?? []);
  const said = levels
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '' && one !== NONE);
  const choices = [
    ...standing(governed.functions)
      .filter((one) => one.key !== of?.key)
      .flatMap((one) =>
        (one.levels ?? []).slice(1).map((level) => ({
          need: { function: one.key ?? '', level } as Need,
          name: `${one.name}: ${level}`,
        })),
      ),
    ...standing(governed.types).flatMap((type) =>
      [
        'view',
        'change',
        'create',
        'delete',
        ...(type.operations ?? []).map((one) => one.key ?? ''),
      ].map((operation) => ({
        need: { recordType: type.key ?? '', operation } as Need,
        name: `${operation} ${type.plural?.toLowerCase()}`,
      })),
    ),
  ].map((one) => ({ ...one, key: needKey(one.need) }));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const key =
      of?.key ??
      wordKey(
        name,
        governed.functions.map((one) => one.key),
      );
    governed.edit([
      put('functions', {
        key,
        name: name.trim(),
        area,
        levels: [NONE, ...said],
        needs,
        explanation: explanation.trim(),
      }),
    ]);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="function-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 2 }}>
        <Typography id="function-title" variant="h2" component="h2">
          {of ? `The function ${of.name}` : 'A new function'}
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
          label="What it is for, in a sentence"
          value={explanation}
          slotProps={{ htmlInput: { maxLength: 500 } }}
          onChange={(event) => setExplanation(event.target.value)}
        />
        <TextField
          select
          size="small"
          label="Area"
          value={area}
          onChange={(event) => setArea(event.target.value)}
        >
          {areas.map((one) => (
            <MenuItem key={one.key} value={one.key ?? ''}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          size="small"
          label="Its levels, from the lowest, with commas between them"
          helperText="None comes before them by itself."
          value={levels}
          onChange={(event) => setLevels(event.target.value)}
        />
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', alignItems: 'center' }}>
          <Say>It is of use only with</Say>
          <SomeOf
            label="Needs"
            values={needs.map(needKey)}
            choices={choices}
            more="and also"
            onChange={(keys) =>
              setNeeds(keys.flatMap((key) => choices.find((one) => one.key === key)?.need ?? []))
            }
          />
        </Box>
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          {of && (
            <Button
              color="error"
              sx={{ mr: 'auto' }}
              onClick={() => {
                onClose();
                onAway('functions', of.key ?? '', of.name ?? '');
              }}
            >
              Take it away
            </Button>
          )}
          <Button variant="outlined" onClick={onClose}>
            Cancel
          </Button>
          <Button
            type="submit"
            variant="contained"
            disabled={name.trim() === '' || area === '' || said.length === 0}
          >
            Into the draft
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
