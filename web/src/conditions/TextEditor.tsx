import {
  acceptCompletion,
  autocompletion,
  type CompletionContext,
  type CompletionResult,
  completionKeymap,
} from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { type Diagnostic, setDiagnostics } from '@codemirror/lint';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { type About, type Name, valuesOf } from './api';
import { language } from './language';

type Props = {
  about: About;
  names: Name[];
  editor: string;
  label: string;
  value: string;
  /** What is wrong, and at which character from 1 on; none where all is well. */
  problem: { at: number; message: string } | null;
  onChange: (value: string) => void;
};

const FUNCTIONS = [
  ['today()', 'the day; today(7) is in 7 days'],
  ['now()', 'the instant; now(-1) is a day ago'],
  ["below(unit, '')", 'the unit or one below it'],
  ["has('', '')", 'whoever looks has the level of a function'],
] as const;

const theme = EditorView.theme({
  '&': {
    fontSize: '13.5px',
    color: 'var(--mui-palette-text-primary)',
    backgroundColor: 'var(--mui-palette-background-paper)',
    border: '1px solid var(--mui-palette-divider)',
    borderRadius: '5px',
  },
  '&.cm-focused': { outline: '2px solid var(--mui-palette-primary-main)', outlineOffset: '1px' },
  '.cm-content': {
    fontFamily: 'ui-monospace, monospace',
    padding: '5px 4px',
    caretColor: 'var(--mui-palette-text-primary)',
  },
  '.cm-placeholder': { color: 'var(--mui-palette-text-secondary)' },
  '.cm-tooltip': {
    backgroundColor: 'var(--mui-palette-background-paper)',
    color: 'var(--mui-palette-text-primary)',
    border: '1px solid var(--mui-palette-divider)',
    borderRadius: '5px',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]': {
    backgroundColor: 'var(--mui-palette-action-selected)',
    color: 'var(--mui-palette-text-primary)',
  },
  '.cm-completionDetail': { color: 'var(--mui-palette-text-secondary)', fontStyle: 'normal' },
});

/** The name that is compared where the cursor stands behind an opened quote. */
const QUOTED =
  /([a-z_][\w.]*)\s*(?:=|<>|<=?|>=?|(?:not\s+)?(?:in|like)\b)\s*\(?(?:\s*'[^']*',)*\s*'([^']*)$/i;

async function complete(
  context: CompletionContext,
  props: Pick<Props, 'about' | 'names' | 'editor'>,
): Promise<CompletionResult | null> {
  const before = context.state.sliceDoc(0, context.pos);
  const quoted = QUOTED.exec(before);
  if (quoted) {
    const [, name = '', begun = ''] = quoted;
    const values = await valuesOf(props.about, name, begun, `${props.editor}-values`).catch(
      () => [],
    );
    return {
      from: context.pos - begun.length,
      filter: false,
      options: values.map((one) => ({
        label: one.key,
        ...(one.name === one.key ? {} : { detail: one.name }),
        apply: `${one.key.replaceAll("'", "''")}'`,
      })),
    };
  }
  const word = context.matchBefore(/[A-Za-z_][\w.]*$/);
  if (!word && !context.explicit) {
    return null;
  }
  return {
    from: word?.from ?? context.pos,
    validFor: /^[\w.]*$/,
    options: [
      ...props.names.map((one) => ({ label: one.name, detail: one.words, type: 'variable' })),
      ...FUNCTIONS.map(([label, detail]) => ({ label, detail, type: 'function' })),
      ...['AND', 'OR', 'NOT', 'IN', 'LIKE', 'BETWEEN', 'IS NULL', 'IS NOT NULL'].map((label) => ({
        label,
        type: 'keyword',
      })),
    ],
  };
}

/** A condition as text: coloured, completed and, where something is wrong, marked there. */
export default function TextEditor(props: Props) {
  const { label, value, problem, onChange } = props;
  const at = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const current = useRef(props);
  current.current = props;
  const change = useRef(onChange);
  change.current = onChange;
  const begun = useRef(value);
  useEffect(() => {
    if (!at.current) {
      return;
    }
    const made = new EditorView({
      parent: at.current,
      state: EditorState.create({
        doc: begun.current,
        extensions: [
          language,
          theme,
          history(),
          EditorView.lineWrapping,
          placeholder("status = 'open' AND due < today(7)"),
          autocompletion({
            override: [(context) => complete(context, current.current)],
            activateOnTyping: true,
          }),
          // Tab takes what is completed; else it leaves the field, as everywhere.
          keymap.of([
            { key: 'Tab', run: acceptCompletion },
            ...completionKeymap,
            ...historyKeymap,
            ...defaultKeymap.filter((one) => one.key !== 'Mod-Enter'),
          ]),
          EditorView.contentAttributes.of({ 'aria-label': label, spellcheck: 'false' }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) {
              change.current(update.state.doc.toString());
            }
          }),
        ],
      }),
    });
    view.current = made;
    return () => made.destroy();
  }, [label]);
  useEffect(() => {
    const shown = view.current;
    if (shown && shown.state.doc.toString() !== value) {
      shown.dispatch({ changes: { from: 0, to: shown.state.doc.length, insert: value } });
    }
  }, [value]);
  useEffect(() => {
    const shown = view.current;
    if (!shown) {
      return;
    }
    const length = shown.state.doc.length;
    const marks: Diagnostic[] = problem
      ? [
          {
            from: Math.min(Math.max(0, problem.at - 1), Math.max(0, length - 1)),
            to: Math.min(Math.max(problem.at, 1), length),
            severity: 'error',
            message: problem.message,
          },
        ]
      : [];
    shown.dispatch(setDiagnostics(shown.state, marks));
  }, [problem]);
  return <div ref={at} style={{ flex: 1, minWidth: 0 }} />;
}
