import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sameTimeOn } from '../calendar/clock.ts';
import { lengthOf, momentIn, timerFace } from '../calendar/moments.ts';
import type { Timer } from '../ledger/batchState.ts';
import { describeEnding, endingOf, FRESH_WATER_EVERY_S, freshWaterDue, readTimer, TIMINGS } from './timers.ts';

const HOUR = 3_600_000;
const begun = Date.parse('2027-03-13T23:00:00-07:00');
const soak: Timer = { id: 't', stage: 0, step: 'soak', seconds: 14 * 3600, started_ms: begun, ended: false };
const after = (hours: number) => begun + hours * HOUR;

describe('a timer', () => {
  test('is the difference of two moments: however often and late it is read, it has never drifted', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 40_000_000 })), (gaps) => {
        let now = begun;
        for (const gap of gaps) {
          now += gap;
          const { left_s } = readTimer(soak, now);
          if (Math.abs(left_s - (soak.seconds - (now - begun) / 1000)) > 1e-6) return false;
        }
        return true;
      }),
    );
  });
  test('runs fourteen hours over the night on which the clocks go forward, whatever the wall says', () => {
    expect(readTimer(soak, after(13)).phase).toBe('running');
    expect(momentIn(readTimer(soak, begun).ends_ms, 'America/Denver', '2027-03-13')).toBe('tomorrow 14:00');
    expect(momentIn(readTimer(soak, begun).ends_ms, 'UTC', '2027-03-14')).toBe('20:00');
    expect(readTimer(soak, after(14)).phase).toBe('over');
  });
  test('read before its start, by a phone whose clock is slow, is at its start', () => {
    expect(readTimer(soak, begun - 5000)).toMatchObject({ left_s: soak.seconds, share: 0, phase: 'running' });
  });
  test.each([
    [2, 'early', 'the middle dry'],
    [10, 'early', undefined],
    [14.2, 'onTime', undefined],
    [20, 'late', undefined],
    [26, 'late', 'drowns'],
  ] as const)('a soak ended after %f h was ended %s, and says what that means', (hours, how, means) => {
    const ending = endingOf({ ...soak, ended: true, ended_ms: after(hours) }, after(99));
    expect(ending.how).toBe(how);
    if (means) expect(ending.means).toContain(means);
    else expect(ending.means).toBeUndefined();
  });
  test('found over after everything was off, it is told as late, with what is still well', () => {
    expect(describeEnding(soak, after(18))).toBe('4 h late. No harm: up to 24 h is well.');
    expect(describeEnding(soak, after(30))).toMatch(/^16 h late\. Seed drowns/);
  });
  test('a bath set longer than usual is late only beyond its own length', () => {
    const long: Timer = { ...soak, step: 'bath', seconds: 20 * 60 };
    expect(endingOf(long, begun + 12 * 60_000)).toEqual({ how: 'early', by_s: 480 });
    expect(endingOf(long, begun + 30 * 60_000).means).toBe(TIMINGS.bath.tooLong);
  });
  test('fresh water is due twice a day from the start or the last change, and not just before the draining', () => {
    const long = { ...soak, seconds: 30 * 3600 };
    expect(freshWaterDue(long, [])).toBe(begun + FRESH_WATER_EVERY_S * 1000);
    expect(freshWaterDue(long, [after(11)])).toBe(after(23));
    expect(freshWaterDue(long, [after(20)])).toBeUndefined();
    expect(freshWaterDue({ ...soak, seconds: 6 * 3600 }, [])).toBeUndefined();
  });
});

test('lengths and moments are told to the accuracy that anyone acts on', () => {
  expect([45, 725, 43_170].map(timerFace)).toEqual(['0:45', '12:05', '11:59:30']);
  expect([1, 80, 720, 26_400, 7200, 190_000].map(lengthOf)).toEqual([
    '1 second',
    '80 seconds',
    '12 minutes',
    '7 h 20 min',
    '2 h',
    '2 days',
  ]);
  expect(momentIn(Date.parse('2027-02-17T13:40:00Z'), 'America/Denver', '2027-02-16')).toBe('tomorrow 06:40');
  expect(momentIn(Date.parse('2027-02-15T13:40:00Z'), 'America/Denver', '2027-02-16')).toBe('yesterday 06:40');
  expect(momentIn(Date.parse('2027-03-04T13:40:00Z'), 'America/Denver', '2027-02-16')).toBe('4 Mar 06:40');
  const real = Date.parse('2026-11-25T12:08:00Z');
  expect(new Date(sameTimeOn('2027-02-16', real, 'America/Denver')).toISOString()).toBe('2027-02-16T12:08:00.000Z');
});
