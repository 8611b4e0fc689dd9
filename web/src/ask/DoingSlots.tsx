import { useTyped } from '../app/settled';
import type { Bench } from '../bench/api';
import { TextSlot } from '../sentences/slots';
import { type Doing, doingFrom, doings, onRecords } from './doing';
import { Slot } from './Slot';

const TYPING_MS = 350;

/** What the address says is done, and on which record; one that is typed is put there once it rests. */
export function useDoing(
  params: URLSearchParams,
  change: (changes: Record<string, string>) => void,
) {
  const text = params.get('do') ?? '';
  const said = params.get('record') ?? '';
  const [typed, setTyped] = useTyped(said, TYPING_MS, (record) => change({ record }));
  const doing = doingFrom(text);
  return {
    doing,
    record: said,
    slots: {
      text,
      doing,
      record: typed,
      onDo: (next: string) => {
        setTyped('');
        change({ do: next, record: '' });
      },
      onRecord: setTyped,
    },
  };
}

type Props = {
  bench: Bench | undefined;
  text: string;
  doing: Doing | null;
  record: string;
  /** Whether a classification may be asked about. */
  classes?: boolean;
  /** Whether one record of a field may be asked about. */
  fields?: boolean;
  onDo: (text: string) => void;
  onRecord: (record: string) => void;
};

/** What is done, and maybe on which one record. */
export function DoingSlots({
  bench,
  text,
  doing,
  record,
  classes = false,
  fields = false,
  onDo,
  onRecord,
}: Props) {
  const choices = (bench ? doings(bench) : []).filter(
    (one) => classes || !one.key.startsWith('class:'),
  );
  return (
    <>
      <Slot
        label="Do what"
        placeholder="do something"
        value={choices.find((one) => one.key === text) ?? null}
        choices={choices}
        waiting={!bench}
        none="Nothing there can be done or seen that is called so"
        onChoose={(next) => onDo(next.key)}
      />
      {onRecords(doing) && (fields || doing.kind === 'cell') && (
        <TextSlot
          label="Number or key of the record"
          placeholder="any of them"
          value={record}
          onChange={onRecord}
        />
      )}
    </>
  );
}
