import { standingOf } from '@chill/core/chance/standing.ts';
import { CHILL_HURTS } from '@chill/core/chill/chillingInjury.ts';
import { adviceText, cuesOf } from '@chill/core/cue/cues.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { cautionsOf } from '@chill/core/lot/cautions.ts';
import { percent } from '@chill/core/units/percent.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Units } from '@chill/model/nursery.ts';
import { FigureName, type Species, type Standing } from '@chill/model/species.ts';
import { say } from '@chill/words/handbook.ts';
import { Rich } from '@chill/words/rich.tsx';
import { worded } from '@chill/words/tables.ts';
import type { Term as TermName } from '@chill/words/terms.ts';
import { Link, useNavigate, useParams } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { removeSpecies } from '../../data/saving.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { NotThere } from '../../kit/told/NotThere.tsx';
import { CueName } from '../../kit/told/named.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { enlargement, SeedDrawing } from '../../parts/SeedDrawing.tsx';
import { STANDS_FOR } from './HandbookPage.tsx';
import { MethodDrawing } from './MethodDrawing.tsx';

/** One species: why its seed waits, its cues in order, and the methods that growers use, each drawn. */
export default function SpeciesPage() {
  const { speciesId } = useParams();
  const { handbook, nursery, lots } = useNursery();
  const species = handbook.find((one) => one.id === speciesId);
  if (!species) {
    return <NotThere title={say('noSuchSpecies')} to="/handbook" back={say('allSpecies')} />;
  }
  const { units } = nursery.settings;
  const { seed, dormancy } = species;
  const mine = lots.filter((lot) => lot.speciesId === species.id);
  const original = handbook.find((one) => one.id === species.basedOn);
  return (
    <article className="gap-14 px-4 pt-5 desk:grid desk:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] desk:px-10">
      <div>
        <h1>{species.common[0]}</h1>
        <p className="text-ink2">
          <i>{species.scientific}</i>
          {species.common.length > 1 && ` · ${species.common.slice(1).join(', ')}`} · {species.family} · {valueName(species.life)}
        </p>
        <p className="text-ink2">{species.country}</p>
        {species.standsFor && (
          <p className="mt-2 border-l-4 border-ink pl-3">
            {say('entry', { stands: STANDS_FOR[species.standsFor] })}
            {original && (
              <Rich
                say={say}
                of="madeFrom"
                facts={{ common: original.common[0] }}
                parts={{ to: <Link to={`/handbook/${original.id}`} className="underline underline-offset-4" /> }}
              />
            )}
            .
          </p>
        )}
        <h2 className="mt-6">
          <Term of="dormancy">{say(dormancy.class === 'none' ? 'whatSeedNeeds' : 'whyDormant')}</Term>
        </h2>
        <p className="mt-1 max-w-prose text-[1.06rem]">{dormancy.why}</p>
        <ol aria-label={say('whatNeedsOrder')} className="mt-3">
          {cuesOf(species).map(({ cue, howMuch, onlyHelps }, i) => (
            <li key={cue} className="flex items-baseline gap-3 border-t border-line py-1.5">
              <span className="w-5 font-mono text-ink2">{i + 1}</span>
              <span>
                <b className="font-[650]">
                  <CueName cue={cue} />
                </b>{' '}
                {howMuch}
                {onlyHelps && <span className="text-ink2"> {say('coldOnlyHelps')}</span>}
              </span>
            </li>
          ))}
        </ol>
        {cautionsOf(species).map((text) => (
          <p key={text} className="mt-4 max-w-prose border-l-4 border-alarm pl-3">
            {text}
          </p>
        ))}
        <dl className="mt-6 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
          {factsOf(species, units).map(([name, value, terms = {}]) => (
            <div key={name} className="contents">
              <dt className="text-ink2">{terms.name ? <Term of={terms.name}>{name}</Term> : name}</dt>
              <dd className="font-semibold">{terms.value ? <Term of={terms.value}>{value}</Term> : value}</dd>
            </div>
          ))}
        </dl>
        {original && <Differences own={species} original={original} units={units} />}
        <p className="mt-4 max-w-prose text-[0.92rem] text-ink2">{species.sources.join('; ')}.</p>
        <Actions species={species} />
      </div>
      <div className="mt-8 desk:mt-0">
        <SeedDrawing seed={seed} room={300} />
        <p className="mt-2 text-[0.95rem] text-ink2">
          {say('sizeAndScale', {
            length: seed.length_mm,
            width: seed.width_mm,
            thickness: seed.thickness_mm,
            enlargement: enlargement(seed, 288),
          })}
        </p>
        <h2 className="mt-6">
          <Term of="method">{say('methods')}</Term>
        </h2>
        <ul>
          {species.methods.map((method, i) => (
            <li key={method.id} className="border-t border-line py-3">
              <b className="font-[620]">{method.name}</b> <span className="text-[0.92rem] text-ink2">{valueName(method.evidence)}</span>
              <MethodDrawing species={species} method={method} labelled={i === 0} />
              <span className="block text-[0.95rem] text-ink2">
                {method.speaksFor}
                {method.speaksAgainst && `; ${say('but', { speaksAgainst: method.speaksAgainst })}`}
              </span>
            </li>
          ))}
        </ul>
        {mine[0] ? (
          <Link to={`/plan?lot=${mine[0].id}`} className="action mt-4">
            {say('planFrom', { code: mine[0].code })}
          </Link>
        ) : (
          <Link to={`/seeds/new?species=${species.id}`} className="action mt-4">
            {say('addLot')}
          </Link>
        )}
      </div>
    </article>
  );
}

/** A row, and the term that explains its name or its value. */
type Fact = readonly [name: string, value: string, terms?: { name?: TermName; value?: TermName | undefined }];

/** The terms for why a seed is dormant, and for how it keeps. */
const DORMANCIES: Partial<Record<Species['dormancy']['class'], TermName>> = {
  physical: 'physicalDormancy',
  combinational: 'physicalDormancy',
  physiological: 'physiologicalDormancy',
  morphological: 'embryo',
  morphophysiological: 'embryo',
};
const KEEPING: Record<Species['storage'], TermName | undefined> = {
  orthodox: 'orthodox',
  intermediate: undefined,
  recalcitrant: 'recalcitrant',
};

/** What is known of a species, in rows, with the term that explains a value. */
function factsOf(species: Species, units: Units): Fact[] {
  const { seed, sprouting, cold, chillHurts, dormancy, warmFirst, hardCoat, heatPulse, smoke, flooding, drying } = species;
  const temperature = (value: number) => showQuantity(value, 'temperature_C', units);
  const rows: (false | undefined | Fact)[] = [
    [
      say('dormancyFact'),
      [dormancy.class, dormancy.depth].flatMap((value) => (value ? valueName(value) : [])).join(', '),
      { value: DORMANCIES[dormancy.class] },
    ],
    hardCoat && [
      say('coat'),
      say('swellByTreatment', {
        untreated: percent(hardCoat.untreated),
        openCoat: percent(hardCoat.openCoat),
        hotWater: percent(hardCoat.hotWater),
      }),
    ],
    heatPulse && [
      say('heat'),
      say('minNear', { from: heatPulse.minutes.from, to: heatPulse.minutes.to, temperature: temperature(heatPulse.at_C) }),
    ],
    warmFirst && [
      say('warmStratificationFirst'),
      say('needNone', { days: adviceText(warmFirst.days), without: percent(warmFirst.releasedWithout) }),
    ],
    cold.need !== 'none' && [
      say('coldStratification'),
      say('needNoneAfter', {
        need: cold.need === 'required' ? say('required') : say('onlyHelps'),
        days: adviceText(cold.days),
        without: percent(cold.releasedWithout),
      }),
    ],
    chillHurts && [
      say('coldHurtsFact'),
      say(CHILL_HURTS[chillHurts].firstHours ? 'hurtsWhileDrinking' : 'hurtsBelow', {
        below: temperature(CHILL_HURTS[chillHurts].below_C),
      }),
    ],
    smoke && [say('smokeFact'), say('germinateWithout', { with: percent(smoke.with), without: percent(smoke.without) })],
    flooding && [say('floodingFact'), say('germinateDrainedSoil', { with: percent(flooding.with), without: percent(flooding.without) })],
    [
      say('germinates'),
      say('days', { from: sprouting.days.from, to: sprouting.days.to, temperature: temperature(sprouting.at_C) }),
      { name: 'germination' },
    ],
    [say('light'), valueName(species.light)],
    [
      say('keeps'),
      drying
        ? say(species.storage === 'recalcitrant' ? 'keepsMoistNotDry' : 'keepsMoistBadlyDry', {
            livesInAir: drying.livesInAir_days,
            keepsMoist: drying.keepsMoist_days,
          })
        : { orthodox: say('yearsDryCool'), intermediate: say('whileDryCool'), recalcitrant: say('notOnceDry') }[species.storage],
      { value: KEEPING[species.storage] },
    ],
    [say('usuallyViable'), percent(species.usuallyViable), { name: 'viability' }],
    [say('floatTest'), species.floatTest === 'misleads' ? say('misleadsSeed') : say('sinkersUsuallyViable'), { name: 'floatTest' }],
    [say('thousandWeigh'), showQuantity(seed.thousandSeeds_g, 'mass_g', units, 2)],
    [say('liftRoot'), showQuantity(species.liftAt_mm, 'length_mm', units, 2)],
    [say('evidence'), valueName(species.evidence)],
    species.standing !== undefined && [say('sharesRestOn'), restsOn(species)],
  ];
  return rows.filter((row): row is Fact => Array.isArray(row));
}

/** What the figures rest on that do not rest on records of growers: "germination: measured; grown on: a guess". */
const restsOn = (species: Species): string =>
  FigureName.options
    .flatMap((figure) => {
      const standing = standingOf(species, figure);
      return standing === 'records' ? [] : say('figureRestsOn', { figure: FIGURES[figure], standing: STANDINGS[standing] });
    })
    .join('; ');

const FIGURES: Record<FigureName, string> = worded(say, {
  viable: 'figureViable',
  coat: 'figureCoat',
  cues: 'figureCues',
  sprouts: 'figureSprouts',
  establishes: 'figureEstablishes',
  days: 'figureDays',
});
/** What a figure rests on, in a word or two. */
export const STANDINGS: Record<Standing, string> = worded(say, {
  measured: 'restsMeasured',
  records: 'restsRecords',
  relatives: 'restsRelatives',
  guess: 'restsGuess',
});

/** What an own entry says otherwise than the one it was made from. */
function Differences({ own, original, units }: { own: Species; original: Species; units: Units }) {
  const before = new Map(factsOf(original, units).map(([name, value]) => [name, value]));
  const changed = factsOf(own, units).filter(([name, value]) => before.get(name) !== value);
  const methods = own.methods.filter(
    (method) => !original.methods.some((other) => JSON.stringify(other.stages) === JSON.stringify(method.stages)),
  );
  if (changed.length + methods.length === 0) return null;
  return (
    <section className="mt-6">
      <h2>{say('changedFromShipped')}</h2>
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
        {changed.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink2">{name}</dt>
            <dd>
              <b>{value}</b> <span className="text-ink2 line-through">{before.get(name) ?? say('nothing')}</span>
            </dd>
          </div>
        ))}
        {methods.map((method) => (
          <div key={method.id} className="contents">
            <dt className="text-ink2">{say('method')}</dt>
            <dd className="font-semibold">{method.name}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** Copy, change, take out, save as a file. */
function Actions({ species }: { species: Species }) {
  const navigate = useNavigate();
  const { attempt, problem, busy } = useAttempt();
  const own = species.standsFor !== undefined;
  const save = () => {
    const url = URL.createObjectURL(new Blob([`${JSON.stringify(species, null, 2)}\n`], { type: 'application/json' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${species.id}.json`;
    link.click();
    URL.revokeObjectURL(url);
  };
  return (
    <div className="screen-only mt-4">
      <div className="flex flex-wrap items-center gap-x-6">
        <Link to={`/handbook/${species.id}/change`} className="quiet">
          {own ? say('changeAct') : say('copyChange')}
        </Link>
        <button type="button" className="quiet" onClick={save}>
          {say('export')}
        </button>
        {own && (
          <button
            type="button"
            className="quiet"
            disabled={busy}
            onClick={() =>
              attempt(async () => {
                await removeSpecies(species.id);
                navigate('/handbook');
              })
            }
          >
            {say('remove')}
          </button>
        )}
      </div>
      <Problem>{problem}</Problem>
    </div>
  );
}
