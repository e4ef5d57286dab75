import type { BatchId } from '@chill/model/primitives.ts';
import { type PointerEvent, type RefObject, useEffect, useRef } from 'react';
import type { Grip } from './useSeasonPlan.ts';

/** A finger has not moved a stay before it has gone so far, px. */
const STILL = 4;

/** The stay that is nearest to a finger, and how far it is, px. */
export interface Found {
  id: string;
  far: number;
  proposed: boolean;
}

/** What a hand does on the drawn season: a touch follows a batch, or leaves it; what is proposed is moved along the days, and stays as it was on Escape. */
export function useSeasonHand({
  box,
  nearest,
  daysOf,
  hold,
  followed,
  follow,
}: {
  box: RefObject<SVGSVGElement | null>;
  /** By where the finger is in the drawing, px. */
  nearest: (px: number, py: number) => Found | undefined;
  /** How many days lie on so many pixels. */
  daysOf: (px: number) => number;
  hold: Grip;
  followed: string | undefined;
  follow: (batchId: BatchId | undefined) => void;
}) {
  const taken = useRef<{ id: string; x: number; moved: boolean }>(undefined);
  const { leave } = hold;
  useEffect(() => {
    const onEscape = ({ key }: KeyboardEvent) => {
      if (key !== 'Escape' || !taken.current) return;
      taken.current = undefined;
      leave();
    };
    addEventListener('keydown', onEscape);
    return () => removeEventListener('keydown', onEscape);
  }, [leave]);
  const under = ({ clientX, clientY }: PointerEvent<SVGSVGElement>) => {
    const rect = box.current?.getBoundingClientRect();
    return rect && nearest(clientX - rect.left, clientY - rect.top);
  };
  return {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      const found = under(event);
      if (!found?.proposed) return;
      taken.current = { id: found.id, x: event.clientX, moved: false };
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: ({ clientX }: PointerEvent<SVGSVGElement>) => {
      const one = taken.current;
      if (!one || (!one.moved && Math.abs(clientX - one.x) < STILL)) return;
      one.moved = true;
      hold.move(one.id, daysOf(clientX - one.x));
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      const one = taken.current;
      taken.current = undefined;
      if (one?.moved) return hold.keep();
      const id = one?.id ?? under(event)?.id;
      follow(id === followed ? undefined : id);
    },
    onPointerCancel: () => {
      taken.current = undefined;
      leave();
    },
  };
}
