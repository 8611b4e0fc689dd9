import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Pages } from '../app/Pages';
import { Empty } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { UnseenHeading } from '../app/Unseen';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { PlaceDialog, type PlainAct, PlainDialog, RoleDialog, TeamDialog } from './acts';
import { PAGE, type PersonLine, peopleFile, usePeopleList } from './api';
import { FilterBar } from './FilterBar';
import { useFilters } from './filters';
import { PeopleFrame } from './PeopleFrame';
import { PeopleTable } from './PeopleTable';

const counted = (total: number) => (total === 1 ? '1 person' : `${number(total)} people`);

type Open = PlainAct | 'place' | 'team' | 'role' | null;

/** Everybody, found, sorted and picked. */
export default function PeopleList() {
  const { filters, filtered, page, change } = useFilters();
  const people = usePeopleList(filters, page);
  const [picked, setPicked] = useState<Map<string, PersonLine>>(new Map());
  const [open, setOpen] = useState<Open>(null);
  useEffect(() => {
    document.title = 'People · Nembar';
  }, []);
  const some = [...picked.values()];
  const close = () => setOpen(null);
  const done = () => setPicked(new Map());
  return (
    <PeopleFrame>
      <UnseenHeading>People</UnseenHeading>
      <FilterBar filters={filters} change={change} />
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', minHeight: 34, mb: 0.5 }}>
        {some.length === 0 ? (
          <Box sx={{ color: 'text.secondary', flex: 1 }} role="status">
            {people.data ? counted(people.data.total) : ''}
          </Box>
        ) : (
          <Box
            role="toolbar"
            aria-label="With those picked"
            sx={{ display: 'flex', gap: 0.75, alignItems: 'center', flex: 1, flexWrap: 'wrap' }}
          >
            <strong>{number(some.length)} picked</strong>
            <Button variant="outlined" onClick={() => setOpen('role')}>
              Give a role
            </Button>
            <Button variant="outlined" onClick={() => setOpen('place')}>
              Place
            </Button>
            <Button variant="outlined" onClick={() => setOpen('team')}>
              Add to a team
            </Button>
            <Button variant="outlined" onClick={() => setOpen('suspend')}>
              Suspend
            </Button>
            <Button variant="outlined" onClick={() => setOpen('bringBack')}>
              Bring back
            </Button>
            <Button variant="outlined" onClick={() => setOpen('resend')}>
              Send invitation again
            </Button>
            <Button variant="text" onClick={done}>
              Pick none
            </Button>
          </Box>
        )}
        <Button
          component="a"
          variant="outlined"
          href={peopleFile(
            filters,
            some.map((one) => one.key),
          )}
          download
        >
          {some.length > 0 ? 'CSV of those picked' : 'CSV'}
        </Button>
      </Box>
      {people.isPending && <Working lines={16} />}
      {people.isError && <Trouble error={people.error} again={() => people.refetch()} />}
      {people.data?.total === 0 && !filtered && (
        <Empty>There is nobody here whom you may see.</Empty>
      )}
      {people.data?.total === 0 && filtered && (
        <Empty
          act={
            <Button component={Link} to="/people" variant="outlined">
              Take all filters away
            </Button>
          }
        >
          Nobody fits these filters.
        </Empty>
      )}
      {people.data && people.data.total > 0 && (
        <Box sx={{ opacity: people.isPlaceholderData ? 0.6 : 1 }}>
          <PeopleTable
            people={people.data.people}
            filters={filters}
            change={change}
            picked={picked}
            onPick={setPicked}
          />
          <Pages
            total={people.data.total}
            page={page}
            size={PAGE}
            onPage={(next) => change({ page: next ? String(next) : '' })}
          />
        </Box>
      )}
      {open === 'role' && <RoleDialog people={some} onClose={close} />}
      {open === 'place' && <PlaceDialog people={some} onClose={close} />}
      {open === 'team' && <TeamDialog people={some} onClose={close} />}
      {open && open !== 'role' && open !== 'place' && open !== 'team' && (
        <PlainDialog act={open} people={some} onClose={close} onDone={done} />
      )}
    </PeopleFrame>
  );
}
