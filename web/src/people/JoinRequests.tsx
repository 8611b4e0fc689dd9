import Button from '@mui/material/Button';
import { api, data, type Schemas } from '../api/client';
import { Remark, Rows, When } from '../app/parts';
import { useDoing } from './api';

/** People who have asked to join, waiting for somebody's word. */
export function JoinRequests({ requests }: { requests: Schemas['JoinRequest'][] }) {
  const approve = useDoing((id: string) =>
    data(api.POST('/api/join-requests/{id}/approve', { params: { path: { id } } })),
  );
  const decline = useDoing((id: string) =>
    data(api.POST('/api/join-requests/{id}/decline', { params: { path: { id } } })),
  );
  const failed = approve.error ?? decline.error;
  return (
    <>
      {failed && (
        <Remark tone="bad" role="alert">
          {failed.message}
        </Remark>
      )}
      <Rows aria-label="Requests to join">
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th scope="col">E-mail</th>
            <th scope="col">Account</th>
            <th scope="col">What they say</th>
            <th scope="col">Asked</th>
            <th scope="col" aria-label="Decide" />
          </tr>
        </thead>
        <tbody>
          {requests.map((one) => (
            <tr key={one.id} data-outside>
              <td>{one.name}</td>
              <td className="quiet">{one.email}</td>
              <td>{one.accountName}</td>
              <td>{one.note}</td>
              <td className="quiet">
                <When at={one.asked} />
              </td>
              <td style={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                <Button
                  variant="outlined"
                  sx={{ mr: 0.75 }}
                  disabled={approve.isPending}
                  onClick={() => approve.mutate(one.id)}
                >
                  Invite them
                </Button>
                <Button variant="text" onClick={() => decline.mutate(one.id)}>
                  Decline
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
    </>
  );
}
