import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { releasedShare, requirementsOf } from '../chill/requirement.ts';
import { recordCutOpen } from '../record/amend.ts';
import { recordWait } from '../record/record.ts';
import { expectedSurvival, rotExposure } from '../rot/hazard.ts';
import { ROT_PRIOR } from '../rot/learned.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { tasksFor } from '../tasks/tasks.ts';
import { describeEvent } from '../tell/describe.ts';
import { choice, newId, SEEDS, towelBench, warmSince } from '../testing/towelBench.ts';
import { checkEvery } from '../treat/intervals.ts';
import { PRICES } from './choiceBoard.ts';
import type { Cure } from './cures.ts';
import type { project } from './project.ts';
import { firstTenthDue } from './waitOrStop.ts';

const handbook = loadHandbook();
const of = (id: string) => handbook.find((one) => one.id === id) as Species;
const { count, onTowel, put, read, situation } = towelBench(SALLOW_GAP);
const camas = of('camassia-quamash');
const larch = of('larix-occidentalis');
const towels = handbook.filter(
  (species) => species.cold.need !== 'none' && species.methods.some(({ stages }) => stages.some(({ kind }) => kind === 'warmTowel')),
);

describe('wait or stop', () => {
  test('a lot that is dead is called within 1.3 times the days by which nine tenths were due', () => {
    const late = towels
      .filter((_, i) => i % 3 === 0)
      .flatMap((species) => {
        const batch = onTowel(species);
        const since = warmSince(batch);
        const { outlook } = read(batch, species, since).projection.sprouting ?? {};
        const by = outlook?.course.dayOf(outlook.before.warmthFor(0.9) as number);
        // Too warm for it there: the plan says so.
        if (!by) return [];
        const due = daysBetween(since, by);
        const on = addDays(since, Math.ceil(1.3 * due));
        for (const part of [0.3, 0.6, 0.9]) count(batch, addDays(since, Math.ceil(part * due)), 0);
        count(batch, on, 0);
        const { advice } = read(batch, species, on);
        return advice.choices[0]?.kind === 'wait' ? [`${species.id}: ${advice.choices[0].more.expected.toFixed(2)}`] : [];
      });
    expect(late).toEqual([]);
  });

  test('while those that will come are still due, waiting is best, and what is still to come falls as they come', () => {
    const batch = onTowel(larch);
    const since = warmSince(batch);
    const on = firstTenthDue(read(batch, larch, since).projection.sprouting as never) as string;
    count(batch, on, 4);
    const { advice } = read(batch, larch, on);
    expect(advice.choices[0]?.kind).toBe('wait');
    expect(advice.left).toBe(SEEDS - 4);
    expect(advice.until?.on && advice.until.on > on).toBe(true);
    count(batch, addDays(on, 3), 12);
    expect(read(batch, larch, addDays(on, 3)).advice.left).toBe(SEEDS - 16);
  });

  test('waiting that is chosen here puts off the question of stopping, and not the counting', () => {
    const batch = onTowel(larch);
    const on = addDays(warmSince(batch), 40);
    count(batch, on, 9);
    const due = (kind: string) => {
      const { now, projection } = read(batch, larch, on);
      return tasksFor(now, projection, situation(larch, on)).find((one) => one.kind === kind)?.due as string;
    };
    const check = due('check');
    const made = recordWait(30, on, newId, true);
    put(batch, ('events' in made ? made.events[0] : undefined) as NewEvent);
    expect(due('check')).toBe(check);
    expect(due('finish') >= addDays(on, 30)).toBe(true);
  });

  test('a second cold is as long as its worth says: each length tried by itself gives no better one', () => {
    for (const species of [larch, camas, of('amelanchier-alnifolia')]) {
      const batch = onTowel(species, 0.6);
      const on = addDays(warmSince(batch), 30);
      count(batch, on, 5);
      const { projection, advice } = read(batch, species, on);
      const cold = choice(advice, 'secondCold')?.cure;
      expect(cold).toBeDefined();
      if (!cold) return;
      const { belief, left } = projection.sprouting?.outlook ?? ({} as never);
      const weights = belief.weights();
      const medium = cold.method[0]?.medium as Medium;
      // Another length, by the same means but for what more of cold releases and rots: read off a plan that is made so long.
      const worth = (days: number) => {
        const means = { ...cold.means, ...lengthened(species, projection, cold, days) };
        const chance = belief.otherwise(means, Math.max(belief.seen, projection.sprouting?.outlook.course.on(on) as number));
        const comes = left * species.pot.establishes * chance.reduce((sum, one, i) => sum + one * (weights[i] as number), 0);
        const after = cold.delay_days - (cold.days as number);
        const looks = (of: number) => 2 * Math.floor(of / checkEvery(medium, 4).usual);
        const minutes = cold.minutes - looks(cold.days as number) + looks(days);
        return comes * 0.5 ** ((days + after) / PRICES.halfWorth_days) - minutes / PRICES.plant_min - (days + after) / PRICES.plant_days;
      };
      const lengths = Array.from({ length: 120 }, (_, i) => 7 + i);
      const best = lengths.reduce((a, b) => (worth(b) > worth(a) + 1e-9 ? b : a));
      expect(`${species.id} ${cold.days}`).toBe(`${species.id} ${best}`);
    }
  });

  test('its first advice is worth 95 % or more of the best that every day of waiting and every cure, tried one by one, could be', () => {
    const plantsOf = (comes: number, days: number, minutes: number, room: number) =>
      comes * 0.5 ** (days / PRICES.halfWorth_days) - minutes / PRICES.plant_min - room / PRICES.plant_days;
    for (const species of [larch, camas, of('amelanchier-alnifolia')])
      for (const [part, day, up] of [
        [1, 10, 0],
        [0.6, 25, 6],
        [1, 30, 30],
        [0.8, 45, 2],
      ] as const) {
        const batch = onTowel(species, part);
        const on = addDays(warmSince(batch), day);
        count(batch, on, up);
        const { projection, advice } = read(batch, species, on);
        const { belief, course, left } = projection.sprouting?.outlook ?? ({} as never);
        const seen = Math.max(belief.seen, course.on(on));
        const cures = advice.choices.flatMap(({ cure }) => cure ?? []);
        const every = (projection.sprouting?.halfway_days ?? 0) <= 8 ? 1 : 2;
        const plants = left * species.pot.establishes;
        const cured = (at: number, after: Float64Array | undefined, days: number) =>
          cures.map(({ kind, means, delay_days, minutes, room }) => {
            const chance = belief.otherwise(means, at).map((one, i) => one * (1 - (after?.[i] ?? 0)));
            return { kind: kind as string, worth: plantsOf(plants * belief.mean(chance), days + delay_days, minutes, room?.days ?? 0) };
          });
        const waits = Array.from({ length: 120 }, (_, i) => {
          const warmth = course.on(addDays(on, i + 1));
          const comes = belief.waiting(warmth);
          const follow = Math.max(0, ...cured(warmth, comes, i + 1).map(({ worth }) => worth));
          return plantsOf(plants * belief.mean(comes), i + 1, 2 * Math.ceil((i + 1) / every), i + 1) + follow;
        });
        const all = [{ kind: 'stop', worth: 0 }, { kind: 'wait', worth: Math.max(...waits) }, ...cured(seen, undefined, 0)];
        const best = Math.max(...all.map(({ worth }) => worth));
        const first = advice.choices.find(({ kind }) => kind !== 'cut');
        const worth = all.find(({ kind }) => kind === first?.kind)?.worth ?? Number.NEGATIVE_INFINITY;
        // Less than half a plant is nobody's to fight over.
        expect(`${species.id} ${day}: ${worth >= Math.min(0.95 * best, best - 0.5)}`).toBe(`${species.id} ${day}: true`);
      }
  });

  test('short cold makes a second one worth it; after enough of it there is nothing to release', () => {
    const [short, whole] = [0.6, 1].map((part) => {
      const batch = onTowel(camas, part);
      const on = addDays(warmSince(batch), 30);
      count(batch, on, 3);
      return choice(read(batch, camas, on).advice, 'secondCold')?.cure?.means.extra as number;
    });
    expect(short).toBeGreaterThan(2 * (whole as number));
  });

  test('what cutting shows counts: all of five empty calls the rest dead, all of five firm keeps them', () => {
    const chance = (viable: number) => {
      const batch = onTowel(camas);
      const on = addDays(warmSince(batch), 12);
      count(batch, on, 2);
      const { projection } = read(batch, camas, on);
      const cut = recordCutOpen(5, viable, projection.state, on, newId);
      if ('reason' in cut) throw new Error(asRead(cut.reason));
      put(batch, cut.events[0] as NewEvent);
      expect(describeEvent(cut.events[0] as NewEvent, batch)).toBe(`5 cut open, ${viable} viable`);
      return read(batch, camas, on).advice.each;
    };
    expect(chance(0)).toBeLessThan(0.75 * chance(5));
  });

  test.each([
    [0, 0, /number above 0/],
    [90, 0, /Only 60 have not come; 90 cannot be cut/],
    [5, 6, /0 to 5/],
  ])('%i cut, %i viable is refused with what would be right', (cut, viable, says) => {
    const state = read(onTowel(camas), camas, '2027-06-01').projection.state;
    const made = recordCutOpen(cut, viable, state, '2027-06-01', newId);
    expect('reason' in made && asRead(made.reason)).toMatch(says);
  });
});

/** What a second cold of so many days releases more, and what lives through it, by a curve of its own. */
function lengthened(species: Species, projection: ReturnType<typeof project>, { means, method, days: was = 0 }: Cure, days: number) {
  const medium = method[0]?.medium as Medium;
  const rate = thermalTime(species.sprouting).rate(4);
  const earned = projection.treatment?.earned as number;
  const needs = requirementsOf(species).cold as NonNullable<ReturnType<typeof requirementsOf>['cold']>;
  const had = releasedShare(earned, needs);
  const now = projection.sprouting?.outlook.course.parts.reduce((sum, { part }) => sum + part, 0) as number;
  return {
    warmth: means.warmth + (days - was) * rate,
    extraWarmth: means.extraWarmth + ((days - was) / 2) * rate,
    extra: (now / had) * (releasedShare(earned + days, needs) - had),
    survives: expectedSurvival(rotExposure(0, days, { medium, temperature_C: 4 }), ROT_PRIOR.shape),
  };
}
