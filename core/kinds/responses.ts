import type { TemperatureResponse } from '@chill/model/species.ts';

/**
 * Moist cold works from about 0 to 10 °C, best from just above freezing to 5 °C, and stops below freezing.
 * Sources: Stokes 1965 (Encyclopedia of Plant Physiology XV/2); Nikolaeva 1969; Baskin & Baskin 2014 (Seeds, 2nd ed.).
 */
export const COLD_RESPONSE: TemperatureResponse = { zeroBelow_C: -2, fullFrom_C: 1, fullTo_C: 5, zeroAbove_C: 10 };

/** Moist warmth before cold works at room temperature. Assumption in the same form (science: 12, 18, 25, 30 °C). */
export const WARM_RESPONSE: TemperatureResponse = { zeroBelow_C: 12, fullFrom_C: 18, fullTo_C: 25, zeroAbove_C: 30 };

/** Dry after-ripening goes on in any warm dry drawer and hardly at all in the cold. Assumption in the same form. */
export const RIPENING_RESPONSE: TemperatureResponse = { zeroBelow_C: 3, fullFrom_C: 15, fullTo_C: 40, zeroAbove_C: 60 };
