/** Something is on its way. */
export function Waiting() {
  return (
    <p role="status" className="px-4 py-10 text-lg text-ink2 desk:px-10">
      One moment …
    </p>
  );
}
