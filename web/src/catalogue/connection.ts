import type { Given } from './api';

/** What is typed of a connection. */
export type Typed = {
  host: string;
  port: string;
  database: string;
  username: string;
  secret: string;
  kept: 'here' | 'variable';
  tls: NonNullable<Given['tls']>;
  certificate: string;
  schemas: string;
};

export const untyped: Typed = {
  host: '',
  port: '5432',
  database: '',
  username: '',
  secret: '',
  kept: 'here',
  tls: 'encrypted',
  certificate: '',
  schemas: 'public',
};

/** What is sent of it; a password that is not typed stays the one that is known. */
export function given(typed: Typed): Given {
  return {
    host: typed.host,
    port: Number(typed.port) || 0,
    database: typed.database,
    username: typed.username,
    tls: typed.tls,
    schemas: typed.schemas
      .split(',')
      .map((name) => name.trim())
      .filter((name) => name !== ''),
    ...(typed.secret === ''
      ? {}
      : typed.kept === 'here'
        ? { password: typed.secret }
        : { passwordVariable: typed.secret }),
    ...(typed.tls === 'verified' ? { certificate: typed.certificate } : {}),
  };
}
