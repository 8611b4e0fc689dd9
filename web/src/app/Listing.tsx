import Typography from '@mui/material/Typography';
import type { UseQueryResult } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { SIZE } from './listed';
import { Pages } from './Pages';
import { Rows } from './parts';
import { Trouble } from './Trouble';

type Props<A> = {
  /** What the table is called. */
  label: string;
  heads: string[];
  list: UseQueryResult<A>;
  total: (answer: A) => number;
  rows: (answer: A) => ReactNode;
  /** What is said where there is none. */
  none: string;
  page: number;
  turn: (page: number) => void;
};

/** A page of a list: its rows, or why there are none. */
export function Listing<A>({ label, heads, list, total, rows, none, page, turn }: Props<A>) {
  if (list.isError) {
    return <Trouble error={list.error} again={() => list.refetch()} />;
  }
  if (!list.data) {
    return null;
  }
  const all = total(list.data);
  if (all === 0) {
    return <Typography color="textSecondary">{none}</Typography>;
  }
  return (
    <>
      <Rows aria-label={label}>
        <thead>
          <tr>
            {heads.map((one) => (
              <th key={one} scope="col">
                {one}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{rows(list.data)}</tbody>
      </Rows>
      <Pages page={page} size={SIZE} total={all} onPage={turn} />
    </>
  );
}
