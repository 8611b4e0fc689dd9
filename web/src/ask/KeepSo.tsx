import Link from '@mui/material/Link';
import { Link as RouterLink } from 'react-router';
import type { BecauseAnswer } from './answers';
import type { Pick, Question } from './question';

/** What an expectation is about, as a design document has it. */
function target(pick: Exclude<Pick, { kind: 'function' }>): Record<string, string> {
  switch (pick.kind) {
    case 'record':
      return { recordType: pick.type, operation: pick.operation, record: pick.record };
    case 'field':
      return { recordType: pick.type, field: pick.field, use: 'view' };
    default:
      return { recordType: pick.type, operation: pick.operation };
  }
}

/** Makes an expectation of an answer, so that it stays as it is. */
export function KeepSo({
  answer,
  question,
}: {
  answer: BecauseAnswer;
  question: globalThis.Pick<Question, 'pick' | 'slots'>;
}) {
  const { pick, slots } = question;
  if (!pick || pick.kind === 'function' || !slots.person) {
    return null;
  }
  const { recordType, operation, field, use, record } = target(pick);
  return (
    <Link
      component={RouterLink}
      to={`/bench/${slots.application}?list=expectations`}
      state={{
        begin: {
          subject: { of: [{ person: slots.person }] },
          claim: answer.yes ? 'can' : 'canNever',
          recordType,
          operation,
          field,
          use,
          record,
        },
      }}
      sx={{ mt: 1.5, display: 'block' }}
    >
      Keep it so
    </Link>
  );
}
