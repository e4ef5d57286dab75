import type { Waypoint } from '@chill/core/units/gpx.ts';
import { say } from '@chill/words/seeds.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';
import { Field } from '../../kit/fields/Field.tsx';
import { FileChoice } from '../../kit/fields/FileChoice.tsx';
import { readGpx } from './readGpx.ts';

/** Coordinates typed or pasted, or taken from a waypoint file. */
export function Coordinates({
  error,
  input,
  take,
}: {
  error: string | undefined;
  input: React.ReactElement<Record<string, unknown>>;
  take: (point: Waypoint) => void;
}) {
  const [points, setPoints] = useState<Waypoint[]>([]);
  const [problem, setProblem] = useState<string>();
  const read = async (file: File) => {
    setProblem(undefined);
    setPoints([]);
    const parsed = await readGpx(file);
    if (!parsed.ok) setProblem(spoken(parsed.reason));
    else if (parsed.value.length === 1) take(parsed.value[0] as Waypoint);
    else setPoints(parsed.value);
  };
  return (
    <div>
      <Field label={say('coordinates')} error={error ?? problem} hint={say('coordinatesHint')}>
        {input}
      </Field>
      <FileChoice accept=".gpx,application/gpx+xml,application/xml" choose={read}>
        {say('fromGpxFile')}
      </FileChoice>
      {points.length > 0 && (
        <ul aria-label={say('waypointsFile')} className="mt-1 max-h-56 overflow-y-auto border-y border-line">
          {points.map((point) => (
            <li key={`${point.name} ${point.latitude_deg} ${point.longitude_deg}`}>
              <button
                type="button"
                className="min-h-12 w-full px-2 text-left hover:bg-sheet desk:min-h-10"
                onClick={() => {
                  take(point);
                  setPoints([]);
                }}
              >
                <b className="font-[620]">{point.name}</b>{' '}
                <span className="font-mono text-[0.92rem] text-ink2">
                  {point.latitude_deg}, {point.longitude_deg}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
