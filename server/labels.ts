import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { LABEL_SHEETS, type LabelSheet, labelAt } from '@chill/core/labels/sheets.ts';
import { ASK_FIRST, bagWords, type LabelWords, potWords } from '@chill/core/labels/words.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import PDFDocument from 'pdfkit';
import QRCode from 'qrcode';
import { Fault } from './fault.ts';
import type { ReadNow } from './reading.ts';

const POINTS_PER_MM = 72 / 25.4;
/** Free edge inside a label, mm: printers wander. */
const EDGE_MM = 2.2;

/** What is asked for: which labels, on which sheet, how many of each, and how many of the first sheet are used up. */
export interface LabelsAsked {
  kind: 'bag' | 'pot' | 'shelf';
  sheet: string;
  /** Bag codes; for shelves, ids of places. */
  of: readonly string[];
  copies: number;
  skip: number;
  /** Where the QR codes lead. */
  origin: string;
}

const require = createRequire(import.meta.url);
const font = (family: string, weight: number) =>
  readFileSync(
    require.resolve(`@fontsource/atkinson-hyperlegible-${family}/files/atkinson-hyperlegible-${family}-latin-${weight}-normal.woff`),
  );
const FONTS = { text: font('next', 400), bold: font('next', 700), code: font('mono', 700) };

/**
 * Labels as a PDF, several to a sheet, each with the QR code of its address and room for pencil.
 * @throws {Fault} for codes or places that do not exist, or where nothing was asked for.
 */
export async function labelsPdf(now: ReadNow, { kind, sheet: sheetId, of, copies, skip, origin }: LabelsAsked): Promise<Buffer> {
  const sheet = LABEL_SHEETS.find(({ id }) => id === sheetId) as LabelSheet;
  if (of.length === 0) throw Fault.field('of', 'Say which: nothing was chosen.');
  const labels = of.flatMap((one) =>
    Array.from({ length: copies }, () => ({ words: wordsFor(one, kind, now), address: addressOf(one, kind, origin) })),
  );
  const paper: [number, number] = [sheet.paper.width_mm * POINTS_PER_MM, sheet.paper.height_mm * POINTS_PER_MM];
  const document = new PDFDocument({
    size: paper,
    margin: 0,
    autoFirstPage: false,
    info: { Title: `${now.nursery.name}: labels`, Creator: 'Chill' },
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', () => resolve(Buffer.concat(chunks)));
    document.on('error', reject);
  });
  for (const [name, data] of Object.entries(FONTS)) document.registerFont(name, data);
  let page = -1;
  for (const [i, { words, address }] of labels.entries()) {
    const at = labelAt(sheet, i, skip);
    while (page < at.page) {
      document.addPage({ size: paper, margin: 0 });
      page += 1;
    }
    draw(document, sheet, at.x_mm * POINTS_PER_MM, at.y_mm * POINTS_PER_MM, words, address, now.nursery.name, kind);
  }
  document.end();
  return done;
}

function wordsFor(one: string, kind: LabelsAsked['kind'], { places, batches, nursery, today }: ReadNow): LabelWords {
  if (kind === 'shelf') {
    const place = places.find(({ id }) => id === one);
    if (!place) throw Fault.field('of', 'There is no such place.');
    return {
      code: '',
      name: place.name,
      scientific: place.within ?? '',
      lines: [
        `should hold ${showQuantity(place.nominal_C, 'temperature_C', nursery.settings.units)}`,
        ...(place.usedBy ? [`for ${place.usedBy}`] : []),
      ],
      warnings: ['SEEDS, NOT FOOD.', ASK_FIRST],
    };
  }
  const view = batches.find(({ batch }) => batch.code === one.toUpperCase());
  if (!view) throw Fault.field('of', `There is no bag ${one}.`);
  return kind === 'pot' ? potWords(view, today) : bagWords(view);
}

function addressOf(one: string, kind: LabelsAsked['kind'], origin: string): string {
  return kind === 'shelf' ? `${origin}/places/${one}` : `${origin}/batch/${one.toUpperCase()}`;
}

type Pdf = InstanceType<typeof PDFDocument>;

function draw(
  document: Pdf,
  { label, id }: LabelSheet,
  x: number,
  y: number,
  words: LabelWords,
  address: string,
  nursery: string,
  kind: LabelsAsked['kind'],
): void {
  const [width, height] = [label.width_mm * POINTS_PER_MM, label.height_mm * POINTS_PER_MM];
  const edge = EDGE_MM * POINTS_PER_MM;
  // Plain paper is cut along lines; cut labels must not show where the printer missed them.
  if (id.endsWith('-cut')) document.lineWidth(0.3).dash(2, { space: 2 }).rect(x, y, width, height).stroke('#999999').undash();
  const small = label.height_mm < 30;
  const qr = Math.min(small ? 0.62 : 0.46, 20 / label.height_mm) * height;
  drawQr(document, address, x + width - edge - qr, y + edge, qr);
  const left = x + edge;
  const room = width - 2 * edge - qr - 4;
  const base = small ? 6.2 : label.height_mm > 48 ? 8.4 : 7.2;
  const bottom = y + height - edge;
  // What must be known has its room at the foot before anything else is written, with a line for pencil beneath it where there is room for one.
  const foot = bottom - base * (small || kind === 'pot' ? 1.2 : 3.6);
  let at = y + edge - 1;
  let lowest = foot;
  const line = (text: string, face: keyof typeof FONTS, size: number, wide = room) => {
    if (text === '' || at + size > lowest + 1) return;
    document.font(face).fontSize(size).fillColor('#000000');
    document.text(fitted(document, text, wide), left, at, { lineBreak: false });
    at += size * 1.18;
  };
  if (words.code) line(words.code, 'code', base * 2.5);
  line(words.name, 'bold', base * (words.code ? 1.15 : 1.9));
  line(words.scientific, 'text', base);
  for (const text of words.lines) line(text, 'text', base, at > y + edge + qr ? width - 2 * edge : room);
  const full = width - 2 * edge;
  [at, lowest] = [foot, bottom];
  line(words.warnings.join(' '), 'bold', base, full);
  if (!small && kind === 'bag') {
    document
      .font('text')
      .fontSize(base * 0.9)
      .text('in', left, at + base * 0.7, { lineBreak: false });
    rule(document, left + base * 1.2, at + base * 1.6, full * 0.42);
    document.text('out', left + full * 0.5, at + base * 0.7, { lineBreak: false });
    rule(document, left + full * 0.5 + base * 1.9, at + base * 1.6, full * 0.42);
  } else if (!small && kind === 'shelf') line(nursery, 'text', base * 0.9, full);
}

/** A line to write on. */
function rule(document: Pdf, x: number, y: number, length: number): void {
  document
    .lineWidth(0.6)
    .moveTo(x, y)
    .lineTo(x + length, y)
    .stroke('#000000');
}

/** The QR code of an address, as squares. */
function drawQr(document: Pdf, address: string, x: number, y: number, size: number): void {
  const { modules } = QRCode.create(address, { errorCorrectionLevel: 'M' });
  const each = size / modules.size;
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) document.rect(x + column * each, y + row * each, each + 0.05, each + 0.05);
  document.fill('#000000');
}

/** A line as it fits, in letters that the font has: accents that it lacks are left off, and what is too long is cut with an ellipsis. */
function fitted(document: Pdf, text: string, room: number): string {
  const known = [...text]
    .map((character) => (has(character) ? character : (character.normalize('NFD')[0] ?? '?')))
    .map((character) => (has(character) ? character : '?'))
    .join('');
  if (document.widthOfString(known) <= room) return known;
  let cut = known;
  while (cut.length > 1 && document.widthOfString(`${cut}…`) > room) cut = cut.slice(0, -1);
  return `${cut.trimEnd()}…`;
}

/** The fonts' Latin subset. */
function has(character: string): boolean {
  const code = character.codePointAt(0) as number;
  return (code >= 0x20 && code <= 0xff) || '–—‘’“”…•−×'.includes(character);
}
