import { addDays, earlier } from '@chill/core/calendar/dates.ts';
import { type Random, randomFrom, uuidFrom } from '@chill/core/chance/random.ts';
import { accept } from '@chill/core/ledger/accept.ts';
import { recordAnswer, usualAnswer } from '@chill/core/schedule/answer.ts';
import { project, type Setting } from '@chill/core/schedule/project.ts';
import type { NewId, Recorded } from '@chill/core/schedule/record.ts';
import type { Task } from '@chill/core/schedule/task.ts';
import { tasksFor } from '@chill/core/schedule/tasks.ts';
import { lotInRequest, planFrom, propose } from '@chill/core/ways/propose.ts';
import type { Batch, NewBatch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { type Sight, sightOf } from '@chill/sim/seeds.ts';
import { BATCHES, DEMO_DAY, type DemoBatch, LOTS, PLACES, SALLOW_GAP, TRIALS } from './nursery.ts';

/** What the demo nursery consists of, ready to be stored. */
export interface DemoNursery {
  places: Place[];
  lots: Lot[];
  batches: { made: NewBatch; speciesId: string; events: { on: string; events: NewEvent[] }[] }[];
}

/** Days that the demo's people come by; a look that falls due between waits for the next. */
const COMES_BY_EVERY_DAYS = 2;
/** Late in the afternoon at Sallow Gap, as UTC tells it. */
const COMES_BY_AT = '23:30:00Z';
/** The forgotten bag is not looked at after this day. */
const FORGOTTEN_SINCE = '2027-01-12';

/**
 * Grows the demo nursery: every batch is planned by core on the day it began, then looked after, day by day, by doing what core says is due
 * and answering with what the simulated seeds show. The same every time.
 */
export function growDemoNursery(handbook: readonly Species[]): DemoNursery {
  const random = randomFrom('Sallow Gap');
  const newId = () => uuidFrom(random);
  const places = PLACES.map((place) => ({ id: newId(), ...place }));
  const lots = LOTS.map(({ lot }): Lot => ({ id: newId(), ...lot }));
  const batches = BATCHES.map((told) => {
    const lot = lots.find((one) => one.code === told.lot) as Lot;
    const species = handbook.find((one) => one.id === lot.speciesId) as Species;
    const made = makeBatch(told, lot, species, places, newId);
    return { made, speciesId: species.id, events: lookAfter(told, made, lot, species, places, newId, random) };
  });
  for (const { name, lot, ways } of TRIALS) {
    const id = newId();
    const arms = ways.map((way) => BATCHES.findIndex((told) => told.lot === lot && told.way === way));
    for (const [i, at] of arms.entries()) {
      const batch = batches[at];
      if (!batch) throw new Error(`The demo's trial “${name}” has no batch for ${ways[i]}.`);
      batch.made.trial = { id, name, arm: i + 1, arms: arms.length, control: i === 0 };
    }
  }
  return { places, lots, batches };
}

/** The share of a demo lot that is really sound, which only the simulation knows; absent for a lot that is not the demo's own. */
export function trueSoundOf(lotCode: string): number | undefined {
  return LOTS.find(({ lot }) => lot.code === lotCode)?.trueSound;
}

function makeBatch(told: DemoBatch, lot: Lot, species: Species, places: Place[], newId: NewId): NewBatch {
  const way = species.ways.find((one) => one.id === told.way);
  if (!way) throw new Error(`The demo asks for ${told.way}, which ${species.scientific} has not.`);
  const wish = { plants: Math.max(5, Math.round(told.seeds / 4)), confidence: 0.9, timing: { by: 'startOn', date: told.start } } as const;
  const madeOn = earlier(told.start, DEMO_DAY);
  const proposal = propose(way, {
    ...lotInRequest(lot, lot.seeds, species, madeOn),
    species,
    wish,
    nursery: SALLOW_GAP,
    places,
    today: madeOn,
  });
  return { id: newId(), lotId: lot.id, plan: planFrom(proposal, wish, told.seeds), madeOn };
}

/** Does what is due until the demo day; returns what was recorded on each day. */
function lookAfter(told: DemoBatch, made: NewBatch, lot: Lot, species: Species, places: Place[], newId: NewId, random: Random) {
  const history: { on: string; events: NewEvent[] }[] = [];
  const batch: Batch = { ...made, code: '', speciesId: species.id, events: [] };
  let day = told.start;
  while (day < DEMO_DAY) {
    if (told.trouble === 'forgotten' && day > FORGOTTEN_SINCE) break;
    const setting: Setting = { species, lot, places, nursery: SALLOW_GAP, today: day, now: `${day}T${COMES_BY_AT}` };
    const projection = project(batch, setting);
    const tasks = tasksFor(batch, projection, setting);
    const due = tasks.find((task) => task.due <= day);
    if (!due) {
      const next = tasks[0]?.due;
      if (!next) break;
      day = next > addDays(day, COMES_BY_EVERY_DAYS) ? next : addDays(day, 1 + Math.floor(random() * COMES_BY_EVERY_DAYS));
      continue;
    }
    const seen = sightOf(batch, species, trueSoundOf(lot.code) as number, places, day);
    const recorded = answer(due, batch, setting, seen, told.trouble !== 'mouldy', newId);
    if ('problem' in recorded) throw new Error(`Demo batch ${told.lot} ${told.way} on ${day}: ${recorded.problem}`);
    const verdict = accept(batch, recorded.events, day);
    if (!verdict.ok) throw new Error(`Demo batch ${told.lot} ${told.way} on ${day}: ${verdict.errors[0]?.message}`);
    history.push({ on: day, events: recorded.events });
    batch.events.push(
      ...recorded.events.map(
        (event, i): LedgerEvent => ({ ...event, batchId: batch.id, version: batch.events.length + i + 1, recordedAt: `${day}T16:00:00Z` }),
      ),
    );
  }
  return history;
}

/** What one of the demo's people answers: what there is to see, otherwise the usual; a mouldy towel is made fresh, if this batch is looked after. */
function answer(task: Task, batch: Batch, setting: Setting, seen: Sight, freshens: boolean, newId: NewId): Recorded {
  const { state } = project(batch, setting);
  const { damp, up, mouldy, lost } = seen;
  const mould = mouldy > 4 ? 'spreading' : mouldy > 0 ? 'few' : 'none';
  const recorded = recordAnswer(task, { ...usualAnswer(task, state), damp, mould, up, mouldy, lost }, batch, state, setting, newId);
  const freshen = freshens && task.kind === 'look' && mouldy > 1 && batch.plan.way.stages[state.stage]?.medium === 'towel';
  if ('problem' in recorded || !freshen) return recorded;
  return { events: [...recorded.events, { id: newId(), on: setting.today, kind: 'refreshed' }] };
}
