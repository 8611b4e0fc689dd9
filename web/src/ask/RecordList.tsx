import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Search } from '../app/Search';
import { csvAddress, useRecords, type WhatCan } from './answers';
import { PagedRecords } from './PagedRecords';
import type { Listed, Question } from './question';
import { RecordTable } from './RecordTable';

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
      <PagedRecords
        records={records}
        turned={listed.turned}
        none={() =>
          listed.search || listed.value
            ? 'Nothing that they can see has these letters in it.'
            : 'There is no record here that they may see.'
        }
        onTurn={question.arrange}
      >
        {(page) => <RecordTable page={page} listed={listed} question={question} />}
      </PagedRecords>
    </Box>
  );
}
