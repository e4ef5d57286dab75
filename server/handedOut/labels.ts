import { pathOf, squareHolds } from '@chill/core/labels/square.ts';
import { bagWords, keepIt, type LabelWords, potWords } from '@chill/core/labels/words.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import type { ReadNow } from '../nursery/views.ts';
import { offThread } from '../offThread/offThread.ts';
import { Queue } from '../store/queue.ts';
import type { LabelDrawing, LabelKind } from './drawLabels.ts';

/** What is asked for: which labels, on which sheet, how many of each, and how many of the first sheet are used up. */
export interface LabelsAsked {
  kind: LabelKind;
  sheet: string;
  /** Bag codes; for shelves, ids of places. */
  of: readonly string[];
  copies: number;
  skip: number;
  /** Where the QR codes lead. */
  origin: string;
}

/** More than these at once is a slip: a thousand fill forty sheets. */
const MOST_LABELS = 1000;
const LONGEST_MS = 60_000;
/** Labels are drawn one request after another, and no more than these stand in line: a thread each would take the machine. */
const MOST_WAITING = 6;
const oneAtATime = new Queue();
let waiting = 0;

/**
 * Labels as a PDF, several to a sheet, each with its QR code and room for pencil. Drawn on a thread of its own.
 * @throws {Fault} for codes or places that do not exist, or where nothing or too much was asked for.
 */
export async function labelsPdf(now: ReadNow, { kind, sheet, of, copies, skip, origin }: LabelsAsked): Promise<Buffer> {
  if (of.length === 0) throw Fault.field('of', say('nothingChosen'));
  if (waiting >= MOST_WAITING) throw new Fault('too-many', say('labelsBusy'));
  if (of.length * copies > MOST_LABELS) throw Fault.field('of', say('tooManyLabels', { mostLabels: MOST_LABELS }));
  const labels = of.map((one) => {
    const words = wordsFor(one, kind, now);
    return {
      words,
      holds: kind === 'shelf' ? squareHolds(origin, pathOf.shelf(one), words.name) : squareHolds(origin, pathOf.bag(one), words.code),
    };
  });
  const drawing = { kind, sheet, skip, copies, labels, nursery: now.nursery.name };
  waiting += 1;
  try {
    const draw = () => offThread<LabelDrawing, Uint8Array>(new URL('./drawLabels.ts', import.meta.url), drawing, LONGEST_MS);
    return Buffer.from(await oneAtATime.run(draw));
  } finally {
    waiting -= 1;
  }
}

function wordsFor(one: string, kind: LabelKind, { places, batches, nursery, today }: ReadNow): LabelWords {
  if (kind === 'shelf') {
    const place = places.find(({ id }) => id === one);
    if (!place) throw Fault.field('of', say('noSuchPlace'));
    return {
      code: '',
      name: place.name,
      scientific: place.within ?? '',
      lines: [
        say('shouldHold', { nominal: showQuantity(place.nominal_C, 'temperature_C', nursery.settings.units) }),
        ...(place.usedBy ? [say('for', { usedBy: place.usedBy })] : []),
      ],
      warnings: [say('seedsNotFood'), keepIt()],
    };
  }
  const view = batches.find(({ batch }) => batch.code === one.toUpperCase());
  if (!view) throw Fault.field('of', say('thereNoBag', { one }));
  return kind === 'pot' ? potWords(view, today) : bagWords(view);
}
