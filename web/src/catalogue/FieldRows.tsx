import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Typography from '@mui/material/Typography';
import { Rows } from '../app/parts';
import type { RecordType, TableProposed } from './api';
import { FieldIs } from './FieldIs';
import { withField } from './governed';
import { without } from './tables';

type Props = { type: RecordType; table: TableProposed; onChange: (type: RecordType) => void };

/** The fields of a record type that is proposed, each with its reason. */
export function FieldRows({ type, table, onChange }: Props) {
  const left = Object.entries(table.left);
  return (
    <>
      <Rows aria-label="Fields">
        <thead>
          <tr>
            <th scope="col">Field</th>
            <th scope="col">Is</th>
            <th scope="col">Why</th>
            <th scope="col">Guarded</th>
            <th scope="col">
              <span aria-hidden="true" />
            </th>
          </tr>
        </thead>
        <tbody>
          {(type.fields ?? []).map((field) => (
            <tr key={field.key}>
              <td style={{ fontWeight: 600 }}>{field.label}</td>
              <td>
                <FieldIs
                  field={field}
                  isKey={field.key === type.keyField}
                  onChange={(next) => onChange(withField(type, next))}
                />
              </td>
              <td className="quiet" style={{ fontSize: 12.5 }}>
                {field.key === type.keyField
                  ? table.reasons['/key']
                  : (table.reasons[field.key ?? ''] ?? '')}
              </td>
              <td>
                <Checkbox
                  size="small"
                  checked={field.guarded ?? false}
                  disabled={field.key === type.keyField}
                  slotProps={{ input: { 'aria-label': `${field.label} is guarded` } }}
                  onChange={(_, guarded) => onChange(withField(type, { ...field, guarded }))}
                  sx={{ p: 0.25 }}
                />
              </td>
              <td>
                {field.key !== type.keyField && (
                  <Button
                    size="small"
                    aria-label={`Leave out ${field.label}`}
                    sx={{ whiteSpace: 'nowrap', p: 0 }}
                    onClick={() => onChange(without(type, field.key ?? ''))}
                  >
                    Leave out
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
      {left.length > 0 && (
        <Box sx={{ mt: 1.5 }}>
          <Typography variant="body2" color="textSecondary">
            No fields: {left.map(([column, why]) => `${column} (${why})`).join('; ')}
          </Typography>
        </Box>
      )}
    </>
  );
}
