import { useEffect, useState } from 'react';
import { Pages } from '../app/Pages';
import { Empty, Part } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { UnseenHeading } from '../app/Unseen';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { SHOWN, useApprovals, useJoinRequests } from './api';
import { JoinRequests } from './JoinRequests';
import { PeopleFrame } from './PeopleFrame';
import { WaitingChanges } from './WaitingChanges';

/** What waits for somebody's word: changes to agree to, and people who ask to join. */
export default function Requests() {
  const [joins, setJoins] = useState(0);
  const requests = useJoinRequests(joins);
  const open = useApprovals(true, 0);
  useEffect(() => {
    document.title = 'Requests · Nembar';
  }, []);
  const nothing = requests.data?.total === 0 && open.data?.total === 0;
  return (
    <PeopleFrame>
      <UnseenHeading>Requests</UnseenHeading>
      {requests.isPending && <Working lines={6} />}
      {requests.isError && <Trouble error={requests.error} again={() => requests.refetch()} />}
      {nothing && (
        <Empty>
          Nothing waits. What is not yours to do can be asked of somebody who can agree, and stands
          here until they do. So does whoever asks to join by the link on an account&apos;s sheet.
        </Empty>
      )}
      <Changes open title="Changes to agree to" />
      {requests.data && requests.data.total > 0 && (
        <Part title={`People who ask to join (${number(requests.data.total)})`}>
          <JoinRequests requests={requests.data.requests} />
          <Pages total={requests.data.total} page={joins} size={SHOWN} onPage={setJoins} />
        </Part>
      )}
      <Changes open={false} title="Decided lately" />
    </PeopleFrame>
  );
}

/** Those that wait, or those decided; nothing where there are none. */
function Changes({ open, title }: { open: boolean; title: string }) {
  const [page, setPage] = useState(0);
  const found = useApprovals(open, page);
  if (found.isError) {
    return <Trouble error={found.error} again={() => found.refetch()} />;
  }
  if (!found.data || found.data.total === 0) {
    return null;
  }
  return (
    <Part title={open ? `${title} (${number(found.data.total)})` : title}>
      <WaitingChanges label={title} changes={found.data.waiting} />
      <Pages total={found.data.total} page={page} size={SHOWN} onPage={setPage} />
    </Part>
  );
}
