import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useState } from 'react';
import { type Choice, Slot, SlotInput } from '../ask/Slot';
import type { FunctionShown } from '../bench/design';
import { type About, type Name, type Row, type Term, useValues } from './api';
import {
  blankRow,
  type Comparison,
  comparisonOf,
  comparisonsOf,
  group,
  isGroup,
  said,
  termOf,
  withComparison,
  withName,
} from './rows';

type Props = {
  about: About;
  names: Name[];
  /** The functions whose levels can be asked for. */
  functions: FunctionShown[];
  editor: string;
  row: Row;
  onChange: (row: Row) => void;
};

/** Asks for a level of a function instead of a value. */
const HAS = '#has';

/** A group of rows: all or any of them must hold. */
export function RowsEditor(props: Props & { onAway?: () => void; depth?: number }) {
  const { row, onChange, onAway, depth = 0 } = props;
  const rows = row.rows ?? [];
  const put = (at: number, next: Row | null) =>
    onChange({
      ...row,
      rows: next ? rows.map((one, i) => (i === at ? next : one)) : rows.filter((_, i) => i !== at),
    });
  return (
    <Box
      role="group"
      aria-label={row.is === 'or' ? 'Any of these holds' : 'All of these hold'}
      sx={{
        display: 'grid',
        gap: 0.75,
        ...(depth > 0 && {
          borderLeft: '2px solid',
          borderColor: 'divider',
          pl: 1.25,
        }),
      }}
    >
      {(rows.length > 1 || depth > 0) && (
        <Box sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}>
          <Button
            variant="text"
            size="small"
            onClick={() => onChange({ ...row, is: row.is === 'or' ? 'and' : 'or' })}
          >
            {row.is === 'or' ? 'any of these holds' : 'all of these hold'}
          </Button>
          {depth > 0 && (
            <>
              <Button
                variant="text"
                size="small"
                onClick={() => onChange({ ...row, not: !row.not })}
              >
                {row.not ? 'but the opposite is asked' : 'as it stands'}
              </Button>
              <Away label="Leave out this group" onClick={onAway} />
            </>
          )}
        </Box>
      )}
      {rows.map((one, at) =>
        isGroup(one) ? (
          <RowsEditor
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no name but their place
            key={at}
            {...props}
            row={one}
            depth={depth + 1}
            onChange={(next) => put(at, next)}
            onAway={() => put(at, null)}
          />
        ) : (
          <OneRow
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no name but their place
            key={at}
            {...props}
            row={one}
            onChange={(next) => put(at, next)}
            {...(rows.length > 1 || depth > 0 ? { onAway: () => put(at, null) } : {})}
          />
        ),
      )}
      <Box sx={{ display: 'flex', gap: 0.5 }}>
        <Button
          variant="text"
          size="small"
          onClick={() => onChange({ ...row, rows: [...rows, blankRow()] })}
        >
          Another row
        </Button>
        {depth < 3 && (
          <Button
            variant="text"
            size="small"
            onClick={() =>
              onChange({
                ...row,
                rows: [...rows, group(row.is === 'or' ? 'and' : 'or', [blankRow(), blankRow()])],
              })
            }
          >
            A group of rows
          </Button>
        )}
      </Box>
    </Box>
  );
}

function Away({ label, onClick }: { label: string; onClick: (() => void) | undefined }) {
  return (
    <IconButton size="small" aria-label={label} onClick={onClick} sx={{ fontSize: 14, width: 26 }}>
      ×
    </IconButton>
  );
}

function OneRow(props: Props & { onAway?: () => void }) {
  const { names, functions, row, onChange, onAway } = props;
  const name = names.find((one) => one.name === row.left?.value);
  const choices: Choice[] = [
    ...names.map((one) => ({ key: one.name, name: one.words, detail: one.name })),
    ...(functions.length > 0
      ? [{ key: HAS, name: 'whoever looks has', detail: 'a level of a function' }]
      : []),
  ];
  const chosen = row.is === 'has' ? HAS : (row.left?.value ?? '');
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, alignItems: 'center' }}>
      {row.is === 'text' ? (
        <SlotInput
          aria-label="Row as text"
          value={row.text ?? ''}
          spellCheck={false}
          style={{ fontFamily: 'ui-monospace, monospace', fontSize: 13, maxWidth: '100%' }}
          onChange={(event) => onChange({ ...row, text: event.target.value })}
        />
      ) : (
        <Slot
          label="What is compared"
          placeholder="a field"
          value={choices.find((one) => one.key === chosen) ?? null}
          choices={choices}
          none="Nothing is called so."
          onChoose={({ key }) => {
            const next = names.find((one) => one.name === key);
            onChange(
              next
                ? withName(row, next)
                : { is: 'has', not: false, values: [text(functions[0]?.key ?? ''), text('')] },
            );
          }}
        />
      )}
      {row.is === 'has' && <Has {...props} />}
      {row.is !== 'text' && row.is !== 'has' && name && <Compared {...props} name={name} />}
      {row.is === 'text' && row.not && <span>: the opposite of it</span>}
      {onAway && <Away label="Leave out this row" onClick={onAway} />}
    </Box>
  );
}

const text = (value: string): Term => ({ kind: 'text', value });

function Has({ functions, row, onChange }: Props) {
  const [of, level] = (row.values ?? []).map((one) => one.value ?? '');
  const levels = functions.find((one) => one.key === of)?.levels.slice(1) ?? [];
  return (
    <>
      <Slot
        label="Function"
        placeholder="a function"
        value={functions.find((one) => one.key === of) ?? null}
        choices={functions.map(({ key, name }) => ({ key, name }))}
        none="Nothing is called so."
        onChoose={({ key }) => onChange({ ...row, values: [text(key), text('')] })}
      />
      <span>at</span>
      <Slot
        label="Level"
        placeholder="a level"
        value={level ? { key: level, name: level } : null}
        choices={levels.map((one) => ({ key: one, name: one }))}
        none="There is no such level."
        onChoose={({ key }) => onChange({ ...row, values: [text(of ?? ''), text(key)] })}
      />
    </>
  );
}

function Compared(props: Props & { name: Name }) {
  const { row, name, onChange } = props;
  const known = comparisonsOf(name);
  const current = comparisonOf(row, name);
  const values = row.values ?? [];
  const put = (at: number, term: Term | null) =>
    onChange({
      ...row,
      values: term
        ? at < values.length
          ? values.map((one, i) => (i === at ? term : one))
          : [...values, term]
        : values.filter((_, i) => i !== at),
    });
  const slots = current?.values === 'some' ? values.length + 1 : (current?.values ?? 1);
  return (
    <>
      <Slot
        label="Comparison"
        placeholder="compared how"
        value={current ? { key: current.key, name: current.words } : null}
        choices={known.map((one) => ({ key: one.key, name: one.words }))}
        none="It cannot be compared so."
        onChoose={({ key }) =>
          onChange(withComparison(row, known.find((one) => one.key === key) as Comparison))
        }
      />
      {Array.from({ length: slots }, (_, at) => (
        <Box
          // biome-ignore lint/suspicious/noArrayIndexKey: values have no name but their place
          key={`${name.name} ${at}`}
          component="span"
          sx={{ display: 'inline-flex', gap: 0.75, alignItems: 'center' }}
        >
          {at > 0 && current?.values === 2 && <span>and</span>}
          <Value {...props} term={values[at]} at={at} onChoose={(term) => put(at, term)} />
        </Box>
      ))}
    </>
  );
}

type Option = { term: Term; label: string; detail: string };

/** A value: from the data, another name of the same type, a day from today, or as it is written. */
function Value({
  about,
  names,
  name,
  editor,
  term,
  at,
  onChoose,
}: Props & {
  name: Name;
  term: Term | undefined;
  at: number;
  onChoose: (term: Term | null) => void;
}) {
  const [typed, setTyped] = useState('');
  const completed = name.type === 'text' || name.type === 'list';
  const found = useValues(about, completed ? name.name : '', typed, `${editor}-values`);
  const wanted = typed.trim().toLowerCase();
  const options: Option[] = [
    ...(found.data ?? []).map((one) => ({
      term: { kind: 'text', value: one.key },
      label: one.name,
      detail: one.name === one.key ? '' : one.key,
    })),
    ...(name.type === 'yesNo' ? ['true', 'false'] : []).map((value) => ({
      term: { kind: 'yesNo', value },
      label: value === 'true' ? 'yes' : 'no',
      detail: '',
    })),
    ...(name.type === 'date' || name.type === 'timestamp'
      ? ['today', 'in 7 days', '7 days ago', 'in 30 days', '30 days ago']
      : []
    ).map((words) => ({ term: termOf(words, name.type), label: words, detail: '' })),
    ...names
      .filter((one) => one.name !== name.name && one.type === name.type)
      .map((one) => ({
        term: { kind: 'name', value: one.name },
        label: one.words,
        detail: one.name,
      })),
  ].filter(
    (one) =>
      wanted === '' ||
      one.label.toLowerCase().includes(wanted) ||
      one.detail.toLowerCase().startsWith(wanted),
  );
  const shown = term && term.value !== undefined ? labelled(term, names, options) : '';
  /** What was written, completed where something begins so: also where Enter came too soon. */
  const take = (written: string) => {
    const begun = written.trim().toLowerCase();
    const begins = (of: string) => begun !== '' && of.toLowerCase().startsWith(begun);
    const picked =
      options.find((one) => one.label === written || one.detail === written) ??
      options.find((one) => begins(one.label) || begins(one.detail));
    if (picked) {
      onChoose(picked.term);
    } else if (written.trim() !== '' || name.type === 'text') {
      onChoose(written === '' ? null : termOf(written, name.type));
    } else {
      onChoose(null);
    }
  };
  return (
    <Autocomplete<Option, false, true, true>
      freeSolo
      // Enter takes what is completed; what is written out is taken as it stands by leaving it.
      autoHighlight={wanted !== ''}
      disableClearable
      options={options}
      value={shown}
      filterOptions={(all) => all}
      getOptionLabel={(one) => (typeof one === 'string' ? one : one.label)}
      onInputChange={(_, next, reason) => reason === 'input' && setTyped(next)}
      onChange={(_, chosen) => {
        setTyped('');
        if (typeof chosen === 'string') {
          take(chosen);
        } else if (chosen) {
          onChoose(chosen.term);
        }
      }}
      onBlur={() => {
        if (typed !== '' && typed !== shown) {
          take(typed);
        }
        setTyped('');
      }}
      slotProps={{ popper: { sx: { minWidth: 260 }, placement: 'bottom-start' } }}
      renderOption={({ key, ...props }, one) => (
        <Box
          component="li"
          {...props}
          key={`${key} ${one.detail}`}
          sx={{ display: 'flex', gap: 1.5, justifyContent: 'space-between' }}
        >
          <span>{one.label}</span>
          <small>{one.detail}</small>
        </Box>
      )}
      renderInput={({ slotProps }) => (
        <Box ref={slotProps.input.ref} component="span" sx={{ display: 'inline-block' }}>
          <SlotInput
            {...slotProps.htmlInput}
            aria-label={at === 0 ? 'Value' : `Value ${at + 1}`}
            placeholder={at === 0 ? 'a value' : 'another'}
            spellCheck={false}
          />
        </Box>
      )}
    />
  );
}

const labelled = (term: Term, names: Name[], options: Option[]) =>
  options.find((one) => one.term.kind === term.kind && one.term.value === term.value)?.label ??
  said(term, names);
