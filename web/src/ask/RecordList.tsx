import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Search } from '../app/Search';
import { Trouble } from '../app/Trouble';
import { Turning } from '../app/turning';
import { csvAddress, PAGE_SIZE, useRecords, type WhatCan } from './answers';
import type { Listed, Question } from './question';
import { RecordTable } from './RecordTable';
import { Working } from './Working';

type Props = { question: Question; listed: Listed; answer: WhatCan };

/** The records under a cell, as the person has them. */
export function RecordList({ question, listed, answer }: Props) {
  const records = useRecords(question.slots, listed);
  const type = answer.areas.flatMap((area) => area.types).find((one) => one.key === listed.type);
  const operation = type?.cells.find((cell) => cell.operation === listed.operation);
  return (
    <Box component="section" aria-labelledby="records-title">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mb: 1 }}>
        <Button variant="outlined" onClick={question.closeList}>
          Back to the grid
        </Button>
        <Typography id="records-title" variant="h2" component="h2" sx={{ flex: 1 }}>
          {type?.plural ?? listed.type} that {answer.person.name} may{' '}
          {operation?.label ?? listed.operation}
        </Typography>
        <Search
          label="Find in what they see"
          value={listed.search}
          onSearch={(search) => question.arrange({ search })}
          width={210}
        />
        <Button component="a" variant="outlined" href={csvAddress(question.slots, listed)} download>
          CSV
        </Button>
      </Box>
      {records.isPending && <Working lines={12} />}
      {records.isError && <Trouble error={records.error} again={() => records.refetch()} />}
      {records.data && records.data.rows.length === 0 && (
        <Typography sx={{ my: 3 }}>
          {listed.search || listed.value
            ? 'Nothing that they can see has these letters in it.'
            : 'There is no record here that they may see.'}
        </Typography>
      )}
      {records.data && records.data.rows.length > 0 && (
        <Box sx={{ opacity: records.isPlaceholderData ? 0.6 : 1 }}>
          <RecordTable page={records.data} listed={listed} question={question} />
          <Turning
            now={listed.turned}
            of={records.data}
            rows={records.data.rows.length}
            size={PAGE_SIZE}
            total={records.total}
            onTurn={question.arrange}
          />
        </Box>
      )}
    </Box>
  );
}
