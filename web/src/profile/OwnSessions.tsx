import Button from '@mui/material/Button';
import { api, data } from '../api/client';
import { Rows, When } from '../app/parts';
import { useDoing } from '../people/api';
import type { OwnPage } from './OwnPlace';

export function OwnSessions({ own }: { own: OwnPage }) {
  const end = useDoing((id: string) =>
    data(api.DELETE('/api/own/sessions/{id}', { params: { path: { id } } })),
  );
  const endOthers = useDoing(() => data(api.DELETE('/api/own/sessions')));
  return (
    <>
      <Rows aria-label="Where you are signed in">
        <tbody>
          {own.sessions.map((one) => (
            <tr key={one.id}>
              <td>
                {one.agent || 'unknown device'}
                {one.id === own.thisSession && <span className="quiet">, this one</span>}
              </td>
              <td className="quiet">{one.address}</td>
              <td className="quiet">
                since <When at={one.since} />
              </td>
              <td style={{ textAlign: 'right' }}>
                {one.id !== own.thisSession && (
                  <Button variant="text" onClick={() => end.mutate(one.id)}>
                    Sign out
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
      {own.sessions.length > 1 && (
        <Button variant="outlined" sx={{ mt: 1.5 }} onClick={() => endOthers.mutate(undefined)}>
          Sign out everywhere else
        </Button>
      )}
    </>
  );
}
