import type { Why } from '@chill/core/tell/explain.ts';
import { say } from '@chill/words/kit.ts';
import { shown } from '@chill/words/subject.ts';

/** The answer to "why?", folded until it is asked. */
export function WhyNote({ why, ask = say('why') }: { why: Why; ask?: string }) {
  return (
    <details className="group max-w-prose">
      <summary className="quiet cursor-pointer list-none">{ask}</summary>
      <div className="mt-1 border-l-2 border-line pl-4 text-[0.98rem]">
        <p className="font-semibold">{shown(why.figure)}</p>
        <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-4">
          {why.inputs.map((input) => {
            const name = shown(input.name);
            return (
              <div key={name} className="contents">
                <dt className="text-ink2">{name}</dt>
                <dd>
                  <b className="font-mono">{shown(input.value)}</b> <span className="text-ink2">{shown(input.from)}</span>
                </dd>
              </div>
            );
          })}
        </dl>
        <p className="mt-2">{shown(why.rule)}</p>
        <p className="mt-1 text-ink2">
          {shown(why.source)} {why.assumed && say('partAssumed')}
        </p>
        <p className="mt-1">{shown(why.changes)}</p>
      </div>
    </details>
  );
}
