import type { ReactNode } from 'react';
import type { Choice } from '../ask/Slot';
import type { Bench } from '../bench/api';
import type { PartShown, WhoPart, Written } from './api';
import { ConditionSlot } from './ConditionSlot';
import { type At, AudienceSlot, More, nameOf, OneOf, Parts, Say, SomeOf, TextSlot } from './slots';
import { TimesSlots } from './times';

export type FormProps = {
  at: At;
  bench: Bench;
  zone: string;
  element: Written;
  names: PartShown[];
  onChange: (element: Written) => void;
};

type Audience = { of?: WhoPart[]; except?: WhoPart[] };
type Accounts = { actedFor?: boolean; listed?: string[]; tagged?: string[] };

const text = (element: Written, key: string) => String(element[key] ?? '');
const some = (element: Written, key: string) => (element[key] ?? []) as string[];

const types = (bench: Bench): Choice[] =>
  bench.types.map((one) => ({ key: one.key, name: one.plural.toLowerCase() }));

const typeOf = (bench: Bench, key: string) => bench.types.find((one) => one.key === key);

/** No audience of roles' holders where that would lead in a circle. */
const noRole = (part: WhoPart) => part.role === undefined;

const onlyPerson = (part: WhoPart) => part.person !== undefined;

function Reason({ element, onChange }: Pick<FormProps, 'element' | 'onChange'>) {
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

/** Operations on the records, and on those below them. */
function OpeningSlots({ bench, element, onChange }: FormProps) {
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

function TypeSlot({ bench, element, onChange, reset }: FormProps & { reset: Partial<Written> }) {
  return (
    <OneOf
      label="Kind of record"
      value={text(element, 'recordType')}
      choices={types(bench)}
      onChoose={(recordType) => onChange({ ...element, ...reset, recordType })}
    />
  );
}

function SharingRuleForm(props: FormProps) {
  const { at, bench, element, names, onChange } = props;
  const owned = element.ownedBy as Audience | undefined;
  return (
    <>
      <Say>Open</Say>
      <TypeSlot {...props} reset={{ condition: '', operations: ['view'], below: {} }} />
      {owned ? (
        <>
          <Say>owned by</Say>
          <AudienceSlot
            at={at}
            label="Owned by"
            audience={owned}
            names={names}
            onChange={(next) =>
              onChange({
                ...element,
                ownedBy: (next.of ?? []).length > 0 || next.except ? next : undefined,
              })
            }
          />
        </>
      ) : (
        <>
          <ConditionSlot
            application={at.application}
            bench={bench}
            recordType={text(element, 'recordType')}
            value={text(element, 'condition')}
            lead="where"
            onChange={(condition) => onChange({ ...element, condition })}
          />
          {text(element, 'condition') === '' && (
            <More onClick={() => onChange({ ...element, condition: '', ownedBy: { of: [] } })}>
              or owned by …
            </More>
          )}
        </>
      )}
      <Say>to</Say>
      <AudienceSlot
        at={at}
        label="Whom"
        audience={element.audience as Audience}
        names={names}
        onChange={(audience) => onChange({ ...element, audience })}
      />
      <OpeningSlots {...props} />
      <TimesSlots element={element} zone={props.zone} onChange={onChange} />
      <Reason element={element} onChange={onChange} />
    </>
  );
}

function DirectShareForm(props: FormProps) {
  const { at, element, names, onChange } = props;
  return (
    <>
      <Say>Open one of the</Say>
      <TypeSlot {...props} reset={{ record: '', operations: ['view'], below: {} }} />
      <TextSlot
        label="Number or key of the record"
        placeholder="number"
        value={text(element, 'record')}
        onChange={(record) => onChange({ ...element, record: record.trim() })}
      />
      <Say>to</Say>
      <AudienceSlot
        at={at}
        label="Whom"
        audience={element.audience as Audience}
        names={names}
        onChange={(audience) => onChange({ ...element, audience })}
      />
      <OpeningSlots {...props} />
      <TimesSlots element={element} zone={props.zone} onChange={onChange} whole={false} />
      <Reason element={element} onChange={onChange} />
    </>
  );
}

const EFFECTS: Choice[] = [
  { key: 'hide', name: 'Hide' },
  { key: 'mask', name: 'Mask' },
  { key: 'freeze', name: 'Freeze', detail: 'seen, never changed' },
];

const MASKS: Choice[] = [
  { key: 'full', name: 'nothing but dots' },
  { key: 'initials', name: 'initials', detail: 'I. M.' },
  { key: 'ending', name: 'its last two characters', detail: '•••••41' },
  { key: 'year', name: 'the year only', detail: 'of dates' },
];

function FieldFilterForm(props: FormProps) {
  const { at, bench, element, names, onChange } = props;
  const type = typeOf(bench, text(element, 'recordType'));
  return (
    <>
      <OneOf
        label="What happens"
        value={text(element, 'effect')}
        choices={EFFECTS}
        onChoose={(effect) =>
          onChange({ ...element, effect, mask: effect === 'mask' ? 'full' : undefined })
        }
      />
      <SomeOf
        label="Fields"
        values={some(element, 'fields')}
        choices={(type?.fields ?? []).map((one) => ({
          key: one.key,
          name: one.label.toLowerCase(),
          detail: [one.guarded ? 'guarded' : '', ...one.classifications].filter(Boolean).join(', '),
        }))}
        onChange={(fields) => onChange({ ...element, fields })}
      />
      <Say>of</Say>
      <TypeSlot {...props} reset={{ fields: [], condition: '' }} />
      {text(element, 'effect') === 'mask' && (
        <>
          <Say>as</Say>
          <OneOf
            label="What is left to see"
            value={text(element, 'mask')}
            choices={MASKS}
            onChoose={(mask) => onChange({ ...element, mask })}
          />
        </>
      )}
      <Say>for</Say>
      <AudienceSlot
        at={at}
        label="Whom"
        audience={element.audience as Audience}
        names={names}
        onChange={(audience) => onChange({ ...element, audience })}
      />
      <ConditionSlot
        application={at.application}
        bench={bench}
        recordType={text(element, 'recordType')}
        value={text(element, 'condition')}
        restricts
        lead="only where"
        onChange={(condition) => onChange({ ...element, condition })}
      />
    </>
  );
}

/** Accounts: the one acted for, some by name, some by tag. */
function AccountsSlot({
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

function AccountFilterForm({ at, bench, element, names, onChange }: FormProps) {
  const kinds = some(element, 'recordTypes');
  return (
    <>
      <Say>Keep</Say>
      <AudienceSlot
        at={at}
        label="Whom"
        audience={element.audience as Audience}
        names={names}
        onChange={(audience) => onChange({ ...element, audience })}
      />
      <Say>to</Say>
      <AccountsSlot
        at={at}
        accounts={(element.accounts ?? {}) as Accounts}
        names={names}
        onChange={(accounts) => onChange({ ...element, accounts })}
      />
      <Say>on {kinds.length === 0 && 'every kind of record that has an account, or only on'}</Say>
      <SomeOf
        label="Kinds of record"
        values={kinds}
        choices={types(bench)}
        onChange={(recordTypes) => onChange({ ...element, recordTypes })}
      />
      {kinds.length > 0 && (
        <ConditionSlot
          application={at.application}
          bench={bench}
          recordType={kinds[0] ?? ''}
          value={text(element, 'condition')}
          lead="and there to those where"
          onChange={(condition) => onChange({ ...element, condition })}
        />
      )}
    </>
  );
}

function AssignmentForm({ at, bench, zone, element, names, onChange }: FormProps) {
  const bounds = (element.bounds ?? {}) as {
    accounts?: Accounts;
    units?: { listed: string[]; below: boolean };
  };
  const gives = element.set ? `set/${element.set}` : element.role ? `role/${element.role}` : '';
  const setBounds = (next: typeof bounds) => {
    const left = Object.fromEntries(Object.entries(next).filter(([, one]) => one !== undefined));
    onChange({ ...element, bounds: Object.keys(left).length > 0 ? left : undefined });
  };
  const units: WhoPart[] = (bounds.units?.listed ?? []).map((key) => ({
    unit: key,
    ...(bounds.units?.below ? { below: true } : {}),
  }));
  return (
    <>
      <Say>Give</Say>
      <OneOf
        label="Role or privilege set"
        value={gives}
        choices={[
          ...bench.roles.map((one) => ({
            key: `role/${one.element.key}`,
            name: one.element.name ?? '',
            detail: 'role',
          })),
          ...bench.sets.map((one) => ({
            key: `set/${one.element.key}`,
            name: one.element.name ?? '',
            detail: 'privilege set',
          })),
        ]}
        onChoose={(choice) => {
          const [kind = '', key = ''] = choice.split('/');
          onChange({ ...element, role: undefined, set: undefined, [kind]: key });
        }}
      />
      <Say>to</Say>
      <AudienceSlot
        at={at}
        label="Whom"
        audience={element.audience as Audience}
        names={names}
        only={noRole}
        onChange={(audience) => onChange({ ...element, audience })}
      />
      {bounds.units ? (
        <>
          <Say>only in</Say>
          <Parts
            at={at}
            label="Only in"
            parts={units}
            names={names}
            only={(part) =>
              part.unit !== undefined &&
              (units.length === 0 || Boolean(part.below) === Boolean(bounds.units?.below))
            }
            onChange={(next) =>
              setBounds({
                ...bounds,
                units:
                  next.length > 0
                    ? {
                        listed: next.flatMap((one) => (one.unit ? [one.unit] : [])),
                        below: Boolean(next[0]?.below),
                      }
                    : (undefined as never),
              })
            }
          />
        </>
      ) : (
        <More onClick={() => setBounds({ ...bounds, units: { listed: [], below: true } })}>
          only in …
        </More>
      )}
      {bounds.accounts ? (
        <>
          <Say>only for</Say>
          <AccountsSlot
            at={at}
            accounts={bounds.accounts}
            names={names}
            onChange={(accounts) => setBounds({ ...bounds, accounts })}
          />
          <More onClick={() => setBounds({ ...bounds, accounts: undefined as never })}>
            for all accounts
          </More>
        </>
      ) : (
        <More onClick={() => setBounds({ ...bounds, accounts: { actedFor: true } })}>
          only for accounts …
        </More>
      )}
      <TimesSlots element={element} zone={zone} onChange={onChange} />
      <Reason element={element} onChange={onChange} />
    </>
  );
}

/** One person. */
function PersonSlot({
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
      only={onlyPerson}
      more="somebody else"
      onChange={(parts) => onChange(parts[parts.length - 1]?.person ?? '')}
    />
  );
}

function DelegationForm({ at, bench, zone, element, names, onChange }: FormProps) {
  return (
    <>
      <Say>Let</Say>
      <PersonSlot
        at={at}
        label="Who acts"
        value={text(element, 'delegate')}
        names={names}
        onChange={(delegate) => onChange({ ...element, delegate })}
      />
      <Say>act for</Say>
      <PersonSlot
        at={at}
        label="For whom"
        value={text(element, 'principal')}
        names={names}
        onChange={(principal) => onChange({ ...element, principal })}
      />
      <Say>with</Say>
      <SomeOf
        label="Privilege sets"
        values={some(element, 'sets')}
        choices={bench.sets.map((one) => ({
          key: one.element.key ?? '',
          name: one.element.name ?? '',
        }))}
        onChange={(sets) => onChange({ ...element, sets })}
      />
      <TimesSlots element={element} zone={zone} onChange={onChange} />
      <Reason element={element} onChange={onChange} />
    </>
  );
}

const CLAIMS: Choice[] = [
  { key: 'can', name: 'can', detail: 'on one of the records at least' },
  { key: 'canOnEvery', name: 'can always', detail: 'on each of the records' },
  { key: 'canNever', name: 'can never' },
];

const SEVERITIES: Choice[] = [
  { key: 'error', name: 'an error', detail: 'nothing is published that breaks it' },
  { key: 'warning', name: 'a warning' },
  { key: 'information', name: 'worth knowing' },
];

const NO_TARGET = {
  recordType: undefined,
  operation: undefined,
  condition: undefined,
  record: undefined,
  field: undefined,
  use: undefined,
  classification: undefined,
  function: undefined,
  level: undefined,
};

/** What an expectation can be about, by its own words. */
function targets(bench: Bench): (Choice & { target: Partial<Written> })[] {
  const classes = new Set(
    bench.types.flatMap((type) => type.fields.flatMap((one) => one.classifications)),
  );
  return [
    ...bench.types.flatMap((type) =>
      type.operations.map((one) => ({
        key: `${type.key}/${one.key}`,
        name: `${one.name} ${type.plural.toLowerCase()}`,
        target: { recordType: type.key, operation: one.key },
      })),
    ),
    ...bench.types.flatMap((type) =>
      type.fields.flatMap((field) =>
        ['view', 'change'].map((use) => ({
          key: `${type.key}.${field.key}/${use}`,
          name: `${use} ${field.label.toLowerCase()} of ${type.plural.toLowerCase()}`,
          detail: field.guarded ? 'guarded' : '',
          target: { recordType: type.key, field: field.key, use },
        })),
      ),
    ),
    ...[...classes].flatMap((classification) =>
      ['view', 'change'].map((use) => ({
        key: `.${classification}/${use}`,
        name: `${use} fields that are ${classification}`,
        target: { classification, use },
      })),
    ),
    ...bench.functions.flatMap((one) =>
      one.levels.slice(1).map((level) => ({
        key: `${one.key}#${level}`,
        name: `${level} in ${one.name}`,
        target: { function: one.key, level },
      })),
    ),
  ];
}

const sameTarget = (element: Written, target: Partial<Written>) =>
  Object.keys(NO_TARGET)
    .filter((key) => key !== 'condition' && key !== 'record')
    .every((key) => (element[key] ?? undefined) === (target as Written)[key]);

function ExpectationForm({ at, bench, element, names, onChange }: FormProps): ReactNode {
  const choices = targets(bench);
  return (
    <>
      <AudienceSlot
        at={at}
        label="Whom"
        audience={element.subject as Audience}
        names={names}
        onChange={(subject) => onChange({ ...element, subject })}
      />
      <OneOf
        label="Can or can never"
        value={text(element, 'claim')}
        choices={CLAIMS}
        onChoose={(claim) => onChange({ ...element, claim })}
      />
      <OneOf
        label="Do what"
        value={choices.find((one) => sameTarget(element, one.target))?.key ?? ''}
        choices={choices}
        onChoose={(key) =>
          onChange({
            ...element,
            ...NO_TARGET,
            ...choices.find((one) => one.key === key)?.target,
          })
        }
      />
      {text(element, 'operation') !== '' && text(element, 'record') === '' && (
        <ConditionSlot
          key={text(element, 'recordType')}
          application={at.application}
          bench={bench}
          recordType={text(element, 'recordType')}
          value={text(element, 'condition')}
          lead="where"
          onChange={(condition) => onChange({ ...element, condition })}
        />
      )}
      <Reason element={element} onChange={onChange} />
      <Say>kept by</Say>
      <PersonSlot
        at={at}
        label="Kept by"
        value={text(element, 'owner')}
        names={names}
        onChange={(owner) => onChange({ ...element, owner })}
      />
      <Say>; where it breaks, that is</Say>
      <OneOf
        label="How bad"
        value={text(element, 'severity')}
        choices={SEVERITIES}
        onChoose={(severity) => onChange({ ...element, severity })}
      />
    </>
  );
}

export const FORMS: Record<string, (props: FormProps) => ReactNode> = {
  assignments: AssignmentForm,
  sharingRules: SharingRuleForm,
  directShares: DirectShareForm,
  accountFilters: AccountFilterForm,
  fieldFilters: FieldFilterForm,
  delegations: DelegationForm,
  expectations: ExpectationForm,
};

/** What an element is called unless somebody says otherwise: "Voyages for Delta Dispatch". */
export function calledSo(list: string, element: Written, bench: Bench, names: PartShown[]): string {
  const whom = ((element.audience ?? element.subject ?? {}) as Audience).of ?? [];
  const who = whom[0] ? nameOf(whom[0], names) : 'somebody';
  const type = typeOf(bench, text(element, 'recordType'))?.plural;
  switch (list) {
    case 'sharingRules':
      return `${type} for ${who}`;
    case 'fieldFilters':
      return `Fields of ${type?.toLowerCase()} for ${who}`;
    case 'accountFilters':
      return `Accounts of ${who}`;
    case 'expectations': {
      const claim = CLAIMS.find((one) => one.key === element.claim)?.name ?? '';
      const what = targets(bench).find((one) => sameTarget(element, one.target))?.name ?? '';
      return `${who} ${claim} ${what}`;
    }
    default:
      return who;
  }
}
