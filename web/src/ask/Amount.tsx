import { counting, type WhatCan } from './answers';
import { number } from './said';

/** What somebody's access amounts to, in a sentence; or that it is counted, or cannot be. */
export function Amount({ answer }: { answer: WhatCan }) {
  if (answer.away) {
    return <>{answer.away}</>;
  }
  if (counting(answer)) {
    return <>Counting what that amounts to …</>;
  }
  const { viewed, records, changed } = answer.totals;
  return (
    <>
      Views <strong>{number(viewed)}</strong> of {number(records)} records, changes{' '}
      <strong>{number(changed)}</strong>.
    </>
  );
}
