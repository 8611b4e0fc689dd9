import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import InputBase from '@mui/material/InputBase';
import { styled } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { memo, useState } from 'react';
import { useCurrent } from '../app/current';
import { number } from '../ask/said';
import { useDrawers } from '../sentences/api';
import { kindOf } from '../sentences/kinds';
import type { DraftShown } from './api';
import type { RoleElement, SetElement } from './design';
import type { Worked } from './working';

export type Opened = { kind: 'role' | 'set'; key: string };

const Line = styled(ButtonBase)(({ theme }) => ({
  font: 'inherit',
  width: '100%',
  justifyContent: 'flex-start',
  gap: 8,
  minHeight: 28,
  padding: '2px 8px',
  borderRadius: 4,
  textAlign: 'left',
  borderLeft: '3px solid transparent',
  '&:hover': { background: theme.vars?.palette.action.hover },
  '&[data-outside="true"]': { borderLeftColor: theme.vars?.palette.secondary.main },
  '&[aria-current="true"]': {
    background: theme.vars?.palette.text.primary,
    color: theme.vars?.palette.background.paper,
    fontWeight: 600,
  },
  '&[data-touched="true"]': { outline: `1px dashed ${theme.vars?.palette.warning.main}` },
  '& .gone': { textDecoration: 'line-through' },
}));

type Named = { name?: string; meantFor?: string };

type LineProps = {
  name: string;
  of: string;
  people: number;
  current: boolean;
  touched: boolean;
  gone: boolean;
  outside: boolean;
  onOpen: (key: string) => void;
};

/** One element of a drawer; drawn anew only when what it says is another. */
const ElementLine = memo(function ElementLine(props: LineProps) {
  const { name, of, people, current, touched, gone, outside, onOpen } = props;
  return (
    <Line
      aria-current={current}
      data-touched={touched}
      data-outside={outside}
      onClick={() => onOpen(of)}
    >
      <Box
        component="span"
        className={gone ? 'gone' : ''}
        sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}
      >
        {name}
      </Box>
      <Box
        component="span"
        aria-label={people === 0 ? 'held by nobody' : `held by ${people}`}
        sx={{ fontSize: 12.5, opacity: 0.85 }}
      >
        {people === 0 ? 'nobody' : number(people)}
      </Box>
    </Line>
  );
});

type DrawerProps<E extends Named> = {
  title: string;
  elements: Worked<E>[];
  search: string;
  byPeople: boolean;
  opened: string | null;
  onOpen: (key: string) => void;
  onNew: () => void;
};

function Drawer<E extends Named>({
  title,
  elements,
  search,
  byPeople,
  opened,
  onOpen,
  onNew,
}: DrawerProps<E>) {
  const wanted = search.trim().toLowerCase();
  const open = useCurrent(onOpen);
  const name = (one: Worked<E>) => (one.now ?? one.published)?.name ?? one.key;
  const shown = elements
    .filter((one) => wanted === '' || name(one).toLowerCase().includes(wanted))
    .sort((one, other) =>
      byPeople && one.people !== other.people
        ? other.people - one.people
        : name(one).localeCompare(name(other)),
    );
  return (
    <Box component="section" aria-label={title} sx={{ mb: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 0.25 }}>
        <Typography variant="h3" component="h2" color="textSecondary" sx={{ flex: 1, pl: 1 }}>
          {title}
        </Typography>
        <Button variant="text" size="small" onClick={onNew} aria-label={`New in ${title}`}>
          New
        </Button>
      </Box>
      {shown.map((one) => (
        <ElementLine
          key={one.key}
          name={name(one)}
          of={one.key}
          people={one.people}
          current={opened === one.key}
          touched={one.touched}
          gone={one.now === null}
          outside={(one.now ?? one.published)?.meantFor === 'external'}
          onOpen={open}
        />
      ))}
      {shown.length === 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ pl: 1 }}>
          {elements.length === 0 ? 'None yet.' : 'None is called so.'}
        </Typography>
      )}
    </Box>
  );
}

/** The kinds of element that are sentences: each opens to all of its kind. */
function SentenceDrawers({
  application,
  draft,
  list,
  onList,
  search,
}: Pick<Props, 'application' | 'draft' | 'list' | 'onList'> & { search: string }) {
  const drawers = useDrawers(application, draft);
  const wanted = search.trim().toLowerCase();
  const shown = (drawers.data ?? []).flatMap((one) => {
    const kind = kindOf(one.list);
    return kind?.title.toLowerCase().includes(wanted) ? [{ ...one, title: kind.title }] : [];
  });
  return (
    <Box component="section" aria-label="Sentences" sx={{ mb: 2 }}>
      <Typography variant="h3" component="h2" color="textSecondary" sx={{ pl: 1, mb: 0.5 }}>
        Sentences
      </Typography>
      {shown.map((one) => (
        <Line
          key={one.list}
          aria-current={one.list === list}
          data-touched={one.touched}
          onClick={() => onList(one.list)}
        >
          <Box component="span" sx={{ flex: 1 }}>
            {one.title}
          </Box>
          <Box component="span" sx={{ fontSize: 12.5, opacity: 0.85 }}>
            {one.elements === 0 ? 'none' : number(one.elements)}
          </Box>
        </Line>
      ))}
    </Box>
  );
}

type Props = {
  roles: Worked<RoleElement>[];
  sets: Worked<SetElement>[];
  opened: Opened | null;
  onOpen: (opened: Opened) => void;
  onNew: (kind: Opened['kind']) => void;
  application: string;
  draft: DraftShown | undefined;
  /** The kind of sentence that is open; empty for none. */
  list: string;
  onList: (list: string) => void;
};

/** The drawers of the bench: what there is, and how many hold it. */
export const Drawers = memo(function Drawers(props: Props) {
  const { roles, sets, opened, onOpen, onNew } = props;
  const [search, setSearch] = useState('');
  const [byPeople, setByPeople] = useState(false);
  return (
    <Box
      component="nav"
      aria-label="Drawers"
      sx={{
        width: 198,
        flex: 'none',
        borderRight: '1px solid',
        borderColor: 'divider',
        p: '12px 12px 24px',
        overflowY: 'auto',
      }}
    >
      <InputBase
        type="search"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        placeholder="Find in the drawers"
        inputProps={{ 'aria-label': 'Find in the drawers' }}
        sx={{
          width: '100%',
          px: 1.25,
          height: 32,
          bgcolor: 'background.paper',
          border: '1px solid',
          borderColor: 'divider',
          borderRadius: 1,
        }}
      />
      <Button
        variant="text"
        size="small"
        onClick={() => setByPeople(!byPeople)}
        sx={{ color: 'text.secondary', mb: 0.5 }}
      >
        {byPeople ? 'Sorted by people' : 'Sorted by name'}
      </Button>
      <SentenceDrawers {...props} search={search} />
      <Drawer
        title="Roles"
        elements={roles}
        search={search}
        byPeople={byPeople}
        opened={opened?.kind === 'role' ? opened.key : null}
        onOpen={(key) => onOpen({ kind: 'role', key })}
        onNew={() => onNew('role')}
      />
      <Drawer
        title="Privilege sets"
        elements={sets}
        search={search}
        byPeople={byPeople}
        opened={opened?.kind === 'set' ? opened.key : null}
        onOpen={(key) => onOpen({ kind: 'set', key })}
        onNew={() => onNew('set')}
      />
    </Box>
  );
});
