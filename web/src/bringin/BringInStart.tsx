import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MuiLink from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, data } from '../api/client';
import { FileButton } from '../app/FileButton';
import { Part, Remark, Rows, When } from '../app/parts';
import { number } from '../ask/said';
import { useDoing } from '../people/api';
import { PeopleFrame } from '../people/PeopleFrame';
import { begin, beginByFile, useBatches } from './api';

const states: Record<string, string> = {
  reading: 'being read',
  mapping: 'columns to be named',
  open: 'not sent yet',
  sending: 'being sent',
  done: 'sent',
  stopped: 'stopped',
  failed: 'did not work',
};

/** Where bringing people in begins: paste, drop, or type. */
export default function BringInStart() {
  const [text, setText] = useState('');
  const [over, setOver] = useState(false);
  const navigate = useNavigate();
  const go = (id: string) => navigate(`/people/bring-in/${id}`);
  const paste = useDoing(begin, go);
  const drop = useDoing(beginByFile, go);
  useEffect(() => {
    document.title = 'Bring people in · Nembar';
  }, []);
  const failed = paste.error ?? drop.error;
  return (
    <PeopleFrame>
      <Typography variant="h1" component="h1" sx={{ mb: 0.5 }}>
        Bring people in
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 2.5, maxWidth: 700 }}>
        Paste addresses, drop a file, or type people in. Every row is judged at once, nobody is
        written to before you send, and you can leave at any time and go on later. Who signs in to
        an application by its own table is{' '}
        <MuiLink component={Link} to="/people/sources">
          read from there
        </MuiLink>
        , and kept in step.
      </Typography>
      {failed && (
        <Remark tone="bad" role="alert">
          {failed.message}
        </Remark>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '3fr 2fr', gap: 3, mb: 4 }}>
        <Box sx={{ display: 'grid', gap: 1.5, alignContent: 'start' }}>
          <TextField
            multiline
            minRows={9}
            maxRows={16}
            label="Addresses"
            placeholder={'nadia.frost@larkwater.example\nOwen Tarn <owen.tarn@hollisgrain.example>'}
            value={text}
            onChange={(event) => setText(event.target.value)}
            helperText="One a line, or with commas, semicolons or spaces between them; names too."
            slotProps={{ htmlInput: { spellCheck: false } }}
          />
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              variant="contained"
              disabled={text.trim() === '' || paste.isPending}
              onClick={() => paste.mutate(text)}
            >
              Judge these rows
            </Button>
            <Button variant="outlined" onClick={() => paste.mutate('')}>
              Type people in one by one
            </Button>
          </Box>
        </Box>
        <Box
          onDragOver={(event) => {
            event.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={(event) => {
            event.preventDefault();
            setOver(false);
            const dropped = event.dataTransfer.files[0];
            if (dropped) {
              drop.mutate(dropped);
            }
          }}
          sx={{
            border: '1.5px dashed',
            borderColor: over ? 'primary.main' : 'divider',
            bgcolor: over ? 'action.selected' : 'background.paper',
            borderRadius: 1,
            p: 3,
            display: 'grid',
            gap: 1.5,
            alignContent: 'center',
            justifyItems: 'start',
          }}
        >
          <Typography>Drop a CSV or XLSX file here.</Typography>
          <FileButton
            variant="outlined"
            disabled={drop.isPending}
            file="File of people"
            accept=".csv,.xlsx,.txt,.tsv"
            onFile={(chosen) => drop.mutate(chosen)}
          >
            {drop.isPending ? 'Sending it here' : 'Choose a file'}
          </FileButton>
          <Typography variant="body2" color="textSecondary">
            Columns are recognised by their headings; what is not recognised you name yourself. A
            file to begin with:{' '}
            <MuiLink href="/api/bring-in/template.csv" download>
              CSV
            </MuiLink>
            ,{' '}
            <MuiLink href="/api/bring-in/template.xlsx" download>
              XLSX
            </MuiLink>
            .
          </Typography>
        </Box>
      </Box>
      <LeftOff />
    </PeopleFrame>
  );
}

function LeftOff() {
  const batches = useBatches();
  const discard = useDoing((id: string) =>
    data(api.DELETE('/api/bring-in/{id}', { params: { path: { id } } })),
  );
  if (!batches.data || batches.data.length === 0) {
    return null;
  }
  return (
    <Part title="Where you left off">
      <Rows aria-label="Where you left off">
        <tbody>
          {batches.data.map((one) => (
            <tr key={one.id}>
              <td>
                <MuiLink component={Link} to={`/people/bring-in/${one.id}`} underline="hover">
                  {one.name}
                </MuiLink>
              </td>
              <td>
                {states[one.state]}
                {one.total > 0 && one.state !== 'open' && one.state !== 'mapping'
                  ? `, ${number(one.done)} of ${number(one.total)}`
                  : ''}
              </td>
              <td className="quiet">
                <When at={one.changed} />
              </td>
              <td style={{ textAlign: 'right' }}>
                <Button
                  variant="text"
                  aria-label={`Forget it: ${one.name}`}
                  onClick={() => discard.mutate(one.id)}
                >
                  Forget it
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </Rows>
    </Part>
  );
}
