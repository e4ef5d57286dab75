import type { NewEvent } from '@chill/model/event.ts';
import type { PlaceId } from '@chill/model/primitives.ts';
import { amended } from './amended.ts';
import { carried } from './carried.ts';
import { checked } from './checked.ts';
import { closed } from './closed.ts';
import { cutOpen } from './cutOpen.ts';
import { heatPulsed } from './heatPulsed.ts';
import type { EventKind } from './kind.ts';
import { noted } from './noted.ts';
import { opened } from './opened.ts';
import { poured } from './poured.ts';
import { refreshed } from './refreshed.ts';
import { reversed } from './reversed.ts';
import { seedsMoved } from './seedsMoved.ts';
import { smoked } from './smoked.ts';
import { split } from './split.ts';
import { stageFinished } from './stageFinished.ts';
import { stageStarted } from './stageStarted.ts';
import { swellingChecked } from './swellingChecked.ts';
import { tended } from './tended.ts';
import { tendingMoved } from './tendingMoved.ts';
import { timerEnded } from './timerEnded.ts';
import { timerStarted } from './timerStarted.ts';
import { trainedStaff } from './trainedStaff.ts';
import { turned } from './turned.ts';
import { waited } from './waited.ts';
import { watered } from './watered.ts';
import { waterRead } from './waterRead.ts';
import { weighedDry } from './weighedDry.ts';
import { withdrawn } from './withdrawn.ts';

const EVENTS: { [K in NewEvent['kind']]: EventKind<K> } = {
  stageStarted,
  stageFinished,
  checked,
  seedsMoved,
  tended,
  tendingMoved,
  refreshed,
  waited,
  watered,
  carried,
  noted,
  closed,
  withdrawn,
  amended,
  cutOpen,
  timerStarted,
  timerEnded,
  opened,
  poured,
  waterRead,
  smoked,
  heatPulsed,
  weighedDry,
  swellingChecked,
  split,
  turned,
  trainedStaff,
  reversed,
};

/** What the ledger knows of an event's kind: everything that it does with events is a walk over these. */
export function kindOfEvent<K extends NewEvent['kind']>(event: { kind: K }): EventKind<K> {
  return EVENTS[event.kind];
}

/** The place in which a batch lies from an event on, where it is one that lays it down. */
export function laidDownIn(event: NewEvent): PlaceId | undefined {
  const kind = EVENTS[event.kind];
  return 'laysDown' in kind && kind.laysDown ? (event as { placeId?: PlaceId }).placeId : undefined;
}
