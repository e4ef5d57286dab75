import type { Wish } from '@chill/model/batch.ts';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen } from '@testing-library/react';
import { useState } from 'react';
import type { BatchView } from '../../data/nursery.ts';
import { batchOf, lotOf, nurseryWith, show } from '../../testing.tsx';
import type { Wording } from './useWish.ts';
import { WishSentence } from './WishSentence.tsx';

const lot = lotOf('larix-occidentalis');
const nursery = nurseryWith(lot, [batchOf(lot, 'towel-in-fridge')]);
const FIRST: Wording = {
  plants: 40,
  lotId: lot.id,
  by: 'frostRisk',
  risk: 0.1,
  readyBy: '2027-05-24',
  startOn: '2026-11-01',
  confidence: 0.9,
};

function timingOf({ by, risk, readyBy, startOn }: Wording): Wish['timing'] {
  if (by === 'frostRisk') return { by, risk };
  return by === 'asSoonAs' ? { by } : { by, date: by === 'readyBy' ? readyBy : startOn };
}

/** The sentence, which keeps its words as its station would, and tells every change that it asks for. */
function Kept({ view, first, tell }: { view: BatchView; first: Wording; tell: (part: Partial<Wording>) => void }) {
  const [wording, setWording] = useState(first);
  const change = (part: Partial<Wording>) => {
    tell(part);
    setWording({ ...wording, ...part });
  };
  const { plants, confidence } = wording;
  const wish = { plants, confidence, timing: timingOf(wording) };
  return <WishSentence wording={wording} wish={wish} change={change} lot={view.lot} species={view.species} />;
}

function wishing(first: Partial<Wording> = {}) {
  const asked: Partial<Wording>[] = [];
  const shown = show(nursery, (view) => <Kept view={view} first={{ ...FIRST, ...first }} tell={(part) => asked.push(part)} />);
  return { ...shown, asked };
}

beforeEach(() => {
  localStorage.clear();
  cleanup();
});

describe('the wish', () => {
  test('says what is in stock, how viable, and by when the frosts allow it', () => {
    wishing();
    expect(screen.getByText(/120 seeds in stock, 17 of 20 viable \(64–95 %\)\./).textContent).toMatch(
      /Plant out by \d+ May 2027, when the risk of frost is \d+ %\.$/,
    );
  });
  test('asks for another number with each figure typed, and for none while it is no number', async () => {
    const { user, asked } = wishing();
    const plants = screen.getByRole('textbox', { name: 'number of plants' });
    await user.clear(plants);
    expect(screen.getByText('a whole number from 1 to 99999')).toBeTruthy();
    expect(plants.getAttribute('aria-invalid')).toBe('true');
    await user.type(plants, '25');
    expect(asked).toEqual([{ plants: 2 }, { plants: 25 }]);
    await user.type(plants, ' trees');
    expect(asked.at(-1)).toEqual({ plants: 25 });
    expect(plants.getAttribute('aria-invalid')).toBe('true');
  });
  test('shows the day that its timing wants, and none where it wants none', async () => {
    const { user, asked } = wishing();
    const when = screen.getByRole('combobox', { name: 'when' });
    expect(screen.queryByRole('textbox', { name: 'day' })).toBeNull();
    await user.selectOptions(when, 'starting on');
    expect((screen.getByRole('textbox', { name: 'day' }) as HTMLInputElement).value).toBe('1 Nov');
    expect(screen.queryByText(/Plant out by/)).toBeNull();
    await user.selectOptions(when, 'planted out by');
    expect((screen.getByRole('textbox', { name: 'day' }) as HTMLInputElement).value).toMatch(/^24 May/);
    await user.selectOptions(when, 'as soon as they can be');
    expect(screen.queryByRole('textbox', { name: 'day' })).toBeNull();
    expect(screen.queryByRole('combobox', { name: 'frost risk' })).toBeNull();
    expect(asked.map((part) => part.by)).toEqual(['startOn', 'readyBy', 'asSoonAs']);
  });
  test('takes a day as it is written, and leaves the last good one while it is none', async () => {
    const { user, asked } = wishing({ by: 'startOn' });
    const day = screen.getByRole('textbox', { name: 'day' });
    await user.clear(day);
    await user.type(day, '5 December');
    await user.tab();
    expect(asked.at(-1)).toEqual({ startOn: '2026-12-05' });
    const before = asked.length;
    await user.clear(day);
    await user.type(day, 'soon');
    await user.tab();
    expect(asked.slice(before).filter(({ startOn }) => startOn !== undefined && startOn !== '2026-12-05')).toEqual([]);
  });
  test('offers a chance of its own among the usual ones', () => {
    wishing({ confidence: 0.97, risk: 0.13 });
    const sure = screen.getByRole('combobox', { name: 'how sure' }) as HTMLSelectElement;
    expect([...sure.options].map(({ text }) => text)).toEqual(['as likely as not', '8 in 10', '9 in 10', '19 in 20', '97 in 100']);
    expect(sure.value).toBe('0.97');
    const risk = screen.getByRole('combobox', { name: 'frost risk' }) as HTMLSelectElement;
    expect(risk.selectedOptions[0]?.text).toBe('13 years in 100');
  });
});
