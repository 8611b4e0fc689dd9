import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { filledIn, useAddress } from '../app/address';
import { applicationOf } from '../app/applications';
import { SIZE, useListed } from '../app/listed';
import { Pages } from '../app/Pages';
import { Wide } from '../app/parts';
import { Search } from '../app/Search';
import { Trouble } from '../app/Trouble';
import { ApplicationSlot, Asking, InstantSlot } from './Asking';
import { Bar, Files, FULL, MatrixGrid } from './matrixParts';
import { instantFrom, pickToText } from './question';
import { Slot } from './Slot';
import { number } from './said';
import { Working } from './Working';

type Row = Schemas['MatrixRow'];

const OPERATIONS = ['view', 'change', 'create', 'delete'].map((key) => ({ key, name: key }));

/** How far everybody reaches, as a picture: people by record type, by one operation. */
export function Matrix() {
  const { params, change: changeAddress } = useAddress();
  const application = applicationOf(params);
  const at = instantFrom(params.get('at'));
  const operation = OPERATIONS.find((one) => one.key === params.get('operation')) ?? OPERATIONS[0];
  const chosen = operation?.key ?? 'view';
  const say = (next: Record<string, string>) => changeAddress({ page: '', ...next });
  const asked = { operation: chosen, ...(at ? { at } : {}) };
  const {
    list,
    asked: filter,
    change,
    page,
    turn,
  } = useListed(['matrix', application, asked], ['search'] as const, (query) =>
    data(
      api.GET('/api/applications/{application}/matrix', {
        params: { path: { application }, query: { ...asked, ...query } },
      }),
    ),
  );
  useEffect(() => {
    document.title = 'How far everybody reaches · Nembar';
  }, []);
  const file = (kind: string) =>
    `/api/applications/${application}/matrix.${kind}?${new URLSearchParams({ ...asked, search: filter.search })}`;
  const told = list.data;
  return (
    <>
      <Asking form="matrix">
        <Slot
          label="Operation"
          placeholder="view"
          value={operation ?? null}
          choices={OPERATIONS}
          none="One of view, change, create and delete"
          onChoose={(next) => say({ operation: next.key })}
        />
        <span>in</span>
        <ApplicationSlot
          application={application}
          onChoose={(next) => say({ application: next, search: '' })}
        />
        <InstantSlot at={at} onChange={(next) => say({ at: next })} />
      </Asking>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mt: 2, mb: 1 }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1 }}>
          {told && linesOf(told.total, told.withheld)}
        </Typography>
        <Search
          label="Find by name, unit, account"
          value={filter.search}
          onSearch={(search) => change({ search })}
          width={250}
        />
        <Files of={file} />
      </Box>
      {list.isPending && <Working lines={14} />}
      {list.isError && <Trouble error={list.error} again={() => list.refetch()} />}
      {told && told.total === 0 && (
        <Typography color="textSecondary">Nobody who is called so reaches anything.</Typography>
      )}
      {told && told.total > 0 && (
        <Wide label="How far everybody reaches" faded={list.isPlaceholderData}>
          <MatrixGrid>
            <thead>
              <tr>
                <th scope="col">Who</th>
                {told.types.map((one) => (
                  <th key={one.key} scope="col">
                    {one.name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {told.rows.map((row) => (
                <Line
                  key={`${row.person} ${row.account ?? ''}`}
                  row={row}
                  types={told.types}
                  application={application}
                  operation={chosen}
                  at={at}
                />
              ))}
            </tbody>
          </MatrixGrid>
          <Pages page={page} size={SIZE} total={told.total} onPage={turn} />
        </Wide>
      )}
    </>
  );
}

/** How many lines there are, and how many people more whom one may not see. */
export const linesOf = (total: number, withheld: number) =>
  `${total === 1 ? '1 reaches something' : `${number(total)} reach something`}${
    withheld > 0 ? `, and ${number(withheld)} whom you may not see` : ''
  }`;

function Line({
  row,
  types,
  application,
  operation,
  at,
}: {
  row: Row;
  types: Schemas['Named'][];
  application: string;
  operation: string;
  at: string;
}) {
  const go = useNavigate();
  const address = (because: string) =>
    `/ask/what-can?${filledIn({ person: row.person, application, account: row.account, at, because })}`;
  return (
    <tr>
      <Box
        component="th"
        scope="row"
        sx={{
          fontWeight: 400,
          boxShadow: (theme) =>
            row.external ? `inset 3px 0 0 ${theme.vars?.palette.secondary.main}` : 'none',
        }}
      >
        <MuiLink component={Link} to={address('')}>
          {row.name}
        </MuiLink>{' '}
        <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5 }}>
          {row.unitOrAccount}
        </Box>
      </Box>
      {row.cells.map((cell, at) => {
        const type = types[at];
        return (
          <td key={type?.key}>
            {cell.words !== '' && type && (
              <ButtonBase
                aria-label={`${row.name}, ${operation} ${type.name.toLowerCase()}, ${cell.words}`}
                title={`${operation} ${type.name.toLowerCase()}: ${cell.words}`}
                onClick={() => go(address(pickToText({ kind: 'cell', type: type.key, operation })))}
                sx={{ width: FULL, height: 24, justifyContent: 'flex-start' }}
              >
                <Bar notches={cell.notches} outside={row.external} />
              </ButtonBase>
            )}
          </td>
        );
      })}
    </tr>
  );
}
