import ButtonBase from '@mui/material/ButtonBase';
import { styled } from '@mui/material/styles';
import Tooltip from '@mui/material/Tooltip';
import type { Cell } from './answers';
import { CutMark, UnusedMark, WidenedMark } from './marks';
import { ReachRail, RelatedRail } from './ReachRail';
import { number } from './said';

export const Table = styled('table')(({ theme }) => ({
  width: '100%',
  borderCollapse: 'collapse',
  background: theme.vars?.palette.background.paper,
  borderRadius: 6,
  fontSize: 14,
  '& th, & td': {
    textAlign: 'left',
    height: 31,
    padding: '0 4px',
    borderBottom: `1px solid ${theme.vars?.palette.divider}`,
    fontWeight: 400,
  },
  '& th:first-of-type': { paddingLeft: 6 },
  '& thead th': {
    color: theme.vars?.palette.text.secondary,
    fontSize: 13,
    position: 'sticky',
    top: 0,
    zIndex: 1,
    background: theme.vars?.palette.background.paper,
    padding: '0 10px',
  },
  '& tr[data-area] th': {
    background: theme.vars?.palette.background.default,
    color: theme.vars?.palette.text.secondary,
    fontSize: 12,
    fontWeight: 650,
    letterSpacing: '0.04em',
    height: 27,
    padding: '0 10px',
  },
  '& tr[data-field] td, & tr[data-field] th': {
    height: 28,
    fontSize: 13,
    background: theme.vars?.palette.background.default,
  },
}));

export const CellButton = styled(ButtonBase)(({ theme }) => ({
  font: 'inherit',
  justifyContent: 'flex-start',
  gap: 9,
  minHeight: 26,
  scrollMarginBlock: 90,
  padding: '0 6px',
  borderRadius: 4,
  border: '1.5px solid transparent',
  whiteSpace: 'nowrap',
  '&:hover': { background: theme.vars?.palette.action.hover },
  '&[aria-pressed="true"]': {
    borderColor: theme.vars?.palette.text.primary,
    background: theme.vars?.palette.action.selected,
  },
  '& .quiet': { color: theme.vars?.palette.text.secondary },
  // Beside Because in a narrow window, words and rails that can be spared make room.
  '@container (max-width: 780px)': {
    '& .spared': { display: 'none' },
    '&[data-named="true"] svg:first-of-type': { display: 'none' },
  },
}));

/** What a cell says aloud: "view 642 of 2 412 cargo lots, own branch". It has what is shown in it. */
function aloud(cell: Cell, plural: string, total: number): string {
  const kind = plural.toLowerCase();
  if (!cell.granted) {
    return `${cell.label} none of the ${kind}`;
  }
  const amount =
    cell.records === undefined
      ? `${cell.label} within reach: ${kind}`
      : `${cell.label} ${number(cell.records)} of ${number(total)} ${kind}`;
  const reach = cell.reach ? `, ${cell.reach}${cell.narrowed ? ', narrowed' : ''}` : '';
  const widened = cell.widened > 0 ? `, ${number(cell.widened)} through related records` : '';
  const cut = cell.cut > 0 ? `, filters take ${number(cell.cut)}` : '';
  return `${amount}${reach}${widened}${cut}`;
}

type ReachCellProps = {
  cell: Cell;
  plural: string;
  total: number;
  /** Whether the numbers are there. */
  counted?: boolean;
  /** Whether it was not used for long, as far as that is known. */
  unused?: boolean;
  named: boolean;
  picked: boolean;
  onPick: () => void;
};

/** One cell of the reach grid: rail, number and marks. */
export function ReachCell({
  cell,
  plural,
  total,
  counted = true,
  unused = false,
  named,
  picked,
  onPick,
}: ReachCellProps) {
  // Nothing is drawn quietly: the word is for those who hear it.
  const amount = cell.granted
    ? cell.records !== undefined
      ? number(cell.records)
      : counted || cell.operation === 'create'
        ? 'within reach'
        : '…'
    : '';
  const said = `${aloud(cell, plural, total)}${unused ? ', not used for 90 days' : ''}`;
  return (
    <Tooltip title={cell.granted ? `${said}: ${cell.words}` : said} describeChild>
      <CellButton
        data-cell={`${cell.operation}`}
        aria-label={said}
        aria-pressed={picked}
        data-named={named}
        tabIndex={-1}
        onClick={onPick}
      >
        {cell.granted && cell.notches === 0 ? (
          <RelatedRail />
        ) : (
          <ReachRail notches={cell.granted ? cell.notches : 0} narrowed={cell.narrowed} />
        )}
        {named && <span className={cell.granted ? '' : 'quiet'}>{cell.label}</span>}{' '}
        <span
          className={
            cell.records !== undefined && cell.granted
              ? ''
              : cell.granted
                ? 'quiet spared'
                : 'quiet'
          }
        >
          {amount}
        </span>
        {cell.granted && cell.widened > 0 && <WidenedMark />}
        {cell.cut > 0 && <CutMark />}
        {unused && <UnusedMark />}
      </CellButton>
    </Tooltip>
  );
}
