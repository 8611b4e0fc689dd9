import MuiLink from '@mui/material/Link';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { Listing } from '../app/Listing';
import { useListed } from '../app/listed';
import { When } from '../app/parts';
import { and, quoted } from '../ask/said';
import { type Publication, useBench } from '../bench/api';
import { Chooser } from '../people/PickOne';
import { Filters, OfPerson } from './Filters';

const FILTERS = ['search', 'person', 'author', 'element', 'from', 'until'] as const;

/** What was published, the last first. */
export function Publications({ application }: { application: string }) {
  const { asked, change, page, turn, filtered, query, list } = useListed(
    ['ledger', application],
    FILTERS,
    (query) =>
      data(
        api.GET('/api/applications/{application}/publications', {
          params: { path: { application }, query },
        }),
      ),
  );
  const bench = useBench(application);
  const elements = [...(bench.data?.roles ?? []), ...(bench.data?.sets ?? [])].map(
    ({ element }) => ({ key: element.key ?? '', name: element.name ?? '' }),
  );
  return (
    <>
      <Filters
        asked={asked}
        change={change}
        search="Search what was done"
        csv={`/api/applications/${encodeURIComponent(application)}/publications.csv?${new URLSearchParams(query)}`}
      >
        <OfPerson
          label="Whom it concerned"
          value={asked.person}
          onPick={(person) => change({ person })}
        />
        <OfPerson
          label="Who made it"
          value={asked.author}
          onPick={(author) => change({ author })}
        />
        <Chooser
          label="Role or set"
          width={160}
          choices={elements}
          value={
            asked.element
              ? (elements.find((one) => one.key === asked.element) ?? {
                  key: asked.element,
                  name: asked.element,
                })
              : null
          }
          onPick={(one) => change({ element: one?.key ?? '' })}
        />
      </Filters>
      <Listing
        label="Publications"
        heads={['No.', 'Reason', 'What it did', 'Who', 'When']}
        list={list}
        total={(answer) => answer.total}
        none={
          filtered ? 'Nothing was published that fits these.' : 'Nothing has been published yet.'
        }
        page={page}
        turn={turn}
        rows={(answer) =>
          answer.publications.map((one) => (
            <tr key={one.number}>
              <td>
                <MuiLink component={Link} to={`/ledger/${application}/${one.number}`}>
                  {one.number}
                </MuiLink>
              </td>
              <td>{one.reason}</td>
              <td className="quiet">{inShort(one)}</td>
              <td style={{ whiteSpace: 'nowrap' }}>{who(one)}</td>
              <td className="quiet">
                <When at={one.at} />
              </td>
            </tr>
          ))
        }
      />
    </>
  );
}

function inShort(one: Publication): string {
  if (one.words.length === 0) {
    return `${one.changes.length} elements put in`;
  }
  const first = quoted(one.words[0] ?? '');
  return one.words.length === 1 ? first : `${first}, and ${one.words.length - 1} more`;
}

/** Who made a publication, and who agreed. */
export function who(one: Publication): string {
  const agreed = one.approverNames.filter((name) => name !== one.authorName);
  return agreed.length === 0 ? one.authorName : `${one.authorName}; agreed: ${and(agreed)}`;
}
