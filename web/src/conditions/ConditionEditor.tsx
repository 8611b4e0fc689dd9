import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, Suspense, useEffect, useId, useMemo, useState } from 'react';
import { Problem } from '../api/client';
import { useSettled } from '../app/settled';
import { number, quoted } from '../ask/said';
import { Working } from '../ask/Working';
import type { FunctionShown } from '../bench/design';
import { type About, type Row, useCondition, useNames } from './api';
import { useNotePending } from './pending';
import { RowsEditor } from './RowsEditor';
import { asGroup, blankRow, group, whole } from './rows';

const TextEditor = lazy(() => import('./TextEditor'));

/** So that not each key counts records. */
const CHECKED_AFTER_MS = 120;

type Props = {
  about: About;
  functions: FunctionShown[];
  /** What is counted: "voyages", "people". */
  plural: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
};

/**
 * A condition, put together from rows or written as text, each turning into the other; below it how
 * it reads, on how many records it holds and the first of them, or what is wrong with it.
 */
export function ConditionEditor({ about, functions, plural, label, value, onChange }: Props) {
  const id = useId();
  const names = useNames(about);
  const [mode, setMode] = useState<'rows' | 'text'>(value === '' ? 'rows' : 'text');
  /** What is being put together; null while the text stands. */
  const [rows, setRows] = useState<Row | null>(value === '' ? group('and', [blankRow()]) : null);
  /** The text that the rows last became: another text comes from outside. */
  const [became, setBecame] = useState(value);
  const [begun, setBegun] = useState(value === '');
  const ready = rows !== null && whole(rows);
  const written = useMemo(
    () => (rows !== null ? (ready ? { rows } : {}) : { text: value }),
    [rows, ready, value],
  );
  const settled = useSettled(written, CHECKED_AFTER_MS);
  const checked = useCondition(about, settled, id);
  const fresh = settled === written && !checked.isPlaceholderData && !checked.isFetching;
  const said = checked.data?.text;
  const settledSo = fresh && !checked.isError && became === said;
  const nothing = rows !== null && value === '' && blank(rows);
  useNotePending(rows !== null && !nothing && !(ready && settledSo));
  useEffect(() => {
    if (rows !== null && ready && fresh && said !== undefined && said !== became) {
      setBecame(said);
      onChange(said);
    }
  }, [rows, ready, fresh, said, became, onChange]);
  useEffect(() => {
    // What is there already opens as rows where rows can show all of it.
    const shown = checked.data?.rows as Row | undefined;
    if (!begun && shown && fresh) {
      setBegun(true);
      if (!texts(shown)) {
        setRows(asGroup(shown));
        setMode('rows');
      }
    }
  }, [begun, checked.data, fresh]);
  const problem = fresh && checked.error instanceof Problem ? checked.error : null;
  const empty = rows === null ? value.trim() === '' : !ready;
  const turn = () => {
    if (mode === 'rows') {
      setRows(null);
      setMode('text');
    } else if (value.trim() === '') {
      setRows(group('and', [blankRow()]));
      setMode('rows');
    } else if (checked.data?.rows && fresh) {
      setRows(asGroup(checked.data.rows as Row));
      setBecame(value);
      setMode('rows');
    }
  };
  const marked = useMemo(
    () => (problem && rows === null ? { at: placeOf(problem), message: worded(problem) } : null),
    [problem, rows],
  );
  return (
    <Box component="span" sx={{ display: 'grid', gap: 0.5, flex: 1, minWidth: 0 }}>
      <Box component="span" sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          {mode === 'rows' && rows !== null ? (
            <RowsEditor
              about={about}
              names={names.data ?? []}
              functions={functions}
              editor={id}
              row={rows}
              onChange={(next) => {
                setRows(next);
                if ((next.rows ?? []).length === 0) {
                  setBecame('');
                  onChange('');
                }
              }}
            />
          ) : (
            <Suspense fallback={<Working lines={1} />}>
              <TextEditor
                about={about}
                names={names.data ?? []}
                editor={id}
                label={label}
                value={value}
                problem={marked}
                onChange={onChange}
              />
            </Suspense>
          )}
        </Box>
        <Button
          variant="text"
          size="small"
          onClick={turn}
          disabled={mode === 'text' && value.trim() !== '' && (problem !== null || !fresh)}
        >
          {mode === 'rows' ? 'As text' : 'As rows'}
        </Button>
      </Box>
      <Box component="span" aria-live="polite" sx={{ fontSize: 13, minHeight: 20 }}>
        {!empty && problem && (
          <Box component="span" sx={{ color: 'error.main' }}>
            {worded(problem)}
          </Box>
        )}
        {!empty && !problem && checked.data && (
          <Box
            component="span"
            sx={{ color: 'text.secondary', opacity: fresh ? 1 : 0.6, display: 'grid', gap: 0.25 }}
          >
            <span>
              {quoted(checked.data.words)}
              {checked.data.matches !== undefined && checked.data.records !== undefined && (
                <strong>
                  {' '}
                  · {number(checked.data.matches)} of {number(checked.data.records)} {plural}
                </strong>
              )}
              {checked.data.always === 'never' && ' · it never holds'}
              {checked.data.always === 'always' && ' · it always holds'}
            </span>
            {checked.data.why && (
              <Box component="span" sx={{ color: 'warning.main' }}>
                {quoted(checked.data.why)}
              </Box>
            )}
            {checked.data.first.length > 0 && (
              <span>
                First: {checked.data.first.map((one) => one.name).join(', ')}
                {(checked.data.matches ?? 0) > checked.data.first.length ? ' …' : ''}
              </span>
            )}
            {mode === 'rows' && rows !== null && texts(rows) && (
              <span>What rows cannot show stands as text in its row.</span>
            )}
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** Whether nothing was chosen yet. */
const blank = (row: Row) =>
  row.rows?.length === 1 && row.rows[0]?.is === '=' && row.rows[0].left?.value === '';

/** Whether some of it stands as text. */
const texts = (row: Row): boolean => row.is === 'text' || (row.rows ?? []).some(texts);

const worded = (problem: Problem) => problem.because.join('; ') || problem.message;

/** The character, from 1 on, at which something is wrong; the first where none is said. */
function placeOf(problem: Problem): number {
  return Number(/character (\d+)/.exec(problem.path ?? '')?.[1] ?? 1);
}
