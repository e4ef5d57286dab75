import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type DeviceKind, parseDeviceLine } from './line.ts';

const read = (device: DeviceKind, line: string) => {
  const parsed = parseDeviceLine(device, line);
  return parsed.ok ? parsed.value : spoken(parsed.reason);
};

describe('the line protocol', () => {
  test('a greeting, readings, and a device’s own complaint', () => {
    expect(read('scale', 'chill 1 scale the kitchen scale\n')).toEqual({ kind: 'hello', device: 'scale', name: 'the kitchen scale' });
    expect(read('scale', 'w 12.34 g steady')).toEqual({ kind: 'reading', value: 12.34, steady: true });
    expect(read('scale', 'w 12.34 g moving')).toEqual({ kind: 'reading', value: 12.34, steady: false });
    expect(read('thermometer', 't -3.5 C')).toEqual({ kind: 'reading', value: -3.5, steady: true });
    expect(read('counter', 'n 143 moving')).toEqual({ kind: 'reading', value: 143, steady: false });
    expect(read('logger', 't 3.8 C')).toEqual({ kind: 'reading', value: 3.8, steady: true });
    expect(read('logger', 'r 2027-02-16T05:10:00Z -3.8 C')).toEqual({
      kind: 'logged',
      at_ms: Date.parse('2027-02-16T05:10:00Z'),
      celsius: -3.8,
    });
    expect(read('counter', '! hopper empty')).toEqual({ kind: 'complaint', text: 'hopper empty' });
  });
  test.each<[DeviceKind, string, RegExp]>([
    ['scale', '', /not a reading/],
    ['scale', 'w 12.34 oz', /not a reading/],
    ['scale', 'w 12.34', /not a reading/],
    ['scale', 't 80 C', /not a reading/],
    ['scale', 'w -3 g', /is impossible/],
    ['scale', 'w NaN g', /not a reading/],
    ['thermometer', 't -127.0 C', /lost its sensor/],
    ['thermometer', 't 300 C', /is impossible/],
    ['logger', 't -127 C', /lost its sensor/],
    ['logger', 'r 2027-02-31T05:10:00Z C', /not a reading/],
    ['logger', 'r yesterday 3 C', /not a reading/],
    ['thermometer', 'r 2027-02-16T05:10:00Z 3.8 C', /not a reading/],
    ['counter', 'n 1.5', /is impossible/],
    ['counter', 'n 5 g', /not a reading/],
    ['thermometer', 'chill 1 scale x', /This is a scale/],
    ['scale', 'chill 2 scale x', /another version/],
    ['scale', `w ${'1'.repeat(200)} g`, /not a reading/],
  ])('a %s that says “%s” is not believed, and the grower is told to type', (device, line, says) => {
    expect(read(device, line)).toMatch(says);
    expect(read(device, line)).toMatch(/ype the figure/);
  });
  test('no line at all makes it throw, or read something that is no number', () => {
    fc.assert(
      fc.property(fc.constantFrom<DeviceKind>('scale', 'thermometer', 'counter', 'logger'), fc.string(), (device, line) => {
        const parsed = parseDeviceLine(device, line);
        return !parsed.ok || parsed.value.kind !== 'reading' || Number.isFinite(parsed.value.value);
      }),
      { numRuns: 500 },
    );
  });
});
