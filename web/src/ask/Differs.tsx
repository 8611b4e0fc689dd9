import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { type Ref, useEffect, useRef } from 'react';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { useAddress } from '../app/address';
import { applicationOf } from '../app/applications';
import { Rows } from '../app/parts';
import { useShortcut } from '../app/shortcuts';
import { Trouble } from '../app/Trouble';
import { exactly } from '../app/when';
import { type Bench, useBench } from '../bench/api';
import { ApplicationSlot, Asking, InstantSlot, PersonSlot } from './Asking';
import { DraftSlot } from './DraftSlot';
import { instantFrom } from './question';
import { number } from './said';
import { Working } from './Working';

type Line = Schemas['DifferenceLine'];

/** One side of the comparison: somebody at an instant, with a draft or without; or a role. */
type Side = { person: string; account: string; role: string; at: string; draft: string };

type Asked = { application: string; one: Side; other: Side };

const sideOfAddress = (params: URLSearchParams, [person, account, role, at, draft]: string[]) => ({
  person: params.get(person ?? '') ?? '',
  account: params.get(account ?? '') ?? '',
  role: params.get(role ?? '') ?? '',
  at: instantFrom(params.get(at ?? '')),
  draft: params.get(draft ?? '') ?? '',
});

const ONE = ['person', 'account', 'role', 'at', 'draft'];
const OTHER = ['other', 'otherAccount', 'otherRole', 'otherAt', 'otherDraft'];

/** What differs between two people, two roles, or for one person between two instants or a draft. */
export function Differs() {
  const { params, change: say } = useAddress();
  const asked: Asked = {
    application: applicationOf(params),
    one: sideOfAddress(params, ONE),
    other: sideOfAddress(params, OTHER),
  };
  const { application, one, other } = asked;
  const first = useRef<HTMLInputElement>(null);
  useShortcut('/', () => first.current?.focus());
  useEffect(() => {
    document.title = 'What differs · Nembar';
  }, []);
  const bench = useBench(application);
  const roles = bench.data?.roles ?? [];
  return (
    <>
      <Asking form="differs">
        <SideSlots
          label="One"
          application={application}
          side={one}
          roles={roles}
          rolesFirst={other.role !== ''}
          inputRef={first}
          onSide={(next) =>
            say({
              ...inAddress(ONE, next),
              // One person twice, until another is named.
              ...(next.person && !other.person ? { other: next.person, otherRole: '' } : {}),
              ...(next.role && !other.role ? { other: '' } : {}),
            })
          }
        />
        <span>and</span>
        <SideSlots
          label="Other"
          application={application}
          side={other}
          roles={roles}
          rolesFirst={one.role !== ''}
          onSide={(next) => say(inAddress(OTHER, next))}
        />
        <span>in</span>
        <ApplicationSlot
          application={application}
          onChoose={(next) =>
            say({ application: next, role: '', otherRole: '', draft: '', otherDraft: '' })
          }
        />
      </Asking>
      {one.role && other.role ? (
        <RoleAnswer application={application} one={one} other={other} bench={bench.data} />
      ) : one.person && other.person ? (
        <Answer asked={asked} bench={bench.data} />
      ) : (
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          {one.role || other.role
            ? 'Name two roles; a role and somebody are not alike.'
            : 'Name two people or two roles, or the same person twice with two instants, or as published and as in your draft.'}
        </Typography>
      )}
    </>
  );
}

const inAddress = (names: string[], side: Side): Record<string, string> =>
  Object.fromEntries(
    [side.person, side.account, side.role, side.at, side.draft].map((value, at) => [
      names[at] ?? '',
      value,
    ]),
  );

/** Somebody or a role; of somebody, when, and with a draft or without. */
function SideSlots({
  label,
  application,
  side,
  roles,
  rolesFirst,
  inputRef,
  onSide,
}: {
  label: string;
  application: string;
  side: Side;
  roles: Bench['roles'];
  /** Whether the other side is a role already. */
  rolesFirst: boolean;
  inputRef?: Ref<HTMLInputElement>;
  onSide: (side: Side) => void;
}) {
  const others = roles.map(({ element: { key, name } }) => ({
    key: `role:${key}`,
    name: name ?? '',
    detail: 'role',
  }));
  const named = others.find((one) => one.key === `role:${side.role}`)?.name;
  return (
    <>
      <PersonSlot
        label={label}
        placeholder="somebody, or a role"
        person={side.role ? `role:${side.role}` : side.person}
        name={side.role ? (named ?? side.role) : undefined}
        others={others}
        othersFirst={rolesFirst}
        {...(inputRef ? { inputRef } : {})}
        onChoose={(key) =>
          onSide(
            key.startsWith('role:')
              ? { ...side, person: '', account: '', role: key.slice('role:'.length) }
              : { ...side, person: key, account: '', role: '' },
          )
        }
      />
      {!side.role && (
        <>
          <InstantSlot at={side.at} onChange={(at) => onSide({ ...side, at })} />
          <DraftSlot
            application={application}
            draft={side.draft}
            label={`${label}: as published or as drafted`}
            onChange={(draft) => onSide({ ...side, draft })}
          />
        </>
      )}
    </>
  );
}

/** The two sides as the server takes them. */
function queryOf({ one, other }: Asked) {
  const query = {
    person: one.person,
    account: one.account,
    at: one.at,
    draft: one.draft,
    otherPerson: other.person,
    otherAccount: other.account,
    otherAt: other.at,
    otherDraft: other.draft,
  };
  return Object.fromEntries(Object.entries(query).filter(([, value]) => value !== '')) as Partial<
    typeof query
  >;
}

function Answer({ asked, bench }: { asked: Asked; bench: Bench | undefined }) {
  const query = queryOf(asked);
  const told = useQuery({
    queryKey: keys.difference(asked),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/difference', {
          signal,
          params: { path: { application: asked.application }, query },
        }),
      ),
    retry: false,
  });
  if (told.isPending) {
    return <Working lines={8} />;
  }
  if (told.isError) {
    return <Trouble error={told.error} again={() => told.refetch()} />;
  }
  const { first, second, lines } = told.data;
  return (
    <Table
      sides={[headOf(first, asked.one, asked), headOf(second, asked.other, asked)]}
      lead="Only "
      rows={lines.map((line) => ({
        key: `${line.type} ${line.what} ${line.level}`,
        words: wordsOf(line, bench),
        one: sideOf(line, line.onlyFirst, line.onlyFirstRecords),
        other: sideOf(line, line.onlySecond, line.onlySecondRecords),
      }))}
      file={`/api/applications/${asked.application}/difference.csv?${new URLSearchParams(query)}`}
    />
  );
}

function RoleAnswer({
  application,
  one,
  other,
  bench,
}: {
  application: string;
  one: Side;
  other: Side;
  bench: Bench | undefined;
}) {
  const path = { application, first: one.role, second: other.role };
  const told = useQuery({
    queryKey: keys.roleDifference(path),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/roles/{first}/difference/{second}', {
          signal,
          params: { path },
        }),
      ),
    retry: false,
  });
  if (told.isPending) {
    return <Working lines={8} />;
  }
  if (told.isError) {
    return <Trouble error={told.error} again={() => told.refetch()} />;
  }
  const name = (key: string) =>
    bench?.roles.find((role) => role.element.key === key)?.element.name ?? key;
  return (
    <Table
      sides={[name(one.role), name(other.role)]}
      rows={told.data.map((line) => ({
        key: `${line.recordType} ${line.what} ${line.use}`,
        words: wordsOf({ type: line.recordType, what: line.what, level: line.use }, bench),
        one: line.first.join(', or '),
        other: line.second.join(', or '),
      }))}
      file={`/api/applications/${application}/roles/${one.role}/difference/${other.role}/csv`}
    />
  );
}

type Row = { key: string; words: string; one: string; other: string };

function Table({
  sides: [one, other],
  lead = '',
  rows,
  file,
}: {
  sides: [string, string];
  /** What the heads of the columns begin with. */
  lead?: string;
  rows: Row[];
  file: string;
}) {
  if (rows.length === 0) {
    return (
      <Typography sx={{ mt: 3 }}>
        Nothing: {one} and {other} can do the same.
      </Typography>
    );
  }
  return (
    <Box sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1 }}>
          {rows.length === 1 ? '1 thing differs' : `${number(rows.length)} things differ`}
        </Typography>
        <Button component="a" variant="outlined" className="no-print" href={file} download>
          CSV
        </Button>
      </Box>
      <Rows aria-label="What differs">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">
              {lead}
              {one}
            </th>
            <th scope="col">
              {lead}
              {other}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key}>
              <td>{row.words}</td>
              <td>{row.one}</td>
              <td>{row.other}</td>
            </tr>
          ))}
        </tbody>
      </Rows>
    </Box>
  );
}

/** Whose side it is, and when and how where the two are not asked about alike. */
function headOf(name: string, side: Side, { one, other }: Asked): string {
  const when = one.at !== other.at ? `, ${side.at === '' ? 'now' : exactly(side.at)}` : '';
  const how = one.draft !== other.draft ? (side.draft ? ', as drafted' : ', as published') : '';
  return name + when + how;
}

/** What a line is about, in the application's words. */
export function wordsOf(
  line: Pick<Line, 'type' | 'what' | 'level'>,
  bench: Bench | undefined,
): string {
  const type = bench?.types.find((one) => one.key === line.type);
  const plural = type?.plural.toLowerCase() ?? line.type;
  if (line.type === '') {
    return bench?.functions.find((one) => one.key === line.what)?.name ?? line.what;
  }
  if (line.level === '') {
    return `${type?.operations.find((one) => one.key === line.what)?.name ?? line.what} ${plural}`;
  }
  const label = type?.fields.find((one) => one.key === line.what)?.label.toLowerCase() ?? line.what;
  const does = { change: 'change', view: 'see', masked: 'see, masked,' }[line.level] ?? line.level;
  return `${does} ${label} of ${plural}`;
}

/** How the server says that a side has nothing alone. */
const NOTHING = 'no record';

/** That something may be done, and on which records, in one sentence. */
function mayWhere(words: string): string {
  const [all, ...rest] = words.split(/, (?=but not )/);
  const but = rest.length > 0 ? `, ${rest.join(', ')}` : '';
  return all === 'every record' ? `may${but}` : `may, where ${all}${but}`;
}

/** What one side has alone: a number of records, or the level of a function. */
export function sideOf(line: Line, words: string, records: number): string {
  if (line.type === '') {
    return words;
  }
  if (line.withheld) {
    return words === NOTHING ? '' : 'for those who may see them';
  }
  if (line.what === 'create' && line.level === '') {
    return words === NOTHING ? '' : mayWhere(words);
  }
  if (records > 0) {
    return records === 1 ? '1 record' : `${number(records)} records`;
  }
  return words === NOTHING ? '' : 'none of the records there are today';
}
