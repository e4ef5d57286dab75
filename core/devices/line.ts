import { type Outcome, refusal } from '@chill/model/refusal.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/devices.ts';

/** Kinds of measuring device that Chill listens to. */
export const DeviceKind = z.enum(['scale', 'thermometer', 'counter', 'logger']);
export type DeviceKind = z.infer<typeof DeviceKind>;

/** The version of the line protocol that is spoken here; docs/devices.md describes it. */
export const PROTOCOL = 'chill 1';
/** A line is short; anything longer is not from a device. */
const MOST_CHARACTERS = 120;

interface Reads {
  letter: string;
  unit: string;
  least: number;
  most: number;
  whole: boolean;
}

/** What each device says, in which unit, and what it can possibly read. */
const READS: Record<DeviceKind, Reads> = {
  scale: { letter: 'w', unit: 'g', least: 0, most: 50_000, whole: false },
  thermometer: { letter: 't', unit: 'C', least: -60, most: 130, whole: false },
  counter: { letter: 'n', unit: '', least: 0, most: 1_000_000, whole: true },
  logger: { letter: 't', unit: 'C', least: -60, most: 70, whole: false },
};
/** What a logger wrote down: `r 2027-02-16T05:10:00Z 3.8 C`. What cannot be is left out later, with everything else that was logged. */
const LOGGED = /^r (\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}Z) (-?\d+(?:\.\d+)?) C$/;
/** What a digital thermometer says when its sensor has come off, °C. */
const SENSOR_OFF_C = -127;

/** One line from a device, understood: who it is, a reading in g, °C or pieces, a reading that it wrote down earlier, or its own complaint. */
export type DeviceLine =
  | { kind: 'hello'; device: DeviceKind; name: string }
  | { kind: 'reading'; value: number; steady: boolean }
  | { kind: 'logged'; at_ms: number; celsius: number }
  | { kind: 'complaint'; text: string };

/**
 * Reads a line of the protocol as said by a device of this kind. Nonsense is never guessed at: it comes back as a problem, and the grower types.
 */
export function parseDeviceLine(device: DeviceKind, line: string): Outcome<DeviceLine> {
  const text = line.trim();
  const nonsense = refusal(say.of('notAReading', { device }));
  if (text.length > MOST_CHARACTERS) return nonsense;
  const hello = /^chill (\d+) ([a-z]+)(?: (.*))?$/.exec(text);
  if (hello) {
    if (hello[1] !== PROTOCOL.split(' ')[1]) return refusal(say.of('otherVersion', { device }));
    if (hello[2] !== device) return refusal(say.of('otherDevice', { hello: hello[2], device }));
    return { ok: true, value: { kind: 'hello', device, name: hello[3] ?? device } };
  }
  if (text.startsWith('! ')) return { ok: true, value: { kind: 'complaint', text: text.slice(2) } };
  const fromMemory = device === 'logger' && LOGGED.exec(text);
  if (fromMemory) {
    const [at_ms, celsius] = [Date.parse(fromMemory[1] as string), Number(fromMemory[2])];
    return Number.isNaN(at_ms) ? nonsense : { ok: true, value: { kind: 'logged', at_ms, celsius } };
  }
  const { letter, unit, least, most, whole } = READS[device];
  const reading = /^([a-z]) (-?\d+(?:\.\d+)?)(?: ([A-Za-z]+))?(?: (steady|moving))?$/.exec(text);
  // A unit of one letter and the word after it are told apart by what the device speaks in.
  const [, said, figure, second, third] = reading ?? [];
  const [saidUnit, state] = unit === '' ? ['', third ?? second] : [second, third];
  if (
    !reading ||
    said !== letter ||
    saidUnit !== (unit === '' ? '' : unit) ||
    (state !== undefined && !['steady', 'moving'].includes(state))
  )
    return nonsense;
  const value = Number(figure);
  if (unit === 'C' && value === SENSOR_OFF_C) return refusal(say.of('sensorLost', { device }));
  if (value < least || value > most || (whole && !Number.isInteger(value)))
    return refusal(say.of('impossibleFigure', { figure, unit, device }));
  return { ok: true, value: { kind: 'reading', value, steady: state !== 'moving' } };
}
