/**
 * What has to be done, and hands' time for one of each, minutes; a first guess, to be learned: begin a stage, go on to the next, check, lift sprouts, swap
 * freezer and fridge, change the water of a soak, add water, lay into a fresh medium, give up on the rest, tend what is in pots, plant out.
 */
export const MINUTES = {
  begin: 5,
  move: 3,
  check: 2,
  lift: 4,
  turn: 1,
  freshWater: 2,
  water: 2,
  refresh: 6,
  finish: 5,
  tend: 5,
  plantOut: 15,
};
export type TaskKind = keyof typeof MINUTES;
