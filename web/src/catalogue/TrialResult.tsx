import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { Facts, Remark } from '../app/parts';
import { number } from '../ask/said';
import type { Outcome } from './api';

const tables = (some: number) => `${number(some)} ${some === 1 ? 'table' : 'tables'}`;

/** What trying a connection told. */
export function TrialResult({ outcome }: { outcome: Outcome }) {
  return (
    <Box role="status">
      <Remark tone={outcome.reached && !outcome.problem ? 'good' : 'bad'}>
        {outcome.reached && !outcome.problem ? 'Reached, and it can be read.' : outcome.problem}
      </Remark>
      {outcome.warnings.map((warning) => (
        <Remark key={warning} tone="care">
          {warning}
        </Remark>
      ))}
      {outcome.remedy && (
        <>
          <Typography variant="body2" color="textSecondary" sx={{ mt: 1.5 }}>
            This makes a user who can only read; put a password in, and sign in as them:
          </Typography>
          <Box
            component="pre"
            tabIndex={0}
            aria-label="SQL that makes a user who can only read"
            sx={{
              m: '6px 0 12px',
              p: 1.25,
              fontSize: 12,
              whiteSpace: 'pre-wrap',
              border: '1px solid',
              borderColor: 'divider',
              borderRadius: 1,
            }}
          >
            {outcome.remedy}
          </Box>
        </>
      )}
      {outcome.reached && (
        <Facts
          facts={[
            ['PostgreSQL', outcome.version],
            ...outcome.schemas.map((schema): [string, string] => [
              schema.name,
              schema.readable === schema.tables
                ? tables(schema.tables)
                : `${schema.readable} of ${tables(schema.tables)} can be read`,
            ]),
          ]}
        />
      )}
    </Box>
  );
}
