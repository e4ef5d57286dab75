import { climbPath, type Level, stayPath } from './geometry.ts';
import { ZONE_COLOUR, ZONE_WEIGHT, type Zone } from './zones.ts';

/** One stage of a stepping line, already laid on the drawing. */
export interface Step extends Level {
  zone: Zone;
  /** Where what is done ends and what is planned begins; beyond `x2` it is all done. */
  doneUntil: number;
}

/** A path through temperatures: height is the zone, the done part solid, the planned part dashed. */
export function StepLine({ steps, faint = false }: { steps: readonly Step[]; faint?: boolean }) {
  const lying = steps.filter((step) => step.x2 > step.x1);
  return (
    <g fill="none" strokeLinecap="round" opacity={faint ? 0.5 : 1}>
      {lying.map((step, i) => {
        const previous = lying[i - 1];
        const next = lying[i + 1];
        const split = Math.min(step.x2, Math.max(step.x1, step.doneUntil));
        // Where the next stage lies at the same height there is nothing to climb, and no room is left for it.
        const climbsIn = previous !== undefined && previous.y !== step.y;
        const climbsOut = next !== undefined && next.y !== step.y;
        const colour = ZONE_COLOUR[step.zone];
        const climbDone = step.doneUntil > step.x1;
        return (
          <g key={`${step.x1}-${step.zone}`} stroke={colour}>
            {previous && climbsIn && (
              <path d={climbPath(previous, step)} strokeWidth={climbDone ? 2.25 : 1.5} strokeDasharray={climbDone ? undefined : '3 3'} />
            )}
            {split > step.x1 && (
              <path d={stayPath({ ...step, x2: split }, climbsIn, split === step.x2 && climbsOut)} strokeWidth={ZONE_WEIGHT[step.zone]} />
            )}
            {split < step.x2 && (
              <path d={stayPath({ ...step, x1: split }, split === step.x1 && climbsIn, climbsOut)} strokeWidth={2} strokeDasharray="5 4" />
            )}
          </g>
        );
      })}
    </g>
  );
}
