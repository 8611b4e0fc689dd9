import Box from '@mui/material/Box';
import { memo } from 'react';
import { LeafTabs } from '../app/LeafTabs';
import type { DraftShown } from './api';
import { BecauseLeaf } from './BecauseLeaf';
import { ChangesLeaf } from './ChangesLeaf';
import type { Opened } from './Drawers';
import type { CellRef } from './grid';
import { HoldersLeaf } from './HoldersLeaf';

export type Leaf = 'because' | 'holders' | 'changes';

const leaves: [Leaf, string][] = [
  ['because', 'Because'],
  ['holders', 'Who holds it'],
  ['changes', 'What this changes'],
];

type Props = {
  application: string;
  draft: DraftShown | undefined;
  opened: Opened | null;
  leaf: Leaf;
  /** Key of whom numbers are of; empty for nobody. */
  example: string;
  cursor: CellRef | null;
  onLeaf: (leaf: Leaf) => void;
};

/** The panel on the right of the bench. Drawn anew only when what it shows is another. */
export const Leaves = memo(function Leaves(props: Props) {
  const { application, draft, opened, leaf, onLeaf } = props;
  return (
    <Box
      component="aside"
      aria-label={leaves.find(([key]) => key === leaf)?.[1]}
      sx={{
        width: 306,
        flex: 'none',
        borderLeft: '1px solid',
        borderColor: 'divider',
        bgcolor: 'background.paper',
        overflowY: 'auto',
        px: 2.25,
        pb: 4,
      }}
    >
      <LeafTabs label="Leaves" leaves={leaves} leaf={leaf} onLeaf={onLeaf}>
        {leaf === 'because' && (
          <BecauseLeaf
            application={application}
            draft={draft}
            person={props.example}
            cell={props.cursor}
          />
        )}
        {leaf === 'holders' && opened && (
          <HoldersLeaf key={opened.key} application={application} draft={draft} opened={opened} />
        )}
        {leaf === 'changes' && <ChangesLeaf application={application} draft={draft} />}
      </LeafTabs>
    </Box>
  );
});
