import MuiLink from '@mui/material/Link';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { Link } from 'react-router';
import { api, data } from '../api/client';
import { Listing } from '../app/Listing';
import { useListed } from '../app/listed';
import { When } from '../app/parts';
import { outcomes } from '../people/PersonHistory';
import { Filters, OfPerson } from './Filters';

const places: Record<string, string> = {
  person: '/people/p/',
  team: '/people/teams/',
  account: '/people/accounts/',
  application: '/catalogue/',
};

/** What was done to people, teams, units, accounts and applications. */
export function ActsLeaf() {
  const { asked, change, page, turn, filtered, query, list } = useListed(
    ['acts'],
    ['search', 'person', 'author', 'from', 'until'] as const,
    (query) => data(api.GET('/api/ledger/acts', { params: { query } })),
  );
  return (
    <>
      <Filters
        asked={asked}
        change={change}
        search="Search what was done"
        csv={`/api/ledger/acts.csv?${new URLSearchParams(query)}`}
      >
        <OfPerson label="To whom" value={asked.person} onPick={(person) => change({ person })} />
        <OfPerson label="Who did it" value={asked.author} onPick={(author) => change({ author })} />
      </Filters>
      <Listing
        label="Acts"
        heads={['Who', 'What', 'To', 'When']}
        list={list}
        total={(answer) => answer.total}
        none={
          filtered
            ? 'Nothing was done that fits these.'
            : 'Nothing has been done yet to anybody whom you may view.'
        }
        page={page}
        turn={turn}
        rows={(answer) =>
          answer.acts.map((one) => (
            <tr key={`${one.at} ${one.kind} ${one.key} ${one.words}`}>
              <td>{one.who}</td>
              <td>{one.words}</td>
              <td>
                {places[one.kind] ? (
                  <MuiLink component={Link} to={`${places[one.kind]}${one.key}`}>
                    {one.name}
                  </MuiLink>
                ) : (
                  one.name
                )}
                {one.kind !== 'person' && <span className="quiet">, {one.kind}</span>}
              </td>
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

/** Who tried to sign in, and how it ended. */
export function SignInsLeaf() {
  const { asked, change, page, turn, filtered, query, list } = useListed(
    ['sign-ins'],
    ['search', 'person', 'from', 'until'] as const,
    (query) => data(api.GET('/api/ledger/sign-ins', { params: { query } })),
  );
  return (
    <>
      <Filters
        asked={asked}
        change={change}
        csv={`/api/ledger/sign-ins.csv?${new URLSearchParams(query)}`}
      >
        <OfPerson label="Whose" value={asked.person} onPick={(person) => change({ person })} />
        <TextField
          select
          size="small"
          label="Outcome"
          value={asked.search in outcomes ? asked.search : ''}
          onChange={(event) => change({ search: event.target.value })}
          sx={{ width: 170 }}
        >
          <MenuItem value="">any</MenuItem>
          {Object.entries(outcomes).map(([key, words]) => (
            <MenuItem key={key} value={key}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      </Filters>
      <Listing
        label="Tries to sign in"
        heads={['Who', 'How it ended', 'With', 'When']}
        list={list}
        total={(answer) => answer.total}
        none={
          filtered
            ? 'Nobody tried to sign in that fits these.'
            : 'Nobody whom you may view has tried to sign in yet.'
        }
        page={page}
        turn={turn}
        rows={(answer) =>
          answer.tries.map((one) => (
            <tr key={`${one.at} ${one.person} ${one.outcome}`}>
              <td>
                <MuiLink component={Link} to={`/people/p/${one.person}`}>
                  {one.name}
                </MuiLink>
              </td>
              <td>{outcomes[one.outcome] ?? one.outcome}</td>
              <td className="quiet">{[one.agent, one.address].filter(Boolean).join(', ')}</td>
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
