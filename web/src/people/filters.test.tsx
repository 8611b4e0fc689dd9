import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useLocation } from 'react-router';
import { expect, test } from 'vitest';
import { show } from '../testing/served';
import { peopleFile } from './api';
import { useFilters } from './filters';

function Shown() {
  const { filters, filtered, page, change } = useFilters();
  return (
    <>
      <p>{JSON.stringify({ ...filters, filtered, page })}</p>
      <p data-testid="address">{useLocation().search}</p>
      <button type="button" onClick={() => change({ unit: 'credit' })}>
        narrow
      </button>
      <button type="button" onClick={() => change({ unit: '', search: '' })}>
        widen
      </button>
    </>
  );
}

test('everybody by name, where nothing is said', () => {
  show(<Shown />, '/people');
  expect(screen.getByText(/"sort":"name"/).textContent).toContain('"filtered":false');
});

test('a search sorts by how well it matches, unless another order is said', () => {
  show(<Shown />, '/people?search=ilse');
  expect(screen.getByText(/"sort":"match"/)).toBeTruthy();
});

test('the address holds every filter, and narrowing goes back to the first page', async () => {
  show(<Shown />, '/people?search=ilse&sort=email&down=yes&page=3');
  expect(screen.getByText(/"descending":true/).textContent).toContain('"page":3');
  await userEvent.click(screen.getByText('narrow'));
  const address = new URLSearchParams(screen.getByTestId('address').textContent ?? '');
  expect(Object.fromEntries(address)).toEqual({
    search: 'ilse',
    sort: 'email',
    down: 'yes',
    unit: 'credit',
  });
  await userEvent.click(screen.getByText('widen'));
  expect(screen.getByTestId('address').textContent).toBe('?sort=email&down=yes');
});

test('a page that is none is the first', () => {
  show(<Shown />, '/people?page=-2');
  expect(screen.getByText(/"page":0/)).toBeTruthy();
});

test('the file has exactly what is filtered, or exactly those picked', () => {
  const filters = {
    search: 'hollis',
    kind: 'external',
    status: '',
    account: '',
    unit: '',
    team: '',
    role: '',
    invitation: '',
    access: '',
    source: '',
    sort: 'name',
    descending: false,
  };
  expect(peopleFile(filters, [])).toBe(
    '/api/people/people.csv?search=hollis&sort=name&kind=external',
  );
  expect(peopleFile(filters, ['a', 'b'])).toContain('picked=a%2Cb');
});
