import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Rows, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { kindOf } from '../sentences/kinds';
import { SentenceShown } from '../sentences/SentenceShown';
import type { DraftShown } from './api';

type Props = {
  application: string;
  draft: DraftShown | undefined;
  onOpen: (list: string) => void;
};

const SPANS = [
  [14, 'two weeks'],
  [60, 'two months'],
  [365, 'a year'],
] as const;

/** A calendar of what begins and ends in the time to come. */
export function Coming({ application, draft, onOpen }: Props) {
  const [days, setDays] = useState<number>(60);
  const coming = useQuery({
    queryKey: keys.coming(application, draft?.id, draft?.version, days),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/bench/coming', {
          signal,
          params: {
            path: { application },
            query: { days, ...(draft ? { draft: draft.id } : {}) },
          },
        }),
      ),
  });
  const months = new Map<string, NonNullable<typeof coming.data>>();
  for (const one of coming.data ?? []) {
    const month = new Date(one.at).toLocaleDateString('en-GB', { month: 'long', year: 'numeric' });
    months.set(month, [...(months.get(month) ?? []), one]);
  }
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', mb: 1.5 }}>
        <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
          What begins and ends
        </Typography>
        {SPANS.map(([span, words]) => (
          <Button
            key={span}
            variant="text"
            size="small"
            aria-pressed={days === span}
            onClick={() => setDays(span)}
            sx={{ fontWeight: days === span ? 700 : 400 }}
          >
            in {words}
          </Button>
        ))}
      </Box>
      {coming.isPending && <Working lines={8} />}
      {coming.isError && <Trouble error={coming.error} again={() => coming.refetch()} />}
      {coming.data?.length === 0 && (
        <Typography color="textSecondary">Nothing begins or ends in that time.</Typography>
      )}
      {[...months].map(([month, some]) => (
        <Box component="section" key={month} aria-label={month} sx={{ mb: 2.5 }}>
          <Typography variant="h3" component="h2" color="textSecondary" sx={{ mb: 0.5 }}>
            {month}
          </Typography>
          <Rows aria-label={month}>
            <tbody>
              {some.map((one) => (
                <tr key={`${one.list} ${one.key} ${one.begins}`}>
                  <td style={{ whiteSpace: 'nowrap' }}>
                    <When at={one.at} />
                  </td>
                  <td style={{ whiteSpace: 'nowrap' }} className={one.begins ? '' : 'quiet'}>
                    {one.begins ? 'begins' : 'ends'}
                  </td>
                  <td>
                    <SentenceShown pieces={one.sentence} />
                  </td>
                  <td className="quiet" style={{ whiteSpace: 'nowrap' }}>
                    {one.people === 1 ? '1 person' : `${number(one.people)} people`}
                  </td>
                  <td>
                    <Button variant="text" size="small" onClick={() => onOpen(one.list)}>
                      {kindOf(one.list)?.title ?? one.list}
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
        </Box>
      ))}
    </>
  );
}
