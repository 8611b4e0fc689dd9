import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { api, data, Problem, type Schemas } from '../api/client';
import { Remark } from '../app/parts';
import { type SourceSheet, useAccount, useDoing } from './api';
import { PickAccount, type Picked } from './PickOne';

import { allRights, SourceRights } from './SourceRights';

type Ldap = Required<Schemas['LdapSettings']>;
type Props = { source?: SourceSheet; onClose: () => void };

const fields = {
  email: 'E-mail',
  givenName: 'Given name',
  familyName: 'Family name',
  unit: 'Unit',
  manager: 'Manager',
  account: 'Account',
  kind: 'Kind',
  timeZone: 'Time zone',
} as const;

const usual = { email: 'mail', givenName: 'givenName', familyName: 'sn', manager: 'manager' };

/** How a directory is reached, and what its attributes mean. */
export function LdapForm({ source, onClose }: Props) {
  const known = source?.ldap;
  const [name, setName] = useState(source?.name ?? '');
  const [at, setAt] = useState({
    host: known?.host ?? '',
    port: String(known?.port ?? 389),
    security: known?.security ?? 'startTls',
    bindDn: known?.bindDn ?? '',
    base: known?.base ?? '',
    filter: known?.filter ?? '(objectClass=inetOrgPerson)',
    kind: known?.kind ?? 'staff',
  });
  const [account, setAccount] = useState<Picked | null>(
    known?.account ? { key: known.account, name: known.account } : null,
  );
  const kept = useAccount(account?.key ?? '').data?.line;
  const [mapping, setMapping] = useState<Record<string, string>>(known?.mapping ?? usual);
  const [goneClose, setGoneClose] = useState(known?.goneClose ?? false);
  const [rights, setRights] = useState(source?.rights ?? allRights);
  const save = useDoing(() => {
    const body = {
      kind: 'ldap' as const,
      name,
      rights,
      ldap: {
        ...at,
        port: Number(at.port) || 0,
        mapping,
        goneClose,
        account: account?.key ?? '',
      },
    };
    return source
      ? data(api.PUT('/api/sources/{id}', { params: { path: { id: source.id } }, body }))
      : data(api.POST('/api/sources', { body }));
  }, onClose);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate(undefined);
  };
  const path = save.error instanceof Problem ? save.error.path : undefined;
  const text = (member: keyof typeof at, label: string, hint = '') => (
    <TextField
      size="small"
      label={label}
      value={at[member]}
      error={path === member}
      helperText={hint || undefined}
      onChange={(event) => setAt({ ...at, [member]: event.target.value })}
    />
  );
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="ldap-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 1.75 }}>
        <Typography id="ldap-title" variant="h2" component="h2">
          {source ? `Change ${source.name}` : 'A directory to read by LDAP'}
        </Typography>
        <TextField
          size="small"
          label="Name"
          value={name}
          error={path === 'name'}
          onChange={(event) => setName(event.target.value)}
        />
        <Box sx={{ display: 'grid', gridTemplateColumns: '2fr 1fr 1fr', gap: 1.5 }}>
          {text('host', 'Server')}
          {text('port', 'Port')}
          <TextField
            select
            size="small"
            label="Security"
            value={at.security}
            onChange={(event) => setAt({ ...at, security: event.target.value as Ldap['security'] })}
          >
            <MenuItem value="startTls">StartTLS</MenuItem>
            <MenuItem value="tls">TLS</MenuItem>
            <MenuItem value="none">None</MenuItem>
          </TextField>
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
          {text('bindDn', 'Sign in there as', 'The password is asked for at each run.')}
          {text('base', 'Look below')}
          {text('filter', 'Filter')}
          <TextField
            select
            size="small"
            label="Kind of those who say none"
            value={at.kind}
            onChange={(event) => setAt({ ...at, kind: event.target.value as Ldap['kind'] })}
          >
            <MenuItem value="staff">Staff</MenuItem>
            <MenuItem value="service">Service</MenuItem>
            <MenuItem value="external">External</MenuItem>
          </TextField>
        </Box>
        {(at.kind === 'external' || mapping.kind) && (
          <PickAccount
            label="Account of externals who say none"
            value={account && { ...account, name: kept?.name ?? account.name }}
            onPick={setAccount}
          />
        )}
        <Typography variant="h3" component="h3" color="textSecondary">
          Which attribute has what; leave empty what stays with us
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 1.5 }}>
          {Object.entries(fields).map(([field, label]) => (
            <TextField
              key={field}
              size="small"
              label={label}
              value={mapping[field] ?? ''}
              onChange={(event) => setMapping({ ...mapping, [field]: event.target.value })}
            />
          ))}
        </Box>
        <FormControlLabel
          control={
            <Checkbox size="small" checked={goneClose} onChange={(_, on) => setGoneClose(on)} />
          }
          label="Close people whose entry is gone (otherwise they are suspended)"
        />
        {save.isError && <Remark tone="bad">{save.error.message}</Remark>}
        <SourceRights rights={rights} onChange={setRights} />
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={save.isPending}>
            Save
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
