import { zones } from '../people/PickOne';
import { OneOf } from '../sentences/slots';
import type { Field } from './api';

/** What a field is, in words. */
export const fieldTypes: Record<string, string> = {
  text: 'text',
  wholeNumber: 'whole number',
  decimal: 'number',
  money: 'money',
  date: 'date',
  timestamp: 'time',
  yesNo: 'yes or no',
  choice: 'choice',
  choices: 'choices',
  texts: 'texts',
  reference: 'reference',
  person: 'person',
};

type Props = { field: Field; isKey: boolean; onChange: (field: Field) => void };

/** What a field is; of times that the database keeps without a zone, by which clocks they go. */
export function FieldIs({ field, isKey, onChange }: Props) {
  const column = field.columns?.[0];
  return (
    <>
      {isKey ? 'the key' : fieldTypes[field.type ?? 'text']}
      {field.refersTo && ` to ${field.refersTo.replaceAll('_', ' ')}`}
      {column?.stored === 'local' && (
        <>
          {' by the clocks of '}
          <OneOf
            quiet
            label={`Clocks of ${field.label}`}
            value={column.zone ?? ''}
            choices={zones}
            onChoose={(zone) => onChange({ ...field, columns: [{ ...column, zone }] })}
          />
        </>
      )}
    </>
  );
}
