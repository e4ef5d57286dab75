import { shortDate } from '@chill/core/calendar/dates.ts';
import { asOfLot } from '@chill/core/lot/variety.ts';
import { wantedDay } from '@chill/core/methods/propose.ts';
import { firstFrostOf, frostRiskOn } from '@chill/core/winter/frost.ts';
import type { Wish } from '@chill/model/batch.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/plan.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useState } from 'react';
import type { LotView } from '../../data/nursery.ts';
import { useNursery } from '../../data/nursery.ts';
import { DateInput } from '../../kit/fields/DateInput.tsx';
import { said } from '../../parts/ViabilityRange.tsx';
import type { Wording } from './useWish.ts';

const WORD =
  'inline-block h-[1.25em] max-w-full cursor-pointer appearance-none border-b-[3px] border-cool bg-transparent px-0.5 align-baseline leading-none font-[680] text-ink field-sizing-content hover:border-ink focus-visible:bg-raised text-ellipsis';
const sure = (): [number, string][] => [
  [0.5, say('likelyNot')],
  [0.8, say('sure8In10')],
  [0.9, say('sure9In10')],
  [0.95, say('sure19In20')],
];
const risks = (): [number, string][] => [
  [0.05, say('oneYearInTwenty')],
  [0.1, say('oneYearInTen')],
  [0.2, say('oneYearInFive')],
  [0.33, say('oneYearInThree')],
];

/** The plan as one sentence; what is underlined can be changed where it stands. */
export function WishSentence({
  wording,
  wish,
  change,
  lot,
  species,
}: {
  wording: Wording;
  wish: Wish | undefined;
  change: (part: Partial<Wording>) => void;
  lot: LotView;
  species: Species;
}) {
  const { lots, handbook, nursery, today } = useNursery();
  const name = (one: LotView) =>
    asOfLot(
      handbook.find((each) => each.id === one.speciesId),
      one,
    )?.common[0] ?? one.speciesId;
  const ready = wish && wantedDay(wish, nursery, today);
  return (
    <div>
      <h1 className="sr-only">{say('plan')}</h1>
      <p className="text-[1.35rem] leading-[1.75] font-[560] tracking-[-0.01em] desk:text-[1.7rem] desk:leading-[1.6]">
        <Rich say={say} of="iWantPlants" parts={{ plants: <Plants value={wording.plants} onChange={(plants) => change({ plants })} /> }} />{' '}
        <select aria-label={say('lot')} className={WORD} value={lot.id} onChange={(event) => change({ lotId: event.target.value })}>
          {lots.map((one) => (
            <option key={one.id} value={one.id}>
              {name(one)} ({one.code})
            </option>
          ))}
        </select>{' '}
        <select
          aria-label={say('when')}
          className={WORD}
          value={wording.by}
          onChange={(event) => change({ by: event.target.value as Wording['by'] })}
        >
          <option value="frostRisk">{say('plantOutOnceFrosty')}</option>
          <option value="readyBy">{say('plantOutBy')}</option>
          <option value="startOn">{say('starting')}</option>
          <option value="asSoonAs">{say('soonTheyCan')}</option>
        </select>{' '}
        {wording.by === 'frostRisk' && `${say('only')} `}
        {wording.by === 'frostRisk' ? (
          <select
            aria-label={say('frostRisk')}
            className={WORD}
            value={wording.risk}
            onChange={(event) => change({ risk: Number(event.target.value) })}
          >
            {withOwn(risks(), wording.risk, (risk) => say('years100', { risk: Math.round(risk * 100) })).map(([risk, text]) => (
              <option key={risk} value={risk}>
                {text}
              </option>
            ))}
          </select>
        ) : wording.by === 'asSoonAs' ? null : (
          <DateInput
            key={wording.by}
            aria-label={say('day')}
            className={`${WORD} min-w-24`}
            today={today}
            ahead
            value={wording.by === 'readyBy' ? wording.readyBy : wording.startOn}
            onChange={(date) => date && change(wording.by === 'readyBy' ? { readyBy: date } : { startOn: date })}
          />
        )}
        <Rich
          say={say}
          of="sure"
          parts={{
            select: (
              <select
                aria-label={say('howSure')}
                className={WORD}
                value={wording.confidence}
                onChange={(event) => change({ confidence: Number(event.target.value) })}
              >
                {withOwn(sure(), wording.confidence, (share) => say('inAHundred', { share: Math.round(share * 100) })).map(
                  ([share, text]) => (
                    <option key={share} value={share}>
                      {text}
                    </option>
                  ),
                )}
              </select>
            ),
          }}
        />
      </p>
      <p className="text-ink2">
        <Rich
          say={say}
          of="lotSeedsStock"
          facts={{ code: lot.code, unassigned: lot.unassigned, viable: said(lot.state.viability, species) }}
          parts={{ span: <span className="code" /> }}
        />
        {ready &&
          wording.by !== 'startOn' &&
          ` ${say('plantOutByRisk', { ready: shortDate(ready, today), frostRiskOn: Math.max(1, Math.round(frostRiskOn(ready, nursery.lastFrost, firstFrostOf(nursery)) * 100)) })}`}
      </p>
    </div>
  );
}

/** The number of plants: what is typed stands even while it is not yet a number to plan with. */
function Plants({ value, onChange }: { value: number; onChange: (plants: number) => void }) {
  const [text, setText] = useState(String(value));
  const good = /^[1-9]\d{0,4}$/.test(text.trim());
  return (
    <>
      <input
        aria-label={say('numberPlants')}
        aria-invalid={!good}
        inputMode="numeric"
        className={`${WORD} min-w-8 text-center aria-invalid:border-alarm`}
        size={Math.max(2, text.length)}
        value={text}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setText(event.target.value);
          if (/^[1-9]\d{0,4}$/.test(event.target.value.trim())) onChange(Number(event.target.value));
        }}
      />
      {!good && <span className="text-base font-semibold text-alarm"> {say('wholeNumberOfPlants')}</span>}
    </>
  );
}

function withOwn(offered: [number, string][], own: number, say: (value: number) => string): [number, string][] {
  return offered.some(([value]) => value === own) ? offered : [...offered, [own, say(own)] as [number, string]].sort((a, b) => a[0] - b[0]);
}
