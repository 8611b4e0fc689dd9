import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { type Operation, wordKey } from './governed';
import { Typed } from './Typed';

const COMMON = ['view', 'change', 'create', 'delete'];

/** Operations that an application adds to view, change, create and delete. */
export function OperationRows({
  operations,
  onChange,
}: {
  operations: Operation[];
  onChange: (operations: Operation[]) => void;
}) {
  const [name, setName] = useState('');
  const add = (event: FormEvent) => {
    event.preventDefault();
    const taken = [...COMMON, ...operations.map((one) => one.key ?? '')];
    onChange([...operations, { key: wordKey(name, taken), label: name.trim().toLowerCase() }]);
    setName('');
  };
  const withOne = (next: Operation) =>
    onChange(operations.map((one) => (one.key === next.key ? next : one)));
  return (
    <>
      {operations.length === 0 && (
        <Typography variant="body2" color="textSecondary">
          Nothing but to view, change, create and delete them.
        </Typography>
      )}
      {operations.map((one) => (
        <Box
          key={one.key}
          sx={{
            display: 'grid',
            gridTemplateColumns: '180px 1fr auto',
            gap: 2,
            alignItems: 'center',
            mb: 0.5,
          }}
        >
          <Typed
            bare
            label={`Name of the operation ${one.label}`}
            value={one.label ?? ''}
            onType={(label) => withOne({ ...one, label })}
          />
          <Typed
            bare
            empty
            most={500}
            label={`What ${one.label} does, in a sentence`}
            value={one.explanation ?? ''}
            onType={(explanation) => withOne({ ...one, explanation })}
          />
          <Button
            size="small"
            aria-label={`Leave out ${one.label}`}
            onClick={() => onChange(operations.filter((other) => other.key !== one.key))}
          >
            Leave out
          </Button>
        </Box>
      ))}
      <Box component="form" onSubmit={add} sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <TextField
          size="small"
          label="Another, such as approve"
          value={name}
          slotProps={{ htmlInput: { maxLength: 60 } }}
          onChange={(event) => setName(event.target.value)}
          sx={{ width: 260 }}
        />
        <Button type="submit" variant="outlined" disabled={name.trim() === ''}>
          Add it
        </Button>
      </Box>
    </>
  );
}
