import type { Batch, Wish } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { Situation } from '../follow/situation.ts';
import { project } from '../forecast/project.ts';
import { STAGES } from '../kinds/stages.ts';
import { sownInstead } from '../methods/endings.ts';
import { lotInRequest, planFrom, propose } from '../methods/propose.ts';
import { methodsToWeigh } from '../methods/schools.ts';
import type { LearnedRot } from '../rot/learned.ts';
import { newId } from './towelBench.ts';

const TODAY = '2026-10-01';
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 240, order: 1 });
const places = [
  ...[place('fridge', 4), place('freezer', -18), place('mat', 21), place('bench', 18), place('shelf', 20), place('drawer', 18)],
  { ...place('outdoors', 4), cover: { animals: true, rain: true } },
];
const LOT = {
  viability: { kind: 'tested', tested: 20, viable: 17 },
  provenance: { kind: 'collected', place: 'a bank', on: '2026-09-01' },
} as const;
const wish: Wish = { plants: 40, confidence: 0.9, timing: { by: 'startOn', date: TODAY } };

/** A batch of a plan whose winter outdoors has begun on its day, and what came before it been done on its own. */
function begun(batch: Batch): Batch {
  const winter = batch.plan.stages.findIndex(({ kind }) => STAGES[kind].earns === 'winter');
  const on = batch.plan.stages
    .slice(0, winter + 1)
    .flatMap(({ start, end, placeId }, stage): NewEvent[] => [
      { id: newId(), on: start, kind: 'stageStarted', stage, placeId: placeId ?? 'bench' },
      ...(stage < winter ? [{ id: newId(), on: end, kind: 'stageFinished' as const, stage, moves: [] }] : []),
    ]);
  const events = on.map((event, i) => ({ ...event, batchId: batch.id, version: i + 1, recordedAt: `${event.on}T12:00:00Z` }));
  return { ...batch, events: events as LedgerEvent[] };
}

/** What else than usual a plan is asked for with: another day, what the lot brings along, what the nursery has learned of rot. */
interface Asked {
  timing?: Wish['timing'];
  rot?: LearnedRot;
  lot?: Situation['lot'];
  /** As it is put out for the winter, and not before. */
  outdoors?: boolean;
}

/** Every plan of a species that does not stop, on the towel or sown, with what its page promises before anything has happened. */
export function firstDays(species: Species, nursery: Nursery, { timing = wish.timing, rot, lot = LOT, outdoors = false }: Asked = {}) {
  const methods = methodsToWeigh(species).methods.flatMap((one) => {
    const sown = sownInstead(species, one.method);
    return sown ? [one, { ...one, method: sown }] : [one];
  });
  return methods.flatMap(({ method, workedOut }) => {
    const asked = { species, wish: { ...wish, timing }, nursery, places, today: TODAY, ...(rot && { rot }) };
    const request = { ...lotInRequest(lot, 200, species, TODAY), ...asked };
    const proposal = propose(method, request, workedOut);
    const winter = proposal.stages.find(({ kind }) => STAGES[kind].earns === 'winter');
    if (proposal.against.some(({ weight }) => weight === 'stops') || (outdoors && !winter)) return [];
    const plan = planFrom(proposal, asked.wish);
    const batch: Batch = { id: newId(), lotId: newId(), code: '7QK', speciesId: species.id, madeOn: TODAY, plan, events: [] };
    const today = outdoors && winter ? winter.start : TODAY;
    const { promised } = project(outdoors ? begun(batch) : batch, { ...asked, lot, today });
    const page = promised && { low: promised.now.low, high: promised.now.high, shares: [...promised.now.prospect.shares] };
    return [{ of: `${species.id} ${method.id}`, plan: { ...proposal.expected, shares: [...proposal.prospect.shares] }, page }];
  });
}

/** Whether a page tells otherwise than its plan: another middle, or another width. */
export function apart({ plan, page }: Pick<ReturnType<typeof firstDays>[number], 'plan' | 'page'>): boolean {
  if (!page) return true;
  const [middle, width] = [(plan.low + plan.high) / 2, plan.high - plan.low];
  return Math.abs((page.low + page.high) / 2 - middle) > 2 + 0.1 * middle || Math.abs(page.high - page.low - width) > 3 + 0.2 * width;
}
