import Box from '@mui/material/Box';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Tooltip from '@mui/material/Tooltip';
import { Unseen } from '../app/Unseen';
import { CellButton } from '../ask/gridParts';
import { number } from '../ask/said';
import type { Bench } from './api';
import { BenchRail } from './BenchRail';
import { REACHES, reachMeans, reachWords, type TypeShown } from './design';
import {
  type Amounts,
  type At,
  aloud,
  type GridCell,
  type GridRow,
  refKey,
  shown,
  unsaid,
} from './grid';

type ReachButtonProps = {
  cell: GridCell;
  type: TypeShown;
  name: string;
  at: At;
  cursor: boolean;
  selected: boolean;
  counted: Amounts | undefined;
  onClick: (at: At, element: HTMLElement, extend: boolean) => void;
};

export function ReachButton({
  cell,
  type,
  name,
  at,
  cursor,
  selected,
  counted,
  onClick,
}: ReachButtonProps) {
  const { now, before } = cell.change;
  const written = shown(cell, number, counted);
  const said = aloud(cell, name, type.plural, written.text);
  const carried = cell.carried > now.notches;
  const { ref } = cell;
  const explained =
    ref.kind === 'cell' && type.operations.find((one) => one.key === ref.operation)?.explanation;
  // What is counted is all that they have; where nothing here gives any of it, something else does.
  const elsewhere =
    !cell.whole &&
    written.text !== '' &&
    now.notches === 0 &&
    now.conditional.length === 0 &&
    !carried &&
    !before;
  return (
    <Tooltip
      describeChild
      enterDelay={600}
      title={
        <>
          {said}. {reachMeans(Math.max(now.notches, carried ? cell.carried : 0))}
          {explained && <div>{explained}</div>}
          {elsewhere && <div>They have it by something else, not by this.</div>}
          {type.follows && cell.ref.kind === 'cell' && <div>{type.follows}</div>}
        </>
      }
    >
      <CellButton
        data-at={`${at.row}:${at.column}`}
        data-ref={refKey(cell.ref)}
        tabIndex={cursor ? 0 : -1}
        aria-label={said}
        aria-pressed={cursor || selected}
        onClick={(event) => onClick(at, event.currentTarget, event.shiftKey)}
        sx={{
          display: 'flex',
          width: '100%',
          rowGap: 0,
          columnGap: 0.75,
          px: 0.5,
          flexWrap: cell.label ? 'wrap' : 'nowrap',
          borderStyle: before ? 'dashed' : 'solid',
          ...(before && { borderColor: 'warning.main' }),
        }}
      >
        {cell.label && (
          <Box
            component="span"
            className={now.notches > 0 || before ? '' : 'quiet'}
            sx={{ flexBasis: '100%', fontSize: 12.5, lineHeight: '15px', textAlign: 'left' }}
          >
            {cell.label}
          </Box>
        )}{' '}
        {carried ? (
          <Carried notches={cell.carried} />
        ) : (
          <BenchRail now={now.notches} before={before?.notches} />
        )}
        <Box
          component="span"
          sx={{
            minWidth: 0,
            overflow: 'hidden',
            textOverflow: 'ellipsis',
            textAlign: 'left',
            ...(elsewhere && { color: 'text.secondary' }),
            ...(written.differs && {
              color: 'warning.main',
              fontWeight: 600,
              whiteSpace: 'normal',
              lineHeight: 1.25,
            }),
          }}
        >
          {written.text}
        </Box>
        {now.conditional.length > 0 && <Conditional />}
      </CellButton>
    </Tooltip>
  );
}

/** View that comes with other operations: drawn as an outline, since no privilege here says it. */
function Carried({ notches }: { notches: number }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 41 12"
      aria-hidden
      sx={{ width: 41, height: 12, flex: 'none' }}
    >
      <path
        d={`M0 6h${notches * 6 - 1.5}`}
        stroke="var(--mui-palette-primary-main)"
        strokeWidth="3"
        strokeDasharray="4.5 1.5"
      />
    </Box>
  );
}

/** Something is given under a condition besides. */
function Conditional() {
  return (
    <Box component="svg" viewBox="0 0 12 12" aria-hidden sx={{ width: 12, height: 12 }}>
      <path
        d="M2 2h8L7 6v4L5 9V6z"
        fill="none"
        stroke="var(--mui-palette-text-secondary)"
        strokeWidth="1.2"
      />
    </Box>
  );
}

export function Levels({
  row,
  at,
  cursor,
  onClick,
}: {
  row: Extract<GridRow, { kind: 'function' }>;
  at: At;
  cursor: boolean;
  onClick: (at: At, element: HTMLElement, extend: boolean) => void;
}) {
  const { function: one, level } = row;
  const before = level.before;
  const said = `${one.name}, ${one.levels[level.now]}${
    before === undefined ? '' : `, published ${one.levels[before]}`
  }${row.givers.length > 0 ? `, by ${row.givers.join(' and ')}` : ''}`;
  return (
    <Tooltip describeChild enterDelay={600} title={[said, ...one.needs].join('; ')}>
      <CellButton
        data-at={`${at.row}:${at.column}`}
        data-ref={refKey({ kind: 'function', function: one.key })}
        tabIndex={cursor ? 0 : -1}
        aria-pressed={cursor}
        onClick={(event) => onClick(at, event.currentTarget, event.shiftKey)}
        sx={{
          gap: 2,
          ...(before !== undefined && { borderStyle: 'dashed', borderColor: 'warning.main' }),
        }}
      >
        <Unseen>{said}:</Unseen>
        {one.levels.map((word, index) => (
          <Box
            key={word}
            component="span"
            className={index === level.now ? '' : 'quiet'}
            sx={
              index === level.now
                ? {
                    fontWeight: 650,
                    borderBottom: '2px solid',
                    borderColor: before === undefined ? 'primary.main' : 'warning.main',
                  }
                : {}
            }
          >
            {word}
          </Box>
        ))}
      </CellButton>
    </Tooltip>
  );
}

export function ReachMenu({
  anchor,
  bench,
  cell,
  onClose,
  onPick,
  onConditions,
}: {
  anchor: HTMLElement | null;
  bench: Bench;
  cell: GridCell;
  onClose: () => void;
  onPick: (notches: number) => void;
  onConditions: () => void;
}) {
  if (!anchor) {
    return null;
  }
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      {REACHES.map((reach, notches) => {
        const why = unsaid(bench, cell.ref, notches);
        return (
          <MenuItem
            key={reach}
            dense
            selected={cell.change.now.notches === notches}
            disabled={why !== undefined}
            onClick={() => {
              onPick(notches);
              onClose();
            }}
            sx={{ gap: 1.5, minWidth: 380 }}
          >
            <Box component="kbd" sx={{ font: 'inherit', color: 'text.secondary', width: 10 }}>
              {notches}
            </Box>
            <BenchRail now={notches} />
            <Box component="span" sx={{ width: 84 }}>
              {reachWords(notches)}
            </Box>
            <Box
              component="small"
              sx={{ color: 'text.secondary', fontSize: 12.5, whiteSpace: 'normal' }}
            >
              {why ?? reachMeans(notches)}
            </Box>
          </MenuItem>
        );
      })}
      <MenuItem
        dense
        onClick={() => {
          onClose();
          onConditions();
        }}
        sx={{ gap: 1.5, borderTop: '1px solid', borderColor: 'divider' }}
      >
        <Box component="kbd" sx={{ font: 'inherit', color: 'text.secondary', width: 10 }}>
          w
        </Box>
        {cell.change.now.conditional.length === 0
          ? 'Only where …'
          : `Only where ${cell.change.now.conditional.map((one) => one.condition).join('; or ')}`}
      </MenuItem>
    </Menu>
  );
}
