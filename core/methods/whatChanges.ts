import type { Wish } from '@chill/model/batch.ts';
import { say } from '@chill/words/drawbacks.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { addDays } from '../calendar/dates.ts';
import { type Request, wantedDay, weighMethods } from './propose.ts';

const MONTHS_TWO_DAYS = 60;

/**
 * What would put another method first: each wish that lies near this one is weighed as well, and the first that does is said.
 * `undefined` where none of them does. Costs a few times what weighing does.
 */
export function whatWouldChange(request: Request): Sentence | undefined {
  const first = weighMethods(request).offered[0]?.method.id;
  for (const { said, other } of neighbours(request)) {
    const then = weighMethods(other).offered[0]?.method;
    if (then && then.id !== first) return say.of('wouldComeFirst', { reason: said, name: then.name.toLowerCase() });
  }
  return undefined;
}

function neighbours(request: Request): { said: Sentence; other: Request }[] {
  const { wish, nursery, today } = request;
  const wanted = wantedDay(wish, nursery, today);
  const later: Wish['timing'] = wanted
    ? { by: 'readyBy', date: addDays(wanted, MONTHS_TWO_DAYS) }
    : { by: 'startOn', date: addDays(wish.timing.by === 'startOn' ? wish.timing.date : today, MONTHS_TWO_DAYS) };
  const half = Math.max(1, Math.round(wish.plants / 2));
  return [
    { said: wanted ? say.of('twoMonthsMore') : say.of('begunTwoMonthsLater'), other: { ...request, wish: { ...wish, timing: later } } },
    { said: say.of('twiceSeed'), other: { ...request, available: request.available * 2 } },
    ...(half < wish.plants ? [{ said: say.of('plants', { half }), other: { ...request, wish: { ...wish, plants: half } } }] : []),
  ];
}
