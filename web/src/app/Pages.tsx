import TablePagination from '@mui/material/TablePagination';
import { number } from '../ask/said';

type Props = {
  total: number;
  page: number;
  size: number;
  onPage: (page: number) => void;
  /** Says how many there are even where they fit one page. */
  always?: boolean;
};

/** Turns the pages of a list; nothing where one page holds it. */
export function Pages({ total, page, size, onPage, always = false }: Props) {
  if (total <= size && !always) {
    return null;
  }
  return (
    <TablePagination
      component="div"
      count={total}
      page={page}
      rowsPerPage={size}
      rowsPerPageOptions={[size]}
      onPageChange={(_, next) => onPage(next)}
      labelDisplayedRows={({ from, to, count }) =>
        `${number(from)} to ${number(to)} of ${number(count)}`
      }
    />
  );
}
