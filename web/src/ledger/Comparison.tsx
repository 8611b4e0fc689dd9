import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Part } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import type { ImpactSource } from '../bench/ImpactLines';
import { BeforeAndAfter, ForWhom, Sentences } from './OnePublication';

type Props = { application: string; number: number; other: number };

/** What two publications differ in, and for whom. */
export function Comparison({ application, number, other }: Props) {
  const path = { application, number, other };
  const told = useQuery({
    queryKey: keys.ledger(application, 'comparison', number, other),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/publications/{number}/comparison/{other}', {
          signal,
          params: { path },
        }),
      ),
    enabled: number > 0 && other > 0,
    retry: false,
  });
  useEffect(() => {
    document.title = `Publications ${number} and ${other} · Nembar`;
  }, [number, other]);
  if (told.isError || !(number > 0 && other > 0)) {
    return (
      <Trouble
        error={told.error ?? new Error('A publication has a number.')}
        again={() => told.refetch()}
      />
    );
  }
  const one = (which: number) => (
    <MuiLink component={Link} to={`/ledger/${application}/${which}`}>
      {which}
    </MuiLink>
  );
  const source: ImpactSource = {
    key: ['ledger', application, 'comparison', number, other, 'impact'],
    load: ({ page, size }) =>
      data(
        api.GET('/api/applications/{application}/publications/{number}/comparison/{other}/impact', {
          params: { path, query: { page, size } },
        }),
      ),
    none: 'Nobody had more or less after the one than after the other, on the records there are.',
  };
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 2 }}>
        <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
          From publication {one(number)} to publication {one(other)}
        </Typography>
        <Button variant="text" component={Link} to={`/ledger/${application}`}>
          Back to the ledger
        </Button>
      </Box>
      {!told.data && <Working lines={6} />}
      {told.data && (
        <>
          <Part title={`What differs (${told.data.words.length})`}>
            {told.data.words.length === 0 && (
              <Typography color="textSecondary">
                Nothing: the design was the same after both.
              </Typography>
            )}
            <Sentences words={told.data.words} />
          </Part>
          <BeforeAndAfter
            application={application}
            changes={told.data.changes}
            inverse={told.data.inverse}
          />
          <ForWhom
            title="Who had more and who had less"
            note="By the design and by where people were placed, on the records there are today."
            source={source}
          />
        </>
      )}
    </>
  );
}
