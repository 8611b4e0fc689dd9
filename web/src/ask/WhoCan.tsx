import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { filledIn, useAddress } from '../app/address';
import { applicationOf } from '../app/applications';
import { Listing } from '../app/Listing';
import { SIZE, useListed } from '../app/listed';
import { Remark } from '../app/parts';
import { useTyped } from '../app/settled';
import { useBench } from '../bench/api';
import { TakeAway } from '../bench/TakeAway';
import { useQueue } from '../bench/working';
import { More, TextSlot } from '../sentences/slots';
import { IndexedAsOf } from './Age';
import { ApplicationSlot, Asking, InstantSlot } from './Asking';
import { DoingSlots, useDoing } from './DoingSlots';
import { type Doing, onRecords } from './doing';
import { instantFrom, pickToText } from './question';
import { number, quoted } from './said';

const TYPING_MS = 500;

type Able = Schemas['Able'];
type ByWhat = Schemas['ByWhat'];

/** What the server is asked about. */
export function subject(doing: Doing, record: string) {
  switch (doing.kind) {
    case 'class':
      return { classification: doing.classification };
    case 'function':
      return { function: doing.function };
    case 'field':
      return { type: doing.type, field: doing.field, ...(record ? { record } : {}) };
    default:
      return { type: doing.type, operation: doing.operation, ...(record ? { record } : {}) };
  }
}

/** Who can do something: everybody, by what they came by it, with levels, numbers and routes. */
export function WhoCan() {
  const { params, change: changeAddress } = useAddress();
  const application = applicationOf(params);
  const at = instantFrom(params.get('at'));
  const bench = useBench(application);
  const say = (next: Record<string, string>) => changeAddress({ by: '', page: '', ...next });
  const { doing, record, slots } = useDoing(params, say);
  const many = record === '' && manyOf(doing);
  const where = many ? (params.get('where') ?? '') : '';
  const today = many && (params.get('today') === 'yes' || where !== '');
  useEffect(() => {
    document.title = 'Who can · Nembar';
  }, []);
  return (
    <>
      <Asking form="who-can">
        <DoingSlots bench={bench.data} {...slots} classes fields />
        {many && (
          <WhereSlot key={slots.text} where={where} onWhere={(next) => say({ where: next })} />
        )}
        <span>in</span>
        <ApplicationSlot
          application={application}
          onChoose={(next) => say({ application: next, do: '', record: '', where: '', today: '' })}
        />
        <InstantSlot at={at} onChange={(next) => say({ at: next })} />
      </Asking>
      {doing ? (
        <Answer
          key={slots.text + record + where + today + at + application}
          application={application}
          at={at}
          doing={doing}
          record={record}
          where={where}
          today={today}
          {...(many && where === ''
            ? { onToday: (next: boolean) => say({ today: next ? 'yes' : '' }) }
            : {})}
        />
      ) : (
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          Fill in what is done: “change cargo”, “see margin”, “use month-end”.
        </Typography>
      )}
    </>
  );
}

/** Whether it is about many records, of which a condition can leave some. */
const manyOf = (doing: Doing | null) =>
  onRecords(doing) && !(doing.kind === 'cell' && doing.operation === 'create');

/** A condition on the records; asked about once it rests. */
function WhereSlot({ where, onWhere }: { where: string; onWhere: (where: string) => void }) {
  const [open, setOpen] = useState(where !== '');
  const [typed, setTyped] = useTyped(where, TYPING_MS, onWhere);
  return open ? (
    <>
      <span>where</span>
      <TextSlot
        label="Condition on the records"
        value={typed}
        onChange={setTyped}
        placeholder="status = 'planned'"
      />
    </>
  ) : (
    <More onClick={() => setOpen(true)}>where …</More>
  );
}

/** Everybody who can, and by what they came by it. */
export function Answer({
  application,
  at,
  doing,
  record,
  where,
  today = false,
  onToday,
}: {
  application: string;
  at: string;
  doing: Doing;
  record: string;
  where: string;
  /** Whether a record has to be there today; else a way to some is enough. */
  today?: boolean;
  onToday?: (today: boolean) => void;
}) {
  const about = {
    ...subject(doing, record),
    ...(where ? { where } : {}),
    ...(today ? { today } : {}),
  };
  const [exact, setExact] = useState(false);
  const question = { ...about, ...(at ? { at } : {}), ...(exact ? { exact } : {}) };
  const { list, asked, change, page, query, turn } = useListed(
    ['who-can', application, at, doing, record, where, today, exact && today],
    ['by'] as const,
    (query) =>
      data(
        api.GET('/api/applications/{application}/who-can', {
          params: {
            path: { application },
            query: { ...question, ...query, numbers: false },
          },
        }),
      ),
  );
  const told = list.data;
  const numbered = useNumbers(
    application,
    { ...question, ...query },
    page,
    record === '' && !today,
  );
  const records = new Map(numbered.data?.people.map((one) => [lineOf(one), one.records]));
  return (
    <Box sx={{ mt: 2, display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 340px', gap: 4 }}>
      <div>
        {numbered.data?.uncounted && (
          <Remark tone="care">
            The database of the records does not answer; who can is told without numbers.
          </Remark>
        )}
        {told && (
          <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
            <Typography variant="h2" component="h2" sx={{ flex: 1 }}>
              {counted(told.all, told.withheld)}
              {asked.by && `, ${number(told.total)} of them so`}
            </Typography>
            <Button
              component="a"
              variant="outlined"
              className="no-print"
              href={`/api/applications/${application}/who-can.csv?${filledIn({ ...about, today: today ? 'true' : '', at, by: asked.by })}`}
              download
            >
              CSV
            </Button>
          </Box>
        )}
        <IndexedAsOf
          asOf={told?.asOf ?? numbered.data?.asOf}
          counting={exact}
          onCount={() => setExact(true)}
        />
        {told && onToday && (
          <Typography color="textSecondary" sx={{ mb: 1 }}>
            {today
              ? 'Whoever reaches at least one record that is there today. '
              : 'Whoever has a way to some record, whether there is one today or not. '}
            <Button
              variant="text"
              className="no-print"
              sx={{ p: 0, verticalAlign: 'baseline' }}
              onClick={() => onToday(!today)}
            >
              {today ? 'Whoever has a way' : 'Only who reaches one today'}
            </Button>
          </Typography>
        )}
        <Listing
          label="Who can"
          heads={record === '' ? ['Who', 'Level', 'Records', 'How'] : ['Who', 'Level', 'How']}
          list={list}
          total={(of) => of.total}
          rows={(of) =>
            of.people.map((one) => (
              <Row
                key={lineOf(one)}
                able={{ ...one, records: one.records ?? records.get(lineOf(one)) }}
                counting={numbered.isLoading}
                application={application}
                doing={doing}
                record={record}
                at={at}
              />
            ))
          }
          none="Nobody can, of those whom you may see."
          page={page}
          turn={turn}
        />
      </div>
      <Ways
        application={application}
        ways={told?.ways ?? []}
        more={told?.moreWays ?? 0}
        by={asked.by}
        published={at === ''}
        onBy={(by) => change({ by })}
      />
    </Box>
  );
}

/** Tells the lines of a list apart: somebody stands once for each account they act for. */
const lineOf = ({ person, account }: Able) => `${person} ${account ?? ''}`;

/**
 * How many records it is about for each of a page, which can take longer than who they are; with a
 * condition they are counted already.
 */
function useNumbers(
  application: string,
  query: Record<string, string | boolean>,
  page: number,
  enabled: boolean,
) {
  return useQuery({
    queryKey: keys.whoCan(application, query, page, 'numbers'),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/who-can', {
          signal,
          params: { path: { application }, query: { ...query, page, size: SIZE } },
        }),
      ),
    enabled,
    retry: false,
  });
}

const people = (count: number) => (count === 1 ? '1 person can' : `${number(count)} people can`);

/** How many can, and how many more whom one may not see. */
export const counted = (all: number, withheld: number) =>
  `${all === 0 && withheld === 0 ? 'Nobody can' : people(all)}${
    withheld > 0 ? `, and ${number(withheld)} more whom you may not see` : ''
  }`;

function Row({
  able,
  counting,
  application,
  doing,
  record,
  at,
}: {
  able: Omit<Able, 'records'> & { records: number | undefined };
  counting: boolean;
  application: string;
  doing: Doing;
  record: string;
  at: string;
}) {
  const because =
    doing.kind === 'class'
      ? ''
      : record && doing.kind === 'cell'
        ? pickToText({ ...doing, kind: 'record', record })
        : pickToText(doing);
  const query = filledIn({
    person: able.person,
    application,
    account: able.account,
    at,
    because,
  });
  return (
    <tr>
      <Box component="td" sx={able.external ? { boxShadow: 'inset 3px 0 0 currentColor' } : {}}>
        <MuiLink component={Link} to={`/ask/what-can?${query}`}>
          {able.name}
        </MuiLink>
        {able.external && (
          <Box component="span" sx={{ color: 'secondary.main', fontSize: 12.5 }}>
            {' '}
            {able.accountName ? `for ${able.accountName}` : 'external'}
          </Box>
        )}
      </Box>
      <td>{able.level}</td>
      {record === '' && (
        <td>{able.records === undefined ? (counting ? '…' : '') : number(able.records)}</td>
      )}
      <td>
        {able.routes.slice(0, 1).map((one) => (
          <span key={one}>{quoted(one)}</span>
        ))}
        {able.routes.length > 1 && (
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {' '}
            and {able.routes.length === 2 ? 'one more way' : `${able.routes.length - 1} more ways`}
          </Box>
        )}
      </td>
    </tr>
  );
}

/** By what people came by it: each narrows the list, and can be taken away. */
function Ways({
  application,
  ways,
  more,
  by,
  published,
  onBy,
}: {
  application: string;
  ways: ByWhat[];
  more: number;
  by: string;
  published: boolean;
  onBy: (by: string) => void;
}) {
  const [away, setAway] = useState<ByWhat | null>(null);
  const { queue } = useQueue(application);
  const go = useNavigate();
  if (ways.length === 0) {
    return null;
  }
  return (
    <Box component="section" aria-label="By what they came by it">
      <Typography variant="h3" component="h3" color="textSecondary" sx={{ mb: 1 }}>
        By what they came by it
      </Typography>
      {ways.map((one) => (
        <Box
          key={one.key}
          sx={{
            py: 0.75,
            pl: 1.25,
            borderLeft: '3px solid',
            borderColor: by === one.key ? 'primary.main' : 'divider',
            mb: 0.75,
          }}
        >
          <Box sx={{ overflowWrap: 'anywhere', fontSize: 13.5 }}>{one.words}</Box>
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'baseline', fontSize: 13 }}>
            <Button
              variant="text"
              size="small"
              aria-pressed={by === one.key}
              onClick={() => onBy(by === one.key ? '' : one.key)}
              sx={{ p: 0 }}
            >
              {one.people === 1 ? '1 person' : `${number(one.people)} people`}
            </Button>
            {one.externals > 0 && (
              <Box component="span" sx={{ color: 'secondary.main' }}>
                {one.externals === one.people
                  ? 'all externals'
                  : `${number(one.externals)} of them externals`}
              </Box>
            )}
            {published && one.list && one.element && (
              <Button
                variant="text"
                size="small"
                aria-label={`Without it: ${one.words}`}
                onClick={() => setAway(one)}
                sx={{ p: 0, ml: 'auto', whiteSpace: 'nowrap' }}
              >
                Without it
              </Button>
            )}
          </Box>
        </Box>
      ))}
      {more > 0 && (
        <Typography color="textSecondary">
          and {number(more)} more ways, each of fewer people
        </Typography>
      )}
      {by && (
        <Remark tone="care">
          Only those who came by it so are listed.{' '}
          <Button variant="text" size="small" onClick={() => onBy('')} sx={{ p: 0 }}>
            List all
          </Button>
        </Remark>
      )}
      {away?.list && away.element && (
        <TakeAway
          application={application}
          of={{ list: away.list, key: away.element }}
          name={`“${away.words}”`}
          onClose={() => setAway(null)}
          onAway={(changes) => {
            queue.add(changes);
            setAway(null);
            go(`/bench/${application}?list=${away.list}`);
          }}
        />
      )}
    </Box>
  );
}
