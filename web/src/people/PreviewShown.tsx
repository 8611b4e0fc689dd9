import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { Remark } from '../app/parts';
import { Shield } from '../ask/marks';
import { number } from '../ask/said';
import type { Preview } from './api';

type Line = Preview['moved'][number]['lines'][number];

const SHOWN = 12;
const LINES_SHOWN = 8;

/** What an act would change, before it is done: in people and records. */
export function PreviewShown({ told }: { told: Preview }) {
  return (
    <Box role="status" aria-label="What this changes">
      {told.against.map((why) => (
        <Remark key={why} tone="bad" role="alert">
          {why}
        </Remark>
      ))}
      {told.warnings.map((warning) => (
        <Remark key={warning} tone="care">
          {warning}
        </Remark>
      ))}
      <Typography sx={{ fontWeight: 600, mt: 1 }}>{headline(told)}</Typography>
      {told.moved.slice(0, SHOWN).map((one) => (
        <Box key={`${one.key} ${one.application} ${one.account}`} sx={{ mt: 1 }}>
          <Box
            sx={{
              pl: 1,
              borderLeft: '3px solid',
              borderColor: one.external ? 'secondary.main' : 'transparent',
            }}
          >
            <strong>{one.name}</strong>
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {one.external ? `, external${one.account ? ` for ${one.account}` : ''}` : ''} in{' '}
              {one.application}
            </Box>
          </Box>
          <Lines lines={one.lines} />
        </Box>
      ))}
      {told.moved.length > SHOWN && (
        <Typography color="textSecondary" sx={{ mt: 1 }}>
          and {told.moved.length - SHOWN} more
        </Typography>
      )}
    </Box>
  );
}

function headline({ people, moved }: Preview): string {
  if (people === 0) {
    return 'Nobody gains or loses access.';
  }
  const gain = moved.filter((one) => one.lines.some((line) => line.opens)).length;
  const lose = moved.filter((one) => one.lines.some((line) => line.lost > 0 || !line.opens)).length;
  const who = `Changes access for ${number(people)} ${people === 1 ? 'person' : 'people'}`;
  return moved.length === 0
    ? `${who}, on no record there is today.`
    : `${who}: ${gain} gain, ${lose} lose.`;
}

function Lines({ lines }: { lines: Line[] }) {
  const sorted = [...lines].sort((one, other) => Number(other.guarded) - Number(one.guarded));
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5, listStyle: 'none', fontSize: 13 }}>
      {sorted.slice(0, LINES_SHOWN).map((line) => (
        <Box
          component="li"
          key={line.what}
          sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}
        >
          <Bar gained={line.opens} />
          {line.guarded && <Shield label="guarded" />}
          <span>{line.what}</span>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {line.level ?? amount(line)}
          </Box>
        </Box>
      ))}
      {sorted.length > LINES_SHOWN && (
        <Box component="li" sx={{ color: 'text.secondary' }}>
          and {sorted.length - LINES_SHOWN} more
        </Box>
      )}
    </Box>
  );
}

function amount({ gained, lost, withheld }: Line): string {
  if (withheld) {
    return 'how many is for those who may see them';
  }
  const parts = [];
  if (gained > 0) {
    parts.push(`${number(gained)} more`);
  }
  if (lost > 0) {
    parts.push(`${number(lost)} fewer`);
  }
  return parts.length > 0 ? parts.join(', ') : 'none there today';
}

/** Gained is a solid rising bar, lost a hollow falling one. */
function Bar({ gained }: { gained: boolean }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 10 12"
      aria-hidden
      sx={{
        width: 9,
        height: 11,
        flex: 'none',
        color: gained ? 'var(--mui-palette-primary-main)' : 'var(--mui-palette-error-main)',
      }}
    >
      {gained ? (
        <path d="M1 12V6l4-4.5L9 6v6z" fill="currentColor" />
      ) : (
        <path
          d="M1.7.7v5.4L5 10.4l3.3-4.3V.7z"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.4"
        />
      )}
    </Box>
  );
}
