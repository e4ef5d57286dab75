/** What was refused, and what to do about it; nothing where nothing was. */
export function Problem({ children }: { children: string | undefined }) {
  if (!children) return null;
  return (
    <p role="alert" className="mt-2 font-semibold text-alarm">
      {children}
    </p>
  );
}
