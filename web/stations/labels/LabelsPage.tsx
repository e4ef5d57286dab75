import { isStage } from '@chill/core/kinds/stages.ts';
import { LABEL_SHEETS, type LabelSheet } from '@chill/core/labels/sheets.ts';
import { pathOf } from '@chill/core/labels/square.ts';
import { bagWords, potWords } from '@chill/core/labels/words.ts';
import { lodgersOf } from '@chill/core/nursery/lodging.ts';
import { say } from '@chill/words/labels.ts';
import { options } from '@chill/words/tables.ts';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useStored } from '../../browser/stored.ts';
import { useNursery } from '../../data/nursery.ts';
import { Label, NoWayForPhones } from '../../kit/drawn/Label.tsx';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { Stepper } from '../../kit/fields/Stepper.tsx';
import { inOrder } from '../../kit/lists/grouped.ts';
import { hasWords, ListTools, useListChoice } from '../../kit/lists/ListTools.tsx';
import { LongList } from '../../kit/lists/LongList.tsx';
import { Tag } from '../../kit/told/Tag.tsx';

const KINDS = options(say, {
  bag: 'bags',
  pot: 'pots',
  shelf: 'shelves',
});
type Kind = (typeof KINDS)[number]['value'];

/** The server draws no more at once. */
const MOST_AT_ONCE = 1000;

/** Labels by the sheet: which bags, pots or shelves, onto which paper, from which label of it on; made as a PDF. */
export default function LabelsPage() {
  const nursery = useNursery();
  const { batches, places, today } = nursery;
  const [query] = useSearchParams();
  const place = places.find(({ id }) => id === query.get('place'));
  const [kind, setKind] = useState<Kind>(query.get('kind') === 'pot' ? 'pot' : 'bag');
  const [sheetId, setSheetId] = useStored<string>('chill.labels', 'a4-21');
  const sheet = LABEL_SHEETS.find(({ id }) => id === sheetId) ?? (LABEL_SHEETS[0] as LabelSheet);
  const [skip, setSkip] = useState(0);
  const [copies, setCopies] = useState(1);
  const [choice, change] = useListChoice();
  const open = batches.filter(({ projection }) => !projection.state.closedOn);
  const inPots = open.filter(({ projection: { state, stages } }) => isStage(stages[state.stage]?.kind, ({ course }) => course === 'grows'));
  const first =
    query.get('of')?.split(',') ?? (place ? lodgersOf(place, nursery.batches, nursery.today).map(({ view }) => view.batch.code) : []);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set(first));
  const listed =
    kind === 'shelf'
      ? places.map(({ id, name, within }) => ({ id, code: '', name, more: within ?? '' }))
      : (kind === 'pot' ? inPots : open).map(({ batch, species }) => ({
          id: batch.code,
          code: batch.code,
          name: species.common[0] ?? species.scientific,
          more: batch.plan.method.name,
        }));
  const picked = listed.filter(({ id }) => chosen.has(id));
  const each = sheet.columns * sheet.rows;
  const total = picked.length * copies;
  const toggle = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  const keys: Record<string, (one: (typeof listed)[number]) => string> = {
    code: ({ code }) => code,
    name: ({ name }) => name,
    more: ({ more }) => more,
  };
  const found = inOrder(
    listed.filter(({ code, name, more }) => hasWords([code, name, more], choice.find)),
    keys[choice.by],
  );
  const groupOf = keys[choice.group];
  const address = `/api/labels.pdf?${new URLSearchParams({
    kind,
    sheet: sheet.id,
    of: picked.map(({ id }) => id).join(','),
    copies: String(copies),
    skip: String(skip),
    origin: location.origin,
  })}`;
  const shown = open.find(({ batch }) => batch.code === picked[0]?.id);
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('labels')}</h1>
      <p className="mt-1 max-w-prose text-ink2">{say('whyLabels')}</p>
      <NoWayForPhones />
      <div className="mt-4 flex flex-col gap-x-12 gap-y-3 desk:grid desk:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
        <div>
          <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
            <Choice
              label={say('labelsFor')}
              options={KINDS}
              value={kind}
              onChange={(value) => {
                setKind(value);
                setChosen(new Set());
              }}
            />
            <button
              type="button"
              className="quiet"
              onClick={() => setChosen(new Set(picked.length === listed.length ? [] : listed.map(({ id }) => id)))}
            >
              {picked.length === listed.length && listed.length > 0 ? say('none') : say('all', { listed: listed.length })}
            </button>
          </div>
          {listed.length === 0 && <p className="mt-3 text-ink2">{say('noneYet')}</p>}
          <ListTools
            count={listed.length}
            shown={found.length}
            choice={choice}
            change={change}
            orders={{ '': say('made'), code: say('bagCode'), name: say('name') }}
            groups={{ '': say('notAll'), name: say('byName'), more: kind === 'shelf' ? say('byRoom') : say('byMethod') }}
          />
          {listed.length > 0 && found.length === 0 && <p className="mt-3">{say('nothingHereHas', { find: choice.find })}</p>}
          <LongList rows={found} groupOf={groupOf} height={49} label={say('whatLabel')} columns>
            {(one) => <Tick one={one} ticked={chosen.has(one.id)} toggle={() => toggle(one.id)} />}
          </LongList>
        </div>
        {/* On a phone all of it is one column, through which the action stays under the thumb. */}
        <div className="max-desk:contents">
          <Field label={say('onto')}>
            <select className="written" value={sheet.id} onChange={(event) => setSheetId(event.target.value)}>
              {LABEL_SHEETS.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </Field>
          <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
            <Stepper label={say('each')} value={copies} least={1} most={200} onChange={setCopies} />
            <p className="text-[0.97rem] text-ink2">
              {say('labelsSheets', {
                labels: say('labelsCounted', { count: total }),
                sheets: say('sheetsCounted', { count: total > 0 ? Math.ceil((total + skip) / each) : 0 }),
              })}
            </p>
          </div>
          <SheetPicture sheet={sheet} skip={skip} total={total} begin={setSkip} />
          <p className="text-[0.92rem] text-ink2">
            {skip > 0 && say('firstLabelsUsedUp', { count: skip })} {say('startedSheet')}
          </p>
          <div className="action-bar">
            {total > MOST_AT_ONCE ? (
              <span className="text-ink2">{say('tooManyAtOnce', { total, mostAtOnce: MOST_AT_ONCE })}</span>
            ) : total > 0 ? (
              <a className="action" href={address} target="_blank" rel="noreferrer">
                {say('makePdf')}
              </a>
            ) : (
              <span className="text-ink2">{say('chooseWhatLabel')}</span>
            )}
          </div>
          {shown && (
            <div className="mt-5 overflow-x-auto">
              <Label
                words={kind === 'pot' ? potWords(shown, today) : bagWords(shown)}
                path={pathOf.bag(shown.batch.code)}
                pencil={kind === 'bag'}
              />
            </div>
          )}
        </div>
      </div>
    </section>
  );
}

/** One that a label may be made for. */
function Tick({ one, ticked, toggle }: { one: { code: string; name: string; more: string }; ticked: boolean; toggle: () => void }) {
  return (
    <div className="border-t border-line">
      <label className="flex min-h-12 cursor-pointer items-center gap-3 py-1">
        <input type="checkbox" className="size-5 shrink-0 accent-ink" checked={ticked} onChange={toggle} />
        {one.code && <Tag code={one.code} />}
        <span className="min-w-0 leading-tight">
          {one.name}
          <span className="block text-[0.92rem] text-ink2">{one.more}</span>
        </span>
      </label>
    </div>
  );
}

/** The sheet with its labels: used up, to be printed on, left over. */
function SheetPicture({ sheet, skip, total, begin }: { sheet: LabelSheet; skip: number; total: number; begin: (skip: number) => void }) {
  const { paper, columns, rows, label, margin, pitch } = sheet;
  return (
    <fieldset className="mt-3">
      <legend className="sr-only">{say('labelStart')}</legend>
      <div className="relative w-44 border border-ink3 bg-raised" style={{ aspectRatio: `${paper.width_mm} / ${paper.height_mm}` }}>
        {Array.from({ length: columns * rows }, (_, i) => {
          const [x, y] = [margin.left_mm + (i % columns) * pitch.x_mm, margin.top_mm + Math.floor(i / columns) * pitch.y_mm];
          const printed = i >= skip && i < skip + total;
          return (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: a label is its position.
              key={i}
              type="button"
              aria-label={say('startLabel', { number: i + 1 })}
              aria-pressed={i === skip}
              className={`absolute border ${printed ? 'border-ink bg-ink/25' : i < skip ? 'border-line bg-line/60' : 'border-line'}`}
              style={{
                left: `${(x / paper.width_mm) * 100}%`,
                top: `${(y / paper.height_mm) * 100}%`,
                width: `${(label.width_mm / paper.width_mm) * 100}%`,
                height: `${(label.height_mm / paper.height_mm) * 100}%`,
              }}
              onClick={() => begin(i)}
            />
          );
        })}
      </div>
    </fieldset>
  );
}
