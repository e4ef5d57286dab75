import type { BatchId, LotId, PlaceId } from '@chill/model/primitives.ts';
import { EntitySchema } from 'typeorm';

/** The nursery and its clock: one row each. */
export const NurseryRow = new EntitySchema<{ id: number; body: string }>({
  name: 'nursery',
  columns: { id: { type: 'integer', primary: true }, body: { type: 'text' } },
});

/** `ahead` is how far the clock of that day runs ahead of the real one, `asked` the real moment at which somebody last asked for anything, ms. */
export const ClockRow = new EntitySchema<{ id: number; today: string; ahead: number | null; asked: number | null }>({
  name: 'clock',
  columns: {
    id: { type: 'integer', primary: true },
    today: { type: 'text' },
    ahead: { type: 'integer', nullable: true },
    asked: { type: 'integer', nullable: true },
  },
});

export const PlaceRow = new EntitySchema<{ id: string; position: number; body: string }>({
  name: 'place',
  columns: { id: { type: 'text', primary: true }, position: { type: 'integer' }, body: { type: 'text' } },
});

/** Plants promised; what was handed over stands in the ledger. */
export const PromiseRow = new EntitySchema<{ id: string; body: string }>({
  name: 'promise',
  columns: { id: { type: 'text', primary: true }, body: { type: 'text' } },
});

export const SeasonPlanRow = new EntitySchema<{ id: string; body: string }>({
  name: 'season_plan',
  columns: { id: { type: 'text', primary: true }, body: { type: 'text' } },
});

/** Each time that a batch was taken back before it began, with its code: bags may bear it, so it is given to no other. */
export const WithdrawalRow = new EntitySchema<{ seq: number; code: string }>({
  name: 'withdrawal',
  columns: { seq: { type: 'integer', primary: true, generated: 'increment' }, code: { type: 'text' } },
});

/** `drawer` follows from the lot's ledger and its batches: seeds that no batch has. */
export const LotRow = new EntitySchema<{ id: string; code: string; seeds: number; version: number; drawer: number; body: string }>({
  name: 'lot',
  columns: {
    id: { type: 'text', primary: true },
    code: { type: 'text' },
    seeds: { type: 'integer' },
    version: { type: 'integer' },
    drawer: { type: 'integer', default: 0 },
    body: { type: 'text' },
  },
  indices: [{ name: 'lot_by_drawer', columns: ['drawer'] }],
  uniques: [{ name: 'lot_code', columns: ['code'] }],
});

/** `splitFrom` is the batch that its seeds came out of; they are counted with that one. `closedOn` follows from its events. */
export const BatchRow = new EntitySchema<{
  id: string;
  code: string;
  lotId: LotId;
  seeds: number;
  splitFrom: string | null;
  closedOn: string | null;
  body: string;
}>({
  name: 'batch',
  columns: {
    id: { type: 'text', primary: true },
    code: { type: 'text' },
    lotId: { type: 'text', name: 'lot_id', foreignKey: { target: 'lot', inverseSide: 'id', name: 'batch_lot' } },
    seeds: { type: 'integer' },
    splitFrom: { type: 'text', name: 'split_from', nullable: true },
    closedOn: { type: 'text', name: 'closed_on', nullable: true },
    body: { type: 'text' },
  },
  uniques: [{ name: 'batch_code', columns: ['code'] }],
  indices: [
    { name: 'batch_of_lot', columns: ['lotId', 'splitFrom', 'closedOn', 'seeds'] },
    { name: 'batch_by_closing', columns: ['closedOn'] },
  ],
});

/** The ledger. `body` is the whole event as JSON, as it goes over the wire; the other columns are what the database must enforce. */
export const EventRow = new EntitySchema<{ seq: number; id: string; batchId: BatchId; version: number; body: string }>({
  name: 'event',
  columns: {
    seq: { type: 'integer', primary: true, generated: 'increment' },
    id: { type: 'text' },
    batchId: { type: 'text', name: 'batch_id', foreignKey: { target: 'batch', inverseSide: 'id', name: 'event_batch' } },
    version: { type: 'integer' },
    body: { type: 'text' },
  },
  uniques: [
    { name: 'event_id', columns: ['id'] },
    { name: 'event_order', columns: ['batchId', 'version'] },
  ],
});

/** The ledger of lots, kept as that of batches is. */
export const LotEventRow = new EntitySchema<{ seq: number; id: string; lotId: LotId; version: number; body: string }>({
  name: 'lot_event',
  columns: {
    seq: { type: 'integer', primary: true, generated: 'increment' },
    id: { type: 'text' },
    lotId: { type: 'text', name: 'lot_id', foreignKey: { target: 'lot', inverseSide: 'id', name: 'lot_event_lot' } },
    version: { type: 'integer' },
    body: { type: 'text' },
  },
  uniques: [
    { name: 'lot_event_id', columns: ['id'] },
    { name: 'lot_event_order', columns: ['lotId', 'version'] },
  ],
});

export const OwnSpeciesRow = new EntitySchema<{ id: string; body: string }>({
  name: 'own_species',
  columns: { id: { type: 'text', primary: true }, body: { type: 'text' } },
});

/** Readings taken in together. Undone, they stay, and count for nothing. */
const ReadingImportRow = new EntitySchema<{ seq: number; id: string; placeId: PlaceId; undone: number; body: string }>({
  name: 'reading_import',
  columns: {
    seq: { type: 'integer', primary: true, generated: 'increment' },
    id: { type: 'text' },
    placeId: { type: 'text', name: 'place_id', foreignKey: { target: 'place', inverseSide: 'id', name: 'reading_import_place' } },
    undone: { type: 'integer' },
    body: { type: 'text' },
  },
  uniques: [{ name: 'reading_import_id', columns: ['id'] }],
});

/** One import's readings of one day, UTC, packed. */
const ReadingDayRow = new EntitySchema<{ placeId: PlaceId; day: number; importSeq: number; count: number; packed: Buffer }>({
  name: 'reading_day',
  columns: {
    placeId: { type: 'text', name: 'place_id', primary: true },
    day: { type: 'integer', primary: true },
    importSeq: {
      type: 'integer',
      name: 'import_seq',
      primary: true,
      foreignKey: { target: 'reading_import', inverseSide: 'seq', name: 'reading_day_import' },
    },
    count: { type: 'integer' },
    packed: { type: 'blob' },
  },
});

/** What a closed batch leaves to be known: whether it was a test, that test's result, what it gave to promises, and whether its mould and what came of it have been read. */
export const KeptRow = new EntitySchema<{
  batchId: BatchId;
  lotId: LotId;
  test: number;
  towel: string | null;
  given: string;
  mouldRead: number;
  outcomeRead: number;
}>({
  name: 'kept',
  columns: {
    batchId: {
      type: 'text',
      name: 'batch_id',
      primary: true,
      foreignKey: { target: 'batch', inverseSide: 'id', name: 'kept_batch' },
    },
    lotId: { type: 'text', name: 'lot_id' },
    test: { type: 'integer' },
    towel: { type: 'text', nullable: true },
    mouldRead: { type: 'integer', name: 'mould_read' },
    outcomeRead: { type: 'integer', name: 'outcome_read', default: 0 },
    given: { type: 'text', default: '{}' },
  },
  indices: [
    { name: 'kept_by_lot', columns: ['lotId'] },
    { name: 'kept_unread', columns: ['mouldRead'] },
    { name: 'kept_unjudged', columns: ['outcomeRead', 'test'] },
  ],
});

/** What came of a closed batch; `seq` counts on whenever one is read, `page` is where it is sent. */
const OutcomeRow = new EntitySchema<{ seq: number; batchId: BatchId; page: number; speciesId: string; body: string }>({
  name: 'outcome',
  columns: {
    seq: { type: 'integer', primary: true, generated: 'increment' },
    batchId: {
      type: 'text',
      name: 'batch_id',
      foreignKey: { target: 'kept', inverseSide: 'batchId', name: 'outcome_kept', onDelete: 'CASCADE' },
    },
    page: { type: 'integer' },
    speciesId: { type: 'text', name: 'species_id' },
    body: { type: 'text' },
  },
  uniques: [{ name: 'outcome_of_batch', columns: ['batchId'] }],
  indices: [
    { name: 'outcome_by_page', columns: ['page', 'seq'] },
    { name: 'outcome_by_species', columns: ['speciesId', 'seq'] },
  ],
});

/** What was learned of a species, and the mark of all that it was learned from. */
const LearnedRow = new EntitySchema<{ speciesId: string; mark: string; body: string }>({
  name: 'learned',
  columns: { speciesId: { type: 'text', name: 'species_id', primary: true }, mark: { type: 'text' }, body: { type: 'text' } },
});

const KeptMouldRow = new EntitySchema<{ batchId: BatchId; medium: string; closedOn: string; rotted: number; expected: number }>({
  name: 'kept_mould',
  columns: {
    batchId: {
      type: 'text',
      name: 'batch_id',
      primary: true,
      foreignKey: { target: 'kept', inverseSide: 'batchId', name: 'kept_mould_batch', onDelete: 'CASCADE' },
    },
    medium: { type: 'text', primary: true },
    closedOn: { type: 'text', name: 'closed_on' },
    rotted: { type: 'real' },
    expected: { type: 'real' },
  },
});

const StoreRow = new EntitySchema<{ id: number; name: string; edition: number }>({
  name: 'store',
  columns: { id: { type: 'integer', primary: true }, name: { type: 'text' }, edition: { type: 'integer' } },
});

export const ENTITIES = [
  StoreRow,
  KeptRow,
  KeptMouldRow,
  OutcomeRow,
  LearnedRow,
  NurseryRow,
  ClockRow,
  PlaceRow,
  PromiseRow,
  SeasonPlanRow,
  WithdrawalRow,
  LotRow,
  BatchRow,
  EventRow,
  LotEventRow,
  OwnSpeciesRow,
  ReadingImportRow,
  ReadingDayRow,
];
