import { describe, expect, test } from '@jest/globals';
import { groupedRows, inOrder } from './grouped.ts';

const ROWS = [
  { id: '1', place: 'shelf', seeds: 3 },
  { id: '2', place: 'crisper', seeds: 1 },
  { id: '3', place: 'shelf', seeds: 2 },
];

describe('the rows of a list', () => {
  test('stand by a key, or as they are; the list that came in is left alone', () => {
    expect(inOrder(ROWS, ({ seeds }) => String(seeds)).map(({ id }) => id)).toEqual(['2', '3', '1']);
    expect(inOrder(ROWS, undefined)).toBe(ROWS);
    expect(ROWS.map(({ id }) => id)).toEqual(['1', '2', '3']);
  });
  test('have a heading with its count before each group, groups by name, rows within them as they stood', () => {
    const said = groupedRows(ROWS, ({ place }) => place).map((line) =>
      'heading' in line ? `${line.heading} ${line.group.length}` : line.row.id,
    );
    expect(said).toEqual(['crisper 1', '2', 'shelf 2', '1', '3']);
  });
  test('have keys of their own, whatever a group is called', () => {
    const keys = groupedRows(ROWS, ({ id }) => id).map(({ key }) => key);
    expect(new Set(keys).size).toBe(6);
    expect(groupedRows(ROWS)).toHaveLength(3);
  });
});
