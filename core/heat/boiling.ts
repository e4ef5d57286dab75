/** Sea-level pressure of the International Standard Atmosphere, Pa, and its barometric formula for the troposphere. */
const SEA_LEVEL_PA = 101_325;
const ISA_LAPSE_PER_M = 2.25577e-5;
const ISA_EXPONENT = 5.25588;
const PA_PER_MMHG = 133.322387415;

/** Antoine's constants for water from 1 to 100 °C: log₁₀ P(mmHg) = A − B / (C + T°C). */
const ANTOINE = { a: 8.07131, b: 1730.63, c: 233.426 };

/** Air pressure, Pa, at a height above the sea, −430 to 6000 m, in the standard atmosphere. */
export function airPressure_Pa(elevation_m: number): number {
  return SEA_LEVEL_PA * (1 - ISA_LAPSE_PER_M * elevation_m) ** ISA_EXPONENT;
}

/**
 * The temperature at which water boils at a height above the sea, °C.
 * @throws {RangeError} outside −430 to 6000 m, where nobody grows.
 */
export function boilingPoint_C(elevation_m: number): number {
  if (!(elevation_m >= -430 && elevation_m <= 6000)) throw new RangeError('Give a height from −430 to 6000 m.');
  const { a, b, c } = ANTOINE;
  return b / (a - Math.log10(airPressure_Pa(elevation_m) / PA_PER_MMHG)) - c;
}
