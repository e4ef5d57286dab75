import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { LABEL_SHEETS, type LabelSheet, labelAt } from '@chill/core/labels/sheets.ts';
import type { LabelWords } from '@chill/core/labels/words.ts';
import { say } from '@chill/words/server.ts';
import PDFDocument from 'pdfkit';
import QRCode from 'qrcode';

export type LabelKind = 'bag' | 'pot' | 'shelf';

/** All that the drawing of labels needs: what stands on each, where its code leads, how many of each, how many of the first sheet are used up. */
export interface LabelDrawing {
  kind: LabelKind;
  sheet: string;
  skip: number;
  copies: number;
  /** Each with what its QR code holds. */
  labels: { words: LabelWords; holds: string }[];
  nursery: string;
}

const POINTS_PER_MM = 72 / 25.4;
/** Free edge inside a label, mm: printers wander. */
const EDGE_MM = 2.2;

const require = createRequire(import.meta.url);
const font = (family: string, weight: number) =>
  readFileSync(
    require.resolve(`@fontsource/atkinson-hyperlegible-${family}/files/atkinson-hyperlegible-${family}-latin-${weight}-normal.woff`),
  );
const FONTS = { text: font('next', 400), bold: font('next', 700), code: font('mono', 700) };

/** Draws labels as a PDF. For a thread: a sheet takes a good part of a second. */
export default async function drawLabels({ kind, sheet: sheetId, skip, copies, labels, nursery }: LabelDrawing): Promise<Uint8Array> {
  const sheet = LABEL_SHEETS.find(({ id }) => id === sheetId) as LabelSheet;
  const paper: [number, number] = [sheet.paper.width_mm * POINTS_PER_MM, sheet.paper.height_mm * POINTS_PER_MM];
  const document = new PDFDocument({
    size: paper,
    margin: 0,
    autoFirstPage: false,
    info: { Title: say('labels', { nursery }), Creator: 'Chill' },
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', () => resolve(Buffer.concat(chunks)));
    document.on('error', reject);
  });
  for (const [name, data] of Object.entries(FONTS)) document.registerFont(name, data);
  let page = -1;
  for (let i = 0; i < labels.length * copies; i++) {
    const { words, holds } = labels[Math.floor(i / copies)] as LabelDrawing['labels'][number];
    const at = labelAt(sheet, i, skip);
    while (page < at.page) {
      document.addPage({ size: paper, margin: 0 });
      page += 1;
    }
    draw(document, sheet, at.x_mm * POINTS_PER_MM, at.y_mm * POINTS_PER_MM, words, holds, nursery, kind);
  }
  document.end();
  return done;
}

type Pdf = InstanceType<typeof PDFDocument>;

function draw(
  document: Pdf,
  { label, id }: LabelSheet,
  x: number,
  y: number,
  words: LabelWords,
  holds: string,
  nursery: string,
  kind: LabelKind,
): void {
  const [width, height] = [label.width_mm * POINTS_PER_MM, label.height_mm * POINTS_PER_MM];
  const edge = EDGE_MM * POINTS_PER_MM;
  // Plain paper is cut along lines; cut labels must not show where the printer missed them.
  if (id.endsWith('-cut')) document.lineWidth(0.3).dash(2, { space: 2 }).rect(x, y, width, height).stroke('#999999').undash();
  const small = label.height_mm < 30;
  const qr = Math.min(small ? 0.62 : 0.46, 20 / label.height_mm) * height;
  drawQr(document, holds, x + width - edge - qr, y + edge, qr);
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

/** A QR code as squares. */
function drawQr(document: Pdf, holds: string, x: number, y: number, size: number): void {
  const { modules } = QRCode.create(holds, { errorCorrectionLevel: 'M' });
  const each = size / modules.size;
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++) {
      if (!modules.get(row, column)) continue;
      // A run of squares is one rectangle: a sheet of codes is drawn in a third of the time, and takes a third of the room.
      const from = column;
      while (column + 1 < modules.size && modules.get(row, column + 1)) column += 1;
      document.rect(x + from * each, y + row * each, (column - from + 1) * each + 0.05, each + 0.05);
    }
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
