import type { WhoPart } from '../api';
import { More, OneOf, Parts, Say } from '../slots';
import { TimesSlots } from '../times';
import { type Accounts, AccountsSlot, type FormProps, Reason, Whom } from './shared';

/** No audience of roles' holders where that would lead in a circle. */
const noRole = (part: WhoPart) => part.role === undefined;

export function AssignmentForm(props: FormProps) {
  const { at, bench, zone, element, names, onChange } = props;
  const bounds = (element.bounds ?? {}) as {
    accounts?: Accounts;
    units?: { listed: string[]; below: boolean };
  };
  const gives = element.set ? `set/${element.set}` : element.role ? `role/${element.role}` : '';
  const setBounds = (
    next: { [name in keyof typeof bounds]?: (typeof bounds)[name] | undefined },
  ) => {
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
            detail: ['role', ...one.seats].join(' · '),
          })),
          ...bench.sets.map((one) => ({
            key: `set/${one.element.key}`,
            name: one.element.name ?? '',
            detail: ['privilege set', ...one.seats].join(' · '),
          })),
        ]}
        onChoose={(choice) => {
          const [kind = '', key = ''] = choice.split('/');
          onChange({ ...element, role: undefined, set: undefined, [kind]: key });
        }}
      />
      <Say>to</Say>
      <Whom {...props} only={noRole} />
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
                    : undefined,
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
          <More onClick={() => setBounds({ ...bounds, accounts: undefined })}>
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
