import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { memo, useDeferredValue } from 'react';
import type { Schemas } from '../api/client';
import { Facts } from '../app/parts';
import { number } from '../ask/said';
import type { RecordType, TableDecision, TableProposed } from './api';
import { FieldRows } from './FieldRows';
import { PlaceRows } from './PlaceRows';
import { TypeNames } from './TypeNames';
import { offered } from './tables';

type Props = {
  table: TableProposed;
  areas: Schemas['AreaPart'][];
  tables: TableProposed[];
  /** Stays the same: what is shown is drawn again only for another table. */
  onDecide: (some: TableDecision[]) => void;
};

const kinds = { table: 'Table', partitioned: 'Table in partitions', view: 'View' };

/** One table: what it seems to be and why, and the record type that it would become. */
export function TableDetail({ table, ...rest }: Props) {
  // Going down the list by keyboard waits for no table that is only passed by.
  const drawn = useDeferredValue<TableProposed | null>(table, null);
  return drawn && <Detail key={drawn.table} table={drawn} {...rest} />;
}

const Detail = memo(({ table, areas, tables, onDecide }: Props) => {
  const type = table.recordType;
  const decide = (decision: NonNullable<TableDecision['decision']>) =>
    onDecide([{ table: table.table, decision }]);
  const change = (recordType: RecordType) =>
    onDecide([{ table: table.table, decision: table.decision, recordType }]);
  return (
    <Box
      component="section"
      aria-label={table.table}
      sx={{ maxHeight: 'calc(100vh - 250px)', overflowY: 'auto', pr: 0.5 }}
    >
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', mb: 1 }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1, overflowWrap: 'anywhere' }}>
          {offered(table) || table.use === 'governed' ? type?.plural : table.table}
        </Typography>
        {offered(table) && table.decision !== 'left' && (
          <Button size="small" variant="outlined" onClick={() => decide('left')}>
            Leave it
          </Button>
        )}
        {offered(table) && table.decision !== 'taken' && (
          <Button size="small" variant="contained" onClick={() => decide('taken')}>
            Take it
          </Button>
        )}
        {offered(table) && table.decision !== 'open' && (
          <Button size="small" variant="text" onClick={() => decide('open')}>
            Open again
          </Button>
        )}
      </Box>
      <Facts
        facts={[
          [
            kinds[table.kind],
            `${table.table}, ${number(table.columns.length)} columns${table.rows === undefined ? '' : `, about ${number(table.rows)} rows`}`,
          ],
          ['Seen as', `${sentence(table)}: ${table.why}`],
          ...(table.comment ? ([['It is said', table.comment]] as [string, string][]) : []),
        ]}
      />
      {type && offered(table) && (
        <TypeForm type={type} table={table} areas={areas} tables={tables} onChange={change} />
      )}
    </Box>
  );
});

const seen: Record<TableProposed['use'], string> = {
  records: 'records that people work with',
  people: 'those who sign in to the application',
  accounts: 'organisations that the company deals with',
  choices: 'a short list of things to choose from',
  links: 'which records belong together',
  noRecords: 'nothing that anybody would be given access to',
  withoutKey: 'nothing that can be governed row by row',
  governed: 'a record type of the catalogue',
};

const sentence = (table: TableProposed) => seen[table.use];

type FormProps = Pick<Props, 'table' | 'areas' | 'tables'> & {
  type: RecordType;
  onChange: (type: RecordType) => void;
};

function TypeForm({ type, table, areas, tables, onChange }: FormProps) {
  return (
    <>
      <TypeNames type={type} areas={areas} titled={table.reasons['/title']} onChange={onChange} />
      {type.parent && (
        <Typography variant="body2" sx={{ mb: 1.5 }}>
          A part of {type.parent.recordType?.replaceAll('_', ' ')}: whoever may view or change that
          may view or change it. <span style={{ opacity: 0.8 }}>({table.reasons['/parent']})</span>{' '}
          <Button
            size="small"
            onClick={() => {
              const { parent, ...alone } = type;
              onChange(alone);
            }}
          >
            Let it stand alone
          </Button>
        </Typography>
      )}
      <PlaceRows type={type} reasons={table.reasons} tables={tables} onChange={onChange} />
      <FieldRows type={type} table={table} onChange={onChange} />
    </>
  );
}
