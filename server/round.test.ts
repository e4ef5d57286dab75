import { bagCode } from '@chill/core/ledger/bagCode.ts';
import { csv } from '@chill/core/units/csv.ts';
import { describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { NURSERY, someBatch, someLot, TODAY, testServer, uuid } from './testing.ts';

async function nursery(batches = 3) {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const places = (await server.ask('GET', '/api/places')).body as { id: string; kind: string; name: string }[];
  const fridge = places.find(({ kind }) => kind === 'fridge') as (typeof places)[number];
  const lot = someLot({ seeds: 60 * batches, note: 'from the creek; "second" bridge, =1+1' });
  await server.ask('POST', '/api/lots', lot);
  const made: { id: string; code: string }[] = [];
  for (let i = 0; i < batches; i++) {
    const batch = someBatch(lot, 60);
    made.push((await server.ask('POST', '/api/batches', batch)).body);
    const begun = [
      { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: fridge.id },
      { id: uuid(), on: TODAY, kind: 'stageFinished', stage: 0, moves: [] },
      { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 1, placeId: fridge.id },
    ];
    expect((await server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn: 0, events: begun })).status).toBe(200);
  }
  const text = async (url: string) => (await server.app.inject({ method: 'GET', url })).body;
  return { ...server, made, fridge, lot, text };
}

/** An iCalendar's events as property lists, long lines joined. */
function eventsOf(ics: string): Record<string, string>[] {
  return ics
    .replace(/\r\n[ \t]/g, '')
    .split('BEGIN:VEVENT')
    .slice(1)
    .map((block) =>
      Object.fromEntries(
        block
          .split('\r\n')
          .flatMap((line) => (line.includes(':') ? [[line.slice(0, line.search(/[;:]/)), line.slice(line.indexOf(':') + 1)]] : [])),
      ),
    );
}

async function pdfText(bytes: Buffer): Promise<{ pages: number; text: string[] }> {
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const text: string[] = [];
  for (let page = 1; page <= document.numPages; page++) {
    const { items } = await (await document.getPage(page)).getTextContent();
    text.push(
      items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
    );
  }
  return { pages: document.numPages, text };
}

describe('the calendar feed', () => {
  test('says what the database says: every action once, on its day, under an id that lasts', async () => {
    const { text, made, ask, close } = await nursery();
    const tasks = Papa.parse<Record<string, string>>(await text('/api/tables/tasks.csv'), { header: true, skipEmptyLines: true }).data;
    const before = eventsOf(await text('/api/calendar.ics'));
    for (const task of tasks) {
      const said = before.filter((event) => event.SUMMARY === `${task.code} Western larch: ${task.title}`.replaceAll(',', '\\,'));
      expect(said.map((event) => event.DTSTART)).toEqual([(task.due as string).replaceAll('-', '')]);
    }
    expect(new Set(before.map(({ UID }) => UID)).size).toBe(before.length);
    expect(before.every(({ DTSTART, DTEND }) => (DTSTART as string) < (DTEND as string))).toBe(true);

    // A check moves the next check: the same id, another day, a higher sequence.
    const looked = {
      id: uuid(),
      on: TODAY,
      kind: 'checked',
      damp: 'right',
      mould: 'few',
      moves: [{ from: 'waiting', to: 'mouldy', count: 1 }],
    };
    await ask('POST', `/api/batches/${made[0]?.id}/events`, { decidedOn: 3, events: [looked] });
    const after = eventsOf(await text('/api/calendar.ics'));
    const check = (events: Record<string, string>[]) => events.find(({ UID }) => UID === `${made[0]?.id}-check-1@chill`);
    expect(check(after)?.DTSTART).not.toBe(check(before)?.DTSTART);
    expect(Number(check(after)?.SEQUENCE)).toBeGreaterThan(Number(check(before)?.SEQUENCE));
    expect(after.some(({ UID }) => UID === `${made[0]?.id}-refresh-1@chill`)).toBe(true);
    await close();
  });
  test('a batch that is closed is no longer in it', async () => {
    const { text, made, ask, close } = await nursery(1);
    expect(eventsOf(await text('/api/calendar.ics')).length).toBeGreaterThan(2);
    await ask('POST', `/api/batches/${made[0]?.id}/events`, { decidedOn: 3, events: [{ id: uuid(), on: TODAY, kind: 'closed' }] });
    expect(eventsOf(await text('/api/calendar.ics'))).toEqual([]);
    await close();
  });
});

describe('tables', () => {
  test('hold no formula, wherever a spreadsheet looks for one, and negative figures as they are', () => {
    for (const cell of ['=1+1', '=1+1\nx', '\u2028=1', '\0=1', '  +1', '@x', '-2+3', '\t=1', '＝1'])
      expect([
        cell,
        csv([{ a: cell }])
          .split('\r\n')
          .slice(1)
          .join('')
          .includes(`'${cell}`),
      ]).toEqual([cell, true]);
    expect(csv([{ a: -3.5, b: 'x=1' }])).toBe('a,b\r\n-3.5,x=1\r\n');
  });
  test('every one is CSV that reads back, with what was typed kept whole and nothing that a spreadsheet would run', async () => {
    const { text, fridge, lot, made, close } = await nursery();
    for (const table of ['lots', 'batches', 'events', 'tasks', 'cold', 'places']) {
      const { data, errors } = Papa.parse(await text(`/api/tables/${table}.csv`), { header: true, skipEmptyLines: true });
      expect([table, errors]).toEqual([table, []]);
      expect(data.length).toBeGreaterThan(0);
    }
    const lots = Papa.parse<Record<string, string>>(await text('/api/tables/lots.csv'), { header: true, skipEmptyLines: true }).data;
    expect(lots[0]).toMatchObject({ code: lot.code, note: lot.note, seeds: '180' });
    expect((await text('/api/tables/events.csv')).split('\r\n')).toHaveLength(made.length * 3 + 2);
    expect(await text(`/api/tables/readings.csv?place=${fridge.id}`)).toBe('\r\n');
    expect(JSON.parse(await text('/api/tables/readings.csv'))).toMatchObject({ status: 422 });
    expect(JSON.parse(await text('/api/tables/passwords.csv'))).toMatchObject({ status: 422 });
    await close();
  });
});

describe('labels', () => {
  test('hold what is in each bag, several to a sheet, after those that are used up', async () => {
    const { app, made, fridge, close } = await nursery();
    const of = made.map(({ code }) => code).join(',');
    const get = async (query: string) => app.inject({ method: 'GET', url: `/api/labels.pdf?${query}` });
    const bags = await get(`kind=bag&sheet=a4-21&of=${of}&copies=8`);
    expect(bags.headers['content-type']).toBe('application/pdf');
    const { pages, text } = await pdfText(bags.rawPayload);
    expect(pages).toBe(2);
    for (const { code } of made) expect(text.join(' ').split(code)).toHaveLength(9);
    expect(text[0]).toContain('Larix occidentalis');
    expect(text[0]).toContain('60 seeds');
    expect(text[0]).toContain('SEEDS, NOT FOOD. Do not throw away.');
    expect((await pdfText((await get(`kind=bag&sheet=letter-30&of=${of}`)).rawPayload)).text[0]).toContain('SEEDS, NOT FOOD.');
    expect((await pdfText((await get(`kind=bag&sheet=a4-10&of=${of}&skip=8`)).rawPayload)).pages).toBe(2);
    expect((await pdfText((await get(`kind=shelf&sheet=a4-10&of=${fridge.id}`)).rawPayload)).text[0]).toContain(`${fridge.name} `);
    expect((await pdfText((await get(`kind=pot&sheet=a4-24&of=${made[0]?.code}`)).rawPayload)).text[0]).not.toContain('throw away');
    await close();
  });
  test('what is not there is refused at its field', async () => {
    const { app, close } = await nursery(1);
    for (const query of [
      'kind=bag&sheet=a4-21&of=',
      `kind=bag&sheet=a4-21&of=${bagCode(900)}`,
      'kind=shelf&sheet=a4-21&of=nowhere',
      'kind=bag&sheet=a5&of=x',
      'kind=bag&sheet=a4-21&of=x&copies=0',
    ]) {
      const answer = await app.inject({ method: 'GET', url: `/api/labels.pdf?${query}` });
      expect([query, answer.statusCode]).toEqual([query, 422]);
      expect(answer.json().errors[0].message).not.toBe('');
    }
    await close();
  });
});

describe('the round over the wire', () => {
  test('is what is due, and is remembered until something happens', async () => {
    const { ask, made, close } = await nursery();
    const first = (await ask('GET', '/api/round')).body;
    expect((await ask('GET', '/api/round')).body).toEqual(first);
    expect(first.today).toBe(TODAY);
    const dry = { id: uuid(), on: TODAY, kind: 'checked', damp: 'dry', mould: 'none', moves: [] };
    await ask('POST', `/api/batches/${made[1]?.id}/events`, { decidedOn: 3, events: [dry] });
    const due = (await ask('GET', '/api/round')).body.due;
    expect(due.filter(({ code }: { code: string }) => code === made[1]?.code)).toMatchObject([{ kind: 'water', pressing: true }]);
    await close();
  });
  test('before the nursery is set up there is none', async () => {
    const { ask, close } = await testServer();
    expect((await ask('GET', '/api/round')).status).toBe(404);
    await close();
  });
});
