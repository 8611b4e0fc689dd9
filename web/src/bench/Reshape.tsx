import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Part } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { quoted } from '../ask/said';
import { Working } from '../ask/Working';
import { TextSlot } from '../sentences/slots';
import type { DraftShown } from './api';
import { FirstLines } from './ImpactLines';
import type { ChangePart } from './queue';

type Named = { key: string; name: string };

type Props = {
  application: string;
  draft: DraftShown | undefined;
  one: Named;
  other: Named;
  onMake: (changes: ChangePart[]) => void;
};

/** Splits off what two sets share, or folds one into the other; first it tells whom that changes. */
export function Reshape({ application, draft, one, other, onMake }: Props) {
  const [what, setWhat] = useState<'split' | 'fold' | 'foldBack' | null>(null);
  const [name, setName] = useState('');
  const path = { application };
  const told = useQuery({
    queryKey: keys.reshape(application, draft?.id, draft?.version, what, name, one.key, other.key),
    queryFn: () =>
      what === 'split'
        ? data(
            api.GET('/api/applications/{application}/tray/split', {
              params: { path, query: { one: one.key, other: other.key, name } },
            }),
          )
        : data(
            api.GET('/api/applications/{application}/tray/fold', {
              params: {
                path,
                query:
                  what === 'fold'
                    ? { from: other.key, into: one.key }
                    : { from: one.key, into: other.key },
              },
            }),
          ),
    enabled: what !== null,
    gcTime: 0,
    retry: false,
  });
  return (
    <Box sx={{ mt: 3 }}>
      <Part title="Shape them anew">
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
          <Button
            variant="outlined"
            aria-pressed={what === 'split'}
            onClick={() => setWhat('split')}
          >
            Split off what they share
          </Button>
          <Button variant="outlined" aria-pressed={what === 'fold'} onClick={() => setWhat('fold')}>
            Fold {other.name} into {one.name}
          </Button>
          <Button
            variant="outlined"
            aria-pressed={what === 'foldBack'}
            onClick={() => setWhat('foldBack')}
          >
            Fold {one.name} into {other.name}
          </Button>
        </Box>
        {what === 'split' && (
          <Box sx={{ mt: 1.25 }}>
            The new set is called{' '}
            <TextSlot
              label="What the new set is called"
              placeholder={`${one.name} and ${other.name}`}
              value={name}
              onChange={setName}
            />
          </Box>
        )}
        {what !== null && told.isPending && <Working lines={3} />}
        {told.isError && <Trouble error={told.error} again={() => told.refetch()} />}
        {told.data && (
          <Box sx={{ mt: 1.25 }} role="status">
            <Box component="ul" sx={{ m: 0, pl: 2.25 }}>
              {told.data.words.map((words) => (
                <li key={words}>{quoted(words)}</li>
              ))}
            </Box>
            <Typography sx={{ fontWeight: 600, mt: 1 }}>
              {told.data.impact.total === 0
                ? 'Nobody gains or loses anything by it.'
                : 'It is not the same for everybody:'}
            </Typography>
            <FirstLines lines={told.data.impact.lines} total={told.data.impact.total} />
            <Button
              variant="contained"
              sx={{ mt: 1 }}
              onClick={() => {
                onMake(told.data.changes as ChangePart[]);
                setWhat(null);
              }}
            >
              Put it into the draft
            </Button>
          </Box>
        )}
      </Part>
    </Box>
  );
}
