import { expect, test } from 'vitest';
import { given, untyped } from './connection';

const typed = { ...untyped, host: 'db.example', database: 'yard', username: 'reader' };

test('what is typed of a connection is sent as it is meant', () => {
  expect(given({ ...typed, schemas: ' yard, , stores ', port: '5433', secret: 'x' })).toEqual({
    host: 'db.example',
    port: 5433,
    database: 'yard',
    username: 'reader',
    tls: 'encrypted',
    schemas: ['yard', 'stores'],
    password: 'x',
  });
});

test('a password is a variable, or the one that is known where none is typed', () => {
  expect(given({ ...typed, kept: 'variable', secret: 'NEMBAR_PASSWORD_X' })).toMatchObject({
    passwordVariable: 'NEMBAR_PASSWORD_X',
  });
  expect(given(typed)).not.toHaveProperty('password');
  expect(given(typed)).not.toHaveProperty('passwordVariable');
});

test('a certificate goes with a server that proves who it is', () => {
  expect(given({ ...typed, certificate: 'PEM' })).not.toHaveProperty('certificate');
  expect(given({ ...typed, tls: 'verified', certificate: 'PEM' }).certificate).toBe('PEM');
});
