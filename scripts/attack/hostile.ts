import fc from 'fast-check';
import type { testServer } from '../../server/testing.ts';

/** A request that should not have been answered so. */
export interface Bad {
  request: string;
  status: number;
  ms: number;
}

/** A part of the OpenAPI document: what one value may be. */
interface Schema {
  type?: string | string[];
  format?: string;
  enum?: unknown[];
  const?: unknown;
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  properties?: Record<string, Schema>;
  items?: Schema;
  minimum?: number;
  maximum?: number;
}

interface Operation {
  parameters?: { name: string; in: string; schema: Schema }[];
  requestBody?: { content: Record<string, { schema: Schema }> };
}

/** Nobody waits longer for an answer, ms; a busy machine has its share of it. */
const LONGEST_MS = 5000;

const EVIL = [
  '',
  ' ',
  '\0',
  '..',
  '../../etc/passwd',
  '%00',
  '%zz',
  "'; DROP TABLE event; --",
  '<img src=x onerror=alert(1)>',
  '=1+1',
  '__proto__',
  'constructor',
  '-0',
  '1e999',
  '2026-02-30',
  '0226-11-01T10:00:00Z',
  '9999-12-31',
  'x'.repeat(5000),
  '\u202e\u2028💥',
];
const junk = fc.oneof(
  fc.constantFrom(...EVIL),
  fc.constantFrom(-1, 0, 1e308, -1e308, 2 ** 53, 0.1, null, true, [], {}),
  fc.jsonValue({ maxDepth: 3 }),
  fc.string({ unit: 'grapheme' }),
);

/** Values by a schema, mostly as it asks and now and then not at all; `known` are ids and codes that exist. */
function oneLike(schema: Schema, known: readonly string[], depth = 0): fc.Arbitrary<unknown> {
  const right = (): fc.Arbitrary<unknown> => {
    const choices = schema.anyOf ?? schema.oneOf ?? schema.allOf;
    if (schema.const !== undefined) return fc.constant(schema.const);
    if (schema.enum) return fc.constantFrom(...schema.enum);
    if (choices?.length) return fc.oneof(...choices.map((one) => oneLike(one, known, depth + 1)));
    const type = Array.isArray(schema.type) ? schema.type[0] : schema.type;
    if (type === 'object' && schema.properties && depth < 6)
      return fc.record(
        Object.fromEntries(Object.entries(schema.properties).map(([name, part]) => [name, oneLike(part, known, depth + 1)])),
        { requiredKeys: [] },
      );
    if (type === 'array' && schema.items) return fc.array(oneLike(schema.items, known, depth + 1), { maxLength: 4 });
    if (type === 'integer') return fc.integer({ min: schema.minimum ?? -5, max: Math.min(schema.maximum ?? 200, 1_000_000) });
    if (type === 'number') return fc.double({ noNaN: true });
    if (type === 'boolean') return fc.boolean();
    if (schema.format === 'date') return fc.constantFrom('2026-11-01', '1900-01-01', '2199-12-31', '2027-02-29');
    if (schema.format === 'date-time') return fc.constantFrom('2026-11-01T10:00:00Z', '1900-01-01T00:00:00Z');
    return fc.oneof(fc.constantFrom(...known, ...EVIL), fc.uuid(), fc.string());
  };
  return fc.oneof({ weight: depth === 0 ? 30 : 12, arbitrary: right() }, { weight: 1, arbitrary: junk });
}

/** Anything as it would stand in an address. */
function asText(value: unknown): string {
  const text = typeof value === 'object' ? (JSON.stringify(value) ?? '') : String(value);
  // Half of a pair of surrogates has no place in an address.
  return text.replace(/\p{Surrogate}/gu, '\ufffd');
}

/** A request of one operation, as fast-check makes them. */
function requestOf(method: string, path: string, operation: Operation, known: readonly string[]) {
  const parameters = operation.parameters ?? [];
  const body = Object.entries(operation.requestBody?.content ?? {})[0];
  const named = (place: string) =>
    fc.record(
      Object.fromEntries(parameters.filter((one) => one.in === place).map(({ name, schema }) => [name, oneLike(schema, known, 1)])),
    );
  return fc.record({
    method: fc.constant(method.toUpperCase()),
    path: named('path').map((values) =>
      path.replace(/\{(\w+)\}/g, (_, name: string) =>
        encodeURIComponent(asText((values as Record<string, unknown>)[name] ?? 'x')).slice(0, 300),
      ),
    ),
    query: named('query'),
    payload: body ? oneLike(body[1].schema, known) : fc.constant(undefined),
    type: fc.oneof(
      { weight: 20, arbitrary: fc.constant(body?.[0] ?? '') },
      { weight: 1, arbitrary: fc.constantFrom('text/plain', 'application/xml', '') },
    ),
  });
}

/**
 * Sends `count` requests made from the server's own description of itself, on every route in turn; how many were taken, and which came back with a fault of the server's own, or only
 * after long. `seed` makes it the same again.
 */
export async function hostileRequests(
  app: Awaited<ReturnType<typeof testServer>>['app'],
  count: number,
  seed: number,
  known: readonly string[],
): Promise<{ sent: number; taken: number; bad: Bad[] }> {
  await app.ready();
  const paths = app.swagger().paths as Record<string, Record<string, Operation>>;
  const operations = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ method, path, operation })),
  );
  const bad: Bad[] = [];
  const each = Math.max(1, Math.ceil(count / operations.length));
  let [sent, taken] = [0, 0];
  for (const [i, { method, path, operation }] of operations.entries()) {
    for (const { query, payload, type, ...request } of fc.sample(requestOf(method, path, operation, known), {
      numRuns: each,
      seed: seed + i,
    })) {
      const asked = new URLSearchParams(
        Object.entries(query as object).map(([name, value]): [string, string] => [name, asText(value)]),
      ).toString();
      const url = request.path + (asked && `?${asked}`);
      const began = performance.now();
      const { statusCode } = await app.inject({
        method: request.method as 'GET',
        url,
        ...(payload !== undefined && { payload: JSON.stringify(payload) ?? '' }),
        headers: { ...(type && payload !== undefined && { 'content-type': type }) },
      });
      const ms = performance.now() - began;
      sent += 1;
      if (statusCode < 300) taken += 1;
      if (statusCode >= 500 || ms > LONGEST_MS)
        bad.push({
          request: `${request.method} ${url.slice(0, 200)} ${JSON.stringify(payload)?.slice(0, 300) ?? ''}`,
          status: statusCode,
          ms,
        });
    }
  }
  return { sent, taken, bad };
}
