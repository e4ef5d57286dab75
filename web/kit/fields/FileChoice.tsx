import type { ReactNode } from 'react';

/** Words that choose a file. The same one can be chosen again, after it was put right. */
export function FileChoice({ accept, choose, children }: { accept: string; choose: (file: File) => void; children: ReactNode }) {
  return (
    <label className="quiet cursor-pointer focus-within:outline-3 focus-within:outline-offset-2">
      {children}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) choose(chosen);
        }}
      />
    </label>
  );
}
