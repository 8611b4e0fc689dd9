import { ConditionSlot } from '../ConditionSlot';
import { Say, SomeOf } from '../slots';
import { type Accounts, AccountsSlot, type FormProps, some, text, types, Whom } from './shared';

export function AccountFilterForm(props: FormProps) {
  const { at, bench, element, names, onChange } = props;
  const kinds = some(element, 'recordTypes');
  return (
    <>
      <Say>Keep</Say>
      <Whom {...props} />
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
