import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { Part } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { useIndexAdvice } from './api';

type Advised = Schemas['IndexAdvised'];

/** Which indexes would make long lists quick, with the statements that make them. */
export function IndexAdvicePart({ application }: { application: string }) {
  const advice = useIndexAdvice(application);
  if (advice.isPending) {
    return null;
  }
  if (advice.isError) {
    return <Trouble error={advice.error} again={() => advice.refetch()} />;
  }
  const { types, fromRecords, extension } = advice.data;
  return (
    <Part title="Indexes of the database">
      <Typography sx={{ maxWidth: 720 }}>
        {types.length === 0
          ? `Lists need no more indexes: no record type of ${number(fromRecords)} records or more lacks one.`
          : 'Long lists are searched and sorted by the database of the application, which goes through all records where it has no index for that. Whoever looks after it may make those below; each takes space, and a little time whenever a record is written.'}
      </Typography>
      {extension && types.length > 0 && (
        <>
          <Typography sx={{ mt: 1 }}>To search by parts of words, it needs first:</Typography>
          <Statements of={[extension]} label="Extension" />
        </>
      )}
      {types.map((type) => (
        <Box key={type.type} component="section" aria-label={type.plural} sx={{ mt: 1.5 }}>
          <Typography variant="h3" component="h3">
            {type.plural}, about {number(type.records)}
          </Typography>
          <Uses of={type.indexes} />
        </Box>
      ))}
    </Part>
  );
}

function Uses({ of }: { of: Advised[] }) {
  const used = (use: Advised['use']) => of.filter((one) => one.use === use);
  const [ordered, setOrdered] = useState(false);
  const order = used('ORDER');
  return (
    <>
      {used('SEARCH').map((one) => (
        <Use key={one.statement} why={`To search in ${listed(one.fields)}`} of={[one]} />
      ))}
      {used('BELOW').map((one) => (
        <Use key={one.statement} why={`To find what belongs to a ${first(one)}`} of={[one]} />
      ))}
      {used('PLACE').length > 0 && (
        <Use
          why={`To find the records of some people, teams, units or accounts, by ${listed(used('PLACE').flatMap((one) => one.fields))}`}
          of={used('PLACE')}
        />
      )}
      {order.length > 0 && (
        <Typography color="textSecondary" sx={{ mt: 0.5 }}>
          To sort by{' '}
          {order.length === 1 ? first(order[0]) : 'one of the fields that people sort by'}.{' '}
          <Button
            variant="text"
            size="small"
            sx={{ p: 0, verticalAlign: 'baseline' }}
            aria-expanded={ordered}
            onClick={() => setOrdered(!ordered)}
          >
            {ordered
              ? 'Show less'
              : `Show ${order.length === 1 ? 'the statement' : `${order.length} statements`}`}
          </Button>
        </Typography>
      )}
      {ordered && (
        <>
          <Statements of={order.map((one) => one.statement)} label="To sort" />
          <Typography color="textSecondary">
            For lists from the last to the first, write DESC NULLS LAST behind the first column.
          </Typography>
        </>
      )}
    </>
  );
}

const first = (one: Advised | undefined) => (one?.fields[0] ?? '').toLowerCase();

/** Some fields in words, the first few by name. */
function listed(fields: string[]): string {
  const some = fields.map((one) => one.toLowerCase());
  const named = some.length > 5 ? [...some.slice(0, 4), `${some.length - 4} more`] : some;
  return named.length < 2
    ? named.join('')
    : `${named.slice(0, -1).join(', ')} and ${named[named.length - 1]}`;
}

function Use({ why, of }: { why: string; of: Advised[] }) {
  return (
    <>
      <Typography color="textSecondary" sx={{ mt: 0.5 }}>
        {why}
      </Typography>
      <Statements of={of.map((one) => one.statement)} label={why} />
    </>
  );
}

/** What somebody else runs in the database. */
export function Statements({ of, label }: { of: string[]; label: string }) {
  return (
    <Box
      component="pre"
      aria-label={label}
      sx={{ my: 0.5, whiteSpace: 'pre-wrap', overflowWrap: 'anywhere', fontSize: 13 }}
    >
      {of.join('\n')}
    </Box>
  );
}
