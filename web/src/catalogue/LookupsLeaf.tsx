import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQueryClient } from '@tanstack/react-query';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Empty, Remark, Rows, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { and, number } from '../ask/said';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';
import { type LookupShown, useLookups, useNowhere } from './api';
import { leads } from './tables';

const SAID = 6;

/** How the application's own values lead to the directory, and which of them lead nowhere. */
export function LookupsLeaf({ application }: { application: string }) {
  const lookups = useLookups(application);
  const queries = useQueryClient();
  const again = useDoing(
    () =>
      data(
        api.POST('/api/applications/{application}/lookups', {
          params: { path: { application } },
        }),
      ),
    (read) => queries.setQueryData(keys.catalogueLookups(application), read),
  );
  if (lookups.isPending) {
    return <Working lines={6} />;
  }
  if (lookups.isError) {
    return <Trouble error={lookups.error} again={() => lookups.refetch()} />;
  }
  const all = lookups.data.lookups;
  if (all.length === 0) {
    return (
      <Empty>
        No look-ups: what its records hold of people, teams, units and organisations are the
        directory’s own keys, or nothing.
      </Empty>
    );
  }
  return (
    <>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5, maxWidth: 900 }}>
        What records hold leads to the directory by these tables. They are read again every few
        minutes. What leads nowhere is nobody’s: nobody reaches a record by it.{' '}
        <Button size="small" disabled={again.isPending} onClick={() => again.mutate(undefined)}>
          Read them again now
        </Button>
      </Typography>
      {again.isError && <Remark tone="bad">{again.error.message}</Remark>}
      <Rows aria-label="Look-ups">
        <thead>
          <tr>
            <th scope="col">Records</th>
            <th scope="col">Field</th>
            <th scope="col" style={{ width: '34%' }}>
              It
            </th>
            <th scope="col" className="number">
              Known
            </th>
            <th scope="col">Read</th>
            <th scope="col" style={{ width: '30%' }}>
              Leads nowhere
            </th>
          </tr>
        </thead>
        <tbody>
          {all.map((one) => (
            <Line key={`${one.recordType} ${one.field}`} application={application} one={one} />
          ))}
        </tbody>
      </Rows>
    </>
  );
}

function Line({ application, one }: { application: string; one: LookupShown }) {
  return (
    <tr>
      <td style={{ fontWeight: 600 }}>{one.plural}</td>
      <td>{one.label}</td>
      <td>
        {leads({
          guarded: false,
          lookup: {
            identifier: one.identifier,
            ...(one.table ? { table: one.table } : {}),
            ...(one.to ? { to: one.to } : {}),
          },
          ...(one.link ? { link: { table: one.link, columns: [] } } : {}),
        })}
        {one.failure && <Remark tone="bad">{one.failure}</Remark>}
        {one.twice > 0 && (
          <Remark tone="care">
            {number(one.twice)} of its values lead to two, and so to neither.
          </Remark>
        )}
      </td>
      <td className="number">
        {one.table && (
          <>
            {number(one.known)}
            <span className="quiet"> of {number(one.rows)}</span>
          </>
        )}
      </td>
      <td className="quiet">{one.readAt ? <When at={one.readAt} /> : ''}</td>
      <td>
        <Nowhere application={application} one={one} />
      </td>
    </tr>
  );
}

function Nowhere({ application, one }: { application: string; one: LookupShown }) {
  const nowhere = useNowhere(application, one);
  if (nowhere.isPending) {
    return <span className="quiet">counting …</span>;
  }
  if (nowhere.isError) {
    return <Remark tone="bad">{nowhere.error.message}</Remark>;
  }
  const { values, records, most } = nowhere.data;
  if (values === 0) {
    return <span className="quiet">nothing</span>;
  }
  const some = most
    .slice(0, SAID)
    .map((value) => `${value.identifier ?? value.value} (${number(value.records)})`)
    .concat(values > SAID && most.length > 0 ? [`${number(values - SAID)} more`] : []);
  return (
    <>
      {number(records)} {records === 1 ? 'time' : 'times'}
      {some.length > 0 ? `: ${and(some)}` : `, ${number(values)} values`}
    </>
  );
}
