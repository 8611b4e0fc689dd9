import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import MuiLink from '@mui/material/Link';
import Popover from '@mui/material/Popover';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { Trouble } from '../app/Trouble';
import { exactly } from '../app/when';
import { TextSlot } from '../sentences/slots';
import { type QuestionShown, useQuestionActs, useQuestions } from './questions';

/** Opens the questions that were asked lately, are kept, and are shared by others. */
export function QuestionsButton() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        variant="text"
        size="small"
        aria-haspopup="dialog"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Questions
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'Questions' } }}
      >
        <Box sx={{ width: 520, maxHeight: '70vh', overflowY: 'auto', p: 2 }}>
          <QuestionLists onGo={() => setAnchor(null)} />
        </Box>
      </Popover>
    </>
  );
}

/** The questions themselves; nothing of a kind of which there is none. */
export function QuestionLists({ onGo }: { onGo?: () => void }) {
  const questions = useQuestions();
  const acts = useQuestionActs();
  if (questions.isError) {
    return <Trouble error={questions.error} again={() => questions.refetch()} />;
  }
  if (!questions.data) {
    return null;
  }
  const { recent, kept, shared } = questions.data;
  return (
    <>
      {kept.length > 0 && <Title>Kept</Title>}
      {kept.map((one) => (
        <Kept key={one.id} question={one} acts={acts} onGo={onGo} />
      ))}
      {acts.change.isError && (
        <Trouble error={acts.change.error} again={() => acts.change.reset()} />
      )}
      {shared.length > 0 && <Title>Shared by others</Title>}
      {shared.map((one) => (
        <div key={one.id}>
          <Lead question={one} onGo={onGo} />{' '}
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5 }}>
            {one.owner}
          </Box>
        </div>
      ))}
      {recent.length > 0 && <Title>Asked lately</Title>}
      {recent.map((one) => (
        <div key={one.id}>
          <Lead question={one} onGo={onGo} />
        </div>
      ))}
      {recent.length + kept.length + shared.length === 0 && (
        <Typography color="textSecondary">
          Questions that you ask stand here, so that you can ask them again; keep those that you ask
          often.
        </Typography>
      )}
    </>
  );
}

function Title({ children }: { children: string }) {
  return (
    <Typography
      variant="h3"
      component="h2"
      color="textSecondary"
      sx={{ mt: 1.5, mb: 0.5, '&:first-of-type': { mt: 0 } }}
    >
      {children}
    </Typography>
  );
}

function Lead({ question, onGo }: { question: QuestionShown; onGo?: (() => void) | undefined }) {
  return (
    <MuiLink
      component={Link}
      to={question.address}
      title={`Asked or kept on ${exactly(question.askedAt)}`}
      onClick={() => onGo?.()}
    >
      {question.name}
    </MuiLink>
  );
}

function Kept({
  question,
  acts,
  onGo,
}: {
  question: QuestionShown;
  acts: ReturnType<typeof useQuestionActs>;
  onGo: (() => void) | undefined;
}) {
  const [name, setName] = useState<string | null>(null);
  const toggle = (key: 'shared' | 'onDesk', label: string) => (
    <FormControlLabel
      control={
        <Switch
          size="small"
          checked={question[key]}
          onChange={(_, next) => acts.change.mutate({ question, [key]: next })}
        />
      }
      label={label}
      sx={{ '& .MuiFormControlLabel-label': { fontSize: 13 } }}
    />
  );
  return (
    <Box sx={{ mb: 1 }}>
      {name === null ? (
        <Lead question={question} onGo={onGo} />
      ) : (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            acts.change.mutate({ question, name });
            setName(null);
          }}
        >
          <TextSlot label="What it is called" value={name} onChange={setName} />{' '}
          <Button type="submit" size="small" disabled={name.trim() === ''}>
            Rename
          </Button>
        </Box>
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: 13 }}>
        {toggle('shared', 'shared with others')}
        {toggle('onDesk', 'on my Desk')}
        {name === null && (
          <Button variant="text" size="small" onClick={() => setName(question.name)}>
            Rename
          </Button>
        )}
        <Button
          variant="text"
          size="small"
          aria-label={`Forget “${question.name}”`}
          onClick={() => acts.forget.mutate(question.id)}
        >
          Forget
        </Button>
      </Box>
    </Box>
  );
}
