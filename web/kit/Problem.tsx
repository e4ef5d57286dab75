/** What was refused, and what to do about it; nothing where nothing was. */
export function Problem({ children }: { children: string | undefined }) {
  if (!children) return null;
  return (
    <p role="alert" className="mt-2 font-semibold text-alarm">
      {children}
    </p>
  );
}

/** Faults that belong to none of the fields shown. */
export function OtherFaults({ faults, shown }: { faults: Record<string, string>; shown: readonly string[] }) {
  return Object.entries(faults)
    .filter(([field]) => !shown.includes(field))
    .map(([field, message]) => <Problem key={field}>{message}</Problem>);
}
