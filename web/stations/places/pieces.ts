import type { Lodger } from '@chill/core/nursery/lodging.ts';
import { dueBy } from '@chill/core/tasks/task.ts';
import type { Piece } from '../../parts/PlacePicture.tsx';

/** What lies in a place, piece by piece, as it is drawn; at least one for each batch. */
export function piecesOf(lodgers: readonly Lodger[], today: string): Piece[] {
  return lodgers.flatMap(({ view, room }) =>
    Array.from({ length: Math.max(1, Math.round(room)) }, () => ({ code: view.batch.code, due: dueBy(view, today).length > 0 })),
  );
}
