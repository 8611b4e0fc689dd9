import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import MuiLink from '@mui/material/Link';
import { useState } from 'react';
import { Link } from 'react-router';
import { quoted } from '../ask/said';
import { useDoing } from '../people/api';
import { changeRow, type JudgedRow } from './api';
import { RowPlace } from './RowPlace';

type Props = { id: string; row: JudgedRow };

const OUT = 'left out';
const BACK = 'bring back';

/** A row, its judgement, and its correction in place. */
export function RowLine({ id, row }: Props) {
  const whole = [row.cells.givenName, row.cells.familyName].filter(Boolean).join(' ');
  const [placing, setPlacing] = useState(false);
  const change = useDoing((edit: { cells?: Record<string, string>; decision?: string }) =>
    changeRow(id, row.number, edit),
  );
  const rename = (name: string) => {
    const space = name.trim().lastIndexOf(' ');
    change.mutate({
      cells:
        space < 0
          ? { givenName: name.trim(), familyName: '' }
          : {
              givenName: name.trim().slice(0, space),
              familyName: name.trim().slice(space + 1),
            },
    });
  };
  const out = row.decision === OUT;
  const sent = row.decision === 'invited' || row.decision === 'brought back';
  return (
    <>
      <Box component="tr" sx={{ opacity: out ? 0.55 : 1 }}>
        <td className="quiet">{row.number}</td>
        <td>
          <Edited
            label={`E-mail of row ${row.number}`}
            value={row.cells.email ?? ''}
            wrong={Boolean(row.problems.email)}
            onChange={(email) => change.mutate({ cells: { email } })}
          />
        </td>
        <td>
          <Edited
            label={`Name of row ${row.number}`}
            value={whole}
            wrong={Boolean(row.problems.givenName)}
            onChange={rename}
          />
        </td>
        <td>
          <Judgement row={row} onTake={(cells) => change.mutate({ cells })} />
        </td>
        <td style={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
          {!sent && row.verdict === 'closed' && (
            <Button
              variant="text"
              onClick={() => change.mutate({ decision: row.decision === BACK ? '' : BACK })}
            >
              {row.decision === BACK ? 'Do not' : 'Bring back'}
            </Button>
          )}
          {!sent && (row.verdict === 'new' || row.verdict === 'malformed') && (
            <>
              <Button
                variant="text"
                aria-expanded={placing}
                aria-label={`Place row ${row.number}`}
                onClick={() => setPlacing(!placing)}
              >
                Place
              </Button>
              <Button
                variant="text"
                aria-label={`${out ? 'Take it:' : 'Leave out'} row ${row.number}`}
                onClick={() => change.mutate({ decision: out ? '' : OUT })}
              >
                {out ? 'Take it' : 'Leave out'}
              </Button>
            </>
          )}
        </td>
      </Box>
      {placing && (
        <tr>
          <td />
          <td colSpan={4}>
            <RowPlace row={row} onSave={(cells) => change.mutate({ cells })} />
          </td>
        </tr>
      )}
    </>
  );
}

/** Text that is changed where it stands; saved when one leaves it. */
function Edited({
  label,
  value,
  wrong,
  onChange,
}: {
  label: string;
  value: string;
  wrong: boolean;
  onChange: (value: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  const save = () => typed !== value && onChange(typed);
  return (
    <InputBase
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={save}
      onKeyDown={(event) => event.key === 'Enter' && save()}
      fullWidth
      inputProps={{ 'aria-label': label, 'aria-invalid': wrong, spellCheck: false }}
      sx={{
        fontSize: 13.5,
        px: 0.75,
        borderRadius: 0.5,
        border: '1px solid',
        borderColor: wrong ? 'error.main' : 'transparent',
        '&:hover, &.Mui-focused': { borderColor: wrong ? 'error.main' : 'divider' },
        '& input': { p: '2px 0' },
      }}
    />
  );
}

function Judgement({
  row,
  onTake,
}: {
  row: JudgedRow;
  onTake: (cells: Record<string, string>) => void;
}) {
  const problems = Object.values(row.problems);
  const mended = problems.map((one) => /did you mean (\S+@\S+)\?/.exec(one)?.[1]).find(Boolean);
  if (row.decision === OUT) {
    return <span className="quiet">left out</span>;
  }
  if (problems.length > 0) {
    return (
      <Box component="span" sx={{ color: 'error.main' }}>
        {quoted(problems.join(' '))}
        {mended && (
          <Button variant="text" onClick={() => onTake({ email: mended })}>
            Take that
          </Button>
        )}
      </Box>
    );
  }
  if (row.sameAs !== undefined) {
    return <span className="quiet">the same as row {row.sameAs}</span>;
  }
  if (row.known) {
    const closed = row.verdict === 'closed';
    return (
      <>
        {closed ? 'was here and is closed: ' : 'here already: '}
        {row.known.key === '' ? (
          row.known.name
        ) : (
          <>
            <MuiLink component={Link} to={`/people/p/${encodeURIComponent(row.known.key)}`}>
              {row.known.name}
            </MuiLink>
            <span className="quiet">, {row.known.detail}</span>
          </>
        )}
        {row.decision === BACK && (
          <Box component="strong" sx={{ color: 'primary.main' }}>
            {' '}
            comes back
          </Box>
        )}
      </>
    );
  }
  return (
    <>
      <Box component="span" sx={{ color: 'primary.main', fontWeight: 600 }}>
        new
      </Box>
      {row.person && <span className="quiet">, {row.person}</span>}
      {row.newAccount && <> at {row.newAccount}, a new account</>}
      {row.offer && (
        <Box component="span" sx={{ color: 'secondary.main' }}>
          , the domain is {row.offer.name}&apos;s
          <Button
            variant="text"
            onClick={() => onTake({ kind: 'external', account: row.offer?.name ?? '' })}
          >
            Place them there
          </Button>
        </Box>
      )}
    </>
  );
}
