/** Chill-days credited for one freezer turn (a day frozen, a day in the fridge), and how many turns may count. Anecdotal. */
export const TURN_CREDIT_DAYS = 10;
export const MOST_TURNS = 3;
/** Share of seed that lives through the freezer turns. Anecdotal. */
export const TURNS_SURVIVAL = 0.85;
/** Days that one turn takes. */
export const DAYS_PER_TURN = 2;

/** Chill-days credited to freezer turns that took `days`. Anecdotal. */
export function turnsCredit(days: number): number {
  return TURN_CREDIT_DAYS * Math.min(MOST_TURNS, Math.floor(days / DAYS_PER_TURN));
}
