import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { addDays } from '../../core/calendar/dates.ts';
import { timerFace } from '../../core/calendar/moments.ts';
import { chanceOf } from '../../core/chance/prospect.ts';
import { releasedShare } from '../../core/chill/requirement.ts';
import { readDose } from '../../core/heat/dose.ts';
import { coolingOf, waterAt } from '../../core/heat/pourOver.ts';
import { startingPlaces } from '../../core/kinds/places.ts';
import type { Timer } from '../../core/ledger/batchState.ts';
import { fold } from '../../core/ledger/fold.ts';
import { weighMethods, withSownEndings } from '../../core/methods/propose.ts';
import { readTimer } from '../../core/treat/timers.ts';
import {
  firstScreen,
  framesOfTheBench,
  framesOfThePlan,
  framesOfTheSeason,
  longestTaskOfThePlanning,
  longestTasksOfTheCold,
} from '../../e2e/benchFrames.ts';
import type { LedgerEvent } from '../../model/event.ts';
import type { Species } from '../../model/species.ts';
import { rawDatabase, readBeside } from '../../server/store/raw.ts';
import { handbook, NURSERY, someBatch, someLot, TODAY, testServer, uuid } from '../../server/testing.ts';
import { benchChill, benchWinters } from './cold.ts';
import { benchGrowth, benchMany } from './growth.ts';
import { benchLearned } from './learned.ts';
import { benchResults } from './results.ts';
import { clocked, quantile, say } from './say.ts';
import { benchSeason } from './season.ts';
import { check, startServer } from './serve.ts';
import { benchWaiting } from './waiting.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const BATCHES = 2000;
const EVENTS_EACH = 30;
const ROUNDS = 25;

/** A nursery of 2,000 batches with 60,000 events. */
async function fill(): Promise<string> {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const lot = someLot({ seeds: BATCHES * 60 });
  await server.ask('POST', '/api/lots', lot);
  const plan = someBatch(lot, 60);
  const database = rawDatabase(server.source);
  const addBatch = database.prepare('INSERT INTO batch (id, code, lot_id, seeds, body) VALUES (?, ?, ?, ?, ?)');
  const addEvent = database.prepare('INSERT INTO event (id, batch_id, version, body) VALUES (?, ?, ?, ?)');
  database.transaction(() => {
    for (let i = 0; i < BATCHES; i++) {
      const batch = { ...plan, id: uuid(), code: `B${i}`, speciesId: lot.speciesId };
      addBatch.run(batch.id, batch.code, lot.id, 60, JSON.stringify(batch));
      for (let version = 1; version <= EVENTS_EACH; version++) {
        const event = { ...check(version), batchId: batch.id, version, recordedAt: `${TODAY}T09:00:00.000Z` };
        addEvent.run(event.id, batch.id, version, JSON.stringify(event));
      }
    }
  })();
  await server.close();
  return server.dataFolder;
}

/** The API's p95 for the whole nursery, over loopback, against the median bare read of the same rows. */
async function benchApi(dataFolder: string): Promise<void> {
  const database = readBeside(dataFolder);
  const bareRead = () => {
    database.prepare('SELECT * FROM batch ORDER BY rowid').all();
    database.prepare('SELECT * FROM event ORDER BY batch_id, version').all();
  };
  const { child, address } = await startServer(dataFolder);
  const ask = async () => (await fetch(`${address}/api/batches`)).arrayBuffer();
  await ask();
  bareRead();
  const bare: number[] = [];
  const api: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    bare.push(await clocked(bareRead));
    api.push(await clocked(ask));
  }
  child.kill('SIGTERM');
  await once(child, 'exit');
  say('API, 2,000 batches with 60,000 events: p95 / bare read', quantile(api, 0.95) / quantile(bare, 0.5), 4, '×');

  const tenThousand = database.prepare('SELECT * FROM event ORDER BY seq LIMIT 10000');
  const events = Array.from(
    { length: 10_000 },
    (_, i): LedgerEvent => ({ ...check(i), moves: [], batchId: uuid(), version: i + 1, recordedAt: TODAY }),
  );
  const plan = someBatch(someLot(), 60).plan;
  const folds: number[] = [];
  const reads: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    reads.push(await clocked(() => tenThousand.all()));
    folds.push(await clocked(() => fold(plan, events)));
  }
  say('fold of 10,000 events / bare read of as many rows', quantile(folds, 0.5) / quantile(reads, 0.5), 4, '×');
  database.close();
}

/** A round of 200 due bags answered by the server, over loopback, against the bare read of the same batches with their events. */
async function benchRound(): Promise<void> {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const places = (await server.ask('GET', '/api/places')).body as { id: string; kind: string }[];
  const fridge = places.find(({ kind }) => kind === 'fridge')?.id as string;
  const lot = someLot({ seeds: 200 * 60 });
  await server.ask('POST', '/api/lots', lot);
  const plan = someBatch(lot, 60);
  const database = rawDatabase(server.source);
  const addBatch = database.prepare('INSERT INTO batch (id, code, lot_id, seeds, body) VALUES (?, ?, ?, ?, ?)');
  const addEvent = database.prepare('INSERT INTO event (id, batch_id, version, body) VALUES (?, ?, ?, ?)');
  const cold = plan.plan.stages.findIndex(({ kind }) => kind === 'coldMoist');
  const begun = Array.from({ length: cold + 1 }, (_, stage) => [
    ...(stage > 0 ? [{ kind: 'stageFinished', stage: stage - 1, moves: [] }] : []),
    { kind: 'stageStarted', stage, placeId: fridge },
  ]).flat();
  database.transaction(() => {
    for (let i = 0; i < 200; i++) {
      const batch = { ...plan, id: uuid(), code: `R${i}`, speciesId: lot.speciesId };
      addBatch.run(batch.id, batch.code, lot.id, 60, JSON.stringify(batch));
      const checks = Array.from({ length: EVENTS_EACH - begun.length }, () => ({ ...check(1), moves: [] }));
      for (const [k, event] of [...begun.map((said) => ({ id: uuid(), on: TODAY, ...said })), ...checks].entries()) {
        const whole = { ...event, batchId: batch.id, version: k + 1, recordedAt: `${TODAY}T09:00:00.000Z` };
        addEvent.run(whole.id, batch.id, k + 1, JSON.stringify(whole));
      }
    }
  })();
  await server.close();
  const alone = readBeside(server.dataFolder);
  const bareRead = () => {
    alone.prepare('SELECT * FROM batch ORDER BY rowid').all();
    alone.prepare('SELECT * FROM event ORDER BY batch_id, version').all();
  };
  // Three weeks on, every one of them is due.
  const { child, address } = await startServer(server.dataFolder, addDays(TODAY, 21));
  const ask = async () => (await (await fetch(`${address}/api/round`)).json()) as { due: unknown[] };
  const { due } = await ask();
  if (due.length < 200) throw new Error(`Only ${due.length} bags are due.`);
  const [bare, round]: [number[], number[]] = [[], []];
  for (let run = 0; run < ROUNDS; run++) {
    bare.push(await clocked(bareRead));
    round.push(await clocked(ask));
  }
  child.kill('SIGTERM');
  await once(child, 'exit');
  alone.close();
  say('a round of 200 due bags / bare read of as many with their events', quantile(round, 0.5) / quantile(bare, 0.5), 4, '×');
}

interface Chunk {
  file: string;
  imports?: string[];
  isEntry?: boolean;
}

/** What the browser must load before it shows the round, the entry and all that it imports at once; and what the first plot on a page brings. */
function benchSize(): void {
  const dist = join(ROOT, 'web', 'dist');
  const manifest = JSON.parse(readFileSync(join(dist, '.vite', 'manifest.json'), 'utf8')) as Record<string, Chunk>;
  const needed = new Set<string>();
  const need = (key: string) => {
    if (needed.has(key)) return;
    needed.add(key);
    for (const other of manifest[key]?.imports ?? []) need(other);
  };
  need(Object.keys(manifest).find((key) => manifest[key]?.isEntry) as string);
  const packed = (key: string) => gzipSync(readFileSync(join(dist, manifest[key]?.file as string))).length / 1024;
  say(
    'script of the first screen, gzip',
    [...needed].reduce((sum, key) => sum + packed(key), 0),
    260,
    'KB',
  );
  say('script of the first plot, gzip', packed('kit/plot/Drawn.tsx'), 220, 'KB');
}

/**
 * One redraw of the plan, every method of a species weighed for a changed wish, against one pass of the same arithmetic in a bare loop: the curve of each
 * method's treatments day by day, and the chance of the wished plants at the seeds that came out.
 */
async function benchPlan(): Promise<void> {
  const species = handbook.find(({ id }) => id === 'balsamorhiza-sagittata') as Species;
  const viable = { alpha: 17.5, beta: 3.5 };
  const request = (plants: number) => ({
    species,
    viable,
    available: 600,
    wish: { plants, confidence: 0.9, timing: { by: 'frostRisk', risk: 0.1 } } as const,
    nursery: NURSERY,
    places: startingPlaces(uuid),
    today: TODAY,
  });
  const redraw = (plants: number) => weighMethods(request(plants));
  const { offered, set_aside } = redraw(40);
  const methods = [...offered, ...set_aside];
  let sum = 0;
  const bare = () => {
    for (const { resolved, seeds = 600, prospect } of methods) {
      for (const { curve, treatment } of resolved) {
        if (!curve || !treatment) continue;
        for (let day = 1; day < curve.yields.length; day++) sum += releasedShare(day, treatment.requirement) * Math.exp(-day * 1e-3);
      }
      sum += chanceOf(40, seeds, prospect);
    }
  };
  const [redraws, floors]: [number[], number[]] = [[], []];
  for (let i = 0; i < 5; i++) redraw(30 + i);
  for (let round = 0; round < ROUNDS; round++) {
    floors.push(await clocked(bare));
    redraws.push(await clocked(() => redraw(40 + round)));
  }
  if (!(sum > 0)) throw new Error('The bare loop did nothing.');
  const both = () => {
    const { offered: some, set_aside: others } = redraw(40);
    return withSownEndings([...some, ...others], request(40));
  };
  const every = both().length;
  const taken: number[] = [];
  for (let round = 0; round < ROUNDS; round++) taken.push(await clocked(both));
  say(`${methods.length} methods of a species on the towel and sown, ${every} ways`, quantile(taken, 0.5), 50, 'ms');
  say(
    `plan redrawn, ${methods.length} ways with ${handbook.length} species / bare loop`,
    quantile(redraws, 0.5) / quantile(floors, 0.5),
    55,
    '×',
  );
}

/** One second of the bench's screen: six timers read and a cooling curve drawn and followed for sixty frames, against the bare exponentials in it. */
async function benchTimers(): Promise<void> {
  const timers = Array.from({ length: 6 }, (_, i): Timer => {
    return { id: String(i), stage: 0, step: 'soak', seconds: 50_000, started_ms: i * 1000, ended: false };
  });
  const pour = {
    water_mL: 400,
    pour_C: 96,
    seed_g: 1,
    vessel_g: 350,
    material: 'ceramic',
    kind: 'mug',
    air_C: 18,
    elevation_m: 780,
  } as const;
  const cooling = coolingOf(pour);
  let sum = 0;
  const frame = (now_ms: number) => {
    for (const timer of timers) sum += readTimer(timer, now_ms).left_s + timerFace(readTimer(timer, now_ms).left_s).length;
    for (let minute = 0; minute <= 60; minute++) sum += waterAt(minute, cooling);
    sum += readDose(cooling, 70, 5, now_ms / 60_000).soFar;
  };
  const bare = () => {
    for (let minute = 0; minute <= 61; minute++) sum += 18 + 70 * Math.exp(-0.022 * minute);
  };
  const [frames, floors]: [number[], number[]] = [[], []];
  for (let round = 0; round < ROUNDS * 4; round++) {
    floors.push(await clocked(() => Array.from({ length: 60 }, bare)));
    frames.push(await clocked(() => Array.from({ length: 60 }, (_, i) => frame(round * 1000 + i * 16.7))));
  }
  if (!(sum > 0)) throw new Error('The bare loop did nothing.');
  say('six timers and a cooling curve, a frame / its bare exponentials', quantile(frames, 0.5) / quantile(floors, 0.5), 15, '×');
}

/** The same on the screen, with the processor held to a quarter: the middle frame against that of a page where nothing moves. */
async function benchFrames(): Promise<void> {
  say('first screen usable, CPU a quarter', await firstScreen(), 1000, 'ms');
  const { idle, busy } = await framesOfTheBench();
  say('frames with six timers and a live curve, CPU a quarter / idle', busy.median / idle.median, 1.2, '×');
  say('late frames of a hundred there, beyond those of an idle page', Math.max(0, 100 * (busy.late - idle.late)), 15, '');
}

/** A wish that changes with every frame, every method redrawn, against the frames of the same page left alone. */
async function benchRedraw(): Promise<void> {
  const { idle, dragged } = await framesOfThePlan();
  say('frames while every one changes the wish / those of the plan left alone', dragged / idle, 2, '×');
  const season = await framesOfTheSeason();
  say('frames while a line of the season is dragged / those of the season left alone', season.dragged / season.idle, 2, '×');
}

/** The longest task on the page's own thread while the heavy work runs in its workers. */
async function benchLongTasks(): Promise<void> {
  const { winters, readings } = await longestTasksOfTheCold();
  say('longest task of the page while a thousand winters run', winters, 50, 'ms');
  say('longest task of the page while a million readings are taken in', readings, 50, 'ms');
  say('longest task of the page while sixty promises are planned', await longestTaskOfThePlanning(), 50, 'ms');
}

console.log('Ratios of one run on this machine:');
benchSize();
const BENCHES = {
  plan: benchPlan,
  timers: benchTimers,
  winters: benchWinters,
  chill: benchChill,
  waiting: benchWaiting,
  round: benchRound,
  longTasks: benchLongTasks,
  frames: benchFrames,
  redraw: benchRedraw,
  api: async () => benchApi(await fill()),
  season: benchSeason,
  results: benchResults,
  learned: benchLearned,
  growth: benchGrowth,
  many: benchMany,
};
// Some of them by name: npm run bench -- growth
const wanted = process.argv.slice(2);
for (const [name, bench] of Object.entries(BENCHES)) if (wanted.length === 0 || wanted.includes(name)) await bench();
