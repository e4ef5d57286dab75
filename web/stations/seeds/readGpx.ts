import { LARGEST_GPX_BYTES, type Waypoint } from '@chill/core/units/gpx.ts';
import type { Parsed } from '@chill/core/units/parsed.ts';
import { refusal } from '@chill/model/refusal.ts';
import { language } from '@chill/words/language.ts';
import { say } from '@chill/words/seeds.ts';

const LONGEST_MS = 8000;

/** The waypoints of a file, read beside the page and given up after a few seconds. */
export function readGpx(file: File): Promise<Parsed<Waypoint[]>> {
  if (file.size > LARGEST_GPX_BYTES) return Promise.resolve(refusal(say.of('fileTooLarge')));
  const worker = new Worker(new URL('../../workers/gpx.ts', import.meta.url), { type: 'module', name: language() });
  return new Promise<Parsed<Waypoint[]>>((resolve) => {
    const giveUp = () => resolve(refusal(say.of('fileUnreadable')));
    setTimeout(giveUp, LONGEST_MS);
    worker.onerror = giveUp;
    worker.onmessage = ({ data }: MessageEvent<Parsed<Waypoint[]>>) => resolve(data);
    worker.postMessage(file);
  }).finally(() => worker.terminate());
}
