import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Trouble } from '../app/Trouble';
import { type FIRST_PAGE, type Turned, Turning } from '../app/turning';
import { PAGE_SIZE, type RecordPage, type useRecords } from './answers';
import { Working } from './Working';

/** A page of records and a way to turn it; or that it is waited for, why not, or that none is. */
export function PagedRecords({
  records,
  turned,
  none,
  onTurn,
  children,
}: {
  records: ReturnType<typeof useRecords>;
  turned: Turned;
  /** What is said of a page of this kind of records on which there is none. */
  none: (page: RecordPage) => string;
  onTurn: (to: typeof FIRST_PAGE) => void;
  children: (page: RecordPage) => ReactNode;
}) {
  if (records.isError) {
    return <Trouble error={records.error} again={() => records.refetch()} />;
  }
  if (!records.data) {
    return <Working lines={12} />;
  }
  const page = records.data;
  if (page.rows.length === 0) {
    return <Typography sx={{ my: 3 }}>{none(page)}</Typography>;
  }
  return (
    <Box sx={{ opacity: records.isPlaceholderData ? 0.6 : 1 }}>
      {children(page)}
      <Turning
        now={turned}
        of={page}
        rows={page.rows.length}
        size={PAGE_SIZE}
        total={records.total}
        onTurn={onTurn}
      />
    </Box>
  );
}
