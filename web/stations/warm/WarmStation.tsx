import { type CurvePoint, sproutCurve } from '@chill/core/schedule/sproutCurve.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/warm.ts';
import type { BatchView } from '../../data/nursery.ts';
import { StationList } from '../../kit/StationList.tsx';

const WIDTH = 300;
const HEIGHT = 54;

/** Everything in the warmth: counted against expected. */
export default function WarmStation() {
  return (
    <StationList
      station="warm"
      title={say('warmth')}
      sentence={(views) =>
        say('solidCountedDashedExpectedLift', { how: views.length === 1 ? say('oneBatch') : say('batches', { views: views.length }) })
      }
      empty={say('nothingWarmTowel')}
      figure={(view) => <Spark view={view} />}
    />
  );
}

function Spark({ view }: { view: BatchView }) {
  const { sprouting, state } = view.projection;
  if (!sprouting) return <span className="text-ink2">{say('seedsWarmStratification', { count: view.batch.plan.seeds })}</span>;
  const curve = sproutCurve(sprouting, state.sprouts);
  const bands = [curve.was, curve.is];
  const most = Math.max(1, sprouting.up, ...bands.flatMap(({ high }) => high.map((point) => point.count)));
  const at = (point: CurvePoint) =>
    `${((point.day / curve.last) * WIDTH).toFixed(1)} ${(HEIGHT - 4 - (point.count / most) * (HEIGHT - 8)).toFixed(1)}`;
  const line = (points: CurvePoint[]) => points.map((point, i) => `${i === 0 ? 'M' : 'L'} ${at(point)}`).join(' ');
  const steps = curve.counted.flatMap((point, i) => {
    const before = curve.counted[i - 1];
    return before ? [{ day: point.day, count: before.count }, point] : [point];
  });
  return (
    <span className="flex items-center gap-4">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block w-64 min-w-0 max-w-[60%]" aria-hidden="true">
        <line x1={0} x2={WIDTH} y1={HEIGHT - 4} y2={HEIGHT - 4} stroke="var(--color-line)" />
        {bands.map(({ expected, low, high }, i) => (
          <g key={i === 0 ? 'was' : 'is'} fill="none">
            <path
              d={`${line(high)} L ${[...low].reverse().map(at).join(' L ')} Z`}
              fill="var(--color-warm)"
              fillOpacity={i === 0 ? 0.12 : 0.22}
            />
            <path d={line(expected)} stroke="var(--color-warm)" strokeWidth={1.5} strokeDasharray="5 4" />
          </g>
        ))}
        <path d={line(steps)} fill="none" stroke="var(--color-ink)" strokeWidth={2.5} />
      </svg>
      <span className="text-[0.95rem]">
        <Rich
          say={say}
          of="germinatedDay"
          facts={{
            up: sprouting.up,
            seeds: sprouting.seeds,
            day: sprouting.day,
            how: state.stages[sprouting.stage]?.finishedOn
              ? say('done')
              : say('moreCome', { low: sprouting.more.low, high: sprouting.more.high }),
          }}
          parts={{ b: <b className="font-mono text-lg" />, span: <span className="block text-ink2" /> }}
        />
      </span>
    </span>
  );
}
