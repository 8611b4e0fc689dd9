import Link from '@mui/material/Link';
import { styled } from '@mui/material/styles';
import TableSortLabel from '@mui/material/TableSortLabel';
import type { ReactNode } from 'react';
import { Wide } from '../app/parts';
import type { RecordPage } from './answers';
import { Shield } from './marks';
import type { Listed, Question } from './question';
import { fieldValue, isNumeric } from './said';

/** A table of records. */
export const Records = styled('table')(({ theme }) => ({
  borderCollapse: 'collapse',
  minWidth: '100%',
  background: theme.vars?.palette.background.paper,
  fontSize: 13.5,
  '& th, & td': {
    height: 32,
    padding: '0 12px',
    textAlign: 'left',
    whiteSpace: 'nowrap',
    borderBottom: `1px solid ${theme.vars?.palette.divider}`,
  },
  '& th': { color: theme.vars?.palette.text.secondary, fontSize: 13, fontWeight: 500 },
  '& .number': { textAlign: 'right' },
  '& tr[data-picked="true"] td': { background: theme.vars?.palette.action.selected },
  '& .withheld': {
    color: theme.vars?.palette.text.secondary,
    backgroundImage: `repeating-linear-gradient(135deg, transparent 0 5px, ${theme.vars?.palette.divider} 5px 6px)`,
  },
  '& .masked': { color: theme.vars?.palette.text.secondary, fontStyle: 'italic' },
}));

type Props = {
  page: RecordPage;
  listed: Listed;
  question: Pick<Question, 'pick' | 'because' | 'arrange'>;
  /** What a record's key leads to; to why they may do it where this is left out. */
  link?: (key: string) => ReactNode;
};

/** Rows as the person has them: hidden fields hatched, masked values read as masked. */
export function RecordTable({ page, listed, question, link }: Props) {
  const picked = question.pick?.kind === 'record' ? question.pick.record : '';
  return (
    <Wide label={page.title} framed>
      <Records>
        <thead>
          <tr>
            {page.columns.map((column) => (
              <ColumnHead
                key={column.key}
                column={column}
                sort={listed.sort}
                descending={listed.descending}
                onSort={(descending) =>
                  question.arrange({ sort: column.key, down: descending ? 'yes' : '' })
                }
              />
            ))}
          </tr>
        </thead>
        <tbody>
          {page.rows.map((row) => (
            <tr key={row.key} data-picked={row.key === picked}>
              {row.values.map((value, at) => {
                const column = page.columns[at] as RecordPage['columns'][number];
                const first = at === 0;
                return (
                  <td
                    key={column.key}
                    className={`${isNumeric(column.type) ? 'number' : ''} ${levelClass(value.level)}`}
                  >
                    {first && link ? (
                      link(row.key)
                    ) : first ? (
                      <Link
                        component="button"
                        title="Why they may"
                        onClick={() =>
                          question.because({
                            kind: 'record',
                            type: page.type,
                            operation: listed.operation,
                            record: row.key,
                          })
                        }
                        sx={{ font: 'inherit' }}
                      >
                        {row.key}
                      </Link>
                    ) : (
                      shown(value, column.type, page.timeZone)
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Records>
    </Wide>
  );
}

/** The head of a column: what the person sees they can sort by. */
export function ColumnHead({
  column,
  sort,
  descending,
  onSort,
  unseen,
}: {
  column: RecordPage['columns'][number];
  /** What stands for the name of a column that they never see. */
  unseen?: ReactNode;
  /** Key of the column that the rows are sorted by. */
  sort: string;
  descending: boolean;
  /** Left out where rows stand in the order of their keys. */
  onSort?: ((descending: boolean) => void) | undefined;
}) {
  const sorted = sort === column.key && onSort !== undefined;
  return (
    <th
      scope="col"
      className={`${isNumeric(column.type) ? 'number' : ''} ${column.seen ? '' : 'withheld'}`}
      title={column.seen || unseen ? '' : `They never see ${column.label.toLowerCase()}`}
      aria-sort={sorted ? (descending ? 'descending' : 'ascending') : undefined}
    >
      {column.seen && onSort ? (
        <TableSortLabel
          active={sorted}
          direction={sorted && descending ? 'desc' : 'asc'}
          onClick={() => onSort(sorted && !descending)}
        >
          {column.label}
        </TableSortLabel>
      ) : (
        (!column.seen && unseen) || column.label
      )}{' '}
      {column.guarded && <Shield label="guarded" />}
    </th>
  );
}

/** How a value of such a level is drawn. */
export function levelClass(level: string): string {
  return level === 'hidden' ? 'withheld' : level === 'masked' ? 'masked' : '';
}

/** A value as the person has it. */
export function shown(
  value: RecordPage['rows'][number]['values'][number],
  type: string,
  zone: string,
) {
  if (value.level === 'hidden') {
    return 'hidden';
  }
  if (value.value === undefined) {
    return '';
  }
  return value.level === 'masked' ? value.value : fieldValue(value.value, type, zone);
}
