/** Denominator and numerator of Hart's fraction, from the highest power down. */
const HART = {
  above: [0.0352624965998911, 0.700383064443688, 6.37396220353165, 33.912866078383, 112.079291497871, 221.213596169931, 220.206867912376],
  below: [
    0.0883883476483184, 1.75566716318264, 16.064177579207, 86.7807322029461, 296.564248779674, 637.333633378831, 793.826512519948,
    440.413735824752,
  ],
};
/** From here on the tail is a continued fraction. */
const TAIL_FROM = 7.07106781186547;

/** A polynomial, its coefficients from the highest power down. */
function polynomial(coefficients: readonly number[], x: number): number {
  let sum = 0;
  for (const one of coefficients) sum = sum * x + one;
  return sum;
}

/**
 * The standard normal's cumulative chance, to fifteen digits.
 * Source: Hart 1968, algorithm 5666, as West 2005 (Wilmott Magazine) writes it for double precision.
 */
export function normalCdf(z: number): number {
  const x = Math.abs(z);
  const density = Math.exp((-x * x) / 2);
  const tail =
    x < TAIL_FROM
      ? (density * polynomial(HART.above, x)) / polynomial(HART.below, x)
      : density / (x + 1 / (x + 2 / (x + 3 / (x + 4 / (x + 0.65))))) / Math.sqrt(2 * Math.PI);
  return z > 0 ? 1 - tail : tail;
}

/** The fractions of AS 241: in the middle, in the tails, and far out in them; each from the highest power down. */
const AS241 = {
  middle: [
    [
      2509.0809287301227, 33430.57558358813, 67265.7709270087, 45921.95393154987, 13731.69376550946, 1971.5909503065513, 133.14166789178438,
      3.3871328727963665,
    ],
    [
      5226.495278852854, 28729.085735721943, 39307.89580009271, 21213.794301586597, 5394.196021424751, 687.1870074920579, 42.31333070160091,
      1,
    ],
  ],
  tail: [
    [
      0.0007745450142783414, 0.022723844989269184, 0.2417807251774506, 1.2704582524523684, 3.6478483247632045, 5.769497221460691,
      4.630337846156546, 1.4234371107496835,
    ],
    [
      1.0507500716444169e-9, 0.0005475938084995345, 0.015198666563616457, 0.14810397642748008, 0.6897673349851, 1.6763848301838038,
      2.053191626637759, 1,
    ],
  ],
  far: [
    [
      2.0103343992922881e-7, 0.000027115555687434876, 0.0012426609473880784, 0.026532189526576124, 0.29656057182850487, 1.7848265399172913,
      5.463784911164114, 6.657904643501103,
    ],
    [
      2.0442631033899397e-15, 1.421511758316446e-7, 0.000018463183175100548, 0.0007868691311456133, 0.014875361290850615,
      0.1369298809227358, 0.599832206555888, 1,
    ],
  ],
} as const;

const fraction = ([above, below]: readonly [readonly number[], readonly number[]], x: number) =>
  polynomial(above, x) / polynomial(below, x);

/** The value below which the standard normal falls with chance `probability`, 0 to 1, to fifteen digits. Source: Wichura 1988, AS 241 (PPND16). */
export function normalQuantile(probability: number): number {
  const fromMiddle = probability - 0.5;
  if (Math.abs(fromMiddle) <= 0.425) return fromMiddle * fraction(AS241.middle, 0.180625 - fromMiddle * fromMiddle);
  const depth = Math.sqrt(-Math.log(fromMiddle < 0 ? probability : 1 - probability));
  const distance =
    depth === Number.POSITIVE_INFINITY ? depth : depth <= 5 ? fraction(AS241.tail, depth - 1.6) : fraction(AS241.far, depth - 5);
  return fromMiddle < 0 ? -distance : distance;
}

/** The table's reach either side of the middle, in standard deviations, and its steps to one of them. */
const REACH = 6;
const STEPS = 512;
const TABLE = Float64Array.from({ length: 2 * REACH * STEPS + 2 }, (_, i) => normalCdf(i / STEPS - REACH));

/** The standard normal's cumulative chance to a millionth, read off a table: for sums of many thousands of them while somebody waits. */
export function normalChance(z: number): number {
  if (z <= -REACH) return 0;
  if (z >= REACH) return 1;
  const at = (z + REACH) * STEPS;
  const i = Math.floor(at);
  const low = TABLE[i] as number;
  return low + (at - i) * ((TABLE[i + 1] as number) - low);
}
