import { Say, TextSlot } from '../slots';
import { TimesSlots } from '../times';
import { type FormProps, OpeningSlots, Reason, TypeSlot, text, Whom } from './shared';

export function DirectShareForm(props: FormProps) {
  const { element, onChange } = props;
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
      <Whom {...props} />
      <OpeningSlots {...props} />
      <TimesSlots element={element} zone={props.zone} onChange={onChange} whole={false} />
      <Reason element={element} onChange={onChange} />
    </>
  );
}
