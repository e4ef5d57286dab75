import type { CSSProperties, ReactNode } from 'react';

/** The one thing to do at a step, under the thumb on a phone, with what else may be done beside it. */
export function StepAction({
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
    <div className={inline ? 'mt-4' : 'action-bar'}>
      <button
        type="button"
        className="action grow desk:grow-0"
        style={{ '--action': colour } as CSSProperties}
        disabled={disabled}
        onClick={() => void onClick()}
      >
        {children}
      </button>
      {beside}
    </div>
  );
}
