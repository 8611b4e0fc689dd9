import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { NameDialog } from '../people/NameDialog';
import type { ChangePart } from './queue';
import { TakeAway } from './TakeAway';

type Props = {
  application: string;
  /** The element: in which list of the design, and its key. */
  of: { list: string; key: string };
  name: string;
  purpose: string;
  facts: string;
  /** Whether it is published, and can be had as a file. */
  published: boolean;
  /** Whether the draft takes it away. */
  gone: boolean;
  onCompare: () => void;
  onPurpose: (purpose: string) => void;
  onRename: (name: string) => void;
  onCopy: (name: string) => void;
  onAway: (changes: ChangePart[]) => void;
  onBack: () => void;
};

/** The head of a role's or a set's sheet: what it is called, what it is for, what can be done. */
export function Sheet(props: Props) {
  const { name, purpose, facts, gone } = props;
  const [written, setWritten] = useState<string | null>(null);
  const [dialog, setDialog] = useState<'copy' | 'rename' | 'away' | null>(null);
  const close = () => setDialog(null);
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        <Typography
          variant="h1"
          component="h1"
          sx={{
            overflowWrap: 'anywhere',
            minWidth: 0,
            textDecoration: gone ? 'line-through' : 'none',
          }}
        >
          {name}
        </Typography>
        <Typography color="textSecondary" sx={{ flex: 1 }}>
          {gone ? 'taken away by this draft' : facts}
        </Typography>
        {gone ? (
          <Button variant="outlined" onClick={props.onBack}>
            Put it back
          </Button>
        ) : (
          <Box sx={{ display: 'flex', gap: 0.75 }}>
            <Button
              component={Link}
              variant="outlined"
              to={`/bench/${props.application}?list=assignments`}
              state={{ begin: { [props.of.list === 'roles' ? 'role' : 'set']: props.of.key } }}
            >
              Give
            </Button>
            <Button variant="outlined" onClick={() => setDialog('rename')}>
              Rename
            </Button>
            <Button variant="outlined" onClick={() => setDialog('copy')}>
              Copy
            </Button>
            {props.published && (
              <Button
                component="a"
                variant="outlined"
                href={`/api/applications/${props.application}/design/part?${props.of.list === 'roles' ? 'role' : 'set'}=${props.of.key}`}
                download={`${props.of.key}.json`}
                title="As it is published, as a file"
              >
                Take out
              </Button>
            )}
            <Button variant="outlined" onClick={props.onCompare}>
              Compare
            </Button>
            <Button variant="outlined" onClick={() => setDialog('away')}>
              Take away
            </Button>
          </Box>
        )}
      </Box>
      {!gone && (
        <InputBase
          value={written ?? purpose}
          placeholder="What it is for"
          inputProps={{ 'aria-label': 'What it is for', maxLength: 1000 }}
          onChange={(event) => setWritten(event.target.value)}
          onBlur={() => {
            if (written !== null && written.trim() !== purpose) {
              props.onPurpose(written.trim());
            }
            setWritten(null);
          }}
          onKeyDown={(event) =>
            event.key === 'Enter' && event.currentTarget.querySelector('input')?.blur()
          }
          sx={{ width: '100%', color: 'text.secondary', fontSize: 14 }}
        />
      )}
      {dialog === 'rename' && (
        <NameDialog
          title={`Rename ${name}`}
          label="What people call it"
          confirm="Rename"
          does={async (next) => next.trim()}
          onClose={close}
          onDone={props.onRename}
        />
      )}
      {dialog === 'copy' && (
        <NameDialog
          title={`Copy ${name}`}
          label="What the copy is called"
          confirm="Copy it"
          does={async (next) => next.trim()}
          onClose={close}
          onDone={props.onCopy}
        />
      )}
      {dialog === 'away' && (
        <TakeAway
          application={props.application}
          of={props.of}
          name={name}
          onClose={close}
          onAway={props.onAway}
        />
      )}
    </Box>
  );
}

/** "held by nobody", "held by 1 person". */
export function heldBy(people: number): string {
  if (people === 0) {
    return 'held by nobody';
  }
  return people === 1 ? 'held by 1 person' : `held by ${people} people`;
}
