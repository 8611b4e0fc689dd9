import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import MuiLink from '@mui/material/Link';
import { styled } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Empty, Part, Rows } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Shield } from '../ask/marks';
import { and, number } from '../ask/said';
import { Working } from '../ask/Working';
import { TakeAway } from '../bench/TakeAway';
import type { Worked } from '../bench/working';
import { AreaForm } from './AreaForm';
import { type RecordType, useProposal } from './api';
import { FunctionForm } from './FunctionForm';
import { type Area, type FunctionPart, type Governed, useGoverned } from './governed';
import { TypeSheet } from './TypeSheet';

type Props = {
  application: string;
  mayChange: boolean;
  /** Whether the tables of its database can be read here. */
  connected: boolean;
};

/** What is open in a window of its own: an area or a function, or a new one. */
type Dialog = { area: Area | undefined } | { of: FunctionPart | undefined };

/** What is governed in the application: its areas with their record types, and its functions. */
export function GovernedLeaf({ application, mayChange, connected }: Props) {
  const governed = useGoverned(application);
  const [params, setParams] = useSearchParams();
  const [dialog, setDialog] = useState<Dialog | null>(null);
  const [away, setAway] = useState<{ list: string; key: string; name: string } | null>(null);
  if (governed.pending) {
    return <Working lines={10} />;
  }
  if (governed.error) {
    return <Trouble error={governed.error} again={governed.again} />;
  }
  const { areas, types, functions } = governed;
  const open = types.find((one) => one.key === params.get('type'))?.now;
  const onAway = (list: string, key: string, name: string) => setAway({ list, key, name });
  const nothing = types.length === 0 && functions.length === 0 && areas.length === 0;
  return (
    <>
      {nothing ? (
        <Empty
          act={
            mayChange && (
              <MuiLink component={Link} to="?leaf=tables">
                Go through its tables
              </MuiLink>
            )
          }
        >
          Nothing is governed yet. Take what people work with from the tables of its database; then
          roles can be designed for it.
        </Empty>
      ) : (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mb: 2 }}>
          <Typography color="textSecondary" variant="body2" sx={{ flex: 1 }}>
            This says what there is, and nothing of who may do what with it: that is designed{' '}
            <MuiLink component={Link} to={`/bench/${encodeURIComponent(application)}`}>
              on the Bench
            </MuiLink>
            .
            {mayChange &&
              ' What you change here goes into your draft, and counts once that is published.'}
          </Typography>
          {mayChange && (
            <>
              <Button size="small" onClick={() => setDialog({ area: undefined })}>
                New area
              </Button>
              <Button
                size="small"
                disabled={areas.length === 0}
                onClick={() => setDialog({ of: undefined })}
              >
                New function
              </Button>
            </>
          )}
        </Box>
      )}
      {open ? (
        <Box sx={{ display: 'grid', gridTemplateColumns: '220px minmax(0, 1fr)', gap: 3 }}>
          <Rail governed={governed} open={open.key ?? ''} onAll={() => setParams({})} />
          <OpenType
            key={open.key}
            application={application}
            type={open}
            governed={governed}
            connected={connected}
            onAway={onAway}
          />
        </Box>
      ) : (
        areas.map((area) => (
          <AreaPart
            key={area.key}
            area={area}
            governed={governed}
            mayChange={mayChange}
            onArea={(one) => setDialog({ area: one })}
            onFunction={(of) => setDialog({ of })}
          />
        ))
      )}
      {dialog && 'area' in dialog && (
        <AreaForm
          application={application}
          {...(dialog.area ? { area: dialog.area } : {})}
          governed={governed}
          onClose={() => setDialog(null)}
          onAway={onAway}
        />
      )}
      {dialog && 'of' in dialog && (
        <FunctionForm
          {...(dialog.of ? { of: dialog.of } : {})}
          governed={governed}
          onClose={() => setDialog(null)}
          onAway={onAway}
        />
      )}
      {away && (
        <TakeAway
          application={application}
          of={{ list: away.list, key: away.key }}
          name={away.name}
          onClose={() => setAway(null)}
          onAway={governed.edit}
        />
      )}
    </>
  );
}

function OpenType({
  application,
  connected,
  ...rest
}: {
  application: string;
  connected: boolean;
  type: RecordType;
  governed: Governed;
  onAway: (list: string, key: string, name: string) => void;
}) {
  const tables = useProposal(application, connected).data?.tables ?? [];
  return <TypeSheet {...rest} tables={tables} />;
}

const mark = (one: Worked<unknown>) => (one.touched ? { outline: '1px dashed' } : {});

const Named = styled(ButtonBase)(({ theme }) => ({
  font: 'inherit',
  fontWeight: 600,
  textAlign: 'left',
  borderRadius: 4,
  padding: '1px 4px',
  margin: '-1px -4px',
  outlineColor: theme.vars?.palette.warning.main,
  '&:hover': { textDecoration: 'underline' },
}));

/** Every record type by its name, to go from one to the next. */
function Rail({ governed, open, onAll }: { governed: Governed; open: string; onAll: () => void }) {
  return (
    <Box component="nav" aria-label="Record types">
      <Button size="small" onClick={onAll} sx={{ mb: 1 }}>
        All that is governed
      </Button>
      {governed.areas.map((area) => (
        <Box key={area.key} sx={{ mb: 1.5 }}>
          <Typography variant="body2" color="textSecondary">
            {(area.now ?? area.published)?.name}
          </Typography>
          {governed.types
            .filter((one) => one.now?.area === area.key)
            .map((one) => (
              <Box key={one.key} sx={{ my: 0.5 }}>
                <Named
                  {...({ component: Link, to: `?type=${encodeURIComponent(one.key)}` } as object)}
                  aria-current={one.key === open ? 'true' : undefined}
                  sx={{ fontWeight: one.key === open ? 700 : 400, ...mark(one) }}
                >
                  {one.now?.plural}
                </Named>
              </Box>
            ))}
        </Box>
      ))}
    </Box>
  );
}

function AreaPart({
  area,
  governed,
  mayChange,
  onArea,
  onFunction,
}: {
  area: Worked<Area>;
  governed: Governed;
  mayChange: boolean;
  onArea: (area: Area) => void;
  onFunction: (of: FunctionPart) => void;
}) {
  const shown = area.now ?? area.published;
  const within = <E extends { area?: string }>(one: Worked<E>) =>
    (one.now ?? one.published)?.area === area.key;
  const types = governed.types.filter(within);
  const some = governed.functions.filter(within);
  return (
    <Part
      title={`${shown?.name ?? ''}${area.now ? (area.touched ? ', changed in the draft' : '') : ', taken away in the draft'}`}
      aside={
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
          {shown?.stewards && (
            <Typography variant="body2" color="textSecondary">
              <Shield /> guarded: its stewards alone give access here
            </Typography>
          )}
          {mayChange && area.now && (
            <Button
              size="small"
              aria-label={`Change the area ${shown?.name}`}
              onClick={() => area.now && onArea(area.now)}
            >
              Change
            </Button>
          )}
        </Box>
      }
    >
      {shown?.explanation && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {shown.explanation}
        </Typography>
      )}
      {types.length > 0 && <Types types={types} all={governed.types} mayChange={mayChange} />}
      {types.length === 0 && some.length === 0 && (
        <Typography variant="body2" color="textSecondary">
          Nothing is in it yet.
        </Typography>
      )}
      {some.length > 0 && (
        <Box sx={{ mt: 1, display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'baseline' }}>
          <Typography variant="body2" color="textSecondary">
            Functions:
          </Typography>
          {some.map((one) => (
            <Named
              key={one.key}
              disabled={!mayChange || !one.now}
              title={(one.now ?? one.published)?.explanation ?? ''}
              onClick={() => one.now && onFunction(one.now)}
              sx={{ ...mark(one), textDecoration: one.now ? undefined : 'line-through' }}
            >
              {(one.now ?? one.published)?.name}
            </Named>
          ))}
        </Box>
      )}
    </Part>
  );
}

function Types({
  types,
  all,
  mayChange,
}: {
  types: Worked<RecordType>[];
  all: Worked<RecordType>[];
  mayChange: boolean;
}) {
  return (
    <Rows aria-label="Record types">
      <thead>
        <tr>
          <th scope="col" style={{ width: '17%' }}>
            Records
          </th>
          <th scope="col" style={{ width: '20%' }}>
            Table
          </th>
          <th scope="col" style={{ width: '17%' }}>
            Known by
          </th>
          <th scope="col" style={{ width: '22%' }}>
            Placed by
          </th>
          <th scope="col">Part of</th>
          <th scope="col" className="number">
            Fields
          </th>
          <th scope="col" className="number">
            Guarded
          </th>
        </tr>
      </thead>
      <tbody>
        {types.map((one) => {
          const type = (one.now ?? one.published) as RecordType;
          return (
            <tr key={one.key}>
              <td title={type.explanation}>
                {mayChange && one.now ? (
                  <Named
                    {...({ component: Link, to: `?type=${encodeURIComponent(one.key)}` } as object)}
                    sx={mark(one)}
                  >
                    {type.plural}
                  </Named>
                ) : (
                  <Box
                    component="span"
                    sx={{ fontWeight: 600, textDecoration: one.now ? undefined : 'line-through' }}
                  >
                    {type.plural}
                  </Box>
                )}
              </td>
              <td className="quiet">{type.table}</td>
              <td>{label(type, type.titleField)}</td>
              <td>
                {and(
                  [type.owner, type.team, type.unit, type.account]
                    .filter((place) => place !== undefined)
                    .map((place) => label(type, place)),
                ) || <span className="quiet">nothing</span>}
              </td>
              <td>
                {type.parent
                  ? all.find((other) => other.key === type.parent?.recordType)?.now?.singular
                  : ''}
              </td>
              <td className="number">{number((type.fields ?? []).length)}</td>
              <td className="number">
                {number((type.fields ?? []).filter((field) => field.guarded).length)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </Rows>
  );
}

function label(type: RecordType, field: string | undefined) {
  return type.fields?.find((one) => one.key === field)?.label ?? field ?? '';
}
