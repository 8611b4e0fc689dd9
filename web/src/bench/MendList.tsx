import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Schemas } from '../api/client';
import { number, quoted } from '../ask/said';

export type Mend = Schemas['MendShown'];

/** A bar of a mend is as long as the logarithm of what it opens: each step is ten times dearer. */
const STEPS = 6;

/** Changes that would mend something, each with its price, the cheapest first. */
export function MendList({ mends, onTake }: { mends: Mend[]; onTake?: (mend: Mend) => void }) {
  return (
    <>
      {mends.map((mend) => (
        <Box key={mend.words} sx={{ py: 0.75, borderTop: '1px solid', borderColor: 'divider' }}>
          <Box sx={{ overflowWrap: 'anywhere' }}>{quoted(mend.words)}</Box>
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
            <Cost of={mend} />
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>{price(mend)}</Box>
          </Box>
          {onTake && (
            <Button
              variant="outlined"
              size="small"
              aria-label={`Put it into the draft: ${mend.words}`}
              onClick={() => onTake(mend)}
            >
              Put it into the draft
            </Button>
          )}
        </Box>
      ))}
    </>
  );
}

/** How much a mend opens and closes, from nothing else to all there is. */
export function cost(mend: Pick<Mend, 'people' | 'records' | 'losing' | 'lost'>): number {
  const all = mend.records + mend.lost + mend.people.length + mend.losing.length;
  return all === 0 ? 0 : Math.min(STEPS, 1 + Math.floor(Math.log10(all)));
}

function Cost({ of }: { of: Mend }) {
  const steps = cost(of);
  return (
    <Box
      component="span"
      role="img"
      aria-label={`price ${steps} of ${STEPS}`}
      sx={{ display: 'inline-flex', gap: '2px', flex: 'none' }}
    >
      {Array.from({ length: STEPS }, (_, at) => (
        <Box
          // biome-ignore lint/suspicious/noArrayIndexKey: steps of a bar
          key={at}
          component="span"
          sx={{
            width: 6,
            height: 6 + at * 2,
            alignSelf: 'flex-end',
            border: '1px solid',
            borderColor: at < steps ? 'warning.main' : 'divider',
            bgcolor: at < steps ? 'warning.main' : 'transparent',
          }}
        />
      ))}
    </Box>
  );
}

const who = (people: string[], verb: [string, string], records: number) =>
  people.length === 0
    ? []
    : [
        `${people.length === 1 ? `1 person ${verb[0]}` : `${number(people.length)} people ${verb[1]}`}${
          records === 0 ? ' fields' : records === 1 ? ' 1 record' : ` ${number(records)} records`
        }`,
      ];

/** What a mend opens and closes besides, over people, kinds of record and operations. */
export function price(mend: Pick<Mend, 'people' | 'records' | 'losing' | 'lost'>): string {
  const parts = [
    ...who(mend.losing, ['loses', 'lose'], mend.lost),
    ...who(mend.people, ['gains', 'gain'], mend.records),
  ];
  return parts.length === 0
    ? 'On the records there are today nobody gains or loses anything else.'
    : `By it ${parts.join(', ')}.`;
}
