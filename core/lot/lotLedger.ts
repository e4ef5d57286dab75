import type { Batch } from '@chill/model/batch.ts';
import type { Lot, LotInHand, TowelResult, Viability } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/lot.ts';
import { addDays, daysBetween, earlier, YEAR_DAYS } from '../calendar/dates.ts';
import type { BetaShare } from '../chance/shares.ts';
import type { Brought, Credit } from '../chill/requirement.ts';
import type { StageFacts } from '../kinds/stages/kind.ts';
import { STAGES } from '../kinds/stages.ts';
import { fold } from '../ledger/fold.ts';
import { refuse } from '../ledger/refuse.ts';
import { countIn } from '../ledger/states.ts';
import { type FoldableLotEvent, kindOfLotEvent, type LotSoFar, refuseTaking } from './events.ts';
import type { LotState, ViableTest } from './lotState.ts';
import { viableShare } from './viability.ts';

/** A test older than this is worth repeating before much is staked on it, days. Assumption: a year in a drawer. */
export const TEST_AGES_AFTER_DAYS = 365;

/** What of a batch a lot's tests are read from. */
type TestBatch = Pick<Batch, 'id' | 'plan' | 'purpose' | 'events' | 'from'>;
/** What the server says of a lot's batches that are not at hand. */
type FromServer = Partial<Pick<LotInHand, 'inBatches' | 'towels'>>;

/**
 * The state of a lot after its events, with the towel tests among its batches read. What the lot itself says of its batches stands where it does, so that
 * none but those at hand need be there. Pure: used by server and browser alike.
 * @throws {LedgerError} where an event in force takes more seeds than there are, or a reversal names none.
 */
export function lotState(lot: Lot & FromServer, events: readonly FoldableLotEvent[], batches: readonly TestBatch[]): LotState {
  // What was split off is counted with the batch that it came from.
  const inBatches = lot.inBatches ?? batches.reduce((sum, batch) => sum + (batch.from ? 0 : batch.plan.seeds), 0);
  const towels = new Map((lot.towels ?? []).map(({ batchId, ...result }) => [batchId, result]));
  for (const batch of batches) {
    const result = batch.purpose === 'test' ? readTowelTest(batch) : undefined;
    if (result) towels.set(batch.id, result);
  }
  return withTests(foldLot(lot, events, inBatches), lot, [...towels.values()]);
}

/**
 * The same without the towel tests, for who only needs to know where the seeds are; `inBatches` is what its batches hold now. What the batches
 * hold comes off the drawer at the end: they may have been made between any two events, and a count in between may have found what they took.
 * @throws {LedgerError} as {@link lotState}; at the last event where the drawer as a whole would not suffice.
 */
export function foldLot(lot: Lot, events: readonly FoldableLotEvent[], inBatches: number): LotState {
  const inForce = lotEventsInForce(events);
  const lotSoFar: LotSoFar = {
    held: lot.seeds,
    drawer: 0,
    inBatches,
    tested: 0,
    rejected: 0,
    givenAway: 0,
    total: lot.seeds,
    tests: [],
    towelTests: [],
    viability: lot.viability,
    ...(lot.storage && { storage: lot.storage }),
    inForce,
  };
  let before = lot.seeds;
  for (const event of events) {
    before = lotSoFar.held;
    if (event.kind !== 'reversed' && inForce.has(event.id)) kindOfLotEvent(event).apply(lotSoFar, event);
  }
  const { held, ...state } = lotSoFar;
  state.drawer = held - inBatches;
  if (state.drawer < 0) {
    const last = events.at(-1);
    if (last) refuseTaking(last, before - inBatches);
    refuse({ id: '' }, 'seeds', say.of('batchesHoldMore', { inBatches }));
  }
  return withTests(state, lot, []);
}

/** Brings in the test written down with the lot and those run as batches, and combines what still holds. */
function withTests(state: LotState, lot: Lot, towels: readonly TowelResult[]): LotState {
  const tests: ViableTest[] = state.tests.filter(({ by }) => by === 'cut');
  if (lot.viability.kind === 'tested') {
    const { tested, viable } = lot.viability;
    tests.push({ on: lot.provenance.on, by: 'asWritten', tested, viable, beforeSort: false });
  }
  for (const { on, tested, came } of towels) tests.push({ on, tested, viable: came, by: 'towel', beforeSort: false });
  tests.sort((a, b) => a.on.localeCompare(b.on));
  const stale = ({ on }: { on: PlainDate }) => state.lastSort !== undefined && on < state.lastSort;
  for (const test of tests) test.beforeSort = stale(test);
  const towelTests = towels.filter((test) => !stale(test));
  const cut = tests.filter(({ by }) => by !== 'towel');
  const holding = cut.filter((test) => !test.beforeSort);
  const said = holding.length > 0 ? holding : cut;
  if (said.length === 0) return { ...state, tests, towelTests, viability: lot.viability };
  const sum = (pick: (test: ViableTest) => number) => said.reduce((total, test) => total + pick(test), 0);
  const viability: Viability = { kind: 'tested', tested: sum((test) => test.tested), viable: sum((test) => test.viable) };
  return { ...state, tests, towelTests, viability, testedOn: (said.at(-1) as ViableTest).on };
}

/** What a towel test that is over has shown; `undefined` while it runs. */
export function readTowelTest(batch: Pick<Batch, 'plan' | 'events'>): TowelResult | undefined {
  const { plan } = batch;
  const { counts, closedOn, stage, lastOn, sprouts, stages } = fold(plan, batch.events);
  const over = closedOn ?? (stage >= plan.stages.length ? lastOn : undefined);
  const tested = plan.seeds - countIn(counts, ['movedOn']);
  const inStage = (which: (facts: StageFacts) => boolean) => {
    const index = plan.stages.findLastIndex(({ kind }) => which(STAGES[kind]));
    return { ...stages[index], temperature_C: plan.stages[index]?.temperature_C };
  };
  const warm = inStage(({ course }) => course === 'sprouts');
  if (!over || tested <= 0 || !warm.startedOn || warm.temperature_C === undefined) return undefined;
  const dry = inStage(({ earns }) => earns === 'ripening');
  const came = sprouts.reduce((sum, { count }) => sum + count, 0);
  return {
    on: over,
    tested,
    came: Math.min(tested, came),
    method: plan.method,
    warm_days: daysBetween(warm.startedOn, over),
    warm_C: warm.temperature_C,
    ...(dry.startedOn &&
      dry.finishedOn &&
      dry.temperature_C !== undefined && {
        dry: { days: daysBetween(dry.startedOn, dry.finishedOn), temperature_C: dry.temperature_C },
      }),
  };
}

function lotEventsInForce(events: readonly FoldableLotEvent[]): Set<string> {
  const inForce = new Set<string>();
  for (const event of events) {
    if (event.kind === 'reversed') {
      if (!inForce.delete(event.reverses)) refuse(event, 'reverses', say.of('noSuchEntry'));
    } else inForce.add(event.id);
  }
  return inForce;
}

/** The cold that a lot brings along, as it is believed. */
export function creditOf({ wintered }: Pick<Lot, 'wintered'>): Credit | undefined {
  return wintered && { days: wintered.chillDays, give_days: wintered.give_days };
}

/** What seed of a lot brings along: a winter that it has had, and since its harvest the drawer, where it is kept dry. */
export function broughtBy(lot: Pick<Lot, 'wintered' | 'provenance' | 'storage'>): Brought {
  return { credit: creditOf(lot), ...(lot.storage?.state !== 'moist' && { drySince: harvestedOn(lot.provenance) }) };
}

/** The day on which a towel test that is over was begun, but for a soak. */
export function testBegun({ on, warm_days, dry }: Pick<TowelResult, 'on' | 'warm_days' | 'dry'>): PlainDate {
  return addDays(on, -Math.round(warm_days + (dry?.days ?? 0)));
}

/** The day on which a lot was harvested, as far as it is known: the end of its year, or the day on which it came. */
function harvestedOn(provenance: Lot['provenance']): PlainDate {
  const since = provenance.kind === 'bought' && provenance.harvestYear ? `${provenance.harvestYear}-12-31` : provenance.on;
  return earlier(since, provenance.on);
}

/** Years that a lot has been stored dry by `on` since its viability was found out: by its last test, by its packet, or never, then since its harvest. */
export function agedYears(lot: Pick<Lot, 'provenance' | 'storage' | 'viability'> & { testedOn?: PlainDate }, on: PlainDate): number {
  if (lot.storage?.state === 'moist') return 0;
  const { viability, provenance, testedOn } = lot;
  const since = testedOn ?? (viability.kind === 'unknown' ? harvestedOn(provenance) : provenance.on);
  return Math.max(0, daysBetween(since, on)) / YEAR_DAYS;
}

/** How viable a lot, as it stands, was on a day: as it was found out, less what years in the dry have taken since, where the nursery has learned how much. */
export function viableOn(
  lot: Parameters<typeof agedYears>[0],
  species: Pick<Species, 'usuallyViable' | 'figures'>,
  on: PlainDate,
): BetaShare {
  return viableShare(lot.viability, species, species.figures?.viable?.ageing === undefined ? 0 : agedYears(lot, on));
}
