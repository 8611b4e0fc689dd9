import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, data } from '../api/client';
import { Remark, Rows } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { and } from '../ask/said';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { PickPerson } from '../people/PickOne';
import { type KindDecided, useKinds } from './api';
import { kinds } from './kinds';

/** Which kinds of item are told, and whom. */
export function KindsLeaf() {
  const list = useKinds();
  const change = useDoing((next: KindDecided) =>
    data(
      api.PUT('/api/desk/kinds/{kind}', {
        params: { path: { kind: next.kind } },
        body: {
          told: next.told,
          people: next.people.map((one) => one.key),
          version: next.version,
        },
      }),
    ),
  );
  if (list.isPending) {
    return <Working lines={12} />;
  }
  if (list.isError) {
    return <Trouble error={list.error} again={() => list.refetch()} />;
  }
  return (
    <>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        This counts for everybody. Where nobody is named, those are told who can do something about
        it.
      </Typography>
      {change.isError && (
        <Remark tone="bad" role="alert">
          {change.error.message}
        </Remark>
      )}
      <Rows aria-label="Kinds of item">
        <thead>
          <tr>
            <th scope="col">Told</th>
            <th scope="col">What</th>
            <th scope="col">Whom</th>
          </tr>
        </thead>
        <tbody>
          {list.data.map((one) => (
            <tr key={one.kind}>
              <td>
                <Checkbox
                  size="small"
                  checked={one.told}
                  disabled={change.isPending}
                  slotProps={{ input: { 'aria-label': `Told: ${kinds[one.kind].several}` } }}
                  onChange={(_, told) => change.mutate({ ...one, told })}
                  sx={{ p: 0.25 }}
                />
              </td>
              <td style={{ textDecoration: one.told ? undefined : 'line-through' }}>
                … {kinds[one.kind].several}
              </td>
              <td>
                <Whom one={one} onChange={(people) => change.mutate({ ...one, people })} />
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
    </>
  );
}

function Whom({
  one,
  onChange,
}: {
  one: KindDecided;
  onChange: (people: KindDecided['people']) => void;
}) {
  const [adding, setAdding] = useState(false);
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', minHeight: 32 }}>
      <span className={one.people.length === 0 ? 'quiet' : ''}>
        {one.people.length === 0
          ? 'whoever can do something about it'
          : and(one.people.map((person) => person.name))}
      </span>
      {adding ? (
        <PickPerson
          label="Whom"
          value={null}
          width={220}
          onPick={(picked) => {
            setAdding(false);
            if (picked) {
              onChange([...one.people, picked]);
            }
          }}
        />
      ) : (
        <Button
          size="small"
          aria-label={`Name somebody who is told: ${kinds[one.kind].several}`}
          onClick={() => setAdding(true)}
        >
          Name somebody
        </Button>
      )}
      {one.people.length > 0 && (
        <Button
          size="small"
          aria-label={`Name nobody: ${kinds[one.kind].several}`}
          onClick={() => onChange([])}
        >
          Name nobody
        </Button>
      )}
    </Box>
  );
}
