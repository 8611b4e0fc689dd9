import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import { type Choice, Slot } from './Slot';

afterEach(cleanup);

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
