import { beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen } from '@testing-library/react';
import { batchOf, lotOf, nurseryWith, placeId, show, upTo } from '../../testing.tsx';
import LabelsPage from './LabelsPage.tsx';

const lot = lotOf('larix-occidentalis');
const cold = (code: string) => ({ ...batchOf(lot, 'towel-in-fridge', ...upTo(lot, 'towel-in-fridge', 'coldMoist')), code });
const batches = ['7QK', 'W4T', 'H2M'].map(cold);
const labels = (at = '/labels', of = batches) => show(nurseryWith(lot, of), () => <LabelsPage />, { at, path: '/labels' });
const pdf = () => new URL((screen.getByRole('link', { name: 'Make the PDF' }) as HTMLAnchorElement).href).searchParams;
const tick = (name: RegExp) => screen.getByRole('checkbox', { name });

beforeEach(() => {
  localStorage.clear();
  cleanup();
});

describe('labels by the sheet', () => {
  test('none chosen ask what to label; what is ticked is made, in as many copies as are wanted', async () => {
    const { user } = labels();
    expect(screen.getByText('Choose what to label.')).toBeTruthy();
    await user.click(tick(/7QK/));
    expect(screen.getByText('1 label on 1 sheet')).toBeTruthy();
    await user.click(tick(/H2M/));
    const copies = screen.getByRole('textbox', { name: 'of each' });
    await user.clear(copies);
    await user.type(copies, '12');
    expect(screen.getByText('24 labels on 2 sheets')).toBeTruthy();
    expect(Object.fromEntries(pdf())).toMatchObject({ kind: 'bag', sheet: 'a4-21', of: '7QK,H2M', copies: '12', skip: '0' });
    await user.click(tick(/7QK/));
    expect(pdf().get('of')).toBe('H2M');
  });

  test('all at once, and none again', async () => {
    const { user } = labels();
    await user.click(screen.getByRole('button', { name: 'All 3' }));
    expect(pdf().get('of')?.split(',')).toHaveLength(3);
    await user.click(screen.getByRole('button', { name: 'None' }));
    expect(screen.queryByRole('link', { name: 'Make the PDF' })).toBeNull();
  });

  test('begin on a sheet already begun at the label that is pressed', async () => {
    const { user } = labels('/labels?of=7QK,W4T');
    await user.click(screen.getByRole('button', { name: 'start at label 21' }));
    expect(screen.getByText(/^The first 20 labels are used up/)).toBeTruthy();
    expect(screen.getByText('2 labels on 2 sheets')).toBeTruthy();
    expect(pdf().get('skip')).toBe('20');
  });

  test('go onto the paper that is chosen, which is remembered', async () => {
    const { user, unmount } = labels('/labels?of=7QK');
    await user.selectOptions(screen.getByRole('combobox', { name: /^Onto/ }), 'US Letter, 30 labels of 66.7 × 25.4 mm');
    const chosen = pdf().get('sheet');
    unmount();
    labels('/labels?of=7QK');
    expect(pdf().get('sheet')).toBe(chosen);
  });

  test('of a place are those of what lies in it; of shelves, the places', async () => {
    const { user } = labels(`/labels?place=${placeId('fridge')}`);
    expect(pdf().get('of')?.split(',').sort()).toEqual(['7QK', 'H2M', 'W4T']);
    await user.click(screen.getByRole('radio', { name: 'shelves' }));
    await user.click(tick(/^Fridge/));
    expect(Object.fromEntries(pdf())).toMatchObject({ kind: 'shelf', of: placeId('fridge') });
    await user.click(screen.getByRole('radio', { name: 'pots' }));
    expect(screen.getByText('None yet.')).toBeTruthy();
  });

  test('too many for one file are asked to be fewer', async () => {
    const { user } = labels('/labels?of=7QK,W4T,H2M');
    const copies = screen.getByRole('textbox', { name: 'of each' });
    await user.clear(copies);
    await user.type(copies, '200');
    expect(screen.queryByText(/too many at once/)).toBeNull();
    cleanup();
    const many = Array.from({ length: 6 }, (_, i) => cold(`7Q${i + 2}`));
    const again = labels(`/labels?of=${many.map(({ code }) => code).join(',')}`, many);
    await again.user.clear(screen.getByRole('textbox', { name: 'of each' }));
    await again.user.type(screen.getByRole('textbox', { name: 'of each' }), '200');
    expect(screen.getByText('1,200 labels are too many at once: choose 1,000 or fewer.')).toBeTruthy();
  });
});
