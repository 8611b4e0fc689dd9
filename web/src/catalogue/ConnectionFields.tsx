import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Typed } from './connection';

type Props = {
  typed: Typed;
  onType: (typed: Typed) => void;
  /** The member that the server found wrong. */
  wrong: string | undefined;
  /** Whether a password is known already, which stays where none is typed. */
  known?: boolean;
};

/** How a PostgreSQL database is reached. */
export function ConnectionFields({ typed, onType, wrong, known = false }: Props) {
  const field = (
    member: keyof Typed,
    label: string,
    more: { hint?: string; type?: string; lines?: number } = {},
  ) => (
    <TextField
      size="small"
      label={label}
      value={typed[member]}
      error={wrong === member}
      type={more.type ?? 'text'}
      multiline={more.lines !== undefined}
      minRows={more.lines ?? 1}
      maxRows={more.lines ?? 1}
      helperText={more.hint}
      autoComplete="off"
      onChange={(event) => onType({ ...typed, [member]: event.target.value })}
    />
  );
  const variable = typed.kept === 'variable';
  return (
    <Box sx={{ display: 'grid', gap: 1.75 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '3fr 1fr', gap: 1.5 }}>
        {field('host', 'Host')}
        {field('port', 'Port')}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        {field('database', 'Database')}
        {field('schemas', 'Schemas', { hint: 'Several with commas between them' })}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        {field('username', 'User', { hint: 'One who may only read' })}
        <TextField
          select
          size="small"
          label="Password"
          value={typed.kept}
          onChange={(event) =>
            onType({ ...typed, kept: event.target.value as Typed['kept'], secret: '' })
          }
        >
          <MenuItem value="here">Kept by Nembar, encrypted</MenuItem>
          <MenuItem value="variable">In an environment variable of its server</MenuItem>
        </TextField>
      </Box>
      <TextField
        size="small"
        label={variable ? 'Name of the variable' : 'The password'}
        value={typed.secret}
        error={wrong === 'password' || wrong === 'passwordVariable'}
        type={variable ? 'text' : 'password'}
        helperText={
          variable
            ? 'It begins with NEMBAR_PASSWORD_'
            : known
              ? 'Leave it empty for the one that is kept'
              : undefined
        }
        autoComplete="new-password"
        onChange={(event) => onType({ ...typed, secret: event.target.value })}
      />
      <TextField
        select
        size="small"
        label="On the way"
        value={typed.tls}
        error={wrong === 'tls'}
        onChange={(event) => onType({ ...typed, tls: event.target.value as Typed['tls'] })}
      >
        <MenuItem value="verified">Encrypted, and the server proves who it is</MenuItem>
        <MenuItem value="encrypted">Encrypted, whoever answers</MenuItem>
        <MenuItem value="off">Not encrypted</MenuItem>
      </TextField>
      {typed.tls === 'verified' &&
        field('certificate', 'Certificate of the server (PEM)', { lines: 5 })}
    </Box>
  );
}
