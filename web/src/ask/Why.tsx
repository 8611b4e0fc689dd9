import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { useAddress } from '../app/address';
import { applicationOf } from '../app/applications';
import { Remark } from '../app/parts';
import { useShortcut } from '../app/shortcuts';
import { Trouble } from '../app/Trouble';
import { type DraftShown, useBench, useTray } from '../bench/api';
import { MendList } from '../bench/MendList';
import { useQueue } from '../bench/working';
import { ApplicationSlot, Asking, InstantSlot, PersonSlot } from './Asking';
import { fileOf, useBecause } from './answers';
import { Reasons } from './Because';
import { DoingSlots, useDoing } from './DoingSlots';
import type { Doing } from './doing';
import { KeepSo } from './KeepSo';
import { instantFrom, type Pick, type Slots, slotsOf } from './question';
import { TimeLine } from './TimeLine';
import { Working } from './Working';

/** Whether somebody can do something, by which routes, or what is missing and what would mend it. */
export function Why() {
  const { params, change: say } = useAddress();
  const slots = slotsOf({
    person: params.get('person') ?? '',
    application: applicationOf(params),
    account: params.get('account') ?? '',
    at: instantFrom(params.get('at')),
  });
  const bench = useBench(slots.application);
  const personInput = useRef<HTMLInputElement>(null);
  useShortcut('/', () => personInput.current?.focus());
  const { doing, record, slots: doingSlots } = useDoing(params, say);
  useEffect(() => {
    document.title = 'Can · Nembar';
  }, []);
  const pick = picked(doing, record);
  return (
    <>
      <Asking form="why">
        <PersonSlot
          person={slots.person}
          inputRef={personInput}
          onChoose={(person) => say({ person, account: '' })}
        />
        <DoingSlots bench={bench.data} {...doingSlots} />
        <span>in</span>
        <ApplicationSlot
          application={slots.application}
          onChoose={(application) => say({ application, do: '', record: '' })}
        />
        <InstantSlot at={slots.at} onChange={(at) => say({ at })} />
      </Asking>
      {slots.person && pick ? (
        <>
          <Box sx={{ mt: 1.5 }}>
            <TimeLine slots={slots} onWhen={(at) => say({ at })} />
          </Box>
          <Answer slots={slots} pick={pick} />
        </>
      ) : (
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          Fill in who, and what they would do; name one record by its number, if it is about one.
        </Typography>
      )}
    </>
  );
}

/** What is asked about, on one record where one is named. */
function picked(doing: Doing | null, record: string): Pick | null {
  if (!doing || doing.kind === 'class') {
    return null;
  }
  return record && doing.kind === 'cell' ? { ...doing, kind: 'record', record } : doing;
}

function Answer({ slots, pick }: { slots: Slots; pick: Pick }) {
  const answer = useBecause(slots, pick);
  const tray = useTray(slots.application);
  const draft =
    tray.data?.draft && tray.data.draft.changes.length > 0 ? tray.data.draft : undefined;
  const question = { pick, listed: null, because: () => {}, list: () => {} };
  if (answer.isPending) {
    return <Working lines={6} />;
  }
  if (answer.isError) {
    return <Trouble error={answer.error} again={() => answer.refetch()} />;
  }
  const { yes } = answer.data;
  const { kind: _, ...about } = pick;
  return (
    <Box sx={{ mt: 2.5, display: 'grid', gridTemplateColumns: 'minmax(0, 520px) 1fr', gap: 5 }}>
      <div>
        <Typography
          component="p"
          sx={{ fontSize: 26, fontWeight: 700, color: yes ? 'primary.main' : 'error.main' }}
        >
          {yes ? 'Yes' : 'No'}
        </Typography>
        {draft && slots.at === '' && <Drafted slots={slots} pick={pick} draft={draft} now={yes} />}
        <Reasons answer={answer.data} question={question} alone />
        <MuiLink
          href={fileOf('because.csv', slots, about)}
          download
          className="no-print"
          sx={{ display: 'inline-block', mb: 1.5, fontSize: 13.5 }}
        >
          CSV
        </MuiLink>
        {slots.at === '' && <KeepSo answer={answer.data} question={{ pick, slots }} />}
      </div>
      {!yes && pick.kind === 'record' && slots.at === '' && <WouldTake slots={slots} pick={pick} />}
      {!yes && pick.kind === 'cell' && (
        <Typography color="textSecondary">
          Name one record: then it is worked out what would mend it, and what that would open
          besides.
        </Typography>
      )}
    </Box>
  );
}

/** What the answer becomes by the draft one works in. */
function Drafted({
  slots,
  pick,
  draft,
  now,
}: {
  slots: Slots;
  pick: Pick;
  draft: DraftShown;
  now: boolean;
}) {
  const then = useBecause(slots, pick, draft);
  if (!then.data || then.data.yes === now) {
    return null;
  }
  return (
    <Remark tone="care">
      {then.data.yes ? 'Yes' : 'No'}, after publishing the draft “{draft.name}”.
    </Remark>
  );
}

/** Changes after which the answer would be yes, the cheapest first. */
function WouldTake({ slots, pick }: { slots: Slots; pick: Extract<Pick, { kind: 'record' }> }) {
  const { queue } = useQueue(slots.application);
  const mends = useQuery({
    queryKey: keys.mends(slots, pick),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/mends', {
          signal,
          params: {
            path: { application: slots.application },
            query: {
              person: slots.person,
              type: pick.type,
              operation: pick.operation,
              record: pick.record,
              ...(slots.account ? { account: slots.account } : {}),
            },
          },
        }),
      ),
    retry: false,
  });
  return (
    <section aria-label="What it would take">
      <Typography variant="h3" component="h3" color="textSecondary" sx={{ mb: 0.5 }}>
        What it would take, the cheapest first
      </Typography>
      {mends.isPending && <Working lines={4} />}
      {mends.isError && <Trouble error={mends.error} again={() => mends.refetch()} />}
      {mends.data?.length === 0 && (
        <Typography color="textSecondary">No single change is known that would.</Typography>
      )}
      {mends.data && <MendList mends={mends.data} onTake={(mend) => queue.add(mend.changes)} />}
    </section>
  );
}
