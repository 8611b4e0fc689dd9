import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Remark } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { Age } from '../ask/Age';
import { Amount } from '../ask/Amount';
import { useApplications, useWhatCan } from '../ask/answers';
import { Functions } from '../ask/Functions';
import { pickToText, slotsOf } from '../ask/question';
import { type GridQuestion, ReachGrid } from '../ask/ReachGrid';
import { useUsedLately } from '../ask/use';
import { Working } from '../ask/Working';
import type { PersonSheet } from './api';

/** What a person's access amounts to, counted; a cell leads to the question about it. */
export function PersonReach({ person }: { person: PersonSheet }) {
  const applications = useApplications();
  const governed = applications.data ?? [];
  const [chosen, setChosen] = useState('');
  const [account, setAccount] = useState('');
  const [open, setOpen] = useState<Set<string>>(new Set());
  const navigate = useNavigate();
  const application =
    chosen || governed.find((one) => one.key !== 'nembar')?.key || governed[0]?.key || '';
  const asIfActive = person.status !== 'active';
  const slots = slotsOf({ person: person.key, application, account, asIfActive });
  const answer = useWhatCan(slots);
  const used = useUsedLately(application, person.key);
  const ask = (more: Record<string, string>) => {
    const query = new URLSearchParams({
      person: person.key,
      application,
      ...(account ? { account } : {}),
      ...(asIfActive ? { if: 'active' } : {}),
      ...more,
    });
    navigate(`/ask/what-can?${query}`);
  };
  const question: GridQuestion = {
    pick: null,
    open,
    toggle: (type) => {
      const next = new Set(open);
      if (!next.delete(type)) {
        next.add(type);
      }
      setOpen(next);
    },
    because: (pick) => pick && ask({ because: pickToText(pick) }),
    list: (type, operation) => ask({ list: `${type}:${operation}` }),
  };
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1.5 }}>
        <Choice label="In" value={application} choices={governed} onChoose={setChosen} />
        {person.accounts.length > 1 && (
          <Choice
            label="Acting for"
            value={account || (person.accounts[0]?.key ?? '')}
            choices={person.accounts}
            onChoose={setAccount}
          />
        )}
        {answer.data && (
          <Box sx={{ color: 'text.secondary' }}>
            <Amount answer={answer.data} />
          </Box>
        )}
      </Box>
      {asIfActive && (
        <Remark tone="care">
          {person.name} is {person.status} and has no access now. This is what they would have if
          they were active.
        </Remark>
      )}
      {answer.isPending && <Working lines={12} />}
      {answer.isError && <Trouble error={answer.error} again={() => answer.refetch()} />}
      {answer.data && (
        <>
          <Age answer={answer.data} slots={slots} />
          <ReachGrid answer={answer.data} question={question} used={used} />
          <Functions answer={answer.data} question={question} />
        </>
      )}
    </>
  );
}

function Choice({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: string;
  choices: { key: string; name: string }[];
  onChoose: (value: string) => void;
}) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={choices.length > 0 ? value : ''}
      onChange={(event) => onChoose(event.target.value)}
      sx={{ minWidth: 150 }}
    >
      {choices.map((one) => (
        <MenuItem key={one.key} value={one.key}>
          {one.name}
        </MenuItem>
      ))}
    </TextField>
  );
}
