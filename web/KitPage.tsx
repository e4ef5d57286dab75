import { inLanguage, SPELLINGS } from '@chill/words/language.ts';
import { say } from '@chill/words/schedule.ts';
import { type ReactNode, useState } from 'react';
import { StepLine } from './kit/drawn/StepLine.tsx';
import { MediumPicture, TowelPicture } from './kit/drawn/WetnessPictures.tsx';
import { Choice } from './kit/fields/Choice.tsx';
import { DateInput } from './kit/fields/DateInput.tsx';
import { Field } from './kit/fields/Field.tsx';
import { NumberInput } from './kit/fields/NumberInput.tsx';
import { QuantityInput } from './kit/fields/QuantityInput.tsx';
import { Stepper } from './kit/fields/Stepper.tsx';
import { Plot } from './kit/plot/Plot.tsx';
import type { PlotData } from './kit/plot/plot.ts';
import { Figure } from './kit/told/Figure.tsx';
import { Problem } from './kit/told/Problem.tsx';
import { Tag } from './kit/told/Tag.tsx';
import { Term } from './kit/told/Term.tsx';
import { Waiting } from './kit/told/Waiting.tsx';
import { WhyNote } from './kit/told/WhyNote.tsx';

const UNITS = { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' } as const;
const nothing = () => undefined;
const GAIN: PlotData = {
  x: { from: 0, to: 90, ticks: [0, 30, 60, 90], tell: (day) => `${day} d` },
  y: { from: 0, to: 1, ticks: [0, 0.5, 1], tell: (share) => `${Math.round(100 * share)} %` },
  lines: [
    { name: 'ready', colour: 'cold', points: Array.from({ length: 91 }, (_, day) => [day, 1 - Math.exp(-((day / 45) ** 3))] as const) },
    { name: 'alive', colour: 'alarm', dash: [2, 3], points: Array.from({ length: 91 }, (_, day) => [day, Math.exp(-day / 400)] as const) },
  ],
};

/** In development alone, at /kit: every part of the kit in its states, by day and dim, in both spellings, in one picture. */
export default function KitPage() {
  return (
    <div className="grid desk:grid-cols-2">
      {(['light', 'dim'] as const).map((theme) => (
        <main key={theme} data-theme={theme} className="grid content-start gap-5 bg-ground p-6 text-ink">
          <h1>{`The kit, ${theme}`}</h1>
          <Parts />
        </main>
      ))}
    </div>
  );
}

/** One part, with its name. */
function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section className="border-t border-line pt-2">
      <h2 className="text-[0.9rem] text-ink2">{name}</h2>
      <div className="flex flex-wrap items-end gap-x-8 gap-y-3">{children}</div>
    </section>
  );
}

function Parts() {
  const [count, setCount] = useState(3);
  const [choice, setChoice] = useState<'damp' | 'dry' | 'wet'>('damp');
  return (
    <>
      <Part name="buttons">
        <button type="button">Usual</button>
        <button type="button" className="quiet">
          Quiet
        </button>
        <button type="button" disabled>
          Not now
        </button>
      </Part>
      <Part name="Figure, Tag, Term">
        <Figure value={41} unit="days">
          in the cold
        </Figure>
        <Figure value="31–48">plants, 9 times in 10</Figure>
        <Tag code="7QK" />
        <Tag code="7QK" large />
        <Term of="imbibition">soak</Term>
      </Part>
      <Part name="Field: empty, filled, at fault">
        <Field label="Seeds">
          <NumberInput value={undefined} onChange={nothing} />
        </Field>
        <Field label="Seeds" hint="as counted">
          <NumberInput value={1200} onChange={nothing} />
        </Field>
        <Field label="Seeds" error="Give a number above 0.">
          <NumberInput value={0} onChange={nothing} />
        </Field>
        <Field label="Water">
          <QuantityInput quantity="volume_mL" units={UNITS} value={120} onChange={nothing} />
        </Field>
        <Field label="Day">
          <DateInput value="2027-02-16" onChange={nothing} today="2027-02-16" />
        </Field>
      </Part>
      <Part name="Stepper, Choice">
        <Stepper label="up" value={count} onChange={setCount} />
        <Choice
          label="How damp"
          value={choice}
          onChange={setChoice}
          options={(['damp', 'dry', 'wet'] as const).map((value) => ({ value, text: value }))}
        />
      </Part>
      <Part name="Problem, Waiting">
        <Problem>The seeds do not add up: 60 were laid down, 61 are counted.</Problem>
        <Waiting />
      </Part>
      <Part name="StepLine: done, under way, to come">
        <svg viewBox="0 0 400 70" className="w-full max-w-md" aria-hidden="true">
          <StepLine
            steps={[
              { x1: 4, x2: 60, y: 20, zone: 'warm', doneUntil: 60 },
              { x1: 60, x2: 240, y: 56, zone: 'cold', doneUntil: 140 },
              { x1: 240, x2: 396, y: 20, zone: 'warm', doneUntil: 0 },
            ]}
          />
        </svg>
      </Part>
      <Part name="Plot, with its table">
        <div className="w-full max-w-xl">
          <Plot label="Ready and alive by the day" data={GAIN} height={160} />
        </div>
      </Part>
      <Part name="Wetness">
        <div className="grid w-full grid-cols-3 gap-4">
          {([TowelPicture, MediumPicture] as const).map((Picture) =>
            (['dry', 'right', 'wet'] as const).map((wetness) => <Picture key={wetness} wetness={wetness} />),
          )}
        </div>
      </Part>
      <Part name="WhyNote">
        <WhyNote
          why={{
            figure: '41 days',
            inputs: [{ name: 'half are ready by', value: '30 days', from: 'handbook' }],
            rule: 'Each day more seed is ready, and more is lost.',
            source: 'Chilling: Stokes 1965',
            assumed: true,
            changes: 'A warmer fridge lengthens it.',
          }}
        />
      </Part>
      <Part name="both spellings">
        {SPELLINGS.map((spelling) => (
          <p key={spelling}>{`${spelling}: ${inLanguage(spelling, () => say('doNotSniffMould'))}`}</p>
        ))}
      </Part>
    </>
  );
}
