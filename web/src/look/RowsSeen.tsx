import Link from '@mui/material/Link';
import { Wide } from '../app/parts';
import type { RecordPage } from '../ask/answers';
import { ColumnHead, levelClass, Records, shown } from '../ask/RecordTable';
import { isNumeric } from '../ask/said';
import type { Look } from './look';
import { Withheld } from './Withheld';

type Row = RecordPage['rows'][number];

type Props = {
  look: Look;
  page: RecordPage;
  /** The same page through somebody else's eyes. */
  beside: RecordPage | undefined;
  name: string;
  /** What the second person is called. */
  other: string;
};

type Compared = 'both' | 'neither' | 'first' | 'second' | 'otherwise';

/** What a row is through two pairs of eyes: the same, seen by one alone, or seen otherwise. */
export function compared(one: Row, other: Row | undefined): Compared {
  if (!one.seen && !other?.seen) {
    return 'neither';
  }
  if (!other?.seen) {
    return 'first';
  }
  if (!one.seen) {
    return 'second';
  }
  const alike = one.values.every(
    (value, at) =>
      value.level === other.values[at]?.level ||
      // Whether they could change it is no difference to the eye.
      (value.value !== undefined && value.value === other.values[at]?.value),
  );
  return alike ? 'both' : 'otherwise';
}

/** Who sees a row, by their names. */
function whoSees(of: Compared, [one, other]: [string, string]): string {
  switch (of) {
    case 'first':
      return `only ${one}`;
    case 'second':
      return `only ${other}`;
    case 'otherwise':
      return 'both, not alike';
    default:
      return of;
  }
}

/** Rows as somebody has them: withheld rows and fields hatched, masked values masked. */
export function RowsSeen({ look, page, beside, name, other }: Props) {
  const { looked } = look;
  const inOrderOfKeys = looked.withheld || beside !== undefined;
  return (
    <Wide label={page.title} framed>
      <Records>
        <thead>
          <tr>
            {page.columns.flatMap((column, at) => [
              ...(beside && at === 1 ? [<th key="who">Who sees it</th>] : []),
              <ColumnHead
                key={column.key}
                column={column}
                unseen={
                  <Withheld
                    looked={looked}
                    pick={{ kind: 'field', type: page.type, field: column.key }}
                  >
                    {/* biome-ignore lint/a11y/noNoninteractiveTabindex: its reason is told on focus */}
                    <span tabIndex={0}>{column.label}</span>
                  </Withheld>
                }
                sort={looked.sort}
                descending={looked.descending}
                onSort={
                  inOrderOfKeys
                    ? undefined
                    : (down) => look.arrange({ sort: column.key, down: down ? 'yes' : '' })
                }
              />,
            ])}
          </tr>
        </thead>
        <tbody>
          {page.rows.map((row) => {
            const theirs = beside?.rows.find((one) => one.key === row.key);
            const who = beside ? compared(row, theirs) : 'both';
            const drawn = !row.seen && theirs?.seen ? theirs : row;
            return (
              <tr
                key={row.key}
                data-seen={row.seen}
                data-picked={!['both', 'neither'].includes(who)}
              >
                {drawn.values.flatMap((value, at) => {
                  const column = page.columns[at] as RecordPage['columns'][number];
                  return [
                    ...(beside && at === 1
                      ? [<td key="who">{whoSees(who, [name, other])}</td>]
                      : []),
                    <td
                      key={column.key}
                      className={`${isNumeric(column.type) ? 'number' : ''} ${drawn.seen ? levelClass(value.level) : 'withheld'}`}
                    >
                      {at === 0 && !row.seen ? (
                        <Withheld
                          looked={looked}
                          pick={{
                            kind: 'record',
                            type: page.type,
                            operation: 'view',
                            record: row.key,
                          }}
                        >
                          <Link
                            component="button"
                            onClick={() => look.open(page.type, row.key)}
                            sx={{ font: 'inherit', color: 'text.secondary' }}
                          >
                            {row.key}
                          </Link>
                        </Withheld>
                      ) : at === 0 ? (
                        <Link
                          component="button"
                          title="Open it as they have it"
                          onClick={() => look.open(page.type, row.key)}
                          sx={{ font: 'inherit' }}
                        >
                          {row.key}
                        </Link>
                      ) : (
                        drawn.seen &&
                        (value.level === 'hidden' && column.seen ? (
                          <Withheld
                            looked={looked}
                            pick={{ kind: 'field', type: page.type, field: column.key }}
                          >
                            {/* biome-ignore lint/a11y/noNoninteractiveTabindex: its reason is told on focus */}
                            <span tabIndex={0}>hidden</span>
                          </Withheld>
                        ) : (
                          shown(value, column.type, page.timeZone)
                        ))
                      )}
                    </td>,
                  ];
                })}
              </tr>
            );
          })}
        </tbody>
      </Records>
    </Wide>
  );
}
