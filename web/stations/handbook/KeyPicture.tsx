/** Small drawings for the answers of the key: what a person would rather look at than read. */
export type Picture =
  | 'swollen'
  | 'unswollen'
  | 'dust'
  | 'small'
  | 'middle'
  | 'large'
  | 'fleshy'
  | 'stones'
  | 'dry'
  | 'snow'
  | 'mild'
  | 'frostFree'
  | 'wet'
  | 'woods'
  | 'open'
  | 'burns';

const INK = 'var(--color-ink)';
const SEED = 'var(--seed-brown)';

/** Drawn at one size, 56 by 40; sizes of seed stand on a rule whose ticks are millimetres. */
export function KeyPicture({ of }: { of: Picture }) {
  return (
    <svg
      viewBox="0 0 56 40"
      className="block h-10 w-14"
      aria-hidden="true"
      fill="none"
      stroke={INK}
      strokeWidth={1.4}
      strokeLinecap="round"
    >
      {DRAWN[of]}
    </svg>
  );
}

const beaker = <path d="M10 8 v24 q0 4 4 4 h28 q4 0 4 -4 V8 M10 16 h36" stroke="var(--color-ink3)" />;
const sized = (width: number, height: number) => (
  <>
    <ellipse cx={28} cy={18} rx={width / 2} ry={height / 2} fill={SEED} stroke="none" />
    <path d="M8 34 h40 M8 34 v-4 M18 34 v-2 M28 34 v-4 M38 34 v-2 M48 34 v-4" stroke="var(--color-ink3)" />
  </>
);
const tree = (x: number) => <path key={x} d={`M${x} 34 v-10 M${x - 6} 25 L${x} 8 L${x + 6} 25 Z`} />;

const DRAWN: Record<Picture, React.ReactNode> = {
  swollen: (
    <>
      {beaker}
      <ellipse cx={22} cy={28} rx={7.5} ry={5.5} fill={SEED} stroke="none" />
      <ellipse cx={36} cy={27} rx={7.5} ry={5.5} fill={SEED} stroke="none" />
    </>
  ),
  unswollen: (
    <>
      {beaker}
      <ellipse cx={22} cy={31} rx={4.5} ry={2.8} fill={SEED} stroke="none" />
      <ellipse cx={35} cy={31} rx={4.5} ry={2.8} fill={SEED} stroke="none" />
    </>
  ),
  dust: sized(3, 2),
  small: sized(8, 6),
  middle: sized(20, 14),
  large: sized(38, 26),
  fleshy: (
    <>
      <circle cx={28} cy={22} r={14} fill="color-mix(in oklab, var(--color-ink) 14%, transparent)" />
      <ellipse cx={25} cy={22} rx={3} ry={5} fill={SEED} stroke="none" />
      <ellipse cx={33} cy={23} rx={3} ry={5} fill={SEED} stroke="none" />
      <path d="M28 8 q2 -4 6 -5" />
    </>
  ),
  stones: (
    <>
      {[16, 27, 38].map((x, i) => (
        <ellipse key={x} cx={x} cy={i === 1 ? 16 : 24} rx={4.5} ry={6.5} fill={SEED} stroke="none" />
      ))}
    </>
  ),
  dry: (
    <>
      <path d="M8 24 Q28 4 48 22 Q28 34 8 24 Z" />
      {[18, 27, 36].map((x) => (
        <circle key={x} cx={x} cy={21} r={3.2} fill={SEED} stroke="none" />
      ))}
    </>
  ),
  snow: (
    <>
      <path d="M28 6 v28 M16 13 l24 14 M40 13 l-24 14" stroke="var(--color-cold)" />
      <path d="M25 9 l3 3 l3 -3 M25 31 l3 -3 l3 3" stroke="var(--color-cold)" />
    </>
  ),
  mild: (
    <>
      <circle cx={28} cy={20} r={8} stroke="var(--color-warm)" />
      {[0, 45, 90, 135, 180, 225, 270, 315].map((turn) => (
        <path key={turn} d="M28 8 v-4" transform={`rotate(${turn} 28 20)`} stroke="var(--color-warm)" />
      ))}
    </>
  ),
  frostFree: (
    <>
      <path
        d="M28 36 q-3 -14 1 -22 M29 14 q-8 -8 -16 -2 M29 14 q8 -8 16 -2 M29 14 q-10 -1 -13 7 M29 14 q10 -1 13 7"
        stroke="var(--color-warm)"
      />
      <path d="M8 22 l-2 5 M50 22 l-2 5 M14 28 l-2 5 M44 28 l-2 5" stroke="var(--color-cold)" />
    </>
  ),
  wet: (
    <>
      <path d="M6 28 q5 -4 10 0 t10 0 t10 0 t10 0 t6 0 M6 34 q5 -4 10 0 t10 0 t10 0 t10 0 t6 0" stroke="var(--color-cold)" />
      <path d="M22 26 V8 M30 26 V12 M27 12 v-6 h6 v6 z" />
    </>
  ),
  woods: <>{[14, 28, 42].map(tree)}</>,
  open: (
    <>
      <path d="M4 32 Q20 22 34 30 T54 28" />
      <path d="M16 27 v-7 M19 27 l3 -6 M13 28 l-3 -5 M40 29 v-6 M43 29 l3 -5" />
    </>
  ),
  burns: (
    <>
      <path d="M28 36 q-12 -2 -10 -13 q3 3 5 1 q-3 -10 6 -18 q-1 8 5 11 q2 -2 2 -5 q6 8 3 15 q-2 8 -11 9 Z" stroke="var(--color-hot)" />
    </>
  ),
};
