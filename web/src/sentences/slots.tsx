import Box from '@mui/material/Box';
import Chip from '@mui/material/Chip';
import { styled } from '@mui/material/styles';
import { type ReactNode, useRef, useState } from 'react';
import { useLookedFor } from '../app/settled';
import { type Choice, Slot, SlotInput } from '../ask/Slot';
import type { DraftShown } from '../bench/api';
import { type PartShown, useParts, type WhoPart } from './api';

/** Where slots look things up. */
export type At = { application: string; draft: DraftShown | undefined };

/** Words between slots. */
export function Say({ children }: { children: ReactNode }) {
  return (
    <Box component="span" sx={{ color: 'text.secondary' }}>
      {children}
    </Box>
  );
}

/** One of a few, by typing or picking. */
export function OneOf({
  label,
  value,
  choices,
  onChoose,
  quiet = false,
}: {
  label: string;
  value: string;
  choices: Choice[];
  onChoose: (key: string) => void;
  quiet?: boolean;
}) {
  return (
    <Slot
      quiet={quiet}
      label={label}
      placeholder={label.toLowerCase()}
      value={choices.find((one) => one.key === value) ?? null}
      choices={choices}
      none="Nothing is called so."
      onChoose={(choice) => onChoose(choice.key)}
    />
  );
}

/** Puts the cursor back into a slot that is begun anew after a choice. */
function useStaying() {
  const chosen = useRef(false);
  const last = useRef<HTMLInputElement | null>(null);
  return {
    stay: () => {
      chosen.current = true;
    },
    inputRef: (element: HTMLInputElement | null) => {
      // The slot in which the choice was made may be drawn once more before its successor is.
      if (element && element !== last.current) {
        last.current = element;
        if (chosen.current) {
          chosen.current = false;
          element.focus();
        }
      }
    },
  };
}

/** Several of a few: each stands as a word of its own, and another can be added. */
export function SomeOf({
  label,
  values,
  choices,
  onChange,
  more = 'another',
  lead,
}: {
  label: string;
  values: string[];
  choices: Choice[];
  onChange: (values: string[]) => void;
  more?: string;
  /** What stands, quietly, where none is chosen yet; the label where this is left out. */
  lead?: string;
}) {
  const { stay, inputRef } = useStaying();
  const left = choices.filter((one) => !values.includes(one.key));
  const name = (key: string) => choices.find((one) => one.key === key)?.name ?? key;
  return (
    <Words label={label}>
      {values.map((key) => (
        <Word
          key={key}
          name={name(key)}
          onAway={() => onChange(values.filter((one) => one !== key))}
        />
      ))}
      {left.length > 0 && (
        <Slot
          // Begun anew after each choice, so that it is empty again.
          key={values.length}
          label={label}
          placeholder={values.length === 0 ? (lead ?? label.toLowerCase()) : more}
          value={null}
          choices={left}
          none="Nothing is called so."
          quiet={values.length > 0 || lead !== undefined}
          inputRef={inputRef}
          onChoose={(choice) => {
            stay();
            onChange([...values, choice.key]);
          }}
        />
      )}
    </Words>
  );
}

function Words({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Box
      component="span"
      role="group"
      aria-label={label}
      sx={{ display: 'inline-flex', flexWrap: 'wrap', gap: 0.5, alignItems: 'center' }}
    >
      {children}
    </Box>
  );
}

function Word({ name, onAway }: { name: string; onAway: () => void }) {
  return (
    <Chip
      label={name}
      size="small"
      variant="outlined"
      onDelete={onAway}
      sx={{ borderRadius: 1, fontWeight: 600, fontSize: 13.5, height: 28 }}
      slotProps={{ label: { title: `Backspace leaves out ${name}` } }}
    />
  );
}

/** Tells parts of audiences from one another. */
export const tokenOf = (part: WhoPart): string =>
  Object.entries(part)
    .filter(([, value]) => value !== undefined && value !== null && value !== false)
    .sort(([one], [other]) => one.localeCompare(other))
    .map(([key, value]) => `${key}=${value}`)
    .join('&');

/** The name of a part, as far as it is known. */
export function nameOf(part: WhoPart, names: PartShown[]): string {
  const token = tokenOf(part);
  return names.find((one) => tokenOf(one.part) === token)?.name ?? Object.values(part).join(' ');
}

/** Parts of an audience, each a word of its own. */
export function Parts({
  at,
  label,
  parts,
  names,
  only = () => true,
  onChange,
  more = 'and somebody else',
  lead = 'whom',
}: {
  at: At;
  label: string;
  parts: WhoPart[];
  names: PartShown[];
  /** Which parts may be chosen. */
  only?: (part: WhoPart) => boolean;
  onChange: (parts: WhoPart[]) => void;
  more?: string;
  /** What stands where nothing is chosen yet. */
  lead?: string;
}) {
  const { stay, inputRef } = useStaying();
  const { search, look, typing } = useLookedFor();
  const [chosen, setChosen] = useState<PartShown[]>([]);
  const found = useParts(at.application, at.draft, search);
  const taken = new Set(parts.map(tokenOf));
  const choices = (found.data ?? [])
    .filter((one) => only(one.part) && !taken.has(tokenOf(one.part)))
    .map((one) => ({ key: tokenOf(one.part), name: one.name, detail: one.detail, of: one }));
  return (
    <Words label={label}>
      {parts.map((part) => (
        <Word
          key={tokenOf(part)}
          name={nameOf(part, [...names, ...chosen])}
          onAway={() => onChange(parts.filter((one) => one !== part))}
        />
      ))}
      <Slot
        key={parts.length}
        label={label}
        placeholder={parts.length === 0 ? lead : more}
        value={null}
        choices={choices}
        waiting={typing || found.isPending || found.isPlaceholderData}
        none="Nobody is called so."
        quiet={parts.length > 0}
        inputRef={inputRef}
        onType={look}
        onChoose={(choice) => {
          const one = choices.find((each) => each.key === choice.key);
          if (one) {
            setChosen([...chosen, one.of]);
            look('');
            stay();
            onChange([...parts, one.of.part]);
          }
        }}
      />
    </Words>
  );
}

type Audience = { of?: WhoPart[]; except?: WhoPart[] };

/** An audience: its parts, and whom it leaves out. */
export function AudienceSlot({
  at,
  label,
  audience,
  names,
  only = () => true,
  onChange,
}: {
  at: At;
  label: string;
  audience: Audience;
  names: PartShown[];
  only?: (part: WhoPart) => boolean;
  onChange: (audience: Audience) => void;
}) {
  const { of = [], except = [] } = audience;
  const [excepting, setExcepting] = useState(except.length > 0);
  return (
    <>
      <Parts
        at={at}
        label={label}
        parts={of}
        names={names}
        only={only}
        onChange={(next) => onChange({ of: next, ...(except.length > 0 ? { except } : {}) })}
      />
      {excepting ? (
        <>
          <Say>except</Say>
          <Parts
            at={at}
            label={`${label}: except`}
            parts={except}
            names={names}
            only={only}
            onChange={(next) => onChange({ of, ...(next.length > 0 ? { except: next } : {}) })}
          />
        </>
      ) : (
        <More onClick={() => setExcepting(true)}>except …</More>
      )}
    </>
  );
}

const Quiet = styled('button')(({ theme }) => ({
  font: 'inherit',
  fontSize: 13,
  background: 'none',
  border: 0,
  padding: '3px 2px',
  cursor: 'pointer',
  color: theme.vars?.palette.primary.main,
  textDecoration: 'underline dotted',
  textUnderlineOffset: 3,
}));

/** Opens a slot that is mostly left out. */
export function More({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <Quiet type="button" data-left-out onClick={onClick}>
      {children}
    </Quiet>
  );
}

/** A whole number from 0 on. */
export function NumberSlot({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (value: number) => void;
}) {
  const [text, setText] = useState(String(value));
  return (
    <SlotInput
      aria-label={label}
      value={text}
      inputMode="numeric"
      maxLength={6}
      onChange={(event) => {
        const digits = event.target.value.replace(/\D/g, '');
        setText(digits);
        onChange(Number(digits));
      }}
    />
  );
}

/** Words that are free. */
export function TextSlot({
  label,
  value,
  onChange,
  placeholder,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
}) {
  return (
    <SlotInput
      aria-label={label}
      value={value}
      maxLength={1000}
      placeholder={placeholder ?? label.toLowerCase()}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
