import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../app/address';
import { applicationOf } from '../app/applications';
import { Search } from '../app/Search';
import { useShortcut } from '../app/shortcuts';
import { FIRST_PAGE } from '../app/turning';
import { useBench } from '../bench/api';
import { recordAddress } from '../record/address';
import { ApplicationSlot, Asking, InstantSlot, PersonSlot } from './Asking';
import { csvAddress, usePersonName, useRecords } from './answers';
import { doingFrom, doings } from './doing';
import { PagedRecords } from './PagedRecords';
import {
  type Arranging,
  arrangedFrom,
  instantFrom,
  type Listed,
  type Slots,
  slotsOf,
} from './question';
import { RecordTable } from './RecordTable';
import { Slot } from './Slot';
import { number } from './said';

/** Which records somebody reaches and somebody else does not. */
export function Which() {
  const { params, change } = useAddress();
  const say = (next: Record<string, string>) => change({ ...FIRST_PAGE, ...next });
  const slots = slotsOf({
    person: params.get('person') ?? '',
    application: applicationOf(params),
    account: params.get('account') ?? '',
    at: instantFrom(params.get('at')),
  });
  const other = params.get('other') ?? '';
  const text = params.get('do') ?? '';
  const doing = doingFrom(text);
  const bench = useBench(slots.application);
  const first = useRef<HTMLInputElement>(null);
  useShortcut('/', () => first.current?.focus());
  useEffect(() => {
    document.title = 'Which records · Nembar';
  }, []);
  const choices = (bench.data ? doings(bench.data) : []).filter(
    (one) => one.key.startsWith('cell:') && !one.key.endsWith(':create'),
  );
  return (
    <>
      <Asking form="which">
        <PersonSlot
          label="Who may"
          person={slots.person}
          inputRef={first}
          onChoose={(person) => say({ person, account: '' })}
        />
        <Slot
          label="Do what"
          placeholder="do something"
          value={choices.find((one) => one.key === text) ?? null}
          choices={choices}
          waiting={!bench.data}
          none="Nothing can be done that is called so"
          onChoose={(next) => say({ do: next.key, search: '', sort: '', down: '' })}
        />
        <span>that</span>
        <PersonSlot
          label="Who may not"
          placeholder="somebody else"
          person={other}
          onChoose={(next) => say({ other: next })}
        />
        <span>may not, in</span>
        <ApplicationSlot
          application={slots.application}
          onChoose={(application) => say({ application, do: '' })}
        />
        <InstantSlot at={slots.at} onChange={(at) => say({ at })} />
      </Asking>
      {slots.person && other && doing?.kind === 'cell' ? (
        <Answer
          slots={slots}
          other={other}
          listed={{ type: doing.type, operation: doing.operation, ...arrangedFrom(params) }}
          onArrange={(next) => change({ ...FIRST_PAGE, ...next }, true)}
        />
      ) : (
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          Fill in who, what they do with which records, and who else.
        </Typography>
      )}
    </>
  );
}

function Answer({
  slots,
  other,
  listed,
  onArrange,
}: {
  slots: Slots;
  other: string;
  listed: Listed;
  onArrange: (next: Arranging) => void;
}) {
  const beyond = { without: other };
  const records = useRecords(slots, listed, beyond);
  const [one, another] = [
    usePersonName(slots.person, undefined) ?? slots.person,
    usePersonName(other, undefined) ?? other,
  ];
  return (
    <Box component="section" aria-label="Which records" sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mb: 1 }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1 }}>
          {records.data && records.total !== undefined
            ? `${number(records.total)} ${records.data.title.toLowerCase()} for ${one} and not for ${another}`
            : records.data?.title}
        </Typography>
        <Search
          label={`Find in what ${one} sees`}
          value={listed.search}
          onSearch={(search) => onArrange({ search })}
          width={230}
        />
        <Button
          component="a"
          variant="outlined"
          className="no-print"
          href={csvAddress(slots, listed, beyond)}
          download
        >
          CSV
        </Button>
      </Box>
      <PagedRecords
        records={records}
        turned={listed.turned}
        none={() =>
          listed.search
            ? 'None of them has these letters in it.'
            : `None: whatever ${one} may so, ${another} may too.`
        }
        onTurn={onArrange}
      >
        {(page) => (
          <RecordTable
            page={page}
            listed={listed}
            question={{ pick: null, because: () => {}, arrange: onArrange }}
            link={(key) => (
              <MuiLink component={Link} to={recordAddress(slots.application, page.type, key)}>
                {key}
              </MuiLink>
            )}
          />
        )}
      </PagedRecords>
    </Box>
  );
}
