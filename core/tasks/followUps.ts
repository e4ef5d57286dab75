import type { Stage } from '@chill/model/stage.ts';
import { say } from '@chill/words/schedule.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { shortDate } from '../calendar/dates.ts';
import { freshening } from '../kinds/media.ts';
import { keptDry, mediumOf } from '../kinds/stages.ts';
import { countIn } from '../ledger/states.ts';
import { topUp_mL } from '../mix/topUp.ts';
import { showQuantity } from '../units/quantities.ts';
import { checkDue } from './checkDue.ts';
import { placeOf, type Task, type TaskContext, task } from './task.ts';

/** What the last check of waiting seed asks for and nobody has recorded yet: water for the dry, fresh bedding for the mouldy or the wet. Due at once. */
export function followUps(context: TaskContext): Task[] {
  const { batch, projection, situation, stage, index } = context;
  const { state } = projection;
  const medium = mediumOf(batch.plan.method.stages[index] as Stage);
  const checks = state.checks.filter(({ on }) => on >= stage.start);
  const last = checks.at(-1);
  if (!last || keptDry(stage.kind)) return [];
  const { watered, refreshed } = state.sinceCheck;
  const found: Task[] = [];
  const base = { due: last.on, placeId: placeOf(context) };
  if (last.damp === 'dry' && !watered && !refreshed) {
    const water = topUpFor(context);
    if (water > 0)
      found.push(
        task(context, {
          ...base,
          kind: 'water',
          title: say.of('addWater'),
          hint: say.of('wasDryAdd', { water: showQuantity(water, 'volume_mL', situation.nursery.settings.units) }),
          pressing: true,
          lateness: say.of('drySeedReceivesNothing'),
        }),
      );
  }
  const mouldy = last.mould === 'few' || last.mould === 'spreading';
  const fresh = freshening(medium);
  if ((mouldy || last.damp === 'wet') && !refreshed && fresh) {
    found.push(
      task(context, {
        ...base,
        kind: 'refresh',
        title: fresh,
        hint: mouldy
          ? say.of(last.mould === 'spreading' ? 'takeOutMouldyBatheRest' : 'takeOutMouldy', {
              next: shortDate.of(checkDue(context).due, situation.today),
            })
          : say.of('tooWetPressOut'),
        pressing: last.mould === 'spreading',
      }),
    );
  }
  return found;
}

/** Water for a batch that was found dry, mL. */
export function topUpFor({
  batch,
  projection,
  situation,
  index,
}: Pick<TaskContext, 'batch' | 'projection' | 'situation' | 'index'>): number {
  const medium = mediumOf(batch.plan.method.stages[index] as Stage);
  const water = topUp_mL(countIn(projection.state.counts, ['waiting', 'swollen']), medium, situation.species.seed);
  return water >= 20 ? Math.round(water / 5) * 5 : Math.round(water);
}

/** What to say of seeds that show a root in the cold: the one goes, the rest stays for as long as the numbers say. */
export function rootsInTheCold(context: TaskContext): Sentence | undefined {
  const { projection, situation } = context;
  const { treatment, state } = projection;
  if (!treatment || treatment.stage !== state.stage) return undefined;
  const left = countIn(state.counts, ['waiting', 'swollen']);
  const [now, best] = [Math.round(treatment.releasedNow * 100), Math.round(treatment.releasedAtBest * 100)];
  const stays =
    situation.today < treatment.takeOutOn ? say.of('othersStay', { left, now, best }) : say.of('othersMayComeOut', { left, now });
  return say.of('checkAgainOn', { stays, next: shortDate.of(checkDue(context).due, situation.today) });
}
