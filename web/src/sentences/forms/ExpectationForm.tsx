import type { Choice } from '../../ask/Slot';
import type { Bench } from '../../bench/api';
import type { Written } from '../api';
import { ConditionSlot } from '../ConditionSlot';
import { AudienceSlot, OneOf, Say } from '../slots';
import { type Audience, type FormProps, PersonSlot, Reason, text } from './shared';

export const CLAIMS: Choice[] = [
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
export function targets(bench: Bench): (Choice & { target: Partial<Written> })[] {
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

export const sameTarget = (element: Written, target: Partial<Written>) =>
  Object.keys(NO_TARGET)
    .filter((key) => key !== 'condition' && key !== 'record')
    .every((key) => (element[key] ?? undefined) === (target as Written)[key]);

export function ExpectationForm({ at, bench, element, names, onChange }: FormProps) {
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
