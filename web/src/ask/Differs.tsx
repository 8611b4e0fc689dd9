import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api, data, type Schemas } from '../api/client';
import { useAddress } from '../app/address';
import { Rows } from '../app/parts';
import { useShortcut } from '../app/shortcuts';
import { Trouble } from '../app/Trouble';
import { exactly } from '../app/when';
import { type Bench, useBench } from '../bench/api';
import { ApplicationSlot, Asking, InstantSlot, PersonSlot } from './Asking';
import { instantFrom } from './question';
import { number } from './said';
import { Working } from './Working';

type Line = Schemas['DifferenceLine'];

/** What differs between two people, or for one person between two instants. */
export function Differs() {
  const { params, change: say } = useAddress();
  const asked = {
    application: params.get('application') ?? 'towline',
    person: params.get('person') ?? '',
    at: instantFrom(params.get('at')),
    other: params.get('other') ?? '',
    otherAt: instantFrom(params.get('otherAt')),
  };
  const first = useRef<HTMLInputElement>(null);
  useShortcut('/', () => first.current?.focus());
  useEffect(() => {
    document.title = 'What differs · Nembar';
  }, []);
  const bench = useBench(asked.application);
  return (
    <>
      <Asking form="differs">
        <PersonSlot
          label="One"
          person={asked.person}
          inputRef={first}
          onChoose={(person) => say({ person, other: asked.other || person })}
        />
        <InstantSlot at={asked.at} onChange={(at) => say({ at })} />
        <span>and</span>
        <PersonSlot label="Other" person={asked.other} onChoose={(other) => say({ other })} />
        <InstantSlot at={asked.otherAt} onChange={(otherAt) => say({ otherAt })} />
        <span>in</span>
        <ApplicationSlot
          application={asked.application}
          onChoose={(application) => say({ application })}
        />
      </Asking>
      {asked.person && asked.other ? (
        <Answer asked={asked} bench={bench.data} />
      ) : (
        <Typography color="textSecondary" sx={{ mt: 3 }}>
          Name two people, or the same one twice with two instants.
        </Typography>
      )}
    </>
  );
}

type Asked = { application: string; person: string; at: string; other: string; otherAt: string };

function Answer({ asked, bench }: { asked: Asked; bench: Bench | undefined }) {
  const told = useQuery({
    queryKey: ['difference', asked],
    queryFn: () =>
      data(
        api.GET('/api/applications/{application}/difference', {
          params: {
            path: { application: asked.application },
            query: {
              person: asked.person,
              ...(asked.at ? { at: asked.at } : {}),
              otherPerson: asked.other,
              ...(asked.otherAt ? { otherAt: asked.otherAt } : {}),
            },
          },
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
  const heads = [headOf(first, asked.at, asked), headOf(second, asked.otherAt, asked)];
  if (lines.length === 0) {
    return (
      <Typography sx={{ mt: 3 }}>
        Nothing: {heads[0]} and {heads[1]} can do the same.
      </Typography>
    );
  }
  return (
    <Box sx={{ mt: 2 }}>
      <Rows aria-label="What differs">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Only {heads[0]}</th>
            <th scope="col">Only {heads[1]}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={`${line.type} ${line.what} ${line.level}`}>
              <td>{wordsOf(line, bench)}</td>
              <td>{sideOf(line, line.onlyFirst, line.onlyFirstRecords)}</td>
              <td>{sideOf(line, line.onlySecond, line.onlySecondRecords)}</td>
            </tr>
          ))}
        </tbody>
      </Rows>
    </Box>
  );
}

const headOf = (name: string, at: string, { at: one, otherAt }: Asked) =>
  one === '' && otherAt === '' ? name : `${name}, ${at === '' ? 'now' : exactly(at)}`;

/** What a line is about, in the application's words. */
export function wordsOf(line: Line, bench: Bench | undefined): string {
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

/** What one side has alone: a number of records, or the level of a function. */
export function sideOf(line: Line, words: string, records: number): string {
  if (line.type === '') {
    return words;
  }
  if (line.withheld) {
    return words === NOTHING ? '' : 'for those who may see them';
  }
  if (line.what === 'create' && line.level === '') {
    return words === NOTHING ? '' : `may, where ${words}`;
  }
  if (records > 0) {
    return records === 1 ? '1 record' : `${number(records)} records`;
  }
  return words === NOTHING ? '' : 'none of the records there are today';
}
