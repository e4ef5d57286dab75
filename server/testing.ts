import { copyFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startingPlaces } from '@chill/core/kinds/places.ts';
import { lotInRequest, planFrom, propose } from '@chill/core/methods/propose.ts';
import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { NewBatch } from '@chill/model/batch.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Species } from '@chill/model/species.ts';
import type { InjectOptions } from 'fastify';
import { type AppOptions, buildApp } from './app.ts';
import { servicesOf } from './services.ts';
import { DATABASE_FILE } from './store/files.ts';
import { openDatabase } from './store/open.ts';

export const TODAY = '2026-11-01';
/** The demo's nursery, on the clock of the tests. */
export const NURSERY: Nursery = { ...SALLOW_GAP, timeZone: 'UTC' };

export const handbook = loadHandbook();
export const uuid = () => crypto.randomUUID();
export const temporaryFolder = () => mkdtempSync(join(process.env.CHILL_TEMP ?? tmpdir(), 'chill-test-'));

/** What a killed process would leave on the disk now: the database and its log. */
export function leaveBehind(dataFolder: string, into: string): void {
  for (const suffix of ['', '-wal']) copyFileSync(join(dataFolder, DATABASE_FILE + suffix), join(into, DATABASE_FILE + suffix));
}

/** A whole server over a database of its own in a temporary folder, asked without a network. */
export async function testServer(options: AppOptions & { demo?: boolean; dataFolder?: string; startEmpty?: boolean } = {}) {
  const dataFolder = options.dataFolder ?? temporaryFolder();
  const opened = await openDatabase(dataFolder, options);
  const { source } = opened;
  const services = servicesOf(source, { dataFolder, today: TODAY, demo: options.demo ?? false });
  const app = await buildApp(services, options);
  return {
    app,
    store: services.store,
    devices: services.devices,
    backups: services.backups,
    source,
    dataFolder,
    /** Asks, and gives back the status and the answer read as JSON. */
    async ask(method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, payload?: unknown, headers: Record<string, string> = {}) {
      const request: InjectOptions = { method, url, headers, ...(payload !== undefined && { payload: payload as object }) };
      const response = await app.inject(request);
      return {
        status: response.statusCode,
        headers: response.headers,
        text: response.body,
        body: response.body === '' ? undefined : JSON.parse(response.body),
      };
    },
    async close() {
      await app.close();
      await opened.close();
    },
  };
}

export function someLot(part: Partial<Lot> = {}): Lot {
  return {
    id: uuid(),
    code: `LO-${Math.floor(Math.random() * 1e6)}`,
    speciesId: 'larix-occidentalis',
    provenance: { kind: 'bought', supplier: 'a seed swap', on: '2026-10-01' },
    seeds: 200,
    viability: { kind: 'tested', tested: 20, viable: 17 },
    ...part,
  };
}

/** A batch of a lot as the plan station would make it. */
export function someBatch(lot: Lot, seeds = 60, methodId = 'towel-in-fridge'): NewBatch {
  const species = handbook.find((one) => one.id === lot.speciesId) as Species;
  const method = species.methods.find((one) => one.id === methodId) as Species['methods'][number];
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: TODAY } } as const;
  const proposal = propose(method, {
    species,
    ...lotInRequest(lot, lot.seeds, species, TODAY),
    wish,
    nursery: NURSERY,
    places: startingPlaces(uuid),
    today: TODAY,
  });
  return { id: uuid(), lotId: lot.id, plan: planFrom(proposal, wish, seeds), madeOn: TODAY };
}
