import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import { exactly } from '../app/when';
import { AccountSlot, ApplicationSlot, InstantSlot, PersonSlot } from '../ask/Asking';
import { useWhatCan, type WhatCan } from '../ask/answers';
import { DraftSlot } from '../ask/DraftSlot';
import { inForm } from '../ask/forms';
import { type Look, otherEyes } from './look';

/** Whose eyes these are. */
export function Band({ look, answer }: { look: Look; answer: WhatCan | undefined }) {
  const { looked, by } = look;
  const go = useNavigate();
  const second = useWhatCan(otherEyes(looked), looked.other !== '');
  const about = answer?.person.key === looked.person ? answer.person : undefined;
  return (
    <Box
      component="section"
      aria-label="Whose eyes these are"
      sx={{
        display: 'flex',
        alignItems: 'center',
        flexWrap: 'wrap',
        gap: 1,
        p: '8px 20px',
        bgcolor: 'action.selected',
        borderBottom: '2px solid',
        borderColor: 'secondary.main',
        fontSize: 16,
      }}
    >
      <span>With the eyes of</span>
      <PersonSlot
        label="Whose eyes"
        person={looked.person}
        name={about?.name}
        onChoose={(person) => by({ person, account: '' })}
      />
      <AccountSlot about={about} onChoose={(account) => by({ account })} />
      <span>at</span>
      <ApplicationSlot
        application={looked.application}
        onChoose={(application) =>
          go(inForm('look', new URLSearchParams({ application, person: looked.person })))
        }
      />
      <InstantSlot at={looked.at} onChange={(at) => by({ at })} />
      <DraftSlot
        application={looked.application}
        draft={looked.draft}
        onChange={(draft) => by({ draft })}
      />
      {looked.other ? (
        <>
          <span>beside</span>
          <PersonSlot
            label="Second pair of eyes"
            person={looked.other}
            onChoose={(other) => by({ other, otherAccount: '' })}
          />
          <AccountSlot
            about={second.data?.person.key === looked.other ? second.data.person : undefined}
            onChoose={(otherAccount) => by({ otherAccount })}
          />
          <Button variant="text" size="small" onClick={() => by({ other: '', otherAccount: '' })}>
            Only the first
          </Button>
        </>
      ) : (
        <Beside look={look} />
      )}
      <Box component="span" sx={{ flex: 1 }} />
      <Box component="span" sx={{ fontSize: 13.5, color: 'text.secondary' }}>
        Nothing can be changed here; that you looked is kept.
        {looked.draft !== '' && ' As if the draft were published.'}
        {looked.at !== '' && ` As of ${exactly(looked.at)}, on the records of today.`}
      </Box>
    </Box>
  );
}

function Beside({ look }: { look: Look }) {
  return (
    <PersonSlot
      label="Second pair of eyes"
      person=""
      onChoose={(other) => look.by({ other, otherAccount: '' })}
      placeholder="and beside them …"
      quiet
    />
  );
}
