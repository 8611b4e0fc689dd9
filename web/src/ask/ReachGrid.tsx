import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Fragment, memo, useEffect, useState } from 'react';
import type { AreaRows, FieldRow, TypeRow, WhatCan } from './answers';
import { useGridKeys } from './gridKeys';
import { CellButton, ReachCell, Table } from './gridParts';
import { Shield, Wedge } from './marks';
import type { Pick, Question } from './question';
import { pickToText } from './question';
import { number } from './said';
import { usedKey } from './use';

const COMMON = 4;

/** What the grid needs of a question: which cell is picked, which types are open, and what then. */
export type GridQuestion = globalThis.Pick<
  Question,
  'pick' | 'open' | 'toggle' | 'because' | 'list'
>;

type Props = {
  answer: WhatCan;
  question: GridQuestion;
  /** What was used lately; null where that is not known. */
  used?: ReadonlySet<string> | null;
};

/** Rows are record types by area, columns are operations; a type opens to its fields. */
export const ReachGrid = memo(function ReachGrid({ answer, question, used = null }: Props) {
  const [onlyGiven, setOnlyGiven] = useState(false);
  const picked = question.pick ? pickToText(question.pick) : '';
  const keys = useGridKeys((key, cell) => {
    const type = cell.closest('tr')?.dataset.type;
    if (!type) {
      return false;
    }
    if (key === 'f') {
      question.toggle(type);
      return true;
    }
    const row = answer.areas.flatMap((area) => area.types).find((one) => one.key === type);
    const found = row?.cells.find((one) => one.operation === cell.dataset.cell);
    if (key === 'l' && found?.records && answer.person.mayLookThrough) {
      question.list(type, found.operation);
      return true;
    }
    return false;
  });

  // One cell is always in the tab order: the picked one, or the first.
  useEffect(() => {
    const all = keys.ref.current?.querySelectorAll<HTMLElement>('[data-cell]') ?? [];
    const pressed = keys.ref.current?.querySelector<HTMLElement>('[aria-pressed="true"]');
    const entry = pressed ?? all[1];
    if (entry && ![...all].some((cell) => cell.tabIndex === 0)) {
      entry.tabIndex = 0;
    }
  });

  // Whoever is sent a question sees at once what it is about.
  useEffect(() => {
    keys.ref.current
      ?.querySelector('[aria-pressed="true"]')
      ?.scrollIntoView?.({ block: 'nearest' });
  }, [keys.ref]);

  return (
    <Box sx={{ containerType: 'inline-size' }}>
      <Table {...keys} aria-label={`What ${answer.person.name} can do`}>
        <thead>
          <tr>
            <th scope="col">
              <Button
                variant="text"
                size="small"
                aria-pressed={onlyGiven}
                onClick={() => setOnlyGiven(!onlyGiven)}
                sx={{ color: 'text.secondary', fontWeight: 400, p: 0 }}
              >
                {onlyGiven ? 'Show everything' : 'Fold what has nothing'}
              </Button>
            </th>
            <th scope="col">view</th>
            <th scope="col">change</th>
            <th scope="col">create</th>
            <th scope="col">delete</th>
            <th scope="col">its own</th>
          </tr>
        </thead>
        {answer.areas.map((area) => (
          <tbody key={area.key}>
            <AreaHead
              area={area}
              folded={onlyGiven ? area.types.filter((type) => !hasAnything(type)).length : 0}
            />
            {area.types
              .filter((type) => !onlyGiven || hasAnything(type))
              .map((type) => (
                <Fragment key={type.key}>
                  <TypeLine type={type} question={question} picked={picked} used={used} />
                  {question.open.has(type.key) &&
                    type.fields.map((field) => (
                      <FieldLine
                        key={field.key}
                        type={type}
                        field={field}
                        question={question}
                        picked={picked}
                      />
                    ))}
                </Fragment>
              ))}
          </tbody>
        ))}
      </Table>
    </Box>
  );
});

function hasAnything(type: TypeRow): boolean {
  return type.cells.some((cell) => cell.granted);
}

function AreaHead({ area, folded }: { area: AreaRows; folded: number }) {
  return (
    <tr data-area>
      <th colSpan={6} scope="rowgroup">
        <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
          {area.name}
          {area.stewards && (
            <>
              <Shield />
              <Box component="span" sx={{ fontWeight: 400, letterSpacing: 0 }}>
                guarded by {area.stewards}
              </Box>
            </>
          )}
          {folded > 0 && (
            <Box component="span" sx={{ fontWeight: 400, letterSpacing: 0 }}>
              · {folded} {folded === 1 ? 'kind' : 'kinds'} with nothing
            </Box>
          )}
        </Box>
      </th>
    </tr>
  );
}

type LineProps = { type: TypeRow; question: GridQuestion; picked: string };

/** Whether somebody has something, and did not use it lately. */
const isUnused = (
  type: TypeRow,
  cell: TypeRow['cells'][number],
  used: ReadonlySet<string> | null,
): boolean =>
  used !== null &&
  cell.granted &&
  cell.records !== 0 &&
  !used.has(usedKey(type.key, cell.operation));

function TypeLine({
  type,
  question,
  picked,
  used,
}: LineProps & { used: ReadonlySet<string> | null }) {
  const open = question.open.has(type.key);
  const own = type.cells.slice(COMMON);
  const reach = (cell: TypeRow['cells'][number], named: boolean) => {
    const pick: Pick = { kind: 'cell', type: type.key, operation: cell.operation };
    return (
      <ReachCell
        key={cell.operation}
        cell={cell}
        plural={type.plural}
        total={type.total}
        counted={type.counted !== false}
        unused={isUnused(type, cell, used)}
        named={named}
        picked={picked === pickToText(pick)}
        onPick={() => question.because(pick)}
      />
    );
  };
  return (
    <tr data-type={type.key}>
      <th scope="row">
        <CellButton
          data-cell=""
          tabIndex={-1}
          aria-expanded={open}
          aria-label={`${type.singular} ${number(type.total)}, fields`}
          onClick={() => question.toggle(type.key)}
          sx={{ gap: 0.75 }}
        >
          <Wedge open={open} />
          <Box component="span" sx={{ fontWeight: 600 }}>
            {type.singular}
          </Box>{' '}
          <Box component="span" className="quiet" sx={{ fontSize: 12 }}>
            {type.counted === false ? '…' : number(type.total)}
          </Box>
        </CellButton>
      </th>
      {type.cells.slice(0, COMMON).map((cell) => (
        <td key={cell.operation}>{reach(cell, false)}</td>
      ))}
      <td>
        <Box sx={{ display: 'flex', flexWrap: 'wrap' }}>{own.map((cell) => reach(cell, true))}</Box>
      </td>
    </tr>
  );
}

function fieldViews(field: FieldRow): string {
  if (field.viewed > 0) {
    return number(field.viewed) + (field.masked > 0 ? `, masked ${number(field.masked)}` : '');
  }
  return field.masked > 0 ? `masked ${number(field.masked)}` : 'hidden';
}

function FieldLine({ type, field, question, picked }: LineProps & { field: FieldRow }) {
  const pick: Pick = { kind: 'field', type: type.key, field: field.key };
  const because = () => question.because(pick);
  const counted = type.counted !== false;
  const views = counted ? fieldViews(field) : '…';
  const changes = !counted ? '…' : field.changed > 0 ? number(field.changed) : 'none';
  const name = `${type.singular}, ${field.label}`;
  return (
    <tr data-field data-type={type.key}>
      <th scope="row">
        <Box sx={{ pl: 3.5, display: 'flex', alignItems: 'center', gap: 0.75 }}>
          {field.label}
          {field.guarded && <Shield label="guarded" />}
        </Box>
      </th>
      <td>
        <CellButton
          data-cell=""
          tabIndex={-1}
          aria-label={`${name}: view ${views}`}
          aria-pressed={picked === pickToText(pick)}
          onClick={because}
        >
          <Box component="span" sx={{ width: 41 }} />
          <span className={field.viewed > 0 ? '' : 'quiet'}>{views}</span>
        </CellButton>
      </td>
      <td>
        <CellButton
          data-cell=""
          tabIndex={-1}
          aria-label={`${name}: change ${changes}`}
          onClick={because}
        >
          <Box component="span" sx={{ width: 41 }} />
          <span className={field.changed > 0 ? '' : 'quiet'}>{changes}</span>
        </CellButton>
      </td>
      <td colSpan={3}>
        <Box component="span" sx={{ px: 1, color: 'text.secondary' }}>
          {[...(counted ? [field.level] : []), ...field.classifications].join(' · ')}
        </Box>
      </td>
    </tr>
  );
}
