import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { useAddress } from '../app/address';
import { queryOf } from '../app/listed';
import { Pages } from '../app/Pages';
import { Part, Rows } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { exactly } from '../app/when';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { ReportSlot, type SlotName } from './ReportSlot';

type Kind = Schemas['ReportKind'];

const SIZE = 50;

/** On paper there are all rows, up to so many pages of so many. */
const PRINTED_SIZE = 200;
const PRINTED_AT_MOST = 50;
const SLOTS = ['recordType', 'operation', 'person', 'from', 'until'] as const;

/** The reports there are; one of them, where the address names it. */
export function ReportsLeaf({ application }: { application: string }) {
  const { params } = useAddress();
  const report = params.get('report');
  const kinds = useQuery({
    queryKey: keys.ledger('reports', application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/reports', {
          signal,
          params: { path: { application } },
        }),
      ),
    retry: false,
  });
  if (kinds.isPending) {
    return <Working lines={7} />;
  }
  if (kinds.isError) {
    return <Trouble error={kinds.error} again={() => kinds.refetch()} />;
  }
  const kind = kinds.data.find((one) => one.key === report);
  return kind ? (
    <OneReport key={kind.key} application={application} kind={kind} />
  ) : (
    <Kinds application={application} kinds={kinds.data} />
  );
}

function Kinds({ application, kinds }: { application: string; kinds: Kind[] }) {
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fill, minmax(340px, 1fr))',
        gap: 1.5,
      }}
    >
      {kinds.map((one) => (
        <Box
          key={one.key}
          component={Link}
          to={`/ledger/${application}?leaf=reports&report=${one.key}`}
          sx={{
            display: 'block',
            bgcolor: 'background.paper',
            border: '1px solid',
            borderColor: 'divider',
            color: 'text.primary',
            textDecoration: 'none',
            p: 1.75,
            '&:hover': { borderColor: 'primary.main' },
          }}
        >
          <Typography component="h2" sx={{ fontWeight: 600 }}>
            {one.title}
          </Typography>
          <Typography variant="body2" color="textSecondary">
            {one.about}
          </Typography>
        </Box>
      ))}
    </Box>
  );
}

/** What is still to be said before a report can be made. */
const missing = (kind: Kind, asked: Record<string, string>): SlotName | undefined =>
  kind.slots
    .map((one) => one.name)
    .find((one) => (one === 'recordType' || one === 'person') && !asked[one]);

function OneReport({ application, kind }: { application: string; kind: Kind }) {
  const { params, change } = useAddress();
  const asked = Object.fromEntries(SLOTS.map((name) => [name, params.get(name) ?? '']));
  const page = Math.max(0, Number.parseInt(params.get('page') ?? '0', 10) || 0);
  const lacks = missing(kind, asked);
  const query = queryOf(asked);
  const path = { application, report: kind.key };
  const report = useQuery({
    queryKey: keys.ledger('report', path, query, page),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/reports/{report}', {
          signal,
          params: { path, query: { ...query, page, size: SIZE } },
        }),
      ),
    enabled: lacks === undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const paper = useMutation({
    mutationFn: async () => {
      const rows: string[][] = [];
      for (let at = 0; at < PRINTED_AT_MOST; at += 1) {
        const some = await data(
          api.GET('/api/applications/{application}/reports/{report}', {
            params: { path, query: { ...query, page: at, size: PRINTED_SIZE } },
          }),
        );
        rows.push(...some.rows);
        if (rows.length >= some.total) {
          break;
        }
      }
      return rows;
    },
  });
  const printed = paper.data;
  const print = useRef(printed);
  useEffect(() => {
    // Printed once it is drawn, and only when it was asked for.
    if (printed && print.current !== printed) {
      print.current = printed;
      window.print();
    }
  }, [printed]);
  useEffect(() => {
    document.title = `${kind.title} · Nembar`;
  }, [kind.title]);
  const set = (next: Record<string, string>) => change({ page: '', ...next });
  const file = `/api/applications/${encodeURIComponent(application)}/reports/${kind.key}/rows`;
  return (
    <Part
      title={kind.title}
      aside={
        <Box className="no-print" sx={{ display: 'flex', gap: 1 }}>
          {lacks === undefined && (
            <>
              <Button size="small" href={`${file}.csv?${new URLSearchParams(query)}`} download>
                CSV
              </Button>
              <Button size="small" href={`${file}.xlsx?${new URLSearchParams(query)}`} download>
                XLSX
              </Button>
              <Button size="small" disabled={paper.isPending} onClick={() => paper.mutate()}>
                Print
              </Button>
            </>
          )}
          <Button size="small" component={Link} to={`/ledger/${application}?leaf=reports`}>
            All reports
          </Button>
        </Box>
      }
    >
      <Typography color="textSecondary" sx={{ mb: 1.25 }}>
        {kind.about}
      </Typography>
      {kind.slots.length > 0 && (
        <Box
          role="search"
          aria-label="What is asked"
          sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', mb: 1.5 }}
        >
          {kind.slots.map(({ name }) => (
            <ReportSlot key={name} name={name} application={application} asked={asked} set={set} />
          ))}
        </Box>
      )}
      {lacks && (
        <Typography color="textSecondary">
          {lacks === 'person' ? 'Pick a person.' : 'Pick a record type.'}
        </Typography>
      )}
      {!lacks && report.isPending && <Working lines={10} />}
      {report.isError && <Trouble error={report.error} again={() => report.refetch()} />}
      {report.data && !lacks && (
        <>
          <Box sx={printed ? { '@media print': { display: 'none' } } : {}}>
            <Shown page={report.data} />
          </Box>
          {printed && (
            <Box sx={{ display: 'none', '@media print': { display: 'block' } }}>
              <Shown page={{ ...report.data, rows: printed }} />
            </Box>
          )}
          <Box className="no-print">
            <Pages
              total={report.data.total}
              page={page}
              size={SIZE}
              onPage={(to) => change({ page: to === 0 ? '' : String(to) })}
            />
          </Box>
        </>
      )}
    </Part>
  );
}

function Shown({ page }: { page: Schemas['ReportPage'] }) {
  return (
    <>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 0.75 }}>
        {page.total === 1 ? '1 row' : `${number(page.total)} rows`}, made on {exactly(page.at)}.{' '}
        {page.note}
      </Typography>
      {page.total > 0 && (
        <Rows aria-label={page.kind.title} sx={{ '& td': { verticalAlign: 'top !important' } }}>
          <thead>
            <tr>
              {page.columns.map((one) => (
                <th key={one} scope="col">
                  {one}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {page.rows.map((row, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a page of rows stands as it came
              <tr key={i}>
                {row.map((cell, at) => (
                  <td key={page.columns[at]}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </Rows>
      )}
    </>
  );
}
