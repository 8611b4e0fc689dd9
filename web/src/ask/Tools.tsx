import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { applicationOf } from '../app/applications';
import { exactly } from '../app/when';
import { QuestionsButton } from './Questions';
import { instantFrom } from './question';
import { useQuestionActs } from './questions';

/** A question that stands so long was meant. */
const MEANT_MS = 2_500;

/**
 * What can be done with a question and its answer: kept, copied as text, put on paper. Last in its
 * place.
 */
export function Tools({
  asked,
  timeLine = false,
}: {
  /** Whether the question is whole. */
  asked: boolean;
  /** Whether the answer has a time line, which says what it rests on. */
  timeLine?: boolean;
}) {
  const [done, setDone] = useState('');
  const place = useRef<HTMLSpanElement>(null);
  const { pathname, search } = useLocation();
  const [params] = useSearchParams();
  const { note, keep } = useQuestionActs();
  const application = applicationOf(params);
  const on = useRestsOn(application, instantFrom(params.get('at')), asked && !timeLine);
  const main = () => place.current?.closest('main') ?? null;
  const said = () => ({
    application,
    name: questionOf(main()).slice(0, 300),
    address: pathname + search,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: noted once for each address
  useEffect(() => {
    if (!asked) {
      return;
    }
    const later = setTimeout(() => {
      const question = said();
      // What is being typed, or cannot be answered, is no question yet.
      const whole = !main()?.querySelector('[role="alert"], input[aria-expanded="true"]:focus');
      if (whole && question.name !== '') {
        note.mutate(question);
      }
    }, MEANT_MS);
    return () => clearTimeout(later);
  }, [asked, pathname, search]);
  const copy = async () => {
    await navigator.clipboard.writeText(asText(main()));
    setDone('copied');
  };
  return (
    <>
      <Box
        component="span"
        ref={place}
        data-tools
        {...(asked ? { 'data-whole': true } : {})}
        className="no-print"
        onBlur={() => setDone('')}
        sx={{ position: 'absolute', top: 24, right: 20, display: 'flex', gap: 0.5 }}
      >
        <QuestionsButton />
        {asked && (
          <>
            <Button
              variant="text"
              size="small"
              title={keep.isError ? keep.error.message : 'Finds it again under Questions'}
              onClick={() => keep.mutate(said(), { onSuccess: () => setDone('kept') })}
            >
              {done === 'kept' ? 'Kept' : keep.isError ? 'Not kept' : 'Keep'}
            </Button>
            <Button variant="text" size="small" onClick={copy}>
              {done === 'copied' ? 'Copied' : 'Copy as text'}
            </Button>
            <Button variant="text" size="small" onClick={() => window.print()}>
              Print
            </Button>
          </>
        )}
      </Box>
      <Box
        sx={{ display: 'none', '@media print': { display: 'block', width: '100%', fontSize: 12 } }}
      >
        Asked on {exactly(new Date().toISOString())}
        {on && `, on publication no. ${on.number} of ${exactly(on.at)}`}
      </Box>
    </>
  );
}

/** The publication in force at an instant, or now; what a page on paper rests on. */
function useRestsOn(application: string, at: string, enabled: boolean) {
  const until = at === '' ? {} : { until: new Date(Date.parse(at) + 1).toISOString() };
  const last = useQuery({
    queryKey: keys.restsOn(application, until),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/publications', {
          signal,
          params: { path: { application }, query: { ...until, size: 1 } },
        }),
      ),
    enabled,
    retry: false,
  });
  return last.data?.publications[0];
}

/** The slots of a question as they are filled, in a sentence. */
export function questionOf(main: HTMLElement | null): string {
  const form = main?.querySelector('form');
  return [...(form?.querySelectorAll('input, span, button') ?? [])]
    .filter((one) => one.querySelector('input, button') === null)
    .filter((one) => !one.matches('[data-left-out]'))
    .map((one) => (one instanceof HTMLInputElement ? one.value : (one.textContent ?? '')))
    .map((word) => word.trim())
    .filter((word) => word !== '')
    .join(' ')
    .replace(/ ([?,])/g, '$1');
}

/** What a place says: its question, and the answer. */
export function asText(main: HTMLElement | null): string {
  if (!main) {
    return '';
  }
  const form = main.querySelector('form');
  const answer = [...main.children]
    .filter((one) => one !== form && one.tagName !== 'H1' && !one.matches('[data-tools]'))
    .map((one) => (one as HTMLElement).innerText ?? one.textContent ?? '')
    .join('\n');
  return `${questionOf(main)}\n${answer}`.trim();
}
