import { Say, SomeOf } from '../slots';
import { TimesSlots } from '../times';
import { type FormProps, PersonSlot, Reason, some, text } from './shared';

export function DelegationForm({ at, bench, zone, element, names, onChange }: FormProps) {
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
