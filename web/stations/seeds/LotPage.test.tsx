import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { batchOf, id, lotOf, nurseryWith, show, taking, upTo } from '../../testing.tsx';
import LotPage from './LotPage.tsx';
import SeedsStation from './SeedsStation.tsx';

const offline = globalThis.fetch;
let sent: ReturnType<typeof taking> = [];
const cutTest = { id: id(), on: '2026-10-01', recordedAt: '2026-10-01T08:00:00Z', kind: 'cutTested', tested: 20, viable: 18 };
const lot = lotOf('larix-occidentalis', { events: [cutTest as never] });

beforeEach(() => {
  localStorage.clear();
  cleanup();
  sent = taking({ batches: [], lots: [] });
});
afterAll(() => {
  globalThis.fetch = offline;
});

describe('a lot', () => {
  const batch = batchOf(lot, 'towel-in-fridge', ...upTo(lot, 'towel-in-fridge', 'coldMoist'));
  const page = (of = lot.id) => show(nurseryWith(lot, [batch]), () => <LotPage />, { at: `/seeds/${of}`, path: '/seeds/:lotId' });

  test('says whence it is, how much is left, how viable, and which batches are of it', () => {
    page();
    expect(screen.getByText(/collected at a bank/i)).toBeTruthy();
    expect(screen.getByText(/Of the \d+ in stock/).textContent).toMatch(/88–114 are viable by that test\./);
    expect(screen.getByText('18 of 20').parentElement?.textContent).toMatch(/1 Oct/);
    expect(screen.getAllByRole('link', { name: /7QK/ })[0]?.getAttribute('href')).toBe('/batch/7QK');
    expect(screen.getByRole('link', { name: 'Plan with this lot' }).getAttribute('href')).toBe(`/plan?lot=${lot.id}`);
  });

  test('opens one form at a time, and says what came of it', async () => {
    const { user } = page();
    await user.click(screen.getByRole('radio', { name: /give away/i }));
    await user.type(screen.getByRole('textbox', { name: /given away/i }), '10');
    await user.click(screen.getByRole('button', { name: 'Record' }));
    expect((await screen.findByRole('status')).textContent).toMatch(/10/);
    expect(sent.map(({ body }) => body.event)).toMatchObject([{ kind: 'givenAway', seeds: 10 }]);
    expect(screen.queryByRole('button', { name: 'Record' })).toBeNull();
    await user.click(screen.getByRole('radio', { name: /^test/i }));
    expect(screen.queryByRole('status')).toBeNull();
  });

  test('has each entry undone where it stands', async () => {
    const { user } = page();
    const entry = screen
      .getAllByRole('listitem')
      .find((one) => /18 of 20|18/.test(one.textContent ?? '') && within(one).queryByRole('button'));
    await user.click(within(entry as HTMLElement).getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ decidedOn: 1, event: { kind: 'reversed', reverses: cutTest.id } });
  });

  test('that is not there leads back to all', async () => {
    page(id());
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toBe('There is no such lot');
  });
});

describe('the seeds in stock', () => {
  const lots = Array.from({ length: 12 }, (_, i) =>
    lotOf(i % 2 ? 'larix-occidentalis' : 'quercus-rubra', {
      code: `LO-26-${String(i + 1).padStart(2, '0')}`,
      unassigned: 10 + ((i * 7) % 12),
    }),
  );
  const station = (at = '/seeds') => {
    const nursery = nurseryWith(lots[0] as never, []);
    const all = lots.map((one) => nurseryWith(one, []).lots[0] as never);
    return show({ ...nursery, lots: all }, () => <SeedsStation />, { at, path: '/seeds' });
  };
  const codes = () => screen.getAllByRole('link', { name: /LO-26/ }).map((one) => /LO-26-\d+/.exec(one.textContent ?? '')?.[0]);

  test('are looked through by any of their words', async () => {
    const { user } = station();
    expect(codes()).toHaveLength(12);
    await user.type(screen.getByRole('searchbox'), 'oak');
    await waitFor(() => expect(codes()).toHaveLength(6));
    await user.type(screen.getByRole('searchbox'), ' 26-01');
    await waitFor(() => expect(codes()).toEqual(['LO-26-01']));
    await user.type(screen.getByRole('searchbox'), '9');
    expect(await screen.findByText(/No lot has/)).toBeTruthy();
  });

  test('are put in order by what is left, and in groups by species', () => {
    station('/seeds?by=left');
    const left = screen.getAllByRole('link', { name: /LO-26/ }).map((one) => Number(/(\d+)of/.exec(one.textContent ?? '')?.[1]));
    expect(left).toEqual([...left].sort((a, b) => b - a));
    cleanup();
    station('/seeds?group=species');
    expect(screen.getAllByText(/^(Western larch|Northern red oak|Red oak)/).length).toBeGreaterThanOrEqual(2);
  });

  test('of a new nursery ask for the first lot', () => {
    show({ ...nurseryWith(lot, []), lots: [] }, () => <SeedsStation />);
    expect(screen.getByText(/No lots yet/)).toBeTruthy();
  });
});
