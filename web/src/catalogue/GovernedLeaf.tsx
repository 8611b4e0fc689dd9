import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { Empty, Part, Rows } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Shield } from '../ask/marks';
import { and, number } from '../ask/said';
import { Working } from '../ask/Working';
import { type RecordType, useCatalogue } from './api';

/** What is governed in the application: its areas with their record types, and its functions. */
export function GovernedLeaf({
  application,
  mayChange,
}: {
  application: string;
  mayChange: boolean;
}) {
  const catalogue = useCatalogue(application);
  if (catalogue.isPending) {
    return <Working lines={10} />;
  }
  if (catalogue.isError) {
    return <Trouble error={catalogue.error} again={() => catalogue.refetch()} />;
  }
  const { areas = [], recordTypes = [], functions = [] } = catalogue.data;
  if (recordTypes.length === 0 && functions.length === 0) {
    return (
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
    );
  }
  return (
    <>
      <Typography color="textSecondary" variant="body2" sx={{ mb: 2 }}>
        This says what there is, and nothing of who may do what with it: that is designed{' '}
        <MuiLink component={Link} to={`/bench/${encodeURIComponent(application)}`}>
          on the Bench
        </MuiLink>
        .
      </Typography>
      {areas.map((area) => {
        const types = recordTypes.filter((type) => type.area === area.key);
        const some = functions.filter((one) => one.area === area.key);
        return (
          <Part
            key={area.key}
            title={area.name ?? ''}
            aside={
              area.stewards && (
                <Typography variant="body2" color="textSecondary">
                  <Shield /> guarded: its stewards alone give access here
                </Typography>
              )
            }
          >
            {types.length > 0 && <Types types={types} all={recordTypes} />}
            {some.length > 0 && (
              <Typography variant="body2" sx={{ mt: 1 }}>
                Functions: {some.map((one) => one.name).join(', ')}
              </Typography>
            )}
          </Part>
        );
      })}
    </>
  );
}

function Types({ types, all }: { types: RecordType[]; all: RecordType[] }) {
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
        {types.map((type) => (
          <tr key={type.key}>
            <td>
              <Box component="span" sx={{ fontWeight: 600 }}>
                {type.plural}
              </Box>
            </td>
            <td className="quiet">{type.table}</td>
            <td>{label(type, type.titleField)}</td>
            <td>
              {and(
                [type.owner, type.team, type.unit, type.account]
                  .filter((one) => one !== undefined)
                  .map((one) => label(type, one)),
              ) || <span className="quiet">nothing</span>}
            </td>
            <td>
              {type.parent ? all.find((one) => one.key === type.parent?.recordType)?.singular : ''}
            </td>
            <td className="number">{number((type.fields ?? []).length)}</td>
            <td className="number">
              {number((type.fields ?? []).filter((one) => one.guarded).length)}
            </td>
          </tr>
        ))}
      </tbody>
    </Rows>
  );
}

function label(type: RecordType, field: string | undefined) {
  return type.fields?.find((one) => one.key === field)?.label ?? field ?? '';
}
