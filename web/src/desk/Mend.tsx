import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import type { ChangePart } from '../bench/queue';
import { useDrafted, useQueue } from '../bench/working';
import type { Line } from './api';

const mendOf = (line: Line) => line.mend as ChangePart[];

/** Whether a change is in the draft already. */
function drafted(change: ChangePart, changes: ChangePart[]): boolean {
  const of = (one: ChangePart) =>
    'put' in one ? `${one.put} ${String(one.element.key)}` : `${one.remove} ${one.key}`;
  return changes.some((one) => of(one) === of(change));
}

/** Puts what mends it into the draft; leads to the draft once it is there. */
export function MendIt({ line }: { line: Line }) {
  const application = line.application ?? '';
  const { tray, queue, changes } = useDrafted(application);
  const draft = tray.data?.draft;
  if (mendOf(line).every((one) => drafted(one, changes))) {
    return draft ? (
      <MuiLink component={Link} to={`/bench/${encodeURIComponent(application)}/review/${draft.id}`}>
        In your draft: review it
      </MuiLink>
    ) : (
      <Typography variant="body2">In your draft</Typography>
    );
  }
  return (
    <Button
      size="small"
      variant="outlined"
      aria-label={`Mend it in the draft: ${line.sentence}`}
      onClick={() => queue.add(mendOf(line))}
    >
      Mend it in the draft
    </Button>
  );
}

/** Puts what mends several into the draft; those of one application are in one draft. */
export function MendAll({ lines }: { lines: Line[] }) {
  const { queue } = useQueue(lines[0]?.application ?? '');
  const mends = lines.map(mendOf).filter((one) => one.length > 0);
  if (mends.length === 0) {
    return null;
  }
  return (
    <Button
      size="small"
      variant="outlined"
      onClick={() => {
        for (const mend of mends) {
          queue.add(mend);
        }
      }}
    >
      Mend them in the draft
    </Button>
  );
}
