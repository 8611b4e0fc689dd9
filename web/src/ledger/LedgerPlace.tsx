import Box from '@mui/material/Box';
import { styled } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { type ReactNode, useEffect } from 'react';
import { Link, Navigate, useParams, useSearchParams } from 'react-router';
import { useStartApplication } from '../app/applications';
import { ActsLeaf, SignInsLeaf } from './AuditLog';
import { Comparison } from './Comparison';
import { OnePublication } from './OnePublication';
import { Publications } from './Publications';
import { ReportsLeaf } from './Reports';

/** The ledger of the application that is worked on. */
export function LedgerStart() {
  const first = useStartApplication().application;
  return first ? <Navigate to={`/ledger/${first.key}`} replace /> : null;
}

/** On paper, all of it is there. */
const PAPER = { '@media print': { height: 'auto', overflow: 'visible' } };

/** Ledger: what was published, by whom and why; what was done to people; who came in. */
export default function LedgerPlace() {
  const { application = '', number, other } = useParams();
  return (
    <Box component="main" sx={{ height: '100%', overflowY: 'auto', p: '18px 20px 48px', ...PAPER }}>
      <Box sx={{ maxWidth: 1180, mx: 'auto' }}>
        {number && other && (
          <Comparison application={application} number={Number(number)} other={Number(other)} />
        )}
        {number && !other && <OnePublication application={application} number={Number(number)} />}
        {!number && <Lists application={application} />}
      </Box>
    </Box>
  );
}

const LeafLink = styled(Link)(({ theme }) => ({
  color: theme.vars?.palette.text.secondary,
  textDecoration: 'none',
  padding: '2px 0 4px',
  '&[aria-current="page"]': {
    color: theme.vars?.palette.text.primary,
    fontWeight: 650,
    boxShadow: `inset 0 -2px 0 ${theme.vars?.palette.text.primary}`,
  },
}));

const leaves: { key: string; name: string; show: (application: string) => ReactNode }[] = [
  {
    key: '',
    name: 'Publications',
    show: (application) => <Publications application={application} />,
  },
  { key: 'acts', name: 'Acts on people', show: () => <ActsLeaf /> },
  { key: 'sign-ins', name: 'Sign-ins', show: () => <SignInsLeaf /> },
  {
    key: 'reports',
    name: 'Reports',
    show: (application) => <ReportsLeaf application={application} />,
  },
];

function Lists({ application }: { application: string }) {
  const [params] = useSearchParams();
  const leaf = leaves.find((one) => one.key === params.get('leaf')) ?? leaves[0];
  useEffect(() => {
    document.title = `Ledger${leaf?.key ? `, ${leaf.name.toLowerCase()}` : ''} · Nembar`;
  }, [leaf]);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline', mb: 2 }}>
        <Typography variant="h1" component="h1">
          Ledger
        </Typography>
        <Box component="nav" aria-label="Leaves" sx={{ display: 'flex', gap: 2.5 }}>
          {leaves.map((one) => (
            <LeafLink
              key={one.key}
              to={`/ledger/${application}${one.key ? `?leaf=${one.key}` : ''}`}
              aria-current={one === leaf ? 'page' : undefined}
            >
              {one.name}
            </LeafLink>
          ))}
        </Box>
      </Box>
      <div key={leaf?.key}>{leaf?.show(application)}</div>
    </>
  );
}
