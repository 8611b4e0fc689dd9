import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { Pages } from '../app/Pages';
import { Empty } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { PAGE, type Review, usePeopleInReview } from './api';
import { PersonRights } from './PersonRights';
import { far } from './said';

/** People, one after the other; beside them, what the one who is picked holds. */
export function PeopleLeaf({ review, mine }: { review: Review; mine: boolean }) {
  const [params, setParams] = useSearchParams();
  const [page, setPage] = useState(0);
  const [waiting, setWaiting] = useState(false);
  const people = usePeopleInReview(review.id, mine, waiting, page);
  const all = people.data?.people ?? [];
  const picked = params.get('person') ?? all[0]?.person.key ?? '';
  const pick = (person: string) =>
    setParams({ leaf: mine ? 'mine' : 'everybody', person }, { replace: true });
  if (people.isPending) {
    return <Working lines={8} />;
  }
  if (people.isError) {
    return <Trouble error={people.error} again={() => people.refetch()} />;
  }
  const at = all.findIndex((one) => one.person.key === picked);
  const next = all[at + 1]?.person.key;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '270px minmax(0, 1fr)', gap: 3 }}>
      <Box component="nav" aria-label="People">
        {review.state === 'open' && (
          <FormControlLabel
            sx={{ mb: 0.5, ml: 0 }}
            control={
              <Switch
                size="small"
                checked={waiting}
                onChange={(_, on) => {
                  setWaiting(on);
                  setPage(0);
                }}
              />
            }
            label="Only what waits"
          />
        )}
        {all.map((one) => (
          <ButtonBase
            key={one.person.key}
            aria-current={one.person.key === picked ? 'true' : undefined}
            onClick={() => pick(one.person.key)}
            sx={{
              display: 'flex',
              width: '100%',
              textAlign: 'left',
              justifyContent: 'space-between',
              gap: 1,
              px: 1,
              py: 0.75,
              borderBottom: '1px solid',
              borderColor: 'divider',
              bgcolor: one.person.key === picked ? 'action.selected' : 'transparent',
            }}
          >
            <Box sx={{ minWidth: 0 }}>
              <Typography noWrap>{one.person.name}</Typography>
              <Typography variant="body2" color="textSecondary" noWrap>
                {one.place}
              </Typography>
            </Box>
            <Typography variant="body2" color="textSecondary" sx={{ whiteSpace: 'nowrap' }}>
              {far.of(one.progress)}
            </Typography>
          </ButtonBase>
        ))}
        <Pages total={people.data.total} page={page} size={PAGE} onPage={setPage} />
        {all.length === 0 && <Empty>{waiting ? 'Everything is answered.' : 'Nobody.'}</Empty>}
      </Box>
      {picked !== '' && (
        <PersonRights
          key={picked}
          review={review}
          person={picked}
          onNext={next ? () => pick(next) : undefined}
        />
      )}
    </Box>
  );
}
