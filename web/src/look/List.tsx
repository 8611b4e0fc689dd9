import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import MuiLink from '@mui/material/Link';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { filledIn } from '../app/address';
import { Search } from '../app/Search';
import { Trouble } from '../app/Trouble';
import { usePersonName, type WhatCan } from '../ask/answers';
import { Narrow } from '../ask/Narrow';
import { PagedRecords } from '../ask/PagedRecords';
import { eyesOf, type Look, type Looked, otherEyes, useRows } from './look';
import { RowsSeen } from './RowsSeen';

/** The rows of a type, alone or beside those of somebody else. */
export function List({ look, type, answer }: { look: Look; type: string; answer: WhatCan }) {
  const looked: Looked = { ...look.looked, type };
  const two = looked.other !== '';
  const withheld = looked.withheld || two;
  const rows = useRows(eyesOf(looked), looked, withheld);
  const others = useRows(otherEyes(looked), looked, true);
  const otherName = usePersonName(looked.other, undefined);
  if (type === '') {
    return (
      <Typography>
        {answer.person.name} finds no record at all in {answer.application.name}.
      </Typography>
    );
  }
  const page = rows.data;
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1, whiteSpace: 'nowrap' }}>
          {page?.title ?? ''}
          {looked.of && ` of ${looked.of}`}
        </Typography>
        {looked.of && (
          <MuiLink component="button" onClick={() => look.list(type)} sx={{ font: 'inherit' }}>
            List all of them
          </MuiLink>
        )}
        {page && (
          <Narrow
            columns={page.columns}
            field={looked.field}
            value={looked.value}
            onArrange={look.arrange}
          />
        )}
        {!two && (
          <FormControlLabel
            control={
              <Switch
                size="small"
                checked={looked.withheld}
                onChange={(_, next) => look.withhold(next)}
              />
            }
            label="What is withheld, too"
          />
        )}
        <Search
          label="Find in what they see"
          value={looked.search}
          onSearch={(search) => look.arrange({ search })}
        />
        <Button
          component={Link}
          variant="outlined"
          to={`/ask/what-can?${filledIn({
            person: looked.person,
            application: looked.application,
            because: `cell:${type}:view`,
            account: looked.account,
            at: looked.at,
          })}`}
        >
          Why they see these
        </Button>
      </Box>
      {two && others.isError && <Trouble error={others.error} again={() => others.refetch()} />}
      <PagedRecords
        records={rows}
        turned={looked.turned}
        none={({ title }) =>
          looked.search || looked.value
            ? 'Nothing that they see is like this.'
            : `They find no ${title.toLowerCase()} here.`
        }
        onTurn={look.arrange}
      >
        {(shown) => (
          <RowsSeen
            look={look}
            page={shown}
            beside={two ? others.data : undefined}
            name={answer.person.name}
            other={otherName ?? looked.other}
          />
        )}
      </PagedRecords>
    </>
  );
}
