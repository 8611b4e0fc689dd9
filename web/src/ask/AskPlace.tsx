import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { useShortcut } from '../app/shortcuts';
import { Trouble } from '../app/Trouble';
import { useWhatCan } from './answers';
import { Because } from './Because';
import { Functions } from './Functions';
import { useQuestion } from './question';
import { ReachGrid } from './ReachGrid';
import { RecordList } from './RecordList';
import { Sentence } from './Sentence';
import { Summary } from './Summary';
import { Working } from './Working';

/** Ask: a question as a sentence, and its answer under it. */
export default function AskPlace() {
  const question = useQuestion();
  const { slots, pick, listed } = question;
  const answer = useWhatCan(slots);

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

  return (
    <Box sx={{ display: 'flex', height: '100%' }}>
      <Box component="main" sx={{ flex: 1, minWidth: 0, overflowY: 'auto', p: '0 20px 40px' }}>
        <Typography component="h1" sx={{ position: 'absolute', left: -9999 }}>
          Ask
        </Typography>
        <Sentence question={question} answer={answer.data} />
        {slots.person === '' && <Beginning />}
        {slots.person !== '' && answer.isPending && <Working lines={14} />}
        {answer.isError && <Trouble error={answer.error} again={() => answer.refetch()} />}
        {answer.data && !answer.isError && (
          <>
            <Summary answer={answer.data} question={question} />
            {listed ? (
              <RecordList question={question} listed={listed} answer={answer.data} />
            ) : (
              <>
                <ReachGrid answer={answer.data} question={question} />
                <Functions answer={answer.data} question={question} />
              </>
            )}
          </>
        )}
      </Box>
      {pick && answer.data && <Because question={question} />}
    </Box>
  );
}

function Beginning() {
  return (
    <Box sx={{ mt: 5, maxWidth: 560, color: 'text.secondary' }}>
      <Typography>
        Fill in whom the question is about: begin to type a name, an address, a unit or an
        organisation, and take the one you mean with Enter.
      </Typography>
      <Typography sx={{ mt: 1.5 }}>
        The answer shows, for each kind of record, how far they reach and how many records that
        amounts to. Pick any number to see by which routes, and the records themselves.
      </Typography>
    </Box>
  );
}
