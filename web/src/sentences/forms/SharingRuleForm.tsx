import { ConditionSlot } from '../ConditionSlot';
import { AudienceSlot, More, Say } from '../slots';
import { TimesSlots } from '../times';
import {
  type Audience,
  type FormProps,
  OpeningSlots,
  Reason,
  TypeSlot,
  text,
  Whom,
} from './shared';

export function SharingRuleForm(props: FormProps) {
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
      <Whom {...props} />
      <OpeningSlots {...props} />
      <TimesSlots element={element} zone={props.zone} onChange={onChange} />
      <Reason element={element} onChange={onChange} />
    </>
  );
}
