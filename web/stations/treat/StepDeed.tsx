import type { CSSProperties, ReactNode } from 'react';

/** The one thing to do at a step, under the thumb on a phone, with what else may be done beside it. */
export function StepDeed({
  onClick,
  disabled = false,
  colour = 'var(--zone)',
  beside,
  inline = false,
  children,
}: {
  onClick: () => unknown;
  disabled?: boolean;
  colour?: string;
  beside?: ReactNode;
  /** True for a step within a step: it stays where it stands. */
  inline?: boolean;
  children: ReactNode;
}) {
  return (
    <div className={inline ? 'mt-4' : 'deed-bar'}>
      <button
        type="button"
        className="deed grow desk:grow-0"
        style={{ '--deed': colour } as CSSProperties}
        disabled={disabled}
        onClick={() => void onClick()}
      >
        {children}
      </button>
      {beside}
    </div>
  );
}
