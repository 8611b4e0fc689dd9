import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import { type Choice, Slot } from './Slot';

const people: Choice[] = [
  { key: 'ilse', name: 'Ilse Marrow', detail: 'Sorrel Delta' },
  { key: 'mabel', name: 'Mabel Hollis', detail: 'Hollis Grain', outside: true },
];

function shown(onChoose: (choice: Choice) => void, value: Choice | null = null) {
  render(
    <Slot
      label="Person"
      placeholder="somebody"
      value={value}
      choices={people}
      none="nobody"
      onChoose={onChoose}
    />,
  );
  return screen.getByRole('combobox', { name: 'Person' });
}

/** A slot whose choices come from elsewhere. */
function searched(onChoose: (choice: Choice) => void) {
  return (choices: Choice[], waiting: boolean) => (
    <Slot
      label="Person"
      placeholder="somebody"
      value={null}
      choices={choices}
      waiting={waiting}
      none="nobody"
      onType={() => {}}
      onChoose={onChoose}
    />
  );
}

test('Enter takes the first match', async () => {
  const choose = vi.fn();
  await userEvent.type(shown(choose), 'mab{Enter}');
  expect(choose).toHaveBeenCalledWith(people[1]);
});

test('a filled slot can be typed over', async () => {
  const choose = vi.fn();
  const input = shown(choose, people[0]);
  await userEvent.click(input);
  await userEvent.clear(input);
  await userEvent.type(input, 'mab{Enter}');
  expect(choose).toHaveBeenCalledWith(people[1]);
});

test('what nobody is called says so', async () => {
  await userEvent.type(shown(vi.fn()), 'zzz');
  expect(screen.getByText('nobody')).toBeTruthy();
});

test('Enter pressed before the choices come takes the first that comes, not an older one', async () => {
  const choose = vi.fn();
  const slot = searched(choose);
  const { rerender } = render(slot(people, true));
  await userEvent.type(screen.getByRole('combobox', { name: 'Person' }), 'mab{Enter}');
  expect(choose).not.toHaveBeenCalled();

  rerender(slot(people.slice(1), false));
  expect(choose).toHaveBeenCalledExactlyOnceWith(people[1]);
  expect(screen.queryByRole('option')).toBeNull();
});

test('typing on after Enter means the later text', async () => {
  const choose = vi.fn();
  const slot = searched(choose);
  const { rerender } = render(slot(people, true));
  await userEvent.type(screen.getByRole('combobox', { name: 'Person' }), 'mab{Enter}x');
  rerender(slot(people.slice(1), false));
  expect(choose).not.toHaveBeenCalled();
});
