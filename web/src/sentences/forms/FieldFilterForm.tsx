import type { Choice } from '../../ask/Slot';
import type { Bench } from '../../bench/api';
import type { Written } from '../api';
import { ConditionSlot } from '../ConditionSlot';
import { OneOf, Say, SomeOf } from '../slots';
import { type FormProps, some, TypeSlot, text, typeOf, Whom } from './shared';

const EFFECTS: Choice[] = [
  { key: 'hide', name: 'Hide' },
  { key: 'mask', name: 'Mask' },
  { key: 'freeze', name: 'Freeze', detail: 'seen, never changed' },
];

export const MASKS: Choice[] = [
  { key: 'full', name: 'nothing but dots' },
  { key: 'initials', name: 'initials', detail: 'I. M.' },
  { key: 'ending', name: 'its last two characters', detail: '•••••41' },
  { key: 'year', name: 'the year only', detail: 'of dates' },
  { key: 'range', name: 'a range', detail: '300 to 400, 1980s' },
  { key: 'rounded', name: 'a rounded amount', detail: 'about 12000' },
  { key: 'domain', name: 'the domain of an address', detail: '•••••@larkwater.example' },
];

type Type = NonNullable<ReturnType<typeof typeOf>>;

const ofType = (type: Type): Choice[] =>
  type.fields.map((one) => ({
    key: one.key,
    name: one.label.toLowerCase(),
    detail: [one.guarded ? 'guarded' : '', ...one.classifications].filter(Boolean).join(', '),
  }));

/** The type's fields; until one is chosen, those of every other type too. */
function offered(bench: Bench, type: Type | undefined, chosen: string[]): Choice[] {
  const own = type ? ofType(type) : [];
  if (chosen.length > 0) {
    return own;
  }
  const others = bench.types
    .filter((one) => one.key !== type?.key)
    .flatMap((one) =>
      ofType(one).map((field) => ({
        ...field,
        key: `${one.key}/${field.key}`,
        name: `${field.name} of ${one.plural.toLowerCase()}`,
      })),
    );
  return [...own, ...others];
}

/** With these fields; one of another type brings its type along. */
function withFields(element: Written, chosen: string[]): Written {
  const [type, field] = chosen.length === 1 ? (chosen[0] as string).split('/') : [];
  return type && field
    ? { ...element, recordType: type, fields: [field], condition: '' }
    : { ...element, fields: chosen };
}

export function FieldFilterForm(props: FormProps) {
  const { at, bench, element, onChange } = props;
  const type = typeOf(bench, text(element, 'recordType'));
  const fields = some(element, 'fields');
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
        values={fields}
        choices={offered(bench, type, fields)}
        onChange={(chosen) => onChange(withFields(element, chosen))}
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
      <Whom {...props} />
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
