import TablePagination from '@mui/material/TablePagination';
import { number } from '../ask/said';

/** Where one is in a list that is read from position to position, however deep. */
export type Turned = {
  /** For the eye only: how many pages were turned. */
  page: number;
  after: string;
  before: string;
};

/** What the address says of it when nothing was turned. */
export const FIRST_PAGE = { page: '', after: '', before: '' };

export function turnedFrom(params: URLSearchParams): Turned {
  const page = Number.parseInt(params.get('page') ?? '', 10);
  const after = params.get('after') ?? '';
  const before = params.get('before') ?? '';
  return after === '' && before === ''
    ? { page: 0, after: '', before: '' }
    : { page: page > 0 && page < 1_000_000 ? page : 1, after, before };
}

/** The position as the server takes it. */
export const positionOf = ({ after, before }: Turned) => ({
  ...(after ? { after } : {}),
  ...(before ? { before } : {}),
});

type Positions = { previous?: string; next?: string };

/** What the address says on the page before or after one; the first has no position. */
export function turn(now: Turned, of: Positions, to: number): typeof FIRST_PAGE {
  if (to <= 0) {
    return FIRST_PAGE;
  }
  return to > now.page
    ? { page: String(to), after: of.next ?? '', before: '' }
    : { page: String(to), after: '', before: of.previous ?? '' };
}

/** Turns the pages of such a list. */
export function Turning({
  now,
  of,
  rows,
  size,
  total,
  onTurn,
}: {
  now: Turned;
  of: Positions;
  /** How many there are on this page. */
  rows: number;
  size: number;
  /** Left out while it is being counted. */
  total: number | undefined;
  onTurn: (to: typeof FIRST_PAGE) => void;
}) {
  const from = now.page * size + 1;
  return (
    <TablePagination
      component="div"
      count={total ?? -1}
      // The page is for the eye, and may say more than there are by now.
      page={total === undefined ? now.page : Math.min(now.page, Math.ceil(total / size) - 1)}
      rowsPerPage={size}
      rowsPerPageOptions={[size]}
      onPageChange={(_, to) => onTurn(turn(now, of, to))}
      labelDisplayedRows={() =>
        `${number(from)} to ${number(from + rows - 1)}${total === undefined ? '' : ` of ${number(total)}`}`
      }
      slotProps={{
        actions: {
          previousButton: { disabled: of.previous === undefined },
          nextButton: { disabled: of.next === undefined },
        },
      }}
    />
  );
}
