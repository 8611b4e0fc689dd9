import { NameDialog } from '../people/NameDialog';
import { keyFor } from './design';
import { putSet } from './edits';
import type { ChangePart } from './queue';

type Props = {
  taken: Set<string>;
  onMake: (changes: ChangePart[], key: string) => void;
  onClose: () => void;
};

/** An empty privilege set. */
export function NewSet({ taken, onMake, onClose }: Props) {
  return (
    <NameDialog
      title="New privilege set"
      label="What people call it"
      confirm="Make it"
      does={async (name) => name.trim()}
      onClose={onClose}
      onDone={(name) => {
        const key = keyFor(name, taken);
        onMake([putSet({ key, name, purpose: '', privileges: [] })], key);
      }}
    />
  );
}
