import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Empty, Rows } from '../app/parts';
import { TakeBackDialog } from './acts';
import type { PersonSheet } from './api';

type Held = PersonSheet['held'][number];

/** Everything they are given, and how it comes to them. */
export function PersonHeld({ person }: { person: PersonSheet }) {
  const [back, setBack] = useState<Held | null>(null);
  if (person.held.length === 0) {
    return (
      <Empty>
        {person.name} is given nothing, so they will be able to do nothing. Give them a role, or put
        them in a team or unit that has one.
      </Empty>
    );
  }
  return (
    <>
      <Rows aria-label="What they hold">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">How it comes to them</th>
            <th scope="col">In</th>
            <th scope="col">Now</th>
            <th scope="col" aria-label="Acts" />
          </tr>
        </thead>
        <tbody>
          {person.held.map((one) => (
            <tr key={`${one.application}/${one.assignment}/${one.account}`}>
              <td>
                {one.what}
                {one.account && <span className="quiet"> for {one.account}</span>}
              </td>
              <td>{one.through}</td>
              <td className="quiet">{one.applicationName}</td>
              <td>
                {one.resting ? (
                  <Box component="span" sx={{ color: 'warning.main' }}>
                    {one.resting}
                  </Box>
                ) : (
                  <span className="quiet">in force</span>
                )}
              </td>
              <td style={{ textAlign: 'right' }}>
                {one.mine && person.may.change && (
                  <Button
                    variant="text"
                    aria-label={`Take back ${one.what}`}
                    onClick={() => setBack(one)}
                  >
                    Take back
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
      {back && (
        <TakeBackDialog
          people={[{ key: person.key, name: person.name }]}
          assignment={`${back.application}/${back.assignment}`}
          what={back.what}
          onClose={() => setBack(null)}
        />
      )}
    </>
  );
}
