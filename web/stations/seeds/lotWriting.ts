import { type Amount, readAmount } from '@chill/core/lot/amount.ts';
import { parseCoordinates, showCoordinates } from '@chill/core/units/coordinates.ts';
import { type NumberFormat, readNumber } from '@chill/core/units/number.ts';
import { Lot, type Provenance, Viability } from '@chill/model/lot.ts';
import type { Refusal } from '@chill/model/refusal.ts';
import type { SeedForm } from '@chill/model/species.ts';
import { say } from '@chill/words/seeds.ts';
import { spoken } from '@chill/words/subject.ts';
import { worded } from '@chill/words/tables.ts';
import { numberIn, typedCount } from '../../kit/fields/typedNumbers.ts';
import type { Fault as AnyFault, Judged } from '../../kit/fields/useWritten.ts';

/** What is written in the form, as text; the model's own schemas judge it. */
export interface Written {
  speciesId: string;
  code: string;
  variety: string;
  provenanceKind: 'collected' | 'bought';
  from: string;
  on: string;
  /** Parent plants, or the seller's lot number. */
  detail: string;
  at: string;
  permission: string;
  harvestYear: string;
  seeds: string;
  viabilityKind: 'tested' | 'packet' | 'unknown';
  tested: string;
  viable: string;
  percent: string;
  storageState: 'dry' | 'moist';
  where: string;
  hasWintered: 'no' | 'yes';
  chillDays: string;
  give: string;
  note: string;
}

export const EMPTY: Written = {
  speciesId: '',
  code: '',
  variety: '',
  provenanceKind: 'collected',
  from: '',
  on: '',
  detail: '',
  at: '',
  permission: '',
  harvestYear: '',
  seeds: '',
  viabilityKind: 'tested',
  tested: '',
  viable: '',
  percent: '',
  storageState: 'dry',
  where: '',
  hasWintered: 'no',
  chillDays: '',
  give: '15',
  note: '',
};

/** More than this is not counted in seeds. */
const MOST_SEEDS = 10_000_000;

/** A fault and the form's field that it is at. */
interface Fault extends AnyFault {
  field: keyof Written | 'root';
}

function said({ viabilityKind, tested, viable, percent }: Written): unknown {
  // What nobody has written anything of is not known.
  if (viabilityKind === 'tested' && tested.trim() === '' && viable.trim() === '') return { kind: 'unknown' };
  if (viabilityKind === 'tested') return { kind: 'tested', tested: typedCount(tested), viable: typedCount(viable) };
  return viabilityKind === 'packet' ? { kind: 'packet', percent: numberIn(percent) } : { kind: 'unknown' };
}

/** How viable it is as written so far, where that can be read. */
export function readViability(written: Written): Viability | undefined {
  const parsed = Viability.safeParse(said(written));
  return parsed.success ? parsed.data : undefined;
}

/** Where the model's fields stand in the form. */
const FIELD_OF: Record<string, Fault['field']> = {
  'provenance.supplier': 'from',
  'provenance.place': 'from',
  'provenance.on': 'on',
  'provenance.theirLot': 'detail',
  'provenance.parents': 'detail',
  'provenance.permission': 'permission',
  'provenance.harvestYear': 'harvestYear',
  'viability.tested': 'tested',
  'viability.viable': 'viable',
  'viability.percent': 'percent',
  'storage.where': 'where',
  'storage.since': 'on',
  'wintered.chillDays': 'chillDays',
  'wintered.give_days': 'give',
};

/** The form's field for one of the model's or the server's. */
export function fieldOf(path: string): Fault['field'] {
  const plain = path.replace(/^lot\./, '');
  if (plain in FIELD_OF) return FIELD_OF[plain] as Fault['field'];
  return plain in EMPTY ? (plain as keyof Written) : 'root';
}

/** What the model says where nothing is written, put as a question. */
const ASKED: Partial<Record<Fault['field'], string>> = worded(say, {
  speciesId: 'chooseSpecies',
  on: 'whichDayRoughly',
  seeds: 'howManyRoughly',
});

/** What the lot's number of seeds is read with: the species' seed, once it is chosen, and the nursery's marks. */
export interface AmountReader {
  seed?: SeedForm | undefined;
  numbers?: NumberFormat | undefined;
}

/** How much is written, where it is no plain number: as it was read, or what is wrong with it. */
export function amountIn({ seeds }: Pick<Written, 'seeds'>, { seed, numbers }: AmountReader): Amount | Refusal | undefined {
  const plain = seeds.trim() === '' || readNumber(seeds, numbers) !== undefined;
  return plain ? undefined : readAmount(seeds, seed, numbers);
}

/** How many seeds are written, where that can be read. */
export function seedsIn(written: Pick<Written, 'seeds'>, reader: AmountReader): number | undefined {
  const amount = amountIn(written, reader);
  if (amount) return 'reason' in amount ? undefined : amount.seeds;
  const plain = typedCount(written.seeds);
  return plain !== undefined && Number.isInteger(plain) && plain > 0 && plain <= MOST_SEEDS ? plain : undefined;
}

/** The lot that is written, or every fault in it. */
export function judge(written: Written, id: string, reader: AmountReader): Judged<Lot> {
  const { provenanceKind, from, on, detail, permission, note } = written;
  const at = written.at.trim() === '' ? undefined : parseCoordinates(written.at);
  const year = numberIn(written.harvestYear);
  const amount = amountIn(written, reader);
  const read = amount && !('reason' in amount) ? amount : undefined;
  const provenance: Record<keyof Extract<Provenance, { kind: 'collected' }> | string, unknown> =
    provenanceKind === 'collected'
      ? {
          kind: 'collected',
          ...(from.trim() && { place: from }),
          on,
          ...(at?.ok && { at: at.value }),
          ...(detail.trim() && { parents: detail }),
          ...(permission.trim() && { permission }),
        }
      : {
          kind: 'bought',
          ...(from.trim() && { supplier: from }),
          on,
          ...(detail.trim() && { theirLot: detail }),
          ...(year !== undefined && { harvestYear: year }),
        };
  const parsed = Lot.safeParse({
    id,
    code: written.code,
    speciesId: written.speciesId,
    ...(written.variety.trim() && { variety: written.variety }),
    provenance,
    seeds: read?.seeds ?? typedCount(written.seeds),
    ...(read?.range && { amount: { typed: written.seeds.trim(), ...read.range } }),
    viability: said(written),
    storage: { state: written.storageState, since: on, ...(written.where.trim() && { where: written.where }) },
    ...(written.hasWintered === 'yes' && { wintered: { chillDays: numberIn(written.chillDays), give_days: numberIn(written.give) } }),
    ...(note.trim() && { note }),
  });
  const faults: Fault[] = (parsed.error?.issues ?? []).map((issue) => {
    const field = fieldOf(issue.path.join('.'));
    const empty = field !== 'root' && written[field].trim() === '';
    const unread = field === 'seeds' && amount && 'reason' in amount ? spoken(amount.reason) : undefined;
    return { field, message: unread ?? ((empty && ASKED[field]) || issue.message) };
  });
  if (at && !at.ok && provenanceKind === 'collected') faults.push({ field: 'at', message: spoken(at.reason) });
  return parsed.success && faults.length === 0 ? { value: parsed.data } : { faults };
}

/** A lot as the form would hold it. */
export function asWritten(lot: Lot): Written {
  const { provenance, viability, storage, wintered } = lot;
  const origin: Partial<Written> =
    provenance.kind === 'bought'
      ? { from: provenance.supplier ?? '', detail: provenance.theirLot ?? '', harvestYear: String(provenance.harvestYear ?? '') }
      : {
          from: provenance.place ?? '',
          detail: provenance.parents ?? '',
          at: provenance.at ? showCoordinates(provenance.at) : '',
          permission: provenance.permission ?? '',
        };
  return {
    ...EMPTY,
    ...origin,
    speciesId: lot.speciesId,
    code: lot.code,
    variety: lot.variety ?? '',
    provenanceKind: provenance.kind,
    on: provenance.on,
    seeds: lot.amount?.typed ?? String(lot.seeds),
    viabilityKind: viability.kind,
    ...(viability.kind === 'tested' && { tested: String(viability.tested), viable: String(viability.viable) }),
    ...(viability.kind === 'packet' && { percent: String(viability.percent) }),
    ...(storage && { storageState: storage.state, where: storage.where ?? '' }),
    ...(wintered && { hasWintered: 'yes', chillDays: String(wintered.chillDays), give: String(wintered.give_days) }),
    note: lot.note ?? '',
  };
}

/** A code of the grower's kind: the species' initials, the year, a running number. */
export function nextCode(speciesId: string, taken: readonly string[], today: string): string {
  const initials = speciesId
    .split('-')
    .map((word) => word[0]?.toUpperCase())
    .join('')
    .slice(0, 4);
  for (let i = 1; ; i++) {
    const code = `${initials}-${today.slice(2, 4)}-${String(i).padStart(2, '0')}`;
    if (!taken.includes(code)) return code;
  }
}
