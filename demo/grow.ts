import { addDays, daysBetween, earlier, later } from '@chill/core/calendar/dates.ts';
import { type Random, randomFrom, uuidFrom } from '@chill/core/chance/random.ts';
import { placeDays } from '@chill/core/chill/placeDays.ts';
import type { Situation } from '@chill/core/follow/situation.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '@chill/core/kinds/responses.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import { sownInstead } from '@chill/core/methods/endings.ts';
import { lotInRequest, planFrom, propose } from '@chill/core/methods/propose.ts';
import { findMethod } from '@chill/core/methods/schools.ts';
import { mondayOf } from '@chill/core/planning/season.ts';
import type { Readings } from '@chill/core/readings/readings.ts';
import { doDueOrFail } from '@chill/core/record/doDue.ts';
import { sowingInto } from '@chill/core/sowing/sown.ts';
import { topUpFor } from '@chill/core/tasks/followUps.ts';
import type { Batch, NewBatch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { Person } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { NewId } from '@chill/model/primitives.ts';
import type { PlantPromise } from '@chill/model/promise.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { sightOf } from '@chill/sim/seeds.ts';
import { logged } from '@chill/sim/temperatures.ts';
import {
  BATCHES,
  DEMO_DAY,
  type DemoBatch,
  LOGGED,
  LOGGED_SINCE,
  LOTS,
  PAST_BATCHES,
  PAST_LOTS,
  PEOPLE,
  PLACES,
  PROMISES,
  SALLOW_GAP,
  SHELF,
  SOWN_BATCHES,
  SOWN_LOTS,
  TRIALS,
  TROUBLES,
} from './nursery.ts';

/** What the demo nursery consists of, ready to be stored. */
export interface DemoNursery {
  places: Place[];
  /** What the loggers have written down until the demo opens, by place. */
  readings: Map<string, Readings>;
  lots: Lot[];
  promises: PlantPromise[];
  batches: { made: NewBatch; speciesId: string; events: { on: string; events: NewEvent[] }[] }[];
}

/** Days that the demo's people come by; a check that falls due between waits for the next. */
const COMES_BY_EVERY_DAYS = 2;
/** Late in the afternoon at Sallow Gap, as UTC tells it. */
const COMES_BY_AT = '23:30:00Z';
/** A soak of fourteen hours is over early in the morning. */
const DRAINS_AT = '13:30:00Z';
/** Early on the demo day, before it opens: what the loggers have by then comes with the demo. */
const OPENS_MS = Date.parse(`${DEMO_DAY}T13:00:00Z`);
const AIR = { nursery: SALLOW_GAP, troubles: TROUBLES };
/** The forgotten bag is not looked at after this day. */
const FORGOTTEN_SINCE = '2027-01-12';

/**
 * Grows the demo nursery: every batch is planned by core on the day it began, then looked after, day by day, by doing what core says is due
 * and answering with what the simulated seeds show. The same every time.
 */
export function growDemoNursery(handbook: readonly Species[]): DemoNursery {
  const random = randomFrom('Sallow Gap');
  const newId = () => uuidFrom(random);
  const places = PLACES.map((place): Place => ({ id: newId(), ...place, ...(LOGGED.includes(place.name) && { logger: newId() }) }));
  const readings = new Map(
    places.filter(({ logger }) => logger).map((place) => [place.id, logged(place, Date.parse(LOGGED_SINCE), OPENS_MS, AIR)] as const),
  );
  const records = places.flatMap((place) => {
    const log = readings.get(place.id);
    return (log && placeDays(place, log, [COLD_RESPONSE, WARM_RESPONSE], SALLOW_GAP.timeZone)) ?? [];
  });
  const grow = (said: DemoBatch, lots: readonly Lot[], own: Random) => {
    const ownId = () => uuidFrom(own);
    const lot = lots.find((one) => one.code === said.lot) as Lot;
    const species = handbook.find((one) => one.id === lot.speciesId) as Species;
    const made = makeBatch(said, lot, species, places, ownId);
    return { made, speciesId: species.id, events: lookAfter(said, made, lot, species, { places, records }, ownId, own) };
  };
  const lots = LOTS.map(({ lot }): Lot => ({ id: newId(), ...lot }));
  const present = BATCHES.map((said) => grow(said, lots, random));
  const sowing = randomFrom('Sallow Gap, sown');
  const sownLots = SOWN_LOTS.map(({ lot }): Lot => ({ id: uuidFrom(sowing), ...lot }));
  const sown = SOWN_BATCHES.map((said) => grow(said, [...lots, ...sownLots], sowing));
  // The season before has luck of its own, so that what is under way does not hang on it.
  const before = randomFrom('Sallow Gap, the season before');
  const pastLots = PAST_LOTS.map(({ lot }): Lot => ({ id: uuidFrom(before), ...lot }));
  const all = [...BATCHES, ...PAST_BATCHES, ...SOWN_BATCHES];
  const batches = [...present, ...PAST_BATCHES.map((said) => grow(said, pastLots, before)), ...sown];
  for (const { name, lot, methods } of TRIALS) {
    const id = newId();
    const arms = methods.map((method) => all.findIndex((said) => said.lot === lot && said.method === method));
    for (const [i, at] of arms.entries()) {
      const batch = batches[at];
      if (!batch) throw new Error(`The demo's trial “${name}” has no batch for ${methods[i]}.`);
      batch.made.trial = { id, name, arm: i + 1, arms: arms.length, control: i === 0 };
    }
  }
  const promising = randomFrom('Promised');
  const promises = PROMISES.map((one): PlantPromise => ({ id: uuidFrom(promising), ...one }));
  return { places, readings, lots: [...lots, ...pastLots, ...sownLots], promises, batches };
}

/** The share of a demo lot that is really viable, which only the simulation knows; absent for a lot that is not the demo's own. */
export function trueViableOf(lotCode: string): number | undefined {
  return [...LOTS, ...PAST_LOTS, ...SOWN_LOTS].find(({ lot }) => lot.code === lotCode)?.trueViable;
}

function makeBatch(said: DemoBatch, lot: Lot, species: Species, places: Place[], newId: NewId): NewBatch {
  const found = findMethod(species, said.method);
  const method = said.into && found ? sownInstead(species, found, sowingInto(species, said.into)) : found;
  if (!method) throw new Error(`The demo asks for ${said.method}, which ${species.scientific} has not.`);
  const wish = { plants: Math.max(5, Math.round(said.seeds / 4)), confidence: 0.9, timing: { by: 'startOn', date: said.start } } as const;
  const madeOn = earlier(said.start, DEMO_DAY);
  const proposal = propose(method, {
    ...lotInRequest(lot, lot.seeds, species, madeOn),
    species,
    wish,
    nursery: SALLOW_GAP,
    places,
    today: madeOn,
  });
  const plan = planFrom(proposal, wish, said.seeds);
  // Pots stand on the shelf, and what no longer fits in the crisper does too.
  const shelf = places.find(({ name }) => name === SHELF) as Place;
  const onShelf = said.method === 'potted-then-chilled' || BATCHES.indexOf(said) % 4 === 1;
  if (onShelf) for (const stage of plan.stages) if (stage.kind === 'coldMoist') stage.placeId = shelf.id;
  return { id: newId(), lotId: lot.id, plan, madeOn };
}

/** Does what is due until the demo day; returns what was recorded on each day. */
function lookAfter(
  said: DemoBatch,
  made: NewBatch,
  lot: Lot,
  species: Species,
  { places, records }: { places: Place[]; records: PlaceTemperatures[] },
  newId: NewId,
  random: Random,
) {
  const history: { on: string; events: NewEvent[] }[] = [];
  const tendings = randomFrom(`Tending ${made.id}`);
  const tendingId = () => uuidFrom(tendings);
  const batch: Batch = { ...made, code: '', speciesId: species.id, events: [] };
  let day = said.start;
  while (day < DEMO_DAY) {
    if (said.trouble === 'forgotten' && day > FORGOTTEN_SINCE) break;
    // What soaks overnight is drained the next morning; everything else waits for the afternoon.
    const soaking = fold(batch.plan, batch.events).timers.some(
      ({ ended, started_ms }) => !ended && started_ms < Date.parse(`${day}T${DRAINS_AT}`),
    );
    const now = `${day}T${soaking ? DRAINS_AT : COMES_BY_AT}`;
    const situation: Situation = { species, lot, places, nursery: SALLOW_GAP, temperatures: records, today: day, now };
    const done = doDueOrFail(batch, situation, {
      newId: (task) => (task.kind === 'tend' ? tendingId() : newId()),
      // The mouldy one's people leave it as it lies.
      wanted: ({ kind }) => said.trouble !== 'mouldy' || kind !== 'refresh',
      seen: (task, projection) => {
        const { lost, damp, up, mouldy } = sightOf(batch, species, trueViableOf(lot.code) as number, places, day, records);
        const water_mL = task.kind === 'water' ? topUpFor({ batch, projection, situation, index: task.stage }) : 0;
        // What the simulated seeds lost is counted at the next check.
        return {
          damp,
          mould: mouldy > 4 ? 'spreading' : mouldy > 0 ? 'few' : 'none',
          up,
          mouldy,
          water_mL,
          lost: task.kind === 'tend' ? 0 : lost,
        };
      },
    });
    if (!done.task) {
      // Nobody comes for the seedlings alone: they are tended on the way past.
      const next = done.tasks.find(({ kind }) => kind !== 'tend')?.due;
      if (!next) break;
      const overnight = done.projection.state.timers.some(({ ended }) => !ended);
      day =
        overnight || next > addDays(day, COMES_BY_EVERY_DAYS)
          ? later(next, addDays(day, 1))
          : addDays(day, 1 + Math.floor(random() * COMES_BY_EVERY_DAYS));
      continue;
    }
    const by = whoComes(said, day);
    history.push({ on: day, events: done.events.map((event) => ({ ...event, by })) });
  }
  return history;
}

/** Whoever looks after a lot, on the weekdays on which they are there; otherwise who is. */
function whoComes({ lot }: DemoBatch, day: string): string {
  const weekday = daysBetween(mondayOf(day), day);
  const [first, second] = PEOPLE as [Person, Person];
  const whose = [...LOTS, ...PAST_LOTS, ...SOWN_LOTS].findIndex((one) => one.lot.code === lot) % 3 === 0 ? second : first;
  return whose.minutes[weekday] ? whose.name : first.name;
}
