import { NumberSlot, OneOf, Say, SomeOf } from '../slots';
import { TimesSlots } from '../times';
import { type FormProps, some, text } from './shared';

/** Roles, privilege sets and levels of functions, told apart by what stands before the slash. */
export function SeatPoolForm({ bench, zone, element, onChange }: FormProps) {
  const functions = (element.functions ?? {}) as Record<string, string>;
  const takers = [
    ...some(element, 'roles').map((key) => `role/${key}`),
    ...some(element, 'sets').map((key) => `set/${key}`),
    ...Object.entries(functions).map(([key, level]) => `function/${key}/${level}`),
  ];
  const choices = [
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
    ...bench.functions.flatMap((one) =>
      one.levels.slice(1).map((level) => ({
        key: `function/${one.key}/${level}`,
        name: `${level} in ${one.name}`,
        detail: 'function, at this level or a higher one',
      })),
    ),
  ];
  return (
    <>
      <NumberSlot
        label="Seats agreed"
        value={Number(element.agreed ?? 0)}
        onChange={(agreed) => onChange({ ...element, agreed })}
      />
      <Say>seats,</Say>
      <TimesSlots element={element} zone={zone} onChange={onChange} whole={false} />
      <Say>, one for everybody who holds</Say>
      <SomeOf
        label="What takes a seat"
        values={takers}
        choices={choices}
        more="or"
        onChange={(next) => onChange({ ...element, ...taken(next) })}
      />
      <Say>; giving more</Say>
      <OneOf
        label="When they are used up"
        value={text(element, 'whenUsedUp')}
        choices={[
          { key: 'warn', name: 'is warned of' },
          { key: 'refuse', name: 'is refused' },
        ]}
        onChoose={(whenUsedUp) => onChange({ ...element, whenUsedUp })}
      />
    </>
  );
}

/** Of each function the level chosen last. */
function taken(takers: string[]) {
  const of = (kind: string) =>
    takers.map((one) => one.split('/')).filter(([first]) => first === kind);
  return {
    roles: of('role').map(([, key]) => key),
    sets: of('set').map(([, key]) => key),
    functions: Object.fromEntries(of('function').map(([, key, level]) => [key, level])),
  };
}
