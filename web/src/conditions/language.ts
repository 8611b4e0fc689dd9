import {
  HighlightStyle,
  LanguageSupport,
  StreamLanguage,
  syntaxHighlighting,
} from '@codemirror/language';
import { tags } from '@lezer/highlight';

const WORDS =
  /^(and|or|not|in|like|between|is|null|true|false|div|casei|accenti|date|timestamp|interval)\b/i;
const FUNCTIONS = /^(today|now|below|has|[ta]_[a-z]+)(?=\s*\()/i;

/** CQL2 text, as far as its colours go. */
const cql = StreamLanguage.define({
  token(stream) {
    if (stream.eatSpace()) {
      return null;
    }
    if (stream.match(/^'(?:[^']|'')*'?/)) {
      return 'string';
    }
    if (stream.match(/^\d+(?:\.\d+)?/)) {
      return 'number';
    }
    if (stream.match(FUNCTIONS)) {
      return 'atom';
    }
    if (stream.match(WORDS)) {
      return 'keyword';
    }
    if (stream.match(/^(?:"[^"]*"|[a-z_][\w.]*)/i)) {
      return 'variableName';
    }
    stream.next();
    return 'operator';
  },
});

const colours = HighlightStyle.define([
  { tag: tags.keyword, color: 'var(--mui-palette-primary-main)', fontWeight: '600' },
  { tag: tags.atom, color: 'var(--mui-palette-primary-main)' },
  { tag: tags.string, color: 'var(--mui-palette-secondary-main)' },
  { tag: tags.number, color: 'var(--mui-palette-secondary-main)' },
  { tag: tags.operator, color: 'var(--mui-palette-text-secondary)' },
]);

export const language = new LanguageSupport(cql, [syntaxHighlighting(colours)]);
