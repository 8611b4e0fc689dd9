import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, Navigate, useNavigate, useParams, useSearchParams } from 'react-router';
import { api, data } from '../api/client';
import { DayField } from '../app/Dates';
import { Pages } from '../app/Pages';
import { Part, Remark, Rows, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { useApplications } from '../ask/answers';
import { and, quoted } from '../ask/said';
import { Working } from '../ask/Working';
import { LINES, type Publication } from '../bench/api';
import { Lines } from '../bench/Leaves';
import { useDoing } from '../people/api';

const SIZE = 25;

/** The ledger of the first application there is. */
export function LedgerStart() {
  const first = useApplications().data?.[0];
  return first ? <Navigate to={`/ledger/${first.key}`} replace /> : null;
}

/** Ledger: what was published, by whom and why. */
export default function LedgerPlace() {
  const { application = '', number } = useParams();
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '18px 20px 48px' }}>
      <Box sx={{ maxWidth: 1120, mx: 'auto' }}>
        {number ? (
          <OnePublication application={application} number={Number(number)} />
        ) : (
          <Publications application={application} />
        )}
      </Box>
    </Box>
  );
}

function Publications({ application }: { application: string }) {
  const [params, setParams] = useSearchParams();
  const page = Math.max(0, Number.parseInt(params.get('page') ?? '0', 10) || 0);
  const asked = {
    search: params.get('search') ?? '',
    from: params.get('from') ?? '',
    until: params.get('until') ?? '',
  };
  const set = (next: Record<string, string>) => {
    const all = new URLSearchParams(params);
    all.delete('page');
    for (const [key, value] of Object.entries(next)) {
      if (value === '') {
        all.delete(key);
      } else {
        all.set(key, value);
      }
    }
    setParams(all, { replace: true });
  };
  const day = (text: string, after: number) => {
    const at = new Date(`${text}T00:00:00`);
    at.setDate(at.getDate() + after);
    return Number.isNaN(at.getTime()) ? undefined : at.toISOString();
  };
  const from = asked.from ? day(asked.from, 0) : undefined;
  const until = asked.until ? day(asked.until, 1) : undefined;
  const list = useQuery({
    queryKey: ['ledger', application, asked, page],
    queryFn: () =>
      data(
        api.GET('/api/applications/{application}/publications', {
          params: {
            path: { application },
            query: {
              page,
              size: SIZE,
              ...(asked.search ? { search: asked.search } : {}),
              ...(from ? { from } : {}),
              ...(until ? { until } : {}),
            } as never,
          },
        }),
      ),
    placeholderData: keepPreviousData,
  });
  useEffect(() => {
    document.title = 'Ledger · Nembar';
  }, []);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 2 }}>
        <Typography variant="h1" component="h1" sx={{ flex: 1 }}>
          Ledger
        </Typography>
        <Button
          variant="outlined"
          href={`/api/applications/${encodeURIComponent(application)}/publications.csv?${new URLSearchParams(
            { search: asked.search, ...(from ? { from } : {}), ...(until ? { until } : {}) },
          )}`}
        >
          As CSV
        </Button>
        <TextField
          size="small"
          type="search"
          label="Search reasons and changes"
          value={asked.search}
          onChange={(event) => set({ search: event.target.value })}
        />
        {(['from', 'until'] as const).map((one) => (
          <DayField
            key={one}
            label={one === 'from' ? 'From' : 'Until'}
            value={asked[one]}
            onChange={(day) => set({ [one]: day })}
          />
        ))}
      </Box>
      {list.isError && <Trouble error={list.error} again={() => list.refetch()} />}
      {list.data?.total === 0 && (
        <Typography color="textSecondary">
          {asked.search || asked.from || asked.until
            ? 'Nothing was published that fits these.'
            : 'Nothing has been published yet.'}
        </Typography>
      )}
      {list.data && list.data.total > 0 && (
        <>
          <Rows aria-label="Publications">
            <thead>
              <tr>
                <th scope="col">No.</th>
                <th scope="col">Reason</th>
                <th scope="col">What it did</th>
                <th scope="col">Who</th>
                <th scope="col">When</th>
              </tr>
            </thead>
            <tbody>
              {list.data.publications.map((one) => (
                <tr key={one.number}>
                  <td>
                    <MuiLink component={Link} to={`/ledger/${application}/${one.number}`}>
                      {one.number}
                    </MuiLink>
                  </td>
                  <td>{one.reason}</td>
                  <td className="quiet">{inShort(one)}</td>
                  <td>{who(one)}</td>
                  <td className="quiet">
                    <When at={one.at} />
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
          <Pages
            page={page}
            size={SIZE}
            total={list.data.total}
            onPage={(next) => {
              const all = new URLSearchParams(params);
              all.set('page', String(next));
              setParams(all);
            }}
          />
        </>
      )}
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

function who(one: Publication): string {
  const agreed = one.approverNames.filter((name) => name !== one.authorName);
  return agreed.length === 0 ? one.authorName : `${one.authorName}; agreed: ${and(agreed)}`;
}

function OnePublication({ application, number }: { application: string; number: number }) {
  const go = useNavigate();
  const one = useQuery({
    queryKey: ['ledger', application, number],
    queryFn: () =>
      data(
        api.GET('/api/applications/{application}/publications/{number}', {
          params: { path: { application, number } },
        }),
      ),
    enabled: Number.isInteger(number) && number > 0,
    retry: false,
  });
  const undo = useDoing(async () => {
    const draft = await data(
      api.POST('/api/applications/{application}/publications/{number}/undo', {
        params: { path: { application, number } },
      }),
    );
    go(`/bench/${application}/review/${draft.id}`);
  });
  const shown = one.data;
  useEffect(() => {
    document.title = `Publication ${number} · Nembar`;
  }, [number]);
  if (one.isError || !Number.isInteger(number)) {
    return (
      <Trouble
        error={one.error ?? new Error('A publication has a number.')}
        again={() => one.refetch()}
      />
    );
  }
  if (!shown) {
    return <Working lines={8} />;
  }
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1 }}>
        <Typography variant="h1" component="h1">
          Publication {shown.number}
        </Typography>
        <Typography color="textSecondary" sx={{ flex: 1 }}>
          {who(shown)}, <When at={shown.at} />
        </Typography>
        <Button variant="text" component={Link} to={`/ledger/${application}`}>
          Back to the ledger
        </Button>
        {shown.words.length > 0 && (
          <Button
            variant="outlined"
            disabled={undo.isPending}
            onClick={() => undo.mutate(undefined)}
          >
            Undo it, as a draft
          </Button>
        )}
      </Box>
      {undo.error && (
        <Remark tone="bad" role="alert">
          {undo.error.message}
        </Remark>
      )}
      <Typography sx={{ fontSize: 15, mb: 2 }}>{shown.reason}</Typography>
      {shown.overridden && (
        <Remark tone="care">Put up with broken expectations: {shown.overridden}</Remark>
      )}
      <Part title="What it did">
        {shown.words.length === 0 && (
          <Typography color="textSecondary">
            It put in {shown.changes.length} elements: the first of this application.
          </Typography>
        )}
        {shown.words.map((words) => (
          <Typography key={words} sx={{ mb: 0.75, overflowWrap: 'anywhere' }}>
            {quoted(words)}.
          </Typography>
        ))}
      </Part>
      {shown.words.length > 0 && <ForWhom application={application} number={number} />}
    </>
  );
}

/** Who gained and who lost by it, worked out when one asks. */
function ForWhom({ application, number }: { application: string; number: number }) {
  const [asked, setAsked] = useState(false);
  const [page, setPage] = useState(0);
  const impact = useQuery({
    queryKey: ['ledger', application, number, 'impact', page],
    queryFn: () =>
      data(
        api.GET('/api/applications/{application}/publications/{number}/impact', {
          params: { path: { application, number }, query: { page, size: LINES } },
        }),
      ),
    enabled: asked,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return (
    <Part title="Who gained and who lost then">
      {!asked && (
        <Button variant="outlined" onClick={() => setAsked(true)}>
          Work it out
        </Button>
      )}
      {impact.isError && <Trouble error={impact.error} again={() => impact.refetch()} />}
      {asked && impact.isPending && <Working lines={4} />}
      {impact.data && (
        <Box sx={{ maxWidth: 560 }}>
          <Typography color="textSecondary" sx={{ mb: 1 }}>
            {impact.data.total === 0
              ? 'Nobody gained or lost anything on the records there are.'
              : 'People as they were then, on the records there are today.'}
          </Typography>
          <Lines
            lines={impact.data.lines}
            more={(person) => (
              <MuiLink component={Link} to={`/people/p/${person}`} sx={{ fontSize: 13 }}>
                Open the person
              </MuiLink>
            )}
          />
          <Pages page={page} size={LINES} total={impact.data.total} onPage={setPage} />
        </Box>
      )}
    </Part>
  );
}
