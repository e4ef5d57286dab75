import { readCount } from '@chill/core/units/number.ts';
import { shown } from '@chill/words/subject.ts';

/** A count typed with marks in it, shown back as it was read: nobody need wonder whether 10,000 was ten. */
export function ReadBack({ typed }: { typed: string }) {
  const count = /[.,\s]/.test(typed.trim()) ? readCount(typed) : undefined;
  return count === undefined ? null : <output className="block text-[0.95rem] text-ink2">= {shown(count)}</output>;
}
