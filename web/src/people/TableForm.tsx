import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type FormEvent, useState } from 'react';
import { api, data } from '../api/client';
import { Remark } from '../app/parts';
import { type TableProposed, useApplicationList, useProposal } from '../catalogue/api';
import { type SourceSheet, useAccount, useDoing } from './api';
import { PickAccount, type Picked } from './PickOne';
import { allRights, SourceRights } from './SourceRights';
import {
  columnsOf,
  type Members,
  MembersChoice,
  NameChoice,
  type Through,
  ThroughChoice,
} from './TableChoices';

type Props = { source?: SourceSheet; onClose: () => void };

const fields = {
  email: 'E-mail',
  name: 'Name, in one column',
  givenName: 'Given name',
  familyName: 'Family name',
  unit: 'Unit',
  manager: 'Manager',
  account: 'Account',
  kind: 'Kind',
  timeZone: 'Time zone',
} as const;

type Field = keyof typeof fields;

const three = { display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1.5 };

/** How columns that have it are mostly called. */
const usual: Partial<Record<Field, RegExp>> = {
  email: /e?_?mail/i,
  name: /^(full|display)?_?name$/i,
  givenName: /^(first|given|fore)_?name$/i,
  familyName: /^(last|family|sur)_?name$/i,
};

/** What a table's columns seem to have; a name in one column counts where there are not two. */
export function guessed(columns: string[]): Record<string, string> {
  const found = Object.fromEntries(
    Object.entries(usual).flatMap(([field, called]) => {
      const column = columns.find((one) => called.test(one));
      return column ? [[field, column]] : [];
    }),
  );
  const { name, ...rest } = found;
  return rest.givenName || !name ? rest : { ...rest, name };
}

/** Tables by which what records hold leads to people: an application's users, whatever they are called. */
const named = (tables: TableProposed[]) =>
  new Set(
    tables.flatMap((one) =>
      (one.recordType?.fields ?? []).flatMap(({ lookup }) =>
        lookup?.identifier?.startsWith('person') ? [lookup.table ?? one.table] : [],
      ),
    ),
  );

/** The table that had best be read: people, or what leads to them, then whatever has an address. */
export const likely = (tables: TableProposed[]) => {
  const leading = named(tables);
  return (
    tables.find((one) => one.use === 'people') ??
    tables.find((one) => leading.has(one.table)) ??
    tables.find((one) => one.columns.some((column) => usual.email?.test(column)))
  );
};

/** Which table of an application has who signs in to it, and what its columns mean. */
export function TableForm({ source, onClose }: Props) {
  const known = source?.table;
  const applications = (useApplicationList().data?.applications ?? []).filter(
    (one) => one.connected && one.mayChange && one.state !== 'ended',
  );
  const [name, setName] = useState(source?.name ?? '');
  const [application, setApplication] = useState(known?.application ?? '');
  const proposal = useProposal(application, application !== '');
  const tables = proposal.data?.tables ?? [];
  const [chosen, setChosen] = useState(known?.table ?? '');
  const table = chosen || (likely(tables)?.table ?? '');
  const columns = columnsOf(tables, table);
  const [id, setId] = useState(known?.id ?? '');
  const [active, setActive] = useState(known?.active ?? '');
  const [mapped, setMapped] = useState<Record<string, string> | undefined>(known?.mapping);
  const mapping = mapped ?? guessed(columns);
  const key = id || (columns.find((one) => one === 'id') ?? columns[0] ?? '');
  const [through, setThrough] = useState<Record<string, Through>>(known?.through ?? {});
  const [teams, setTeams] = useState<Members | undefined>(known?.teams);
  const [kind, setKind] = useState(known?.kind ?? 'staff');
  const [account, setAccount] = useState<Picked | null>(
    known?.account ? { key: known.account, name: known.account } : null,
  );
  const kept = useAccount(account?.key ?? '').data?.line;
  const [goneClose, setGoneClose] = useState(known?.goneClose ?? false);
  const [daily, setDaily] = useState(known?.daily ?? true);
  const [rights, setRights] = useState(source?.rights ?? allRights);
  const save = useDoing(() => {
    const body = {
      kind: 'application' as const,
      name,
      rights,
      table: {
        application,
        table,
        id: key,
        mapping,
        through,
        ...(teams ? { teams } : {}),
        active,
        kind,
        account: account?.key ?? '',
        goneClose,
        daily,
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
  const names = tables.map((one) => one.table);
  const begin = () => {
    setMapped(undefined);
    setId('');
    setActive('');
    setThrough({});
    setTeams(undefined);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="table-title">
      <Box component="form" onSubmit={submit} sx={{ p: 3, display: 'grid', gap: 1.75 }}>
        <Typography id="table-title" variant="h2" component="h2">
          {source ? `Change ${source.name}` : 'Those who sign in to an application'}
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
          <TextField
            size="small"
            label="Name"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <TextField
            select
            size="small"
            label="Application"
            value={applications.some((one) => one.key === application) ? application : ''}
            onChange={(event) => {
              setApplication(event.target.value);
              setChosen('');
              begin();
            }}
          >
            {applications.map((one) => (
              <MenuItem key={one.key} value={one.key}>
                {one.name}
              </MenuItem>
            ))}
          </TextField>
          <NameChoice
            label="Table"
            value={table}
            choices={names}
            onChoose={(next) => {
              setChosen(next);
              begin();
            }}
          />
          <NameChoice
            label="What tells its rows apart"
            value={key}
            choices={columns}
            onChoose={setId}
          />
        </Box>
        {applications.length === 0 && (
          <Remark tone="care">
            No application has its database set here yet. Add one in the Catalogue.
          </Remark>
        )}
        <Typography variant="h3" component="h3" color="textSecondary">
          Which column has what; none for what stays with us
        </Typography>
        <Box sx={three}>
          {Object.entries(fields).map(([field, label]) => (
            <NameChoice
              key={field}
              label={label}
              value={mapping[field] ?? ''}
              choices={columns}
              none="None"
              onChoose={(value) => setMapped({ ...mapping, [field]: value })}
            />
          ))}
          <NameChoice
            label="Yes of those who count"
            value={active}
            choices={columns}
            none="All count"
            onChoose={setActive}
          />
          <TextField
            select
            size="small"
            label="Kind of those who say none"
            value={kind}
            onChange={(event) => setKind(event.target.value as typeof kind)}
          >
            <MenuItem value="staff">Staff</MenuItem>
            <MenuItem value="service">Service</MenuItem>
            <MenuItem value="external">External</MenuItem>
          </TextField>
        </Box>
        {(['unit', 'account'] as const)
          .filter((field) => mapping[field])
          .map((field) => (
            <Box key={field} sx={three}>
              <ThroughChoice
                what={field}
                tables={tables}
                value={through[field]}
                onChange={(next) => {
                  const { [field]: _, ...rest } = through;
                  setThrough(next ? { ...rest, [field]: next } : rest);
                }}
              />
            </Box>
          ))}
        <Box sx={three}>
          <MembersChoice tables={tables} value={teams} onChange={setTeams} />
        </Box>
        {(kind === 'external' || mapping.kind) && (
          <PickAccount
            label="Account of externals who say none"
            value={account && { ...account, name: kept?.name ?? account.name }}
            onPick={setAccount}
          />
        )}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
          <FormControlLabel
            control={<Checkbox size="small" checked={daily} onChange={(_, on) => setDaily(on)} />}
            label="Read it every day by itself"
          />
          <FormControlLabel
            control={
              <Checkbox size="small" checked={goneClose} onChange={(_, on) => setGoneClose(on)} />
            }
            label="Close people whose row is gone (otherwise they are suspended)"
          />
        </Box>
        {save.isError && <Remark tone="bad">{save.error.message}</Remark>}
        <SourceRights rights={rights} onChange={setRights} />
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Cancel
          </Button>
          <Button
            type="submit"
            variant="contained"
            disabled={save.isPending || application === '' || table === ''}
          >
            Save
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
