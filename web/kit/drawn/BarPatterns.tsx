/** The fills of a bar that are not ink: hatched for what is lost, dotted for what is elsewhere. `id` keeps two bars on one page apart. */
export function BarPatterns({ id }: { id: string }) {
  return (
    <>
      <pattern id={`${id}hatch`} width={5} height={5} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1={0} x2={0} y1={0} y2={5} stroke="var(--color-ink3)" strokeWidth={1.6} />
      </pattern>
      <pattern id={`${id}dots`} width={5} height={5} patternUnits="userSpaceOnUse">
        <circle cx={2.5} cy={2.5} r={1.2} fill="var(--color-ink2)" />
      </pattern>
    </>
  );
}
