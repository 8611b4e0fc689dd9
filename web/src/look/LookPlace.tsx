import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import MuiLink from '@mui/material/Link';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { filledIn } from '../app/address';
import { Pages } from '../app/Pages';
import { Search } from '../app/Search';
import { Trouble } from '../app/Trouble';
import { exactly } from '../app/when';
import { AccountSlot, ApplicationSlot, InstantSlot, PersonSlot } from '../ask/Asking';
import { PAGE_SIZE, usePersonName, useWhatCan, type WhatCan } from '../ask/answers';
import { inForm } from '../ask/forms';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { eyesOf, type Look, type Looked, otherEyes, useLook, useRows } from './look';
import { RecordView } from './RecordView';
import { RowsSeen } from './RowsSeen';

/** An application's own records, as somebody has them; nothing can be changed here. */
export default function LookPlace() {
  const { application = '' } = useParams();
  const look = useLook(application);
  const { looked } = look;
  const eyes = eyesOf(looked);
  const answer = useWhatCan(eyes, looked.person !== '');
  const first = answer.data?.areas.flatMap((area) => area.types).find((type) => viewed(type) > 0);
  const type = looked.type || (first?.key ?? '');
  useEffect(() => {
    document.title = answer.data ? `${answer.data.person.name} looks · Nembar` : 'Nembar';
  }, [answer.data]);
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', height: '100%' }}>
      <Band look={look} answer={answer.data} />
      {looked.person === '' && (
        <Typography sx={{ m: 4 }} color="textSecondary">
          Choose whose eyes to look with.
        </Typography>
      )}
      {answer.isError && (
        <Box sx={{ m: 2.5 }}>
          <Trouble error={answer.error} again={() => answer.refetch()} />
        </Box>
      )}
      {looked.person !== '' && answer.isPending && <Working lines={12} />}
      {answer.data && !answer.isError && (
        <Box sx={{ display: 'flex', flex: 1, minHeight: 0 }}>
          <Types answer={answer.data} type={type} onType={look.list} />
          <Box
            component="main"
            sx={{ flex: 1, minWidth: 0, overflowY: 'auto', p: '16px 20px 40px' }}
          >
            <Typography component="h1" sx={{ position: 'absolute', left: -9999 }}>
              Look through {answer.data.person.name}
            </Typography>
            {!answer.data.person.mayLookThrough ? (
              <Typography>
                You may not look through {answer.data.person.name}. What they can do in numbers is
                under Ask.
              </Typography>
            ) : looked.record ? (
              <RecordView look={look} answer={answer.data} />
            ) : (
              <List look={look} type={type} answer={answer.data} />
            )}
          </Box>
        </Box>
      )}
    </Box>
  );
}

const viewed = (type: WhatCan['areas'][number]['types'][number]) =>
  type.cells.find((cell) => cell.operation === 'view')?.records ?? 0;

/** Whose eyes these are. */
function Band({ look, answer }: { look: Look; answer: WhatCan | undefined }) {
  const { looked, by } = look;
  const go = useNavigate();
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
      {looked.other ? (
        <>
          <span>beside</span>
          <PersonSlot
            label="Second pair of eyes"
            person={looked.other}
            onChoose={(other) => by({ other })}
          />
          <Button variant="text" size="small" onClick={() => by({ other: '' })}>
            Only the first
          </Button>
        </>
      ) : (
        <Beside look={look} />
      )}
      <Box component="span" sx={{ flex: 1 }} />
      <Box component="span" sx={{ fontSize: 13.5, color: 'text.secondary' }}>
        Nothing can be changed here; that you looked is kept.
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
      onChoose={(other) => look.by({ other })}
      placeholder="and beside them …"
      quiet
    />
  );
}

/** The application's areas and record types as they find them, and what they would not find. */
function Types({
  answer,
  type,
  onType,
}: {
  answer: WhatCan;
  type: string;
  onType: (type: string) => void;
}) {
  const functions = answer.functions.filter((one) => one.level !== 'none');
  return (
    <Box
      component="nav"
      aria-label="Record types"
      sx={{
        width: 220,
        flex: 'none',
        overflowY: 'auto',
        p: '14px 12px',
        borderRight: '1px solid',
        borderColor: 'divider',
      }}
    >
      {answer.areas.map((area) => (
        <Box key={area.key} sx={{ mb: 1.5 }}>
          <Typography variant="h3" component="h2" color="textSecondary">
            {area.name}
          </Typography>
          {area.types.map((one) => {
            const count = viewed(one);
            return (
              <Button
                key={one.key}
                variant="text"
                fullWidth
                aria-current={one.key === type}
                onClick={() => onType(one.key)}
                sx={{
                  justifyContent: 'space-between',
                  color: count > 0 ? 'text.primary' : 'text.secondary',
                  fontWeight: one.key === type ? 700 : 400,
                  bgcolor: one.key === type ? 'action.selected' : 'transparent',
                }}
              >
                <span>{one.plural}</span>
                <span>{count > 0 ? number(count) : 'not found'}</span>
              </Button>
            );
          })}
        </Box>
      ))}
      <Typography variant="h3" component="h2" color="textSecondary">
        Functions they find
      </Typography>
      {functions.length === 0 && <Typography color="textSecondary">none</Typography>}
      {functions.map((one) => (
        <Box key={one.key} sx={{ fontSize: 13.5, px: 1 }}>
          {one.name}: {one.level}
        </Box>
      ))}
    </Box>
  );
}

/** The rows of a type, alone or beside those of somebody else. */
function List({ look, type, answer }: { look: Look; type: string; answer: WhatCan }) {
  const looked: Looked = { ...look.looked, type };
  const two = looked.other !== '';
  const withheld = looked.withheld || two;
  const rows = useRows(eyesOf(looked), looked, withheld);
  const others = useRows(otherEyes(looked), looked, true);
  const otherName = usePersonName(looked.other, undefined);
  if (type === '') {
    return (
      <Typography>
        {answer.person.name} finds no record at all in {answer.application.name}.
      </Typography>
    );
  }
  const page = rows.data;
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1 }}>
        <Typography variant="h2" component="h2" sx={{ flex: 1 }}>
          {page?.title ?? ''}
          {looked.of && ` of ${looked.of}`}
        </Typography>
        {looked.of && (
          <MuiLink component="button" onClick={() => look.list(type)} sx={{ font: 'inherit' }}>
            List all of them
          </MuiLink>
        )}
        {!two && (
          <FormControlLabel
            control={
              <Switch
                size="small"
                checked={looked.withheld}
                onChange={(_, next) => look.withhold(next)}
              />
            }
            label="What is withheld, too"
          />
        )}
        <Search
          label="Find in what they see"
          value={looked.search}
          onSearch={(search) => look.arrange({ search })}
        />
        <Button
          component={Link}
          variant="outlined"
          to={`/ask/what-can?${filledIn({
            person: looked.person,
            application: looked.application,
            because: `cell:${type}:view`,
            account: looked.account,
            at: looked.at,
          })}`}
        >
          Why they see these
        </Button>
      </Box>
      {rows.isPending && <Working lines={12} />}
      {rows.isError && <Trouble error={rows.error} again={() => rows.refetch()} />}
      {two && others.isError && <Trouble error={others.error} again={() => others.refetch()} />}
      {page && !rows.isError && page.total === 0 && (
        <Typography color="textSecondary">
          {looked.search
            ? 'Nothing that they see has these letters in it.'
            : `They find no ${page.title.toLowerCase()} here.`}
        </Typography>
      )}
      {page && !rows.isError && page.total > 0 && (
        <Box sx={{ opacity: rows.isPlaceholderData ? 0.6 : 1 }}>
          <RowsSeen
            look={look}
            page={page}
            beside={two ? others.data : undefined}
            name={answer.person.name}
            other={otherName ?? looked.other}
          />
          <Pages
            total={page.total}
            page={page.page}
            size={PAGE_SIZE}
            onPage={(next) => look.arrange({ page: next === 0 ? '' : String(next) })}
            always
          />
        </Box>
      )}
    </>
  );
}
