import { acceptLot } from '@chill/core/lot/acceptLot.ts';
import { NewLotEvent } from '@chill/model/lot.ts';
import { fieldProblem } from '@chill/model/refusal.ts';
import type { FieldValues } from 'react-hook-form';
import { newId } from '../../browser/newId.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { recordOnLot } from '../../data/saving.ts';
import { judgedBy, useWritten } from '../../kit/fields/useWritten.ts';

/**
 * A form that records one thing on a lot's ledger, today. `event` is what the written means, and `fields` where the event's own fields
 * ("rejected", "how.samples.0.grams") stand in the form, where they are called otherwise there.
 */
export function useLotForm<W extends FieldValues>(
  lot: LotView,
  {
    first,
    event,
    fields = {},
    done,
  }: { first: W; event: (written: W) => object; fields?: Record<string, string>; done: (written: W) => void },
) {
  const { today } = useNursery();
  return useWritten({
    first,
    judge: (written: W) => {
      const judged = judgedBy<NewLotEvent>(NewLotEvent, { id: newId(), on: today, ...event(written) });
      const verdict = 'value' in judged ? acceptLot(lot, judged.value, today) : undefined;
      return verdict && !verdict.ok ? { faults: [fieldProblem(verdict)] } : judged;
    },
    save: async (made, written) => {
      await recordOnLot(lot, made, today);
      done(written);
    },
    fieldOf: (path) => {
      const plain = path.replace(/^event\./, '');
      return fields[plain] ?? plain.replace(/^how\./, '');
    },
  });
}
