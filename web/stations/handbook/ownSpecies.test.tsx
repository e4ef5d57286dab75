import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { lotOf, nurseryWith, show, taking, where } from '../../testing.tsx';
import KeyPage from './KeyPage.tsx';
import SpeciesEditor from './SpeciesEditor.tsx';

const offline = globalThis.fetch;
const nursery = nurseryWith(lotOf('larix-occidentalis'), []);
let sent: ReturnType<typeof taking> = [];

beforeEach(() => {
  localStorage.clear();
  cleanup();
  sent = taking({ id: 'own-larix-occidentalis' });
});
afterAll(() => {
  globalThis.fetch = offline;
});

const field = (name: string | RegExp) => screen.getByRole('textbox', { name }) as HTMLInputElement;
const saved = () =>
  sent[0]?.body as { basedOn?: string; standsFor?: string; methods: { name: string; stages: { kind: string }[] }[] } & object;

describe('a species of one’s own', () => {
  const changing = (id = 'larix-occidentalis') =>
    show(nursery, () => <SpeciesEditor />, { at: `/handbook/${id}/change`, path: '/handbook/:speciesId/change' });
  const save = () => screen.getByRole('button', { name: 'Save' });

  test('begins as a copy of the shipped one, and is saved beside it', async () => {
    const { user } = changing();
    await user.clear(field(/^Cold stratification, from/));
    await user.type(field(/^Cold stratification, from/), '35');
    await user.click(save());
    await waitFor(() => expect(where()).toBe('/handbook/own-larix-occidentalis'));
    expect(sent[0]?.path).toBe('/api/handbook/own-larix-occidentalis');
    expect(saved()).toMatchObject({ basedOn: 'larix-occidentalis', standsFor: 'own', cold: { days: { from: 35 } } });
  });

  test.each([
    [/^Cold stratification, from/, 'some', /number/],
    [/^Cold stratification, from/, '500', /from fewer to more/],
    [/^Name$/, '', /Write something here/],
    [/^Usually viable/, '140', /1|100/],
  ])('with %s as “%s” is refused at its field, and nothing leaves', async (name, typed, says) => {
    const { user } = changing();
    await user.clear(field(name));
    if (typed) await user.type(field(name), typed);
    await user.click(save());
    await waitFor(() => expect(field(name).getAttribute('aria-invalid')).toBe('true'));
    expect(screen.getAllByRole('alert')[0]?.textContent).toMatch(says);
    expect(sent).toEqual([]);
    // A fault elsewhere stays while another field is written.
    await user.type(field(/^Seed, length|^Length of the seed|^Seed length/), '0');
    expect(field(name).getAttribute('aria-invalid')).toBe('true');
  });

  test('that needs smoke too is asked how many germinate with and without it; unticked, it is not', async () => {
    const { user } = changing();
    expect(screen.queryByRole('textbox', { name: /smoke/ })).toBeNull();
    await user.click(screen.getByRole('checkbox', { name: 'smoke' }));
    expect(screen.getAllByRole('textbox', { name: /smoke/ })).toHaveLength(2);
    await user.click(screen.getByRole('checkbox', { name: 'smoke' }));
    expect(screen.queryByRole('textbox', { name: /smoke/ })).toBeNull();
    await user.click(save());
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(saved()).not.toHaveProperty('smoke');
  });

  test('that is half written is there again after a look elsewhere, and forgotten once it is cancelled', async () => {
    const first = changing();
    await first.user.clear(field(/^Name$/));
    await first.user.type(field(/^Name$/), 'Our larch');
    first.unmount();
    const again = changing();
    expect(field(/^Name$/).value).toBe('Our larch');
    await again.user.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(where()).toBe('/handbook/larix-occidentalis');
    again.unmount();
    changing();
    expect(field(/^Name$/).value).toBe('Western larch');
  });

  test('has its methods’ stages added, swapped, given another medium and taken out', async () => {
    const { user } = changing();
    const first = () => within(screen.getAllByRole('list', { name: /stages/i })[0] as HTMLElement);
    const kinds = () =>
      first()
        .getAllByRole('combobox', { name: /^Stage \d/i })
        .map((one) => (one as HTMLSelectElement).value);
    const before = kinds();
    await user.click(first().getByRole('button', { name: /add/i }));
    expect(kinds()).toEqual([...before.slice(0, -1), 'soak', ...before.slice(-1)]);
    await user.click(first().getAllByRole('button', { name: /swap/i }).at(-1) as HTMLElement);
    expect(kinds()).toEqual([...before, 'soak']);
    await user.click(
      first()
        .getAllByRole('button', { name: /remove/i })
        .at(-1) as HTMLElement,
    );
    expect(kinds()).toEqual(before);
    await user.click(save());
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(saved().methods[0]?.stages.map(({ kind }) => kind)).toEqual(before);
  });

  test('of a species that is not there says so', () => {
    changing('nobody');
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/no such species/);
  });
});

describe('the key', () => {
  const asking = () => show(nursery, () => <KeyPage />, { at: '/handbook/key', path: '/handbook/key' });
  const chance = (cue: string) => {
    const row = within(screen.getByRole('list', { name: /how likely/i })).getAllByRole('listitem');
    return Number(/(\d+)$/.exec(row.find(({ textContent }) => textContent?.startsWith(cue))?.textContent ?? '')?.[1]);
  };

  test('guesses nothing before anything is answered, and is surer with each answer that fits', async () => {
    const { user } = asking();
    expect(screen.queryByRole('list', { name: /how likely/i })).toBeNull();
    await user.click(screen.getByRole('button', { name: /still hard/ }));
    const alone = chance('scarification');
    expect(alone).toBeGreaterThan(50);
    await user.click(screen.getByRole('button', { name: /still hard/ }));
    expect(screen.queryByRole('list', { name: /how likely/i })).toBeNull();
    await user.click(screen.getByRole('button', { name: /visibly/ }));
    expect(chance('scarification')).toBeLessThan(alone);
  });

  test('keeps the guess as a species of one’s own, marked as a guess', async () => {
    const { user } = asking();
    await user.click(screen.getByRole('button', { name: /visibly/ }));
    await user.click(screen.getByRole('button', { name: /cold, with frost|Cold/ }));
    await user.type(screen.getByRole('textbox'), 'Bog thing');
    await user.click(screen.getAllByRole('button', { name: /keep|save/i })[0] as HTMLElement);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ path: '/api/handbook/own-bog-thing', body: { standsFor: 'guess', common: ['Bog thing'] } });
  });
});
