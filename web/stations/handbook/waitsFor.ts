import type { DaysAdvice, Species } from '@chill/model/species.ts';

/** What a species waits for, in one line: "open the coat, then 60 to 90 days of moist cold". */
export function waitsFor(species: Species): string {
  const cues = [
    ...(species.hardCoat ? ['an opened coat'] : []),
    ...(species.warmFirst ? [`${days(species.warmFirst.days)} of moist warmth`] : []),
    ...(species.cold.need === 'none'
      ? []
      : [`${days(species.cold.days)} of moist cold${species.cold.need === 'benefits' ? ' (it only helps)' : ''}`]),
    ...(species.light === 'needs light' ? ['light'] : []),
  ];
  return cues.length === 0 ? 'waits for nothing' : `waits for ${cues.join(', then ')}`;
}

/** Advice as it is given: "60 to 90 days", "about 60 days". */
export function days(advice: DaysAdvice): string {
  return 'about' in advice ? `about ${advice.about} days` : `${advice.from} to ${advice.to} days`;
}
