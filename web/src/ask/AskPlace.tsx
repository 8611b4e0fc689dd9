import Box from '@mui/material/Box';
import MuiLink from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useDeferredValue, useEffect } from 'react';
import { Link, Navigate, useParams, useSearchParams } from 'react-router';
import { useStartApplication } from '../app/applications';
import { Empty } from '../app/parts';
import { useShortcut } from '../app/shortcuts';
import { Trouble } from '../app/Trouble';
import { UnseenHeading } from '../app/Unseen';
import { Age } from './Age';
import { useWhatCan, type WhatCan } from './answers';
import { Because } from './Because';
import { CouldSentence } from './CouldSentence';
import { Differs } from './Differs';
import { Functions } from './Functions';
import { FORMS, formOf, inForm } from './forms';
import { Matrix } from './Matrix';
import { QuestionLists } from './Questions';
import { aboutSomebody, type Question, useQuestion } from './question';
import { ReachGrid } from './ReachGrid';
import { RecordList } from './RecordList';
import { Roles } from './Roles';
import { Sentence } from './Sentence';
import { Summary } from './Summary';
import { TimeLine } from './TimeLine';
import { Tools } from './Tools';
import { useUsedLately } from './use';
import { Which } from './Which';
import { WhoCan } from './WhoCan';
import { Why } from './Why';
import { Working } from './Working';

/** Ask: a question as a sentence, and its answer under it. */
export default function AskPlace() {
  const form = formOf(useParams().form);
  const [params, setParams] = useSearchParams();
  const { application, data: applications } = useStartApplication();
  const named = params.has('application');
  const start = application?.key;
  useEffect(() => {
    if (!named && start) {
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          next.set('application', start);
          return next;
        },
        { replace: true },
      );
    }
  }, [named, start, setParams]);
  if (form && !named) {
    return applications?.length === 0 ? (
      <Box component="main" sx={{ p: '0 20px' }}>
        <Empty
          act={
            <MuiLink component={Link} to="/catalogue">
              Add one in the Catalogue
            </MuiLink>
          }
        >
          There is no application to ask about yet.
        </Empty>
      </Box>
    ) : null;
  }
  switch (form) {
    case 'what-can':
    case 'what-could':
      return <What key={form} could={form === 'what-could'} />;
    case 'who-can':
      return (
        <Alone needs={['do']}>
          <WhoCan />
        </Alone>
      );
    case 'why':
      return (
        <Alone needs={['person', 'do']}>
          <Why />
        </Alone>
      );
    case 'differs':
      return (
        <Alone
          needs={[
            ['person', 'role'],
            ['other', 'otherRole'],
          ]}
        >
          <Differs />
        </Alone>
      );
    case 'which':
      return (
        <Alone needs={['person', 'do', 'other']}>
          <Which />
        </Alone>
      );
    case 'matrix':
      return (
        <Alone>
          <Matrix />
        </Alone>
      );
    case 'roles':
      return (
        <Alone>
          <Roles />
        </Alone>
      );
    default:
      return <Navigate to="/ask/what-can" replace />;
  }
}

/** On paper nothing scrolls. */
const PAPER = { '@media print': { height: 'auto', overflow: 'visible' } };

/** A form whose answer needs no panel beside it. */
function Alone({
  needs = [],
  timeLine = false,
  children,
}: {
  /** Of each, one parameter that the address must have to ask anything. */
  needs?: (string | string[])[];
  timeLine?: boolean;
  children: React.ReactNode;
}) {
  const [params] = useSearchParams();
  return (
    <Box
      component="main"
      sx={{ height: '100%', overflowY: 'auto', position: 'relative', p: '0 20px 40px', ...PAPER }}
    >
      <UnseenHeading>Ask</UnseenHeading>
      {children}
      <Tools
        asked={needs.every((one) => [one].flat().some((name) => params.has(name)))}
        timeLine={timeLine}
      />
    </Box>
  );
}

/** What somebody can do, or what somebody new could. */
function What({ could }: { could: boolean }) {
  const question = useQuestion();
  const { pick, listed } = question;
  const slots = could ? { ...question.slots, person: '' } : question.slots;
  const asked = could ? aboutSomebody(slots) : slots.person !== '';
  const answer = useWhatCan(slots, asked);
  const used = useUsedLately(slots.application, slots.person, !could && slots.at === '');

  useShortcut('Escape', () => {
    if (pick) {
      question.because(null);
    } else if (listed) {
      question.closeList();
    }
  });
  useEffect(() => {
    document.title = answer.data
      ? `${answer.data.person.name} in ${answer.data.application.name} · Nembar`
      : 'Ask · Nembar';
  }, [answer.data]);
  const Asked = could ? CouldSentence : Sentence;

  return (
    <Box sx={{ display: 'flex', height: '100%', ...PAPER }}>
      <Box
        component="main"
        sx={{
          flex: 1,
          minWidth: 0,
          overflowY: 'auto',
          position: 'relative',
          p: '0 20px 40px',
          ...PAPER,
        }}
      >
        <UnseenHeading>Ask</UnseenHeading>
        <Asked question={question} answer={answer.data} />
        {!asked && <Beginning could={could} />}
        {asked && answer.isPending && <Working lines={14} />}
        {answer.isError && <Trouble error={answer.error} again={() => answer.refetch()} />}
        {answer.data && !answer.isError && (
          <>
            <Summary answer={answer.data} question={question} again={() => answer.refetch()} />
            {listed ? (
              <RecordList question={question} listed={listed} answer={answer.data} />
            ) : (
              <>
                <TimeLine slots={slots} onWhen={question.when} />
                <Age answer={answer.data} slots={slots} />
                <Drawn
                  key={JSON.stringify(slots)}
                  answer={answer.data}
                  question={question}
                  used={used}
                />
              </>
            )}
          </>
        )}
        <Tools asked={asked} />
      </Box>
      {pick && answer.data && <Because question={question} />}
    </Box>
  );
}

type DrawnProps = {
  answer: WhatCan;
  question: Question;
  used: ReadonlySet<string> | null;
};

/** What they can do, drawn a piece at a time, so that the page answers meanwhile. */
function Drawn({ answer, question, used }: DrawnProps) {
  const shown = useDeferredValue<WhatCan | null>(answer, null);
  return shown ? (
    <>
      <ReachGrid answer={shown} question={question} used={used} />
      <Functions answer={shown} question={question} />
    </>
  ) : (
    <Working lines={14} />
  );
}

const NOTHING = new URLSearchParams();

function Beginning({ could }: { could: boolean }) {
  return (
    <Box sx={{ mt: 5, maxWidth: 560, color: 'text.secondary' }}>
      <Typography>
        {could
          ? 'Say who somebody new would be: a role that they are given, the unit they sit in, a team, or the account they act for. A role alone is asked about at the top of the company, where nobody with it reaches further.'
          : 'Fill in whom the question is about: begin to type a name, an address, a unit or an account, and take the one you mean with Enter.'}
      </Typography>
      <Typography sx={{ mt: 1.5 }}>
        The answer shows, for each kind of record, how far they reach and how many records that
        amounts to. Pick any number to see by which routes, and the records themselves.
      </Typography>
      <Typography sx={{ mt: 2.5, mb: 0.5 }}>
        The first words choose the form of a question:
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.25 }}>
        {FORMS.map((one) => (
          <li key={one.key}>
            <MuiLink component={Link} to={inForm(one.key, NOTHING)}>
              {one.example}
            </MuiLink>
          </li>
        ))}
      </Box>
      <Box sx={{ mt: 3 }}>
        <QuestionLists />
      </Box>
    </Box>
  );
}
