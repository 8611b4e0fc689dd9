import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import { putIn } from './queue';

type Clash = Schemas['Clash'];

/** Where two forms of an element differ, member by member. */
export function differing(
  one: Record<string, unknown> | undefined,
  other: Record<string, unknown> | undefined,
): { member: string; one: string; other: string }[] {
  const members = new Set([...Object.keys(one ?? {}), ...Object.keys(other ?? {})]);
  const text = (value: unknown): string =>
    value === undefined
      ? 'nothing'
      : Array.isArray(value)
        ? value.map((each) => (typeof each === 'object' ? said(each) : String(each))).join('; ')
        : typeof value === 'object'
          ? said(value)
          : String(value);
  return [...members]
    .filter((member) => JSON.stringify(one?.[member]) !== JSON.stringify(other?.[member]))
    .map((member) => ({ member, one: text(one?.[member]), other: text(other?.[member]) }));
}

/** The order in which members read as a phrase. */
const ORDER = [
  'operation',
  'use',
  'fields',
  'recordType',
  'function',
  'level',
  'reach',
  'condition',
];

const place = (member: string) => (ORDER.indexOf(member) + ORDER.length + 1) % (ORDER.length + 1);

const said = (value: unknown): string =>
  Object.entries(value as Record<string, unknown>)
    .sort(([one], [other]) => place(one) - place(other))
    .map(([, each]) => each)
    .map((each) => (typeof each === 'object' ? JSON.stringify(each) : String(each)))
    .join(' ');

/** An element as published and as drafted, side by side. */
export function ElementDiff({ clash }: { clash: Clash }) {
  const published = clash.published as Record<string, unknown> | undefined;
  const drafted = clash.drafted && putIn(clash.drafted);
  const name = String(published?.name ?? drafted?.name ?? clash.key);
  return (
    <Box sx={{ mt: 1 }}>
      <Typography>
        <strong>{name}</strong>, changed by publication {clash.publication}
      </Typography>
      <Box
        component="table"
        sx={{ fontSize: 13, '& td, & th': { textAlign: 'left', pr: 2, verticalAlign: 'top' } }}
      >
        <thead>
          <tr>
            <td />
            <th scope="col">published</th>
            <th scope="col">this draft</th>
          </tr>
        </thead>
        <tbody>
          {!published || !drafted ? (
            <tr>
              <th scope="row">it</th>
              <td>{published ? 'is there' : 'was taken away'}</td>
              <td>{drafted ? 'is there' : 'is taken away'}</td>
            </tr>
          ) : (
            differing(published, drafted).map((one) => (
              <tr key={one.member}>
                <th scope="row">{one.member}</th>
                <td>{one.one}</td>
                <td>{one.other}</td>
              </tr>
            ))
          )}
        </tbody>
      </Box>
    </Box>
  );
}
