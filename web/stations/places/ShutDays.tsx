import type { DaysOff } from '@chill/model/primitives.ts';
import { say } from '@chill/words/people.ts';
import { DaysOffField } from '../../kit/fields/DaysOffField.tsx';

/** When nothing may lie in a place. */
export function ShutDays(field: {
  value: readonly DaysOff[];
  onChange: (days: DaysOff[]) => void;
  today: string;
  fault: (at: number) => string | undefined;
}) {
  return (
    <>
      <p className="text-[0.95rem] text-ink2">{say('shut')}</p>
      <DaysOffField of={say('shut')} {...field} />
      <p className="text-[0.9rem] text-ink2">{say('shutHint')}</p>
    </>
  );
}
