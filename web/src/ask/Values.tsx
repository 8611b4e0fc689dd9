import { Facts } from '../app/parts';
import type { RecordPage } from './answers';
import { Shield } from './marks';
import { shown } from './RecordTable';

/** One record, field by field, as the person has it. */
export function Values({ page, row }: { page: RecordPage; row: RecordPage['rows'][number] }) {
  return (
    <Facts
      facts={page.columns.map((column, at) => {
        const value = row.values[at] as RecordPage['rows'][number]['values'][number];
        return [
          column.label,
          <>
            {column.guarded && <Shield label="guarded" />}{' '}
            {shown(value, column.type, page.timeZone)}
            {value.level === 'masked' && ' (masked)'}
          </>,
        ];
      })}
    />
  );
}
