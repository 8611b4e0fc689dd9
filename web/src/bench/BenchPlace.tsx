import Box from '@mui/material/Box';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { useStartApplication } from '../app/applications';
import { useCurrent } from '../app/current';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { ElementsWork } from '../sentences/ElementsWork';
import { kindOf } from '../sentences/kinds';
import { Beginning } from './Beginning';
import { Coming } from './Coming';
import { Compare } from './Compare';
import { type CountFor, countForOf, countForText, useCounting } from './counted';
import { Drawers, type Opened } from './Drawers';
import type { CellRef } from './grid';
import { type Leaf, Leaves } from './Leaves';
import { NewRole } from './NewRole';
import { NewSet } from './NewSet';
import { Proposed } from './Proposed';
import { RoleWork } from './RoleWork';
import { SetWork } from './SetWork';
import { useWorking } from './working';

/** The bench of the first application there is. */
export function BenchStart() {
  const applications = useStartApplication();
  if (applications.isError) {
    return <Trouble error={applications.error} again={() => applications.refetch()} />;
  }
  const first = applications.application;
  return first ? <Navigate to={`/bench/${first.key}`} replace /> : null;
}

/** What of the address belongs to what was open before. */
const ANEW = {
  role: '',
  set: '',
  list: '',
  compare: '',
  left: '',
  right: '',
  coming: '',
  proposed: '',
  search: '',
  sort: '',
  page: '',
};

/** What of the bench the address says. */
function useOpened() {
  const [params, setParams] = useSearchParams();
  const role = params.get('role');
  const set = params.get('set');
  const opened: Opened | null = role
    ? { kind: 'role', key: role }
    : set
      ? { kind: 'set', key: set }
      : null;
  const kind = opened ? undefined : kindOf(params.get('list'));
  const asked = params.get('leaf');
  const leaf: Leaf = asked === 'holders' || asked === 'because' ? asked : 'changes';
  const change = (next: Record<string, string>, replace: boolean) => {
    const all = new URLSearchParams(params);
    for (const [key, value] of Object.entries(next)) {
      if (value === '') {
        all.delete(key);
      } else {
        all.set(key, value);
      }
    }
    setParams(all, { replace });
  };
  return {
    opened,
    kind,
    leaf,
    countFor: countForOf(params.get('count')),
    open: (next: Opened) => change({ ...ANEW, [next.kind]: next.key }, false),
    openList: (list: string) => change({ ...ANEW, list }, false),
    sides: [params.get('left') ?? '', params.get('right') ?? ''] as [string, string],
    comparing: !opened && !kind && params.has('compare'),
    coming: !opened && !kind && params.has('coming'),
    proposed: !opened && !kind && params.has('proposed'),
    compare: (left: string, right: string) =>
      change({ ...ANEW, compare: 'yes', left, right }, false),
    openComing: () => change({ ...ANEW, coming: 'yes' }, false),
    openProposed: () => change({ ...ANEW, proposed: 'yes' }, false),
    turn: (next: Leaf) => change({ leaf: next }, true),
    setCountFor: (next: CountFor) => change({ count: countForText(next) }, true),
  };
}

/** Bench: roles and privilege sets, designed on the grid. */
export default function BenchPlace() {
  const { application = '' } = useParams();
  const working = useWorking(application);
  const {
    opened,
    kind: sentences,
    leaf,
    countFor,
    open,
    openList,
    turn,
    setCountFor,
    sides,
    comparing,
    coming,
    proposed,
    compare,
    openComing,
    openProposed,
  } = useOpened();
  const [fresh, setFresh] = useState<Opened['kind'] | null>(null);
  const [cursor, setCursor] = useState<CellRef | null>(null);
  const { bench, roles, sets } = working;
  // A key in the grid is drawn first; what stands beside it follows.
  const rolesBeside = useDeferredValue(roles);
  const setsBeside = useDeferredValue(sets);
  const draft = useDeferredValue(working.tray?.draft);
  const role = opened?.kind === 'role' ? roles.find((one) => one.key === opened.key) : undefined;
  const set = opened?.kind === 'set' ? sets.find((one) => one.key === opened.key) : undefined;
  const counting = useCounting(
    application,
    role || set ? opened : null,
    (role ?? set)?.published === null,
    draft,
    countFor,
  );
  // What is told by its address stays the same object while the address does.
  const kind = opened?.kind;
  const key = opened?.key;
  const stableOpened = useMemo<Opened | null>(
    () => (kind && key !== undefined ? { kind, key } : null),
    [kind, key],
  );
  const shownOpened = role || set ? stableOpened : null;
  const onOpen = useCurrent(open);
  const onList = useCurrent(openList);
  const onLeaf = useCurrent(turn);
  const onCountFor = useCurrent(setCountFor);
  const watch = { counting, onCountFor, onCursor: setCursor };
  const name = sentences
    ? sentences.title
    : role
      ? (role.now ?? role.published)?.name
      : (set?.now ?? set?.published)?.name;

  useEffect(() => {
    document.title = `${name ? `${name} in ` : ''}${bench?.application.name ?? 'Bench'} · Nembar`;
  }, [name, bench]);

  if (working.error) {
    return <Trouble error={working.error} again={working.again} />;
  }
  const taken = {
    roles: new Set(roles.map((one) => one.key)),
    sets: new Set(sets.map((one) => one.key)),
  };
  const onCompare = (side: string) => compare(side, '');
  const shared = { working, watch, onOpen, onCompare };
  const made = (next: Opened) => {
    setFresh(null);
    open(next);
  };
  return (
    <Box sx={{ display: 'flex', height: '100%' }}>
      <Drawers
        roles={rolesBeside}
        sets={setsBeside}
        opened={stableOpened}
        onOpen={onOpen}
        onNew={setFresh}
        application={application}
        draft={draft}
        list={sentences?.list ?? ''}
        onList={onList}
      />
      <Box component="main" sx={{ flex: 1, minWidth: 0, overflowY: 'auto', p: '14px 20px 40px' }}>
        {!bench && <Working lines={14} />}
        {bench && role && <RoleWork key={role.key} {...shared} bench={bench} role={role} />}
        {bench && set && <SetWork key={set.key} {...shared} bench={bench} set={set} />}
        {bench && sentences && (
          <ElementsWork key={sentences.list} bench={bench} working={working} kind={sentences} />
        )}
        {bench && comparing && (
          <Compare
            bench={bench}
            working={working}
            sides={sides}
            onSides={([left, right]) => compare(left, right)}
          />
        )}
        {bench && coming && <Coming application={application} draft={draft} onOpen={openList} />}
        {bench && proposed && <Proposed application={application} onMake={working.edit} />}
        {bench && !role && !set && !sentences && !comparing && !coming && !proposed && (
          <Beginning
            application={application}
            missing={opened !== null}
            bench={bench}
            onDraft={roles.length === 0 && bench.types.length > 0 ? working.edit : null}
            onCompare={() => compare('', '')}
            onComing={openComing}
            onProposed={openProposed}
          />
        )}
      </Box>
      <Leaves
        application={application}
        draft={draft}
        opened={shownOpened}
        leaf={shownOpened ? leaf : 'changes'}
        example={counting.example?.key ?? ''}
        cursor={leaf === 'because' ? cursor : null}
        onLeaf={onLeaf}
      />
      {bench && fresh === 'role' && (
        <NewRole
          bench={bench}
          taken={taken}
          onMake={(changes, key) => {
            working.edit(changes);
            made({ kind: 'role', key });
          }}
          onClose={() => setFresh(null)}
        />
      )}
      {fresh === 'set' && (
        <NewSet
          taken={taken.sets}
          onMake={(changes, key) => {
            working.edit(changes);
            made({ kind: 'set', key });
          }}
          onClose={() => setFresh(null)}
        />
      )}
    </Box>
  );
}
