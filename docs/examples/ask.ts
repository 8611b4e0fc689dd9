// Asks a Nembar for decisions: web/node_modules/.bin/tsc --target es2022 --module nodenext --outDir /tmp docs/examples/ask.ts
// && node /tmp/ask.js. NEMBAR_URL and NEMBAR_TOKEN say where, and as which program; they are the demo's when left out.
declare const process: { env: Record<string, string | undefined> };

const url = process.env['NEMBAR_URL'] ?? 'http://127.0.0.1:8480';
const token = process.env['NEMBAR_TOKEN'] ?? 'larkwater-gateway-decides-41';

type Entity = { type: string; id?: string; properties?: Record<string, unknown> };
type Filter = {
  all: boolean;
  none: boolean;
  sql: { table: string; join: string; where: string; parameters: { type: string; value: unknown }[] };
  cql2?: unknown;
};

async function post<Answer>(path: string, body: unknown): Promise<Answer> {
  const answer = await fetch(`${url}/access/v1/${path}`, {
    method: 'POST',
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(5000),
  });
  if (!answer.ok) {
    throw new Error(`${answer.status} ${await answer.text()}`);
  }
  return (await answer.json()) as Answer;
}

const person = (email: string): Entity => ({ type: 'person', id: email });

/** Whether somebody may do something; a no where that cannot be found out. */
async function may(email: string, action: string, resource: Entity): Promise<boolean> {
  try {
    const asked = { subject: person(email), action: { name: action }, resource };
    return (await post<{ decision: boolean }>('evaluation', asked)).decision;
  } catch {
    return false;
  }
}

/** A query of one's own, cut down to what somebody may change. */
async function voyagesOf(email: string): Promise<{ text: string; values: unknown[] }> {
  const { sql } = await post<Filter>('filter', {
    subject: person(email),
    action: { name: 'change' },
    resource: { type: 'voyage' },
    options: { alias: 'v', placeholders: 'numbered' },
  });
  const own = sql.parameters.length + 1;
  return {
    text: `SELECT v.number FROM ${sql.table} v${sql.join} WHERE ${sql.where} AND v.number > $${own} ORDER BY v.number LIMIT 20`,
    values: [...sql.parameters.map((one) => one.value), 'V-1000'],
  };
}

const ilse = 'ilse.marrow@larkwater.example';
may(ilse, 'view', { type: 'voyage', id: 'V-1000' })
  .then((yes) => console.log(`May view V-1000: ${yes}`))
  .then(() => voyagesOf(ilse))
  .then((query) => console.log(query));
