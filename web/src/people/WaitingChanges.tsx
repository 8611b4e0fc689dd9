import Button from '@mui/material/Button';
import { useState } from 'react';
import { Rows, When } from '../app/parts';
import type { Waiting } from './api';
import { WaitingDialog } from './WaitingDialog';

const outcomes: Record<string, string> = {
  made: 'done',
  declined: 'declined',
  withdrawn: 'taken back',
};

type Props = { label: string; changes: Waiting[] };

/** Changes that wait for somebody to agree, or did. */
export function WaitingChanges({ label, changes }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <>
      <Rows aria-label={label}>
        <thead>
          <tr>
            <th scope="col">Change</th>
            <th scope="col">Who wants it</th>
            <th scope="col">What they say</th>
            <th scope="col">Asked</th>
            <th scope="col">Stands</th>
            <th scope="col" aria-label="Decide" />
          </tr>
        </thead>
        <tbody>
          {changes.map((one) => (
            <tr key={one.id}>
              <td>{one.what}</td>
              <td>{one.mine ? 'you' : one.author}</td>
              <td className="quiet">{one.why}</td>
              <td className="quiet">
                <When at={one.asked} />
              </td>
              <td>
                {one.state === 'waiting'
                  ? `waits; asked: ${one.stillAsked}`
                  : `${outcomes[one.state]}, ${one.note}`}
              </td>
              <td style={{ textAlign: 'right' }}>
                {one.state === 'waiting' && (
                  <Button variant="outlined" onClick={() => setOpen(one.id)}>
                    Look
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
      {open && <WaitingDialog id={open} onClose={() => setOpen(null)} />}
    </>
  );
}
