import { CLIMATES } from '@chill/core/winter/climates.ts';
import type { Container } from '@chill/model/container.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlantPromise } from '@chill/model/promise.ts';
import type { Trouble } from '@chill/sim/temperatures.ts';

/** The day on which the demo opens. */
export const DEMO_DAY = '2027-02-16';

/** Sallow Gap, a made-up volunteer nursery in a made-up dry mountain valley. */
export const SALLOW_GAP: Nursery = {
  name: 'Sallow Gap',
  latitude_deg: 46.3,
  elevation_m: 780,
  timeZone: 'America/Denver',
  lastFrost: { mean: '05-12', sd_days: 9 },
  climate: CLIMATES.find(({ id }) => id === 'dry-valley')?.months,
  settings: { units: { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' }, confidence: 0.9, frostRisk: 0.1 },
};

/** Who works there: the first looks after most of it, the second comes by on some days. */
export const PEOPLE: NonNullable<Nursery['people']> = [
  { name: 'Ida', minutes: [240, 240, 240, 240, 240, 60, 0] },
  { name: 'Tomas', minutes: [0, 180, 0, 180, 0, 240, 0] },
];

/** The fridge's other shelf: pots stand there. */
export const SHELF = 'Fridge, middle shelf';

export const PLACES: Omit<Place, 'id' | 'logger'>[] = [
  { name: 'Fridge, crisper', kind: 'fridge', nominal_C: 3.6, capacity: 30, room: 'bags', order: 1, within: 'Shed fridge' },
  {
    name: SHELF,
    kind: 'fridge',
    nominal_C: 4.6,
    capacity: 24,
    room: 'bags',
    // As wide as a tray is long, with room for five one above the other.
    shelf: { width_mm: 600, depth_mm: 560, height_mm: 400, shelves: 1 },
    order: 2,
    within: 'Shed fridge',
  },
  { name: 'Freezer', kind: 'freezer', nominal_C: -18, capacity: 8, room: 'bags', order: 3 },
  { name: 'Heat mat', kind: 'mat', nominal_C: 22, capacity: 12, room: 'towels', order: 4 },
  { name: 'Bench', kind: 'bench', nominal_C: 17, capacity: 80, room: 'trays', order: 5 },
  {
    name: 'Outdoor frame, under wire',
    kind: 'outdoors',
    nominal_C: 2,
    capacity: 20,
    room: 'trays',
    order: 6,
    cover: { animals: true, rain: true },
  },
];

/** Places of the demo that a logger lies in, and the day on which it was put there. */
export const LOGGED = ['Fridge, crisper', SHELF, 'Outdoor frame, under wire'];
export const LOGGED_SINCE = '2026-09-28';

/** The warm spell: on a Wednesday morning the fridge's door was not shut, and nobody came by until Friday afternoon. */
export const TROUBLES: Trouble[] = ['Fridge, crisper', SHELF].map((placeName) => ({
  placeName,
  from_ms: Date.parse('2027-02-03T16:00:00Z'),
  to_ms: Date.parse('2027-02-05T22:30:00Z'),
  reaches_C: 16.5,
}));

/** One lot of the demo: what is written of it, and the share that is really viable. */
interface DemoLot {
  lot: Pick<Lot, 'code' | 'speciesId' | 'seeds' | 'viability' | 'provenance'> & { note?: string };
  trueViable: number;
}

const tested = (viable: number, of: number): Lot['viability'] => ({ kind: 'tested', viable, tested: of });
const packet = (percent: number): Lot['viability'] => ({ kind: 'packet', percent });
const collected = (place: string, on: string, parents?: string): Lot['provenance'] => ({
  kind: 'collected',
  place,
  on,
  ...(parents && { parents }),
});
const bought = (supplier: string, on: string, theirLot?: string): Lot['provenance'] => ({
  kind: 'bought',
  supplier,
  on,
  ...(theirLot && { theirLot }),
});
const lot = (
  code: string,
  speciesId: string,
  seeds: number,
  viability: Lot['viability'],
  provenance: Lot['provenance'],
  trueViable: number,
): DemoLot => ({ lot: { code, speciesId, seeds, viability: viability, provenance }, trueViable });

export const LOTS: DemoLot[] = [
  lot('BS-26-01', 'balsamorhiza-sagittata', 620, tested(17, 20), collected('Sallow Gap, south bank', '2026-07-12', 'some 30 plants'), 0.8),
  lot('BS-26-02', 'balsamorhiza-sagittata', 240, tested(6, 10), collected('Dry Fork bench', '2026-07-19'), 0.55),
  lot('LS-26-01', 'lupinus-sericeus', 480, tested(18, 20), collected('Sallow Gap, upper meadow', '2026-08-02', '12 plants'), 0.88),
  lot('LS-25-03', 'lupinus-sericeus', 150, packet(82), bought('a valley seed swap', '2025-11-08'), 0.78),
  lot('CV-26-01', 'ceanothus-velutinus', 900, tested(15, 20), collected('Old burn above Dry Fork', '2026-08-21'), 0.74),
  lot('AA-26-01', 'amelanchier-alnifolia', 520, tested(17, 20), collected('Creek trail, first bridge', '2026-07-28', '8 shrubs'), 0.82),
  lot('AA-25-02', 'amelanchier-alnifolia', 180, tested(7, 10), collected('School hedge', '2025-08-03'), 0.7),
  lot('CD-26-01', 'crataegus-douglasii', 700, tested(12, 20), collected('Creek trail, second bridge', '2026-09-10', '3 trees'), 0.6),
  lot('PV-26-01', 'prunus-virginiana', 420, tested(19, 20), collected('Creek trail, first bridge', '2026-08-30'), 0.9),
  lot('RW-26-01', 'rosa-woodsii', 860, tested(13, 20), collected('Ditch road', '2026-09-25', 'one thicket'), 0.66),
  lot('PN-26-01', 'penstemon-venustus', 2400, { kind: 'unknown' }, collected('Road cut at the quarry', '2026-08-15'), 0.72),
  lot('PN-26-02', 'penstemon-venustus', 600, tested(8, 10), bought('a valley seed swap', '2026-10-17'), 0.8),
  lot('CQ-26-01', 'camassia-quamash', 1100, tested(19, 20), collected('Wet meadow', '2026-07-02', 'hundreds'), 0.92),
  lot('IR-26-01', 'iliamna-rivularis', 640, tested(18, 20), collected('Old burn above Dry Fork', '2026-08-28'), 0.86),
  lot('IR-24-01', 'iliamna-rivularis', 120, packet(75), bought('a valley seed swap', '2024-11-10'), 0.7),
  lot('PP-26-01', 'pinus-ponderosa', 800, packet(88), bought('district nursery', '2026-10-05', '26-114'), 0.86),
  lot('LO-26-01', 'larix-occidentalis', 950, packet(62), bought('district nursery', '2026-10-05', '26-087'), 0.6),
  lot('LO-26-02', 'larix-occidentalis', 210, tested(5, 10), collected('North slope', '2026-09-18', '2 trees'), 0.5),
  lot('AG-26-01', 'acer-glabrum', 460, tested(11, 20), collected('Ravine below the falls', '2026-09-14'), 0.55),
  lot('EU-26-01', 'eriogonum-umbellatum', 780, tested(11, 20), collected('Gravel ridge', '2026-08-09'), 0.58),
  lot('EU-25-01', 'eriogonum-umbellatum', 160, { kind: 'unknown' }, collected('Gravel ridge', '2025-08-12'), 0.5),
  lot('PL-26-01', 'philadelphus-lewisii', 3000, { kind: 'unknown' }, collected('Cliff road', '2026-09-30', '5 shrubs'), 0.75),
  lot('GV-26-01', 'geranium-viscosissimum', 380, tested(16, 20), collected('Aspen meadow', '2026-07-22'), 0.78),
  lot('AP-26-01', 'arctostaphylos-patula', 300, tested(13, 20), collected('Old burn above Dry Fork', '2026-09-03'), 0.68),
  lot('GV-26-02', 'geranium-viscosissimum', 90, tested(7, 10), collected('Sallow Gap, upper meadow', '2026-07-25'), 0.7),
];

/** One batch of the demo: which lot, which method, how many seeds, begun on which day; and what goes wrong, if anything. */
export interface DemoBatch {
  lot: string;
  method: string;
  seeds: number;
  start: string;
  trouble?: 'forgotten' | 'mouldy';
  /** Into what it is sown, where that is not what is usual for its species. */
  into?: Container;
}

/** The demo's trials: batches of one lot, begun on one day, that differ in their way alone; the first named is the control. */
export const TRIALS: { name: string; lot: string; methods: string[] }[] = [
  { name: 'cold alone against warm, then cold', lot: 'AG-26-01', methods: ['sand-in-fridge', 'warm-then-cold'] },
  { name: 'towel against sand, both filed', lot: 'GV-26-01', methods: ['file-then-towel', 'file-then-sand'] },
  { name: 'does larch need its cold?', lot: 'LO-25-01', methods: ['no-cold', 'towel-in-fridge'] },
  { name: 'towel against sand, both filed, the year before', lot: 'GV-25-01', methods: ['file-then-towel', 'file-then-sand'] },
];

const batch = (lotCode: string, method: string, seeds: number, start: string, trouble?: DemoBatch['trouble']): DemoBatch => ({
  lot: lotCode,
  method,
  seeds,
  start,
  ...(trouble && { trouble }),
});

export const BATCHES: DemoBatch[] = [
  batch('EU-25-01', 'towel-in-fridge', 50, '2026-01-12'),
  batch('LS-25-03', 'file-no-cold', 40, '2026-03-21'),
  batch('IR-24-01', 'sandpaper', 40, '2026-03-24'),
  batch('CD-26-01', 'warm-then-cold', 160, '2026-10-02'),
  batch('RW-26-01', 'warm-then-cold', 140, '2026-10-05'),
  batch('AG-26-01', 'warm-then-cold', 120, '2026-10-07'),
  batch('AG-26-01', 'sand-in-fridge', 120, '2026-10-07'),
  batch('PV-26-01', 'sand-in-fridge', 100, '2026-10-14'),
  batch('PV-26-01', 'vermiculite-in-fridge', 60, '2026-10-21'),
  batch('AA-26-01', 'sand-in-fridge', 120, '2026-10-24'),
  batch('AA-25-02', 'towel-in-fridge', 60, '2026-10-25', 'mouldy'),
  batch('RW-26-01', 'sand-in-fridge', 120, '2026-10-28'),
  batch('LO-26-02', 'towel-in-fridge', 60, '2026-11-02'),
  batch('CQ-26-01', 'potted-then-chilled', 120, '2026-11-04'),
  batch('CQ-26-01', 'towel-in-fridge', 60, '2026-11-08'),
  batch('BS-26-02', 'towel-in-fridge', 80, '2026-11-15'),
  batch('AA-26-01', 'potted-then-chilled', 60, '2026-11-19'),
  batch('PN-26-01', 'potted-then-chilled', 200, '2026-11-22'),
  batch('GV-26-02', 'file-then-towel', 40, '2026-11-24'),
  batch('BS-26-01', 'sand-in-fridge', 160, '2026-11-28'),
  batch('CV-26-01', 'hot-water-then-sand', 150, '2026-12-01'),
  batch('PL-26-01', 'potted-then-chilled', 200, '2026-12-03'),
  batch('EU-26-01', 'dry-cold', 60, '2026-12-05'),
  batch('EU-26-01', 'sand-in-fridge', 90, '2026-12-07'),
  batch('BS-26-01', 'towel-in-fridge', 120, '2026-12-10'),
  batch('PN-26-02', 'towel-in-fridge', 80, '2026-12-13', 'forgotten'),
  batch('CV-26-01', 'hot-water-then-towel', 100, '2026-12-15'),
  batch('CQ-26-01', 'sand-in-fridge', 80, '2026-12-18'),
  batch('PN-26-01', 'vermiculite-in-fridge', 120, '2026-12-21'),
  batch('PL-26-01', 'towel-in-fridge', 90, '2026-12-28'),
  batch('EU-26-01', 'towel-in-fridge', 70, '2027-01-03'),
  batch('PP-26-01', 'towel-in-fridge', 100, '2027-01-05'),
  batch('LO-26-01', 'towel-in-fridge', 120, '2027-01-06'),
  batch('GV-26-01', 'file-then-towel', 70, '2027-01-09'),
  batch('GV-26-01', 'file-then-sand', 70, '2027-01-09'),
  batch('PP-26-01', 'sand-in-fridge', 90, '2027-01-14'),
  batch('LO-26-01', 'no-cold', 60, '2027-01-30'),
  batch('LS-26-01', 'file-no-cold', 60, '2027-02-10'),
  batch('IR-26-01', 'hot-water', 80, '2027-02-11'),
  batch('PN-26-01', 'freezer-turns', 100, '2027-02-13'),
  batch('LS-26-01', 'file-then-towel', 50, '2027-02-15'),
  batch('IR-26-01', 'sandpaper', 60, '2027-02-16'),
  batch('CV-26-01', 'hot-water-then-sand', 120, '2027-02-16'),
  batch('AP-26-01', 'sand-in-fridge', 80, '2027-02-16'),
  batch('BS-26-01', 'freezer-turns', 60, '2027-02-18'),
];

/** Lots that are sown, not laid on towels, and what is made of them and of the others: chilled pots, plugs from sand, a flat to separate, dust, a tap root. */
export const SOWN_LOTS: DemoLot[] = [
  lot('HD-26-01', 'holodiscus-discolor', 4000, { kind: 'unknown' }, collected('Cliff road', '2026-10-08', '4 shrubs'), 0.6),
  lot('QM-26-01', 'quercus-macrocarpa', 90, tested(18, 20), bought('district nursery', '2026-10-05', '26-131'), 0.9),
  lot('DP-26-01', 'digitalis-purpurea', 1500, packet(85), bought('a valley seed swap', '2026-11-07'), 0.84),
];
export const SOWN_BATCHES: DemoBatch[] = [
  batch('BS-26-01', 'sand-in-fridge-sown', 90, '2026-11-02'),
  batch('HD-26-01', 'potted-then-chilled', 1200, '2026-11-12'),
  { ...batch('PN-26-01', 'towel-in-fridge-sown', 400, '2026-11-10'), into: 'halfTray' },
  { ...batch('QM-26-01', 'sand-in-fridge-sown', 60, '2026-10-20'), into: 'cone650' },
  batch('RW-26-01', 'outdoor-winter', 160, '2026-10-30'),
  batch('DP-26-01', 'no-cold', 300, '2027-01-18'),
  batch('LS-26-01', 'file-no-cold-sown', 72, '2027-02-16'),
];

/** Lots of the season before, used up: what came of them is in Results. */
export const PAST_LOTS: DemoLot[] = [
  lot('LO-25-01', 'larix-occidentalis', 120, packet(66), bought('district nursery', '2025-10-02', '25-061'), 0.64),
  lot('AA-25-01', 'amelanchier-alnifolia', 100, tested(16, 20), collected('Creek trail, first bridge', '2025-07-30', '8 shrubs'), 0.8),
  lot('BS-25-01', 'balsamorhiza-sagittata', 200, tested(15, 20), collected('Sallow Gap, south bank', '2025-07-10', 'some 30 plants'), 0.76),
  lot('PN-25-01', 'penstemon-venustus', 200, tested(14, 20), collected('Road cut at the quarry', '2025-08-17'), 0.7),
  lot('CQ-25-01', 'camassia-quamash', 140, tested(18, 20), collected('Wet meadow', '2025-07-04', 'hundreds'), 0.9),
  lot('GV-25-01', 'geranium-viscosissimum', 120, tested(15, 20), collected('Aspen meadow', '2025-07-24'), 0.75),
  lot('PP-25-01', 'pinus-ponderosa', 160, packet(85), bought('district nursery', '2025-10-02', '25-118'), 0.82),
  lot('IR-25-01', 'iliamna-rivularis', 140, tested(17, 20), collected('Old burn above Dry Fork', '2025-08-30'), 0.84),
  lot('LS-25-01', 'lupinus-sericeus', 110, tested(17, 20), collected('Sallow Gap, upper meadow', '2025-08-01', '12 plants'), 0.85),
  lot('EU-25-02', 'eriogonum-umbellatum', 150, tested(12, 20), collected('Gravel ridge', '2025-08-10'), 0.56),
  lot('PL-25-01', 'philadelphus-lewisii', 90, { kind: 'unknown' }, collected('Cliff road', '2025-09-29', '5 shrubs'), 0.74),
  lot('PV-25-01', 'prunus-virginiana', 160, tested(18, 20), collected('Creek trail, first bridge', '2025-08-28'), 0.88),
  lot('RW-25-01', 'rosa-woodsii', 120, tested(13, 20), collected('Ditch road', '2025-09-22', 'one thicket'), 0.64),
  lot('CV-25-01', 'ceanothus-velutinus', 120, tested(14, 20), collected('Old burn above Dry Fork', '2025-08-19'), 0.72),
];

/** And their batches: those of larch and of geranium are trials. */
export const PAST_BATCHES: DemoBatch[] = [
  batch('PV-25-01', 'sand-in-fridge', 100, '2025-10-14'),
  batch('PV-25-01', 'vermiculite-in-fridge', 60, '2025-10-21'),
  batch('RW-25-01', 'warm-then-cold', 120, '2025-10-05'),
  batch('AA-25-01', 'sand-in-fridge', 100, '2025-10-26'),
  batch('CQ-25-01', 'towel-in-fridge', 60, '2025-11-10'),
  batch('CQ-25-01', 'sand-in-fridge', 80, '2025-11-15'),
  batch('BS-25-01', 'sand-in-fridge', 120, '2025-11-30'),
  batch('CV-25-01', 'hot-water-then-sand', 120, '2025-12-02'),
  batch('EU-25-02', 'dry-cold', 60, '2025-12-05'),
  batch('EU-25-02', 'sand-in-fridge', 90, '2025-12-07'),
  batch('BS-25-01', 'towel-in-fridge', 80, '2025-12-10'),
  batch('PN-25-01', 'vermiculite-in-fridge', 120, '2025-12-20'),
  batch('PL-25-01', 'towel-in-fridge', 90, '2025-12-28'),
  batch('PN-25-01', 'towel-in-fridge', 80, '2026-01-02'),
  batch('PP-25-01', 'towel-in-fridge', 80, '2026-01-05'),
  batch('LO-25-01', 'no-cold', 60, '2026-01-10'),
  batch('LO-25-01', 'towel-in-fridge', 60, '2026-01-10'),
  batch('GV-25-01', 'file-then-towel', 60, '2026-01-11'),
  batch('GV-25-01', 'file-then-sand', 60, '2026-01-11'),
  batch('PP-25-01', 'sand-in-fridge', 80, '2026-01-14'),
  batch('IR-25-01', 'hot-water', 80, '2026-02-10'),
  batch('IR-25-01', 'sandpaper', 60, '2026-02-14'),
  batch('LS-25-01', 'file-then-towel', 50, '2026-02-16'),
  batch('LS-25-01', 'file-no-cold', 60, '2026-02-20'),
];

/** What the demo's people have promised. */
export const PROMISES: Omit<PlantPromise, 'id'>[] = [
  { speciesId: 'camassia-quamash', plants: 40, on: '2027-05-30', whom: 'wet meadow planting' },
  { speciesId: 'camassia-quamash', plants: 25, on: '2027-06-10', whom: 'school bed' },
  { speciesId: 'larix-occidentalis', plants: 30, on: '2027-05-28', whom: 'north slope planting' },
  { speciesId: 'geranium-viscosissimum', plants: 8, on: '2027-06-01', whom: 'bed by the gate' },
  // Nothing is under way for these: a season to plan.
  { speciesId: 'iliamna-rivularis', plants: 90, on: '2027-10-01', whom: 'burn replanting', priority: 'first' },
  { speciesId: 'penstemon-venustus', plants: 120, on: '2027-10-01', whom: 'rock garden' },
  { speciesId: 'prunus-virginiana', plants: 140, on: '2028-05-30', whom: 'creek hedge' },
  { speciesId: 'rosa-woodsii', plants: 40, on: '2028-05-30', whom: 'ditch bank', confidence: 0.8 },
  { speciesId: 'crataegus-douglasii', plants: 90, on: '2028-05-30', whom: 'north fence', priority: 'ifRoom' },
];
