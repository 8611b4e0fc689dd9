import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import TableSortLabel from '@mui/material/TableSortLabel';
import type { RecordPage } from '../ask/answers';
import { Shield } from '../ask/marks';
import { levelClass, Records, shown } from '../ask/RecordTable';
import { isNumeric } from '../ask/said';
import type { Look } from './look';

type Row = RecordPage['rows'][number];

type Props = {
  look: Look;
  page: RecordPage;
  /** The same page through somebody else's eyes. */
  beside: RecordPage | undefined;
  name: string;
};

/** What a row is through two pairs of eyes: the same, seen by one alone, or seen otherwise. */
export function compared(one: Row, other: Row | undefined): 'same' | 'first' | 'second' | 'other' {
  if (!other || one.seen !== other.seen) {
    return one.seen ? 'first' : 'second';
  }
  const alike = one.values.every(
    (value, at) =>
      value.level === other.values[at]?.level ||
      // Whether they could change it is no difference to the eye.
      (value.value !== undefined && value.value === other.values[at]?.value),
  );
  return alike ? 'same' : 'other';
}

const DIFFERS = {
  same: '',
  first: 'only the first sees it',
  second: 'only the second sees it',
  other: 'they see it otherwise',
};

/** Rows as somebody has them: withheld rows and fields hatched, masked values masked. */
export function RowsSeen({ look, page, beside, name }: Props) {
  const { looked } = look;
  return (
    <Box
      role="region"
      aria-label={page.title}
      // A wide table scrolls, and so must be reachable by keyboard.
      tabIndex={0}
      sx={{ overflowX: 'auto', border: '1px solid', borderColor: 'divider', borderRadius: 1 }}
    >
      <Records>
        <thead>
          <tr>
            {page.columns.map((column) => (
              <th
                key={column.key}
                scope="col"
                className={`${isNumeric(column.type) ? 'number' : ''} ${column.seen ? '' : 'withheld'}`}
                title={column.seen ? '' : `${name} never sees ${column.label.toLowerCase()}`}
              >
                {column.seen ? (
                  <TableSortLabel
                    active={looked.sort === column.key}
                    direction={looked.sort === column.key && looked.descending ? 'desc' : 'asc'}
                    onClick={() =>
                      look.arrange({
                        sort: column.key,
                        down: looked.sort === column.key && !looked.descending ? 'yes' : '',
                      })
                    }
                  >
                    {column.label}
                  </TableSortLabel>
                ) : (
                  column.label
                )}{' '}
                {column.guarded && <Shield label="guarded" />}
              </th>
            ))}
            {beside && <th scope="col">Beside the second</th>}
          </tr>
        </thead>
        <tbody>
          {page.rows.map((row) => {
            const other = beside?.rows.find((one) => one.key === row.key);
            const differs = beside ? compared(row, other) : 'same';
            return (
              <tr key={row.key} data-seen={row.seen} data-picked={differs !== 'same'}>
                {row.values.map((value, at) => {
                  const column = page.columns[at] as RecordPage['columns'][number];
                  return (
                    <td
                      key={column.key}
                      className={`${isNumeric(column.type) ? 'number' : ''} ${row.seen ? levelClass(value.level) : 'withheld'}`}
                    >
                      {at === 0 ? (
                        <Link
                          component="button"
                          title={row.seen ? 'Open it as they have it' : 'Why they do not see it'}
                          onClick={() => look.open(page.type, row.key)}
                          sx={{ font: 'inherit', color: row.seen ? undefined : 'text.secondary' }}
                        >
                          {row.key}
                        </Link>
                      ) : row.seen ? (
                        shown(value, column.type, page.timeZone)
                      ) : (
                        ''
                      )}
                    </td>
                  );
                })}
                {beside && <td>{DIFFERS[differs]}</td>}
              </tr>
            );
          })}
        </tbody>
      </Records>
    </Box>
  );
}
