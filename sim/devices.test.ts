import { type DeviceKind, parseDeviceLine } from '@chill/core/devices/line.ts';
import { coolingOf, waterAt } from '@chill/core/heat/pourOver.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import type { Plan } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import { describe, expect, test } from '@jest/globals';
import { deviceHello, deviceLine, type OnTheBench } from './devices.ts';

const ON = '2027-02-16';
const at = Date.parse(`${ON}T10:00:00Z`);
const plan = { seeds: 100, stages: [{}, {}] } as unknown as Plan;
const seed = {
  length_mm: 4,
  width_mm: 3,
  thickness_mm: 2,
  thousandSeeds_g: 14,
  shape: 'bean',
  texture: 'smooth',
  colour: 'brown',
} as const;
const pour = {
  water_mL: 300,
  pour_C: 95,
  seed_g: 1.4,
  vessel_g: 350,
  material: 'ceramic',
  kind: 'mug',
  air_C: 18,
  elevation_m: 780,
  above_C: 70,
  minutes: 5,
} as const;
const begun: NewEvent = { id: 'a', on: ON, kind: 'stageStarted', stage: 0, placeId: 'p' };
const poured: NewEvent = { id: 'b', on: ON, kind: 'poured', stage: 0, at: new Date(at).toISOString(), pour };
const soaking: NewEvent = {
  id: 'c',
  on: ON,
  kind: 'timerStarted',
  timer: 't',
  stage: 0,
  step: 'soak',
  seconds: 600,
  at: new Date(at).toISOString(),
};
const bench = (events: NewEvent[], swollen = 0): OnTheBench => ({ batchId: 'x', species: { seed }, state: fold(plan, events), swollen });
const value = (device: Exclude<DeviceKind, 'logger'>, on: OnTheBench | undefined, minute: number, listened_s = 10): number => {
  const read = parseDeviceLine(device, deviceLine(device, on, at + minute * 60_000, listened_s));
  if (!read.ok || read.value.kind !== 'reading') throw new Error(JSON.stringify(read));
  return read.value.value;
};

describe('simulated devices', () => {
  test('greet as the protocol says, and what they say is understood at any moment', () => {
    for (const device of ['scale', 'thermometer', 'counter'] as const) {
      expect(parseDeviceLine(device, deviceHello(device))).toMatchObject({ ok: true, value: { kind: 'hello' } });
      for (let minute = 0; minute < 300; minute += 7) {
        expect(Number.isFinite(value(device, bench([begun, poured], 20), minute, minute % 3))).toBe(true);
        expect(Number.isFinite(value(device, undefined, minute))).toBe(true);
      }
    }
  });
  test('the thermometer reads water that cools a little faster than predicted, and air where none was poured', () => {
    const predicted = coolingOf(pour);
    expect(value('thermometer', bench([begun, poured]), 20)).toBeLessThan(waterAt(20, predicted));
    expect(value('thermometer', bench([begun, poured]), 20)).toBeGreaterThan(waterAt(40, predicted));
    expect(value('thermometer', bench([begun]), 20)).toBeCloseTo(18, 0);
  });
  test('the scale comes to rest; swollen seed weighs twice what it did', () => {
    const dry = value('scale', bench([begun]), 1);
    expect(dry).toBeGreaterThan(1.25);
    expect(dry).toBeLessThan(1.55);
    expect(value('scale', bench([begun, soaking], 100), 1) / dry).toBeCloseTo(2.05, 1);
    expect(deviceLine('scale', bench([begun]), at, 0.5)).toContain('moving');
  });
  test('the counter counts up to all, and stops', () => {
    expect(value('counter', bench([begun]), 0, 3)).toBe(24);
    expect(value('counter', bench([begun]), 0, 60)).toBe(100);
  });
});
