import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useId, useRef, useState } from 'react';
import { Remark, SEARCH_AFTER_MS } from '../app/parts';
import { useSettled } from '../app/settled';
import { Trouble } from '../app/Trouble';
import { quoted } from '../ask/said';
import { Working } from '../ask/Working';
import type { Bench, DraftShown } from '../bench/api';
import { FirstLines } from '../bench/ImpactLines';
import type { ChangePart } from '../bench/queue';
import { Pending, usePending } from '../conditions/pending';
import { type PartShown, useReading, useWouldChange, type Written } from './api';
import { ExpectationHistory } from './ExpectationHistory';
import { MASKS } from './forms/FieldFilterForm';
import { calledSo, FORMS } from './forms/forms';
import { some } from './forms/shared';
import { filled, type Kind } from './kinds';
import { MasksShown } from './MasksShown';
import { Reachers } from './Reachers';
import { ReachLeft } from './ReachLeft';
import { SentenceShown } from './SentenceShown';
import { TextSlot } from './slots';

type Props = {
  application: string;
  bench: Bench;
  /** The application's time zone. */
  zone: string;
  draft: DraftShown | undefined;
  kind: Kind;
  element: Written;
  /** Whether there is no such element yet. */
  fresh: boolean;
  /** Whether some of its slots were filled where it was begun. */
  begun: boolean;
  onChange: (element: Written) => void;
  onKeep: (change: ChangePart) => void;
  onClose: () => void;
};

/** A sentence that is being written: its slots, how it reads, and whom it would change anything for. */
export function Editor(props: Props) {
  const {
    application,
    bench,
    zone,
    draft,
    kind,
    element,
    fresh,
    begun,
    onChange,
    onKeep,
    onClose,
  } = props;
  const label = useId();
  const slots = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // The first slot of what is there already would open its choices over the sentence.
    const inputs = fresh ? [...(slots.current?.querySelectorAll('input') ?? [])] : [];
    const first = begun ? inputs.find((one) => one.value === '') : inputs[0];
    (first ?? slots.current)?.focus();
    first?.select();
  }, [fresh, begun]);
  const settled = useSettled(element, SEARCH_AFTER_MS);
  const [names, setNames] = useState<PartShown[]>([]);
  const hasName = 'name' in element;
  /** With the name it has unless somebody says otherwise. */
  const named = (one: Written): Written =>
    hasName && String(one.name ?? '').trim() === ''
      ? { ...one, name: calledSo(kind.list, one, bench, names) }
      : one;
  const read = filled(named(settled));
  const seen = useReading(application, draft, kind.list, read);
  useEffect(() => {
    if (seen.data) {
      setNames(seen.data.names);
    }
  }, [seen.data]);
  const { pending, note } = usePending();
  const stands = seen.data !== undefined && seen.data.problems.length === 0;
  const current = !seen.isPlaceholderData && settled === element && !pending;
  const change: ChangePart = { put: kind.list, element: read };
  const Form = FORMS[kind.list];
  if (!Form) {
    return null;
  }
  return (
    <Box
      component="section"
      aria-labelledby={label}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && stands && current) {
          onKeep(change);
        }
      }}
      sx={{
        bgcolor: 'background.paper',
        border: '1px dashed',
        borderColor: 'warning.main',
        borderRadius: 1,
        p: '14px 18px',
        mb: 2,
        // The buttons come last to the keyboard, and stand at the top, where nothing that is told
        // later moves them from under a pointer.
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr) auto',
        columnGap: 2,
        '& > *': { gridColumn: '1 / -1' },
      }}
    >
      <Typography
        id={label}
        variant="h3"
        component="h2"
        color="textSecondary"
        sx={{ mb: 1.25, '&&': { gridColumn: 1 }, alignSelf: 'center' }}
      >
        {fresh ? `A new ${kind.one}` : `This ${kind.one}`}
      </Typography>
      <Box
        ref={slots}
        tabIndex={-1}
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          alignItems: 'center',
          columnGap: 0.75,
          rowGap: 1,
          fontSize: 15,
          outline: 'none',
        }}
      >
        <Pending.Provider value={note}>
          <Form
            at={{ application, draft }}
            bench={bench}
            zone={zone}
            element={element}
            names={names}
            onChange={onChange}
          />
        </Pending.Provider>
      </Box>
      {hasName && (
        <Box sx={{ mt: 1.25, fontSize: 13.5, color: 'text.secondary' }}>
          called{' '}
          <TextSlot
            label="What it is called"
            placeholder={String(named({ ...element, name: '' }).name)}
            value={String(element.name ?? '')}
            onChange={(name) => onChange({ ...element, name })}
          />
        </Box>
      )}
      <Box
        aria-live="polite"
        sx={{ mt: 1.75, minHeight: 44, opacity: current ? 1 : 0.6, overflowWrap: 'anywhere' }}
      >
        {seen.isError && <Trouble error={seen.error} again={() => seen.refetch()} />}
        {stands && <SentenceShown pieces={seen.data.sentence} />}
        {stands &&
          seen.data.care.map((one) => (
            <Remark key={one} tone="care">
              {quoted(one)}
            </Remark>
          ))}
        {seen.data?.problems.map((one) => (
          <Remark key={one} tone="care">
            {quoted(one)}
          </Remark>
        ))}
      </Box>
      {kind.list === 'directShares' && Boolean(settled.record) && (
        <Reachers
          application={application}
          type={String(settled.recordType)}
          record={String(settled.record)}
        />
      )}
      {kind.list === 'fieldFilters' && settled.effect === 'mask' && some(settled, 'fields')[0] && (
        <MasksShown
          application={application}
          recordType={String(settled.recordType)}
          field={String(some(settled, 'fields')[0])}
          label={fieldLabel(bench, settled)}
          style={String(settled.mask)}
          words={(style) => MASKS.find((one) => one.key === style)?.name ?? style}
          onChoose={(mask) => onChange({ ...element, mask })}
        />
      )}
      {(kind.list === 'accountFilters' || kind.list === 'assignments') && stands && (
        <ReachLeft application={application} change={change} />
      )}
      {kind.list === 'expectations' && !fresh && (
        <ExpectationHistory application={application} expectation={element.key} />
      )}
      {stands && <Price application={application} change={change} current={current} />}
      <Box sx={{ display: 'flex', gap: 1, mb: 1.25, '&&': { gridColumn: 2 }, gridRow: 1 }}>
        <Button variant="contained" disabled={!stands || !current} onClick={() => onKeep(change)}>
          Put it into the draft
        </Button>
        <Button variant="outlined" onClick={onClose}>
          Leave it
        </Button>
      </Box>
    </Box>
  );
}

/** What the first field that is masked is called. */
function fieldLabel(bench: Bench, element: Written): string {
  const [first] = some(element, 'fields');
  const type = bench.types.find((one) => one.key === element.recordType);
  return type?.fields.find((one) => one.key === first)?.label.toLowerCase() ?? '';
}

/** Whom it would give or take anything, before it is kept. */
function Price({
  application,
  change,
  current,
}: {
  application: string;
  change: ChangePart;
  current: boolean;
}) {
  const told = useWouldChange(application, [change], current);
  if (told.isPending) {
    return <Working lines={2} />;
  }
  if (told.isError) {
    return <Trouble error={told.error} again={() => told.refetch()} />;
  }
  const { lines, total } = told.data;
  const people = new Set(lines.map((one) => one.person)).size;
  return (
    <Box
      component="section"
      aria-label="What it would change"
      sx={{ mt: 1.5, opacity: current && !told.isPlaceholderData ? 1 : 0.6 }}
    >
      <Typography variant="h3" component="h3" color="textSecondary">
        {total === 0
          ? 'Nobody gains or loses anything by it today.'
          : `What it would change, for ${people === 1 ? '1 person' : `${total > lines.length ? 'more than ' : ''}${people} people`}`}
      </Typography>
      <Box sx={{ maxHeight: 200, overflowY: 'auto', mt: 0.5 }}>
        <FirstLines lines={lines} total={total} />
      </Box>
    </Box>
  );
}
