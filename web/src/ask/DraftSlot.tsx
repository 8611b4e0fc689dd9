import { useTray } from '../bench/api';
import { Slot } from './Slot';

const PUBLISHED = { key: 'published', name: 'as published' };

/** As things are published, or with the draft one works in; nothing where there is none. */
export function DraftSlot({
  application,
  draft,
  label = 'As published or as drafted',
  onChange,
}: {
  application: string;
  /** Id of the draft; empty for what is published. */
  draft: string;
  label?: string;
  onChange: (draft: string) => void;
}) {
  const tray = useTray(application);
  const mine = tray.data?.draft?.changes.length ? tray.data.draft : undefined;
  if (!mine && draft === '') {
    return null;
  }
  const choices = [
    PUBLISHED,
    ...(mine ? [{ key: mine.id, name: 'as in my draft', detail: mine.name }] : []),
  ];
  const other = { key: draft, name: 'as in a draft' };
  return (
    <Slot
      label={label}
      placeholder="as published"
      quiet
      large
      value={choices.find((one) => one.key === draft) ?? (draft ? other : PUBLISHED)}
      choices={choices}
      none="As published, or as in your draft"
      onChoose={(next) => onChange(next.key === PUBLISHED.key ? '' : next.key)}
    />
  );
}
