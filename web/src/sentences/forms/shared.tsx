import type { Choice } from '../../ask/Slot';
import type { Bench } from '../../bench/api';
import type { PartShown, WhoPart, Written } from '../api';
import { type At, AudienceSlot, OneOf, Parts, Say, SomeOf, TextSlot } from '../slots';

export type FormProps = {
  at: At;
  bench: Bench;
  zone: string;
  element: Written;
  names: PartShown[];
  onChange: (element: Written) => void;
};

export type Audience = { of?: WhoPart[]; except?: WhoPart[] };
export type Accounts = { actedFor?: boolean; listed?: string[]; tagged?: string[] };

export const text = (element: Written, key: string) => String(element[key] ?? '');
export const some = (element: Written, key: string) => (element[key] ?? []) as string[];

export const types = (bench: Bench): Choice[] =>
  bench.types.map((one) => ({ key: one.key, name: one.plural.toLowerCase() }));

export const typeOf = (bench: Bench, key: string) => bench.types.find((one) => one.key === key);

/** Whom it is about. */
export function Whom({
  at,
  element,
  names,
  onChange,
  only,
}: FormProps & { only?: (part: WhoPart) => boolean }) {
  return (
    <AudienceSlot
      at={at}
      label="Whom"
      audience={element.audience as Audience}
      names={names}
      {...(only ? { only } : {})}
      onChange={(audience) => onChange({ ...element, audience })}
    />
  );
}

export function Reason({ element, onChange }: Pick<FormProps, 'element' | 'onChange'>) {
  return (
    <>
      <Say>because</Say>
      <TextSlot
        label="Reason"
        placeholder="why"
        value={text(element, 'reason')}
        onChange={(reason) => onChange({ ...element, reason })}
      />
    </>
  );
}

export function TypeSlot({
  bench,
  element,
  onChange,
  reset,
}: FormProps & { reset: Partial<Written> }) {
  return (
    <OneOf
      label="Kind of record"
      value={text(element, 'recordType')}
      choices={types(bench)}
      onChoose={(recordType) => onChange({ ...element, ...reset, recordType })}
    />
  );
}

/** Operations on the records, and on those below them. */
export function OpeningSlots({ bench, element, onChange }: FormProps) {
  const type = typeOf(bench, text(element, 'recordType'));
  const below = (element.below ?? {}) as Record<string, string[]>;
  const choices = (key: string): Choice[] =>
    (typeOf(bench, key)?.operations ?? [])
      .filter((one) => one.key !== 'create')
      .map((one) => ({ key: one.key, name: one.name }));
  const children = bench.types.filter((one) => one.key !== type?.key && !(one.key in below));
  return (
    <>
      <Say>to</Say>
      <SomeOf
        label="Operations"
        values={some(element, 'operations')}
        choices={choices(type?.key ?? '')}
        onChange={(operations) => onChange({ ...element, operations })}
      />
      {Object.entries(below).map(([key, operations]) => (
        <span key={key} style={{ display: 'contents' }}>
          <Say>and {typeOf(bench, key)?.plural.toLowerCase() ?? key} below them to</Say>
          <SomeOf
            label={`Operations on ${typeOf(bench, key)?.plural ?? key}`}
            values={operations}
            choices={choices(key)}
            onChange={(next) => {
              const { [key]: _, ...rest } = below;
              onChange({ ...element, below: next.length > 0 ? { ...below, [key]: next } : rest });
            }}
          />
        </span>
      ))}
      {children.length > 0 && (
        <OneOf
          label="And records below them"
          value=""
          quiet
          choices={children.map((one) => ({ key: one.key, name: one.plural.toLowerCase() }))}
          onChoose={(key) => onChange({ ...element, below: { ...below, [key]: ['view'] } })}
        />
      )}
    </>
  );
}

/** Accounts: the one acted for, some by name, some by tag. */
export function AccountsSlot({
  at,
  accounts,
  names,
  onChange,
}: {
  at: At;
  accounts: Accounts;
  names: PartShown[];
  onChange: (accounts: Accounts) => void;
}) {
  const parts: WhoPart[] = [
    ...(accounts.listed ?? []).map((key) => ({ externalsOf: key })),
    ...(accounts.tagged ?? []).map((tag) => ({ externalsTagged: tag })),
  ];
  return (
    <>
      <OneOf
        label="The account acted for"
        value={accounts.actedFor ? 'yes' : 'no'}
        choices={[
          { key: 'yes', name: 'the account they act for' },
          { key: 'no', name: 'these accounts alone' },
        ]}
        onChoose={(key) => onChange({ ...accounts, actedFor: key === 'yes' })}
      />
      <Parts
        at={at}
        label="Accounts"
        parts={parts}
        names={names}
        only={(part) => part.externalsOf !== undefined || part.externalsTagged !== undefined}
        more="and those of …"
        onChange={(next) =>
          onChange({
            ...accounts,
            listed: next.flatMap((one) => (one.externalsOf ? [one.externalsOf] : [])),
            tagged: next.flatMap((one) => (one.externalsTagged ? [one.externalsTagged] : [])),
          })
        }
      />
    </>
  );
}

/** One person. */
export function PersonSlot({
  at,
  label,
  value,
  names,
  onChange,
}: {
  at: At;
  label: string;
  value: string;
  names: PartShown[];
  onChange: (key: string) => void;
}) {
  return (
    <Parts
      at={at}
      label={label}
      parts={value === '' ? [] : [{ person: value }]}
      names={names}
      only={(part) => part.person !== undefined}
      more="somebody else"
      onChange={(parts) => onChange(parts[parts.length - 1]?.person ?? '')}
    />
  );
}
