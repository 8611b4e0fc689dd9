import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { DayField } from '../app/Dates';
import { Remark } from '../app/parts';
import { number } from '../ask/said';
import { DecideDialog } from '../desk/Decide';
import { useDoing } from '../people/api';
import { type Picked, PickPerson } from '../people/PickOne';
import { beginReview, useReviewPreview, type Wanted } from './api';
import { ScopeSlots, type ScopeWanted, scopeOf } from './ScopeSlots';

const ITSELF = 'nembar';
const DAYS = 21;

const ASKED: [Wanted['asked'], string][] = [
  ['managers', 'Their managers'],
  ['teamLeads', 'The leads of their teams'],
  ['stewards', 'The stewards of the guarded area'],
  ['named', 'Somebody I name'],
];

const AGAIN: [number, string][] = [
  [0, 'Once'],
  [1, 'Every month'],
  [3, 'Every three months'],
  [6, 'Every six months'],
  [12, 'Every year'],
];

/** In so many days, as 2026-03-03. */
const inDays = (days: number) => {
  const at = new Date();
  at.setDate(at.getDate() + days);
  return at.toLocaleDateString('sv-SE');
};

type Props = {
  /** Those in which one may begin a review. */
  applications: { key: string; name: string }[];
  onClose: () => void;
};

/** Begins a review: what, who is asked, until when; with what that comes to before it is begun. */
export function BeginReview({ applications, onClose }: Props) {
  const navigate = useNavigate();
  const [application, setApplication] = useState('');
  const [scope, setScope] = useState<ScopeWanted>({ about: 'externals', picked: null });
  const [asked, setAsked] = useState<Wanted['asked']>('managers');
  const [who, setWho] = useState<Picked | null>(null);
  const [standIn, setStandIn] = useState<Picked | null>(null);
  const [due, setDue] = useState(inDays(DAYS));
  const [everyMonths, setAgain] = useState(0);
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const chosen =
    application || (applications.find((one) => one.key !== ITSELF) ?? applications[0])?.key || '';
  const about = scopeOf(scope);
  const wanted: Wanted = {
    name: name.trim(),
    scope: about ?? { kind: 'everything' },
    asked,
    named: asked === 'named' && who ? [who.key] : [],
    standIns: standIn ? [standIn.key] : [],
    due,
    everyMonths,
    note: note.trim(),
  };
  const told = about !== null && (asked !== 'named' || who !== null) && chosen !== '';
  const preview = useReviewPreview(chosen, { ...wanted, name: '', note: '' }, told);
  const doing = useDoing<void, { id: string }>(
    () => beginReview(chosen, wanted),
    (begun) => {
      onClose();
      navigate(`/desk/reviews/${begun.id}`);
    },
  );
  const fits = told && preview.data !== undefined && preview.data.nobody.length === 0;
  return (
    <DecideDialog
      title="Begin a review"
      act="Begin, and write to them"
      wide
      may={fits && name.trim() !== '' && due !== ''}
      doing={doing}
      onClose={onClose}
    >
      {applications.length > 1 && (
        <TextField
          select
          size="small"
          label="Application"
          value={chosen}
          onChange={(event) => {
            setApplication(event.target.value);
            setScope({ about: 'externals', picked: null });
          }}
        >
          {applications.map((one) => (
            <MenuItem key={one.key} value={one.key}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <ScopeSlots application={chosen} wanted={scope} onChange={setScope} />
      <TextField
        select
        size="small"
        label="Who is asked"
        value={asked}
        onChange={(event) => setAsked(event.target.value as Wanted['asked'])}
      >
        {ASKED.map(([key, said]) => (
          <MenuItem key={key} value={key}>
            {said}
          </MenuItem>
        ))}
      </TextField>
      {asked === 'named' && <PickPerson label="Who" value={who} onPick={setWho} />}
      <PickPerson label="Where nobody else can be asked" value={standIn} onPick={setStandIn} />
      <Box sx={{ display: 'flex', gap: 1.5 }}>
        <DayField label="Until" value={due} onChange={setDue} width={220} />
        <TextField
          select
          size="small"
          label="How often"
          value={everyMonths}
          sx={{ flex: 1 }}
          onChange={(event) => setAgain(Number(event.target.value))}
        >
          {AGAIN.map(([months, said]) => (
            <MenuItem key={months} value={months}>
              {said}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      <TextField
        size="small"
        label="Name of the review"
        value={name}
        slotProps={{ htmlInput: { maxLength: 200 } }}
        onChange={(event) => setName(event.target.value)}
      />
      <TextField
        size="small"
        multiline
        maxRows={4}
        label="What you tell those who are asked"
        value={note}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
        onChange={(event) => setNote(event.target.value)}
      />
      {told && <Asks preview={preview} />}
    </DecideDialog>
  );
}

function Asks({ preview }: { preview: ReturnType<typeof useReviewPreview> }) {
  if (preview.isError) {
    return (
      <Remark tone="bad" role="alert">
        {preview.error.message}
      </Remark>
    );
  }
  if (!preview.data) {
    return null;
  }
  const { rights, people, asked, reviewers, nobody } = preview.data;
  if (rights === 0 && nobody.length === 0) {
    return <Remark tone="care">Nobody whom you may view holds anything of this.</Remark>;
  }
  const some = asked.slice(0, 4).map((one) => `${one.reviewer.name} (${number(one.rights)})`);
  const more = reviewers - some.length;
  return (
    <>
      <Typography role="status" color="textSecondary">
        {number(rights)} {rights === 1 ? 'right' : 'rights'} of {number(people)}{' '}
        {people === 1 ? 'person' : 'people'}, asked of {some.join(', ')}
        {more > 0 ? ` and ${number(more)} more` : ''}.
      </Typography>
      {nobody.length > 0 && (
        <Remark tone="bad" role="alert">
          Nobody can be asked about {nobody.map((one) => one.name).join(', ')}: name somebody else
          who stands in.
        </Remark>
      )}
    </>
  );
}
