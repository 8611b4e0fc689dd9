import { writtenDay } from '../app/dateStyle';
import { exactly } from '../app/when';

const grouped = new Intl.NumberFormat('en', { useGrouping: true });

/** 2412 as "2 412", with narrow spaces. */
export function number(value: number): string {
  return grouped.format(value).replaceAll(',', '\u202f');
}

/** A field's value as people write it; dates as "3 March 2026", instants with their time. */
export function fieldValue(value: string, type: string, timeZone: string): string {
  switch (type) {
    case 'date':
      return writtenDay(new Date(`${value}T00:00:00Z`), 'UTC');
    case 'timestamp':
      return exactly(value, timeZone);
    case 'yesNo':
      return value === 'true' ? 'yes' : 'no';
    case 'money':
    case 'decimal':
    case 'wholeNumber':
      return value.replace(/\B(?=(\d{3})+(?!\d))(?<!\..*)/g, '\u202f');
    default:
      return value;
  }
}

export function isNumeric(type: string): boolean {
  return type === 'money' || type === 'decimal' || type === 'wholeNumber';
}

/** "as dispatcher and as planner": words joined as in a sentence. */
export function and(words: string[]): string {
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}

/** What the server marks as typed stands in quotation marks here. */
export function quoted(text: string): string {
  return text.replaceAll(/`([^`]*)`/g, '\u201c$1\u201d');
}
