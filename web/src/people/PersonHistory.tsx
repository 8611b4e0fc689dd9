import Box from '@mui/material/Box';
import { Part, Rows, When } from '../app/parts';
import type { PersonSheet } from './api';

/** How a try to sign in ended, as people say it. */
export const outcomes: Record<string, string> = {
  in: 'signed in',
  'wrong password': 'wrong password',
  'wrong code': 'wrong code',
  'code wanted': 'password right, code asked for',
  locked: 'locked out',
  'held back': 'account not open',
};

export function PersonHistory({ person }: { person: PersonSheet }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 5 }}>
      <Part title="What was done">
        <History lines={person.history} />
      </Part>
      <Part title="Tries to sign in">
        {person.tries.length === 0 && (
          <Box sx={{ color: 'text.secondary' }}>They have not tried yet.</Box>
        )}
        {person.tries.length > 0 && (
          <Rows aria-label="Tries to sign in">
            <tbody>
              {person.tries.map((one) => (
                <tr key={`${one.at} ${one.outcome}`}>
                  <td>
                    <When at={one.at} />
                  </td>
                  <td>{outcomes[one.outcome] ?? one.outcome}</td>
                  <td className="quiet">
                    {one.agent}, {one.address}
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
        )}
      </Part>
    </Box>
  );
}

/** Who did what, the last first. */
export function History({ lines }: { lines: { at: string; who: string; words: string }[] }) {
  if (lines.length === 0) {
    return <Box sx={{ color: 'text.secondary' }}>Nothing has been done here yet.</Box>;
  }
  return (
    <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none' }}>
      {lines.map((one) => (
        <Box component="li" key={`${one.at} ${one.words}`} sx={{ mb: 0.75 }}>
          <strong>{one.who}</strong> {one.words},{' '}
          <Box component="span" sx={{ color: 'text.secondary' }}>
            <When at={one.at} />
          </Box>
        </Box>
      ))}
    </Box>
  );
}
