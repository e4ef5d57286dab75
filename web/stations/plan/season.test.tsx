import { layOut } from '@chill/core/planning/candidates.ts';
import { Improving } from '@chill/core/planning/improving.ts';
import { type ProposedPromise, proposedFrom, seasonToAccept } from '@chill/core/planning/proposed.ts';
import type { SeasonToPlan } from '@chill/core/planning/season.ts';
import type { PlantPromise } from '@chill/model/promise.ts';
import type { SeasonPlan } from '@chill/model/seasonPlan.ts';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { SWRConfig } from 'swr';
import type { NurseryView } from '../../data/nursery.ts';
import { batchOf, id, lotOf, nurseryWith, show, TODAY } from '../../testing.tsx';
import type { SeasonSaid } from '../../workers/seasonPlan.ts';
import SeasonPage from './SeasonPage.tsx';

const offline = globalThis.fetch;
const noWorker = globalThis.Worker;
afterAll(() => {
  globalThis.fetch = offline;
  globalThis.Worker = noWorker;
});

/** The worker that the page made last: what it was asked, and what it is made to say. */
let worker: { asked: SeasonToPlan | undefined; ended: boolean; say: (said: SeasonSaid) => void };
class FakeWorker extends EventTarget {
  constructor() {
    super();
    worker = { asked: undefined, ended: false, say: (data) => act(() => void this.dispatchEvent(new MessageEvent('message', { data }))) };
  }
  postMessage(season: SeasonToPlan) {
    worker.asked = season;
  }
  terminate() {
    worker.ended = true;
  }
}

const lot = lotOf('camassia-quamash', { unassigned: 200, code: 'CQ-26-01' });
const promise = (whom: string, part: Partial<PlantPromise> = {}): PlantPromise => ({
  id: id(),
  speciesId: 'camassia-quamash',
  plants: 10,
  on: '2027-06-05',
  whom,
  ...part,
});
let promises: PlantPromise[];
let seasons: SeasonPlan[];
let sent: { path: string; body: unknown }[];
let answer: () => Response;
const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': status < 400 ? 'application/json' : 'application/problem+json' },
  });

beforeEach(() => {
  localStorage.clear();
  cleanup();
  [promises, seasons, sent] = [[promise('wet meadow'), promise('school bed', { priority: 'ifRoom' })], [], []];
  answer = () => json([{ code: '7QK' }], 201);
  globalThis.Worker = FakeWorker as unknown as typeof Worker;
  globalThis.fetch = async (path, init) => {
    if (init?.method) {
      sent.push({ path: String(path), body: JSON.parse(String(init.body)) });
      return answer();
    }
    if (path === '/api/promises') return json({ since: TODAY, promises, given: {} });
    return json(path === '/api/seasons' ? seasons : []);
  };
});

const season = (nursery: NurseryView = nurseryWith(lot, [])) =>
  show(nursery, () => (
    <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0 }}>
      <SeasonPage />
    </SWRConfig>
  ));
const press = (name: string | RegExp) => screen.getByRole('button', { name });
const accept = () => press(/^Accept/) as HTMLButtonElement;
/** What the season that was asked for comes to, by the rule. */
const proposal = (asked = worker.asked as SeasonToPlan): ProposedPromise[] => {
  const laidOut = layOut(asked, true);
  return proposedFrom(asked, laidOut, new Improving(laidOut.problem).best.picked);
};
const planned = async (nursery?: NurseryView) => {
  const drawn = season(nursery);
  await drawn.user.click(await screen.findByRole('button', { name: 'Plan the season' }));
  return drawn;
};

describe('the season', () => {
  test('with nothing promised says so, and where to promise', async () => {
    promises = [];
    season();
    expect(await screen.findByText(/^Every promise is covered/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Promise plants' }).getAttribute('href')).toBe('/pots/promises');
  });

  test('names the days whose work nobody has time for, a day or two sooner or later', async () => {
    const at = nurseryWith(lot, [batchOf(lot, 'towel-in-fridge')]);
    const people = (minutes: number[]) => ({ ...at, nursery: { ...at.nursery, people: [{ name: 'Ann', minutes }] } });
    season(people([90, 90, 90, 90, 90, 90, 90])).unmount();
    expect(screen.queryByText(/People have too little time/)).toBeNull();
    season(people([0, 0, 0, 0, 0, 0, 0]));
    expect(await screen.findByText(/nobody can do \d+ min of /)).toBeTruthy();
  });

  test('is planned in a worker, what comes first before the rest; nothing is accepted before a plan has come, or while it is planned', async () => {
    await planned();
    expect(worker.asked).toMatchObject({
      today: TODAY,
      lotRule: 'oldest',
      wanted: [{ promise: { whom: 'wet meadow' } }, { promise: { whom: 'school bed' } }],
    });
    expect(worker.asked?.work.every(({ on }) => on >= TODAY)).toBe(true);
    expect(accept().disabled).toBe(true);
    worker.say({ said: 'plan', promises: proposal() });
    expect(screen.getByText(/^2 of 2 promises kept in time/)).toBeTruthy();
    expect(accept().disabled).toBe(true);
    worker.say({ said: 'gap', gap: 0.034 });
    expect(screen.getByText('Planning … Any other plan keeps at most 3.4 % more.')).toBeTruthy();
    worker.say({ said: 'gap', gap: 0.0004 });
    worker.say({ said: 'done' });
    expect(screen.getByText('No other plan keeps more.')).toBeTruthy();
    expect(accept().disabled).toBe(false);
    expect(screen.getByText('Trying more room and more time …')).toBeTruthy();
    worker.say({ said: 'worth', worth: { of: 'week', more: 1, saves: 9 } });
    worker.say({ said: 'worth', worth: { of: { people: ['Ann', 'Ben'] }, more: 0, saves: 4 } });
    worker.say({ said: 'weighed' });
    expect(screen.getByText('A week more for every promise: 1 more promise kept.')).toBeTruthy();
    expect(screen.getByText('An hour more of Ann or Ben each week: plants less late, but no further promise kept.')).toBeTruthy();
    expect(screen.getByText(/^\d+ seeds of CQ-26-01, Common camas: 200 in stock, \d+ left$/)).toBeTruthy();
  });

  test('stopped before a plan has come has none to accept; stopped later the best so far; a worker that fails is said to', async () => {
    const { user } = await planned();
    await user.click(press('Stop'));
    expect(worker.ended).toBe(true);
    expect(screen.getByText('Stopped before a plan came. Plan again.')).toBeTruthy();
    await user.click(press('Plan again'));
    worker.say({ said: 'plan', promises: proposal() });
    worker.say({ said: 'gap', gap: 0.02 });
    await user.click(press('Stop'));
    expect(screen.getByText('Stopped. Any other plan keeps at most 2 % more.')).toBeTruthy();
    expect(accept().disabled).toBe(false);
    await user.click(press('Plan again'));
    worker.say({ said: 'failed' });
    expect(screen.getByRole('alert').textContent).toMatch(/^The plan could not be calculated/);
    expect(accept().disabled).toBe(true);
  });

  test('is accepted once however often it is sent, and refused where a place has filled up meanwhile', async () => {
    const { user } = await planned();
    worker.say({ said: 'plan', promises: proposal() });
    worker.say({ said: 'done' });
    answer = () => json({ title: 'No', status: 503, detail: 'The server is busy.' }, 503);
    await user.click(accept());
    expect(await screen.findByText('The server is busy.')).toBeTruthy();
    answer = () => json([{ code: '7QK' }, { code: 'W4T' }], 201);
    await user.click(accept());
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]).toEqual(sent[0]);
    expect(sent[0]).toMatchObject({
      path: '/api/seasons',
      body: { plan: { on: TODAY, promises: [{ whom: 'wet meadow' }, { whom: 'school bed' }] } },
    });
    cleanup();

    // The worker knows of a great deal of room that is not there any more.
    const small = nurseryWith(lot, []);
    const full = { ...small, places: small.places.map((place) => ({ ...place, capacity: 1, shut: [{ from: TODAY, to: '2028-01-01' }] })) };
    const again = await planned(full);
    worker.say({ said: 'plan', promises: proposal() });
    worker.say({ said: 'done' });
    await again.user.click(accept());
    expect(await screen.findByText(/ has filled up since, from .*\. Plan again\.$/)).toBeTruthy();
    expect(sent).toHaveLength(2);
  });

  test('what is not kept says why and when it would be ready; what is late or short is said', async () => {
    promises = ['no seed', 'no room', 'no people', 'seed taken', 'late'].map((whom) => promise(whom));
    await planned();
    const [one, two, three, four, five] = proposal().map(({ wanted }) => ({ wanted }));
    const kept = proposal().find((one) => one.kept)?.kept;
    if (!one || !two || !three || !four || !five || !kept) throw new Error('Not asked.');
    worker.say({
      said: 'plan',
      promises: [
        { ...one, left: { why: 'noSeed' }, toGet: { seeds: 400, grams: 2.5, by: '2026-11-20' } },
        {
          ...two,
          left: { why: 'noRoom', full: { placeId: nurseryWith(lot, []).places[0]?.id ?? '' }, on: '2027-02-03', ready: '2027-06-09' },
        },
        { ...three, left: { why: 'noRoom', full: 'hands', on: '2027-03-01', ready: '2027-06-09' } },
        { ...four, left: { why: 'noRoom', full: 'seed', ready: '2027-06-09' } },
        { ...five, kept: { ...kept, late_days: 12, enough: false, plants: { low: 2, high: 9 } } },
      ],
    });
    const list = within(screen.getByRole('region', { name: 'Proposed season' }));
    expect(screen.getByText(/^0 of 5 promises kept in time, 1 late or in part/)).toBeTruthy();
    expect(list.getByText('No seed of it is in stock.')).toBeTruthy();
    expect(
      list.getByText(
        / is too full from 3 Feb 2027\. Alone it would be ready 9 Jun 2027\.|is too full from 3 Feb\. Alone it would be ready 9 Jun\./,
      ),
    ).toBeTruthy();
    expect(list.getByText(/^People have too little time in the week of 1 Mar/)).toBeTruthy();
    expect(list.getByText(/^Other promises take the seed of its lots\./)).toBeTruthy();
    expect(list.getByText(/12 days late/)).toBeTruthy();
    expect(list.getByText(/^400 seeds \(2\.5 g\) of Common camas by 20 Nov, for no seed$/)).toBeTruthy();
    expect(list.getByText(', fewer than wanted')).toBeTruthy();
    worker.say({ said: 'plan', promises: [{ ...five, kept: { ...kept, enough: false, plants: { low: 6, high: 30 } } }] });
    expect(list.getByText(', less sure than wanted')).toBeTruthy();
  });

  test('one is moved by keys, left, kept and let go; another method is asked for: each time the rest is planned again', async () => {
    const { user } = await planned();
    worker.say({ said: 'plan', promises: proposal() });
    worker.say({ said: 'done' });
    const slider = () =>
      within(screen.getByRole('region', { name: 'Proposed season' })).getByRole('slider', { name: 'Start of wet meadow' });
    const before = slider().getAttribute('aria-valuetext');
    fireEvent.keyDown(slider(), { key: 'PageDown' });
    expect(slider().getAttribute('aria-valuetext')).not.toBe(before);
    expect(accept().disabled).toBe(true);
    fireEvent.keyDown(slider(), { key: 'Escape' });
    expect(slider().getAttribute('aria-valuetext')).toBe(before);
    fireEvent.keyDown(slider(), { key: 'ArrowRight' });
    const moved = slider().getAttribute('aria-valuetext');
    fireEvent.keyDown(slider(), { key: 'Enter' });
    expect(worker.asked?.pinned).toMatchObject([{ promiseId: promises[0]?.id }]);
    // As it was moved it stands until the new plan has come, and cannot be accepted.
    expect(slider().getAttribute('aria-valuetext')).toBe(moved);
    expect(accept().disabled).toBe(true);
    worker.say({ said: 'plan', promises: proposal() });
    expect(slider().getAttribute('aria-valuetext')).toBe(moved);
    await user.click(press('Let go of the plan for wet meadow'));
    expect(worker.asked?.pinned).toEqual([]);
    worker.say({ said: 'plan', promises: proposal() });
    await user.click(press('Another method for school bed'));
    expect(worker.asked?.without).toMatchObject([{ promiseId: promises[1]?.id }]);
    await user.selectOptions(screen.getByRole('combobox', { name: 'Seed from' }), 'one lot for each promise');
    expect(worker.asked?.lotRule).toBe('apart');
    await user.click(press('Discard'));
    expect(press('Plan the season')).toBeTruthy();
  });

  test('planned batches of an accepted season may move: they are planned anew, their seed is counted as in stock, and they are withdrawn with it', async () => {
    const batch = batchOf(lot, 'towel-in-fridge');
    const [first] = promises as [PlantPromise];
    seasons = [
      {
        id: id(),
        on: TODAY,
        promises: [
          {
            promiseId: first.id,
            speciesId: first.speciesId,
            whom: first.whom,
            plants: 10,
            on: first.on,
            batchIds: [batch.id],
            ready: '2027-05-20',
            expects: { low: 10, high: 30 },
          },
        ],
      },
    ];
    const { user } = season(nurseryWith(lot, [batch]));
    expect(await screen.findByText(/^Season of 20 Oct, 1 promise:$/)).toBeTruthy();
    await user.click(screen.getByRole('checkbox', { name: '1 planned batch may move (it gets a new label)' }));
    await user.click(press('Plan the season'));
    expect(worker.asked).toMatchObject({ withdraw: [batch.id], stays: [], lots: [{ unassigned: 200 + batch.plan.seeds }] });
    expect(worker.asked?.wanted.map(({ promise: { whom } }) => whom)).toEqual(['wet meadow', 'school bed']);
    let serial = 0;
    expect(seasonToAccept(proposal(), worker.asked as SeasonToPlan, () => String(++serial))).toMatchObject({ withdraw: [batch.id] });
  });
});
