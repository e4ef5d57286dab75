import type { LotEvent, NewLotEvent } from '@chill/model/lot.ts';
import { say } from '@chill/words/lot.ts';
import { refuse } from '../ledger/refuse.ts';
import type { LotState } from './lotState.ts';

/** An event of a lot as it is folded; what the ledger adds to a new event makes no difference. */
export type FoldableLotEvent = NewLotEvent | LotEvent;

type LotEventOf<K extends NewLotEvent['kind']> = Extract<NewLotEvent, { kind: K }>;

/** A lot while its events are gone through: its seeds in the drawer or in batches are counted together, `held`. */
export interface LotSoFar extends LotState {
  held: number;
}

/** All that the ledger knows of one kind of event of a lot. */
interface LotEventKind<K extends NewLotEvent['kind']> {
  /**
   * What it makes of the lot.
   * @throws {LedgerError} where it takes more than is held.
   */
  apply(lot: LotSoFar, event: LotEventOf<K>): void;
  /** The field to which it belongs that there are too few seeds. */
  field: string;
  says(event: LotEventOf<K>): string;
}

const COUNTED_BY = {
  get hand() {
    return say('byHand');
  },
  get weight() {
    return say('byWeight');
  },
  get pods() {
    return say('byPods');
  },
};

const LOT_EVENTS: { [K in NewLotEvent['kind']]: LotEventKind<K> } = {
  counted: {
    apply(lot, event) {
      const found = event.seeds + event.inBatches;
      lot.total += found - lot.held;
      lot.held = found;
      lot.lastCount = event;
    },
    field: 'seeds',
    says: ({ how, seeds }) => say('countedStock', { counted: COUNTED_BY[how.by], seeds }),
  },
  sorted: {
    apply(lot, event) {
      take(lot, event, 'rejected', event.rejected);
      lot.lastSort = event.on;
    },
    field: 'rejected',
    says: ({ rejected, by }) => say(by === 'float' ? 'sortedOutByFloat' : 'sortedOutByHand', { rejected }),
  },
  cutTested: {
    apply(lot, event) {
      const { on, tested, viable } = event;
      take(lot, event, 'tested', tested);
      lot.tests.push({ on, by: 'cut', tested, viable, beforeSort: false });
    },
    field: 'tested',
    says: ({ tested, viable }) => say('cutViable', { tested, viable }),
  },
  stored: {
    apply(lot, { storage }) {
      lot.storage = storage;
    },
    field: 'seeds',
    says: ({ storage: { state, where } }) => (where ? say('keptWhere', { state, where }) : say('kept', { state })),
  },
  givenAway: {
    apply: (lot, event) => take(lot, event, 'givenAway', event.seeds),
    field: 'seeds',
    says: ({ seeds }) => say('givenAway', { seeds }),
  },
  /** Which are in force is settled before any is applied. */
  reversed: { apply: () => undefined, field: 'reverses', says: () => 'undone' },
};

/** What the ledger knows of the kind of a lot's event. */
export function kindOfLotEvent<K extends NewLotEvent['kind']>(event: { kind: K }): LotEventKind<K> {
  return LOT_EVENTS[event.kind];
}

/** An entry of a lot in a few words. */
export function describeLotEvent(event: FoldableLotEvent): string {
  return `${kindOfLotEvent(event).says(event)}${event.note ? `, ${event.note}` : ''}`;
}

/** Refuses an event that takes more seeds than the `drawer` has. */
export function refuseTaking(event: FoldableLotEvent, drawer: number): never {
  const reason =
    event.kind === 'reversed' ? say.of('laterEntriesNeedThoseSeeds') : say.of('moreThanInStock', { drawer: Math.max(0, drawer) });
  return refuse(event, kindOfLotEvent(event).field, reason);
}

function take(lot: LotSoFar, event: FoldableLotEvent, into: 'rejected' | 'tested' | 'givenAway', seeds: number): void {
  if (seeds > lot.held) refuseTaking(event, lot.held - lot.inBatches);
  lot.held -= seeds;
  lot[into] += seeds;
}
