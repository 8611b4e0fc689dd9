import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { useWouldChange } from '../sentences/api';
import { FirstLines } from './ImpactLines';
import type { ChangePart } from './queue';

type Props = {
  application: string;
  changes: ChangePart[];
  onMake: (changes: ChangePart[]) => void;
};

/** What prepared changes would do to people's access, and the act that puts them into the draft. */
export function Would({ application, changes, onMake }: Props) {
  const told = useWouldChange(application, changes, true);
  if (told.isPending) {
    return <Working lines={4} />;
  }
  if (told.isError) {
    return <Trouble error={told.error} again={() => told.refetch()} />;
  }
  const impact = told.data;
  return (
    <>
      {impact.total === 0 ? (
        <Typography role="status">It changes nobody’s access.</Typography>
      ) : (
        <>
          <Typography role="status" sx={{ mb: 0.5 }}>
            Whom it changes:
          </Typography>
          <FirstLines lines={impact.lines} total={impact.total} />
        </>
      )}
      <Button
        variant="contained"
        sx={{ mt: 1, justifySelf: 'start' }}
        onClick={() => onMake(changes)}
      >
        Put it into the draft
      </Button>
    </>
  );
}
