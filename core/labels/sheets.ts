import { say } from '@chill/words/label.ts';
/** A sheet of labels, mm: paper, and the grid of labels on it. Plain sizes that stationers everywhere cut. */
export interface LabelSheet {
  id: string;
  name: string;
  paper: { width_mm: number; height_mm: number };
  columns: number;
  rows: number;
  label: { width_mm: number; height_mm: number };
  /** From the paper's edge to the first label, and from one label's edge to the next one's. */
  margin: { left_mm: number; top_mm: number };
  pitch: { x_mm: number; y_mm: number };
}

const A4 = { width_mm: 210, height_mm: 297 };
const LETTER = { width_mm: 215.9, height_mm: 279.4 };

const even = (
  id: string,
  name: () => string,
  paper: LabelSheet['paper'],
  columns: number,
  rows: number,
  width_mm: number,
  height_mm: number,
): LabelSheet => ({
  id,
  get name() {
    return name();
  },
  paper,
  columns,
  rows,
  label: { width_mm, height_mm },
  margin: { left_mm: (paper.width_mm - columns * width_mm) / 2, top_mm: (paper.height_mm - rows * height_mm) / 2 },
  pitch: { x_mm: width_mm, y_mm: height_mm },
});

/** Sheets to choose from. The last two are plain paper, cut along the lines. */
export const LABEL_SHEETS: readonly LabelSheet[] = [
  even('a4-24', () => say('a4Of24'), A4, 3, 8, 70, 37),
  even('a4-21', () => say('a4Of21'), A4, 3, 7, 70, 42.3),
  even('a4-10', () => say('a4Of10'), A4, 2, 5, 105, 57),
  even('letter-30', () => say('usLetter30'), LETTER, 3, 10, 66.675, 25.4),
  even('letter-10', () => say('usLetter10'), LETTER, 2, 5, 101.6, 50.8),
  even('a4-cut', () => say('a4Plain18'), A4, 3, 6, 65, 46),
];

/** Where the `index`th label of a run stands, sheets counted from 0; `skip` labels of the first sheet are used up. */
export function labelAt(sheet: LabelSheet, index: number, skip = 0): { page: number; x_mm: number; y_mm: number } {
  const each = sheet.columns * sheet.rows;
  const at = index + skip;
  const onPage = at % each;
  return {
    page: Math.floor(at / each),
    x_mm: sheet.margin.left_mm + (onPage % sheet.columns) * sheet.pitch.x_mm,
    y_mm: sheet.margin.top_mm + Math.floor(onPage / sheet.columns) * sheet.pitch.y_mm,
  };
}
