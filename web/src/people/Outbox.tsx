import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { api, data, type Schemas } from '../api/client';
import { Empty, Part, Remark, Rows, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { UnseenHeading } from '../app/Unseen';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { useDoing, useOutbox } from './api';
import { PeopleFrame } from './PeopleFrame';

type Taken = Schemas['Taken'];

/** Messages that wait, and those that the demo's mail server has taken. */
export default function Outbox() {
  const outbox = useOutbox(0);
  const [open, setOpen] = useState(0);
  const hurry = useDoing(() => data(api.POST('/api/outbox/hurry')));
  useEffect(() => {
    document.title = 'Outbox · Nembar';
  }, []);
  const taken = outbox.data?.taken ?? [];
  return (
    <PeopleFrame>
      <UnseenHeading>Outbox</UnseenHeading>
      {outbox.isPending && <Working lines={8} />}
      {outbox.isError && <Trouble error={outbox.error} again={() => outbox.refetch()} />}
      {outbox.data && outbox.data.waiting.length > 0 && (
        <Part
          title={`Not sent yet (${number(outbox.data.waiting.length)})`}
          aside={
            <Button variant="outlined" onClick={() => hurry.mutate(undefined)}>
              Try all again now
            </Button>
          }
        >
          <Rows aria-label="Not sent yet">
            <tbody>
              {outbox.data.waiting.map((one) => (
                <tr key={one.id}>
                  <td>{one.recipient}</td>
                  <td>{one.subject}</td>
                  <td className="quiet">
                    {one.tries === 0 ? 'about to leave' : `tried ${one.tries} times, again `}
                    {one.tries > 0 && <When at={one.nextTry} />}
                  </td>
                  <td>
                    <Box component="span" sx={{ color: 'error.main' }}>
                      {one.error}
                    </Box>
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
        </Part>
      )}
      {outbox.data && !outbox.data.standIn && (
        <Remark tone="quiet">
          Messages leave through your own mail server, so what it has taken is not shown here.
        </Remark>
      )}
      {outbox.data?.standIn && taken.length === 0 && (
        <Empty>
          The demo&apos;s mail server has taken nothing yet. Invite somebody, and the message stands
          here.
        </Empty>
      )}
      {taken.length > 0 && (
        <Part title={`Taken by the demo's mail server (${number(outbox.data?.total ?? 0)})`}>
          <Box sx={{ display: 'grid', gridTemplateColumns: '340px 1fr', gap: 3 }}>
            <Box component="ul" aria-label="Messages" sx={{ m: 0, p: 0, listStyle: 'none' }}>
              {taken.map((one, index) => (
                <li key={`${one.at} ${one.to} ${one.subject}`}>
                  <ButtonBase
                    aria-pressed={index === open}
                    onClick={() => setOpen(index)}
                    sx={{
                      display: 'block',
                      width: '100%',
                      textAlign: 'left',
                      p: '6px 10px',
                      borderRadius: 1,
                      bgcolor: index === open ? 'action.selected' : 'transparent',
                    }}
                  >
                    <strong>{one.to}</strong>
                    <br />
                    {one.subject}
                  </ButtonBase>
                </li>
              ))}
            </Box>
            {taken[open] && <Message message={taken[open]} />}
          </Box>
        </Part>
      )}
    </PeopleFrame>
  );
}

function Message({ message }: { message: Taken }) {
  return (
    <Box
      component="article"
      aria-label={message.subject}
      sx={{ bgcolor: 'background.paper', border: '1px solid', borderColor: 'divider', p: 3 }}
    >
      <Typography variant="h2" component="h2">
        {message.subject}
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        to {message.to}, from {message.from}, <When at={message.at} />
      </Typography>
      <Box sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
        {message.text.split(/(https?:\/\/\S+)/).map((part, index) =>
          part.startsWith('http') ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a text have no other name
            <MuiLink key={index} href={part}>
              {part}
            </MuiLink>
          ) : (
            part
          ),
        )}
      </Box>
    </Box>
  );
}
