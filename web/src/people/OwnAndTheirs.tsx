import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Radio from '@mui/material/Radio';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Rows } from '../app/parts';
import type { PersonSheet } from './api';
import { type Draft, draftOf, merged, partsOf } from './personDraft';

type Props = {
  base: PersonSheet;
  mine: Draft;
  theirs: PersonSheet;
  onChosen: (draft: Draft) => void;
  onClose: () => void;
};

/** Two people have changed the same person: the second sees both, and chooses. */
export function OwnAndTheirs({ base, mine, theirs, onChosen, onClose }: Props) {
  const was = partsOf(draftOf(base));
  const own = partsOf(mine);
  const now = partsOf(draftOf(theirs));
  const different = Object.keys(own).filter((part) => own[part] !== now[part]);
  const [chosen, setChosen] = useState<Set<string>>(
    () => new Set(different.filter((part) => now[part] === was[part])),
  );
  const choose = (part: string, isMine: boolean) => {
    const next = new Set(chosen);
    if (isMine) {
      next.add(part);
    } else {
      next.delete(part);
    }
    setChosen(next);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="both-title">
      <Box sx={{ p: 3 }}>
        <Typography id="both-title" variant="h2" component="h2">
          Somebody else has changed {theirs.name} meanwhile
        </Typography>
        <Typography color="textSecondary" sx={{ mb: 2 }}>
          {theirs.history[0] ? `${theirs.history[0].who} ${theirs.history[0].words}. ` : ''}
          Nothing of yours is lost. Choose what is to stand where the two differ.
        </Typography>
        <Rows aria-label="Where the two differ">
          <thead>
            <tr>
              <th scope="col">Part</th>
              <th scope="col">It was</th>
              <th scope="col">Theirs</th>
              <th scope="col">Yours</th>
            </tr>
          </thead>
          <tbody>
            {different.map((part) => (
              <tr key={part}>
                <td>{part}</td>
                <td className="quiet">{was[part] || 'nothing'}</td>
                {([false, true] as const).map((isMine) => (
                  <td key={String(isMine)}>
                    <Radio
                      size="small"
                      sx={{ p: 0.25 }}
                      checked={chosen.has(part) === isMine}
                      onChange={() => choose(part, isMine)}
                      slotProps={{
                        input: { 'aria-label': `${part}: ${isMine ? 'yours' : 'theirs'}` },
                      }}
                    />{' '}
                    {(isMine ? own[part] : now[part]) || 'nothing'}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Rows>
        {different.length === 0 && <Typography>Both of you made the same changes.</Typography>}
        <Box sx={{ display: 'flex', gap: 1, mt: 2.5, justifyContent: 'flex-end' }}>
          <Button variant="outlined" onClick={onClose}>
            Leave it as it is now
          </Button>
          <Button
            variant="contained"
            onClick={() => onChosen(merged(mine, draftOf(theirs), chosen))}
          >
            Go on with this
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
