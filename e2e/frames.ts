import type { Page } from '@playwright/test';

/** How a page's frames came over a few seconds, ms apart: the middle one, and the share that took more than half as long again. */
export interface Frames {
  median: number;
  late: number;
}

/** Lengths of so many frames of the page as it stands, or while `each(i)`, a script of the page, is called with every one of them. */
async function framesOf(page: Page, count: number, each = '() => {}'): Promise<number[]> {
  return page.evaluate<number[]>(`new Promise((done) => {
    const each = ${each};
    const at = [];
    const tick = (now) => {
      at.push(now);
      if (at.length > ${count}) return done(at.slice(1).map((time, i) => time - at[i]));
      each(at.length);
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  })`);
}

/** On the plan: the number of plants wished for goes from 31 up by one with every frame, as under a hand that drags it; the frames, ms. */
export function dragTheWish(page: Page, frames: number): Promise<number[]> {
  return framesOf(
    page,
    frames,
    `(i) => {
      const input = document.querySelector('[aria-label="number of plants"]');
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, String(30 + i));
      input.dispatchEvent(new Event('input', { bubbles: true }));
    }`,
  );
}

const middle = (frames: readonly number[]) => [...frames].sort((a, b) => a - b)[Math.floor(frames.length / 2)] as number;

/** A processor four times as slow as this one, as a phone in the shed has it. */
async function slowDown(page: Page, rate = 4): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate });
}

/** Frames of the page, `late` against `usual` ms (its own median where none is given). */
async function traceFrames(page: Page, usual?: number, count = 180): Promise<Frames> {
  const frames = await framesOf(page, count);
  const median = middle(frames);
  return { median, late: frames.filter((frame) => frame > 1.5 * (usual ?? median)).length / frames.length };
}

/** Puts six running timers and a poured hot water on the demo's bench, over the wire; the bag code of the one that was poured. */
export async function busyBench(page: Page): Promise<string> {
  type Said = { id: string; code: string; plan: { stages: { kind: string }[] }; events: { kind: string; stage?: number }[] };
  const batches = (await (await page.request.get('/api/batches')).json()) as Said[];
  const { now, today } = (await (await page.request.get('/api/clock')).json()) as { now: string; today: string };
  const [place] = (await (await page.request.get('/api/places')).json()) as { id: string }[];
  const post = async (batch: Said, events: object[]) => {
    const decidedOn = batch.events.length;
    const said = events.map((event) => ({ id: crypto.randomUUID(), on: today, ...event }));
    const answer = await page.request.post(`/api/batches/${batch.id}/events`, { data: { decidedOn, events: said } });
    if (!answer.ok()) throw new Error(await answer.text());
  };
  const hot = batches.find(({ plan, events }) => plan.stages[0]?.kind === 'hotWater' && events.length === 0) as Said;
  const pour = { water_mL: 400, pour_C: 96, seed_g: 1, vessel_g: 350, material: 'ceramic', kind: 'mug', air_C: 18, elevation_m: 780 };
  const timer = (stage: number, step: string) => ({
    kind: 'timerStarted',
    timer: crypto.randomUUID(),
    stage,
    step,
    seconds: 40_000,
    at: now,
  });
  await post(hot, [
    { kind: 'stageStarted', stage: 0, placeId: place?.id },
    { kind: 'poured', stage: 0, at: now, pour: { ...pour, above_C: 70, minutes: 5 } },
    timer(0, 'hotSoak'),
  ]);
  const underWay = batches.filter((batch) => {
    const last = batch.events.filter(({ kind }) => kind.startsWith('stage')).at(-1);
    return last?.kind === 'stageStarted' && batch !== hot && batch.events.at(-1)?.kind !== 'closed';
  });
  for (const batch of underWay.slice(0, 5)) {
    const stage = batch.events.filter(({ kind }) => kind === 'stageStarted').at(-1)?.stage as number;
    await post(batch, [timer(stage, 'wait')]);
  }
  return hot.code;
}

/** Frames of a page where nothing moves, and of the busiest step at the bench, both on a quarter of the processor. Needs the demo. */
export async function framesAtTheBench(page: Page): Promise<{ idle: Frames; busy: Frames }> {
  await page.goto('/handbook');
  await page.getByRole('main').waitFor();
  await slowDown(page);
  const idle = await traceFrames(page);
  const code = await busyBench(page);
  await page.goto(`/treat/${code}`);
  await page.getByRole('timer').first().waitFor();
  return { idle, busy: await traceFrames(page, idle.median) };
}

/** From asking for the round until its first row can be answered, on a phone that has kept nothing of it, ms: the middle of five. Needs the demo. */
export async function firstScreenOnAPhone(page: Page): Promise<number> {
  await slowDown(page);
  const devtools = await page.context().newCDPSession(page);
  const took: number[] = [];
  for (let i = 0; i < 5; i++) {
    await devtools.send('Network.clearBrowserCache');
    const began = performance.now();
    await page.goto('/', { waitUntil: 'commit' });
    await page.getByRole('button', { name: 'As usual' }).first().waitFor();
    took.push(performance.now() - began);
  }
  return middle(took);
}

/** The middle frame of the plan as it stands, and while every frame changes the wish and redraws every method, ms. Needs the demo. */
export async function framesOfTheRedraw(page: Page): Promise<{ idle: number; dragged: number }> {
  type Said = { speciesId: string; lotId: string };
  const batches = (await (await page.request.get('/api/batches')).json()) as Said[];
  await page.goto(`/plan?lot=${batches.find(({ speciesId }) => speciesId === 'balsamorhiza-sagittata')?.lotId}`);
  await page.getByRole('button', { name: /^Towel in the fridge/ }).waitFor();
  return { idle: middle(await framesOf(page, 120)), dragged: middle(await dragTheWish(page, 120)) };
}

/** The middle frame of a planned season as it stands, and while every frame takes a proposed line a day further, ms. Needs the demo. */
export async function framesOfTheDrag(page: Page): Promise<{ idle: number; dragged: number }> {
  await page.goto('/plan/season');
  await page.getByRole('button', { name: 'Plan the season' }).click();
  await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'detached', timeout: 60_000 });
  await page.getByText('Trying more room and more time').waitFor({ state: 'detached', timeout: 120_000 });
  const idle = middle(await framesOf(page, 120));
  await page.evaluate(`(() => {
    const svg = document.querySelector('svg:has(path[stroke-dasharray="5 2"][d^=M])');
    const [, x, y, to] = /^M([\\d.]+) ([\\d.]+)H([\\d.]+)/.exec(svg.querySelector('path[stroke-dasharray="5 2"][d^=M]').getAttribute('d')).map(Number);
    const box = svg.getBoundingClientRect();
    window.hold = (type, further) => svg.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, clientX: box.x + (x + to) / 2 + further, clientY: box.y + y }));
    // A made-up pointer cannot be captured.
    svg.setPointerCapture = () => {};
    window.hold('pointerdown', 0);
  })()`);
  const dragged = middle(await framesOf(page, 120, '(i) => window.hold("pointermove", 5 + 2.7 * (i % 40))'));
  const held = await page.getByRole('button', { name: 'Keep this start' }).count();
  if (held === 0) throw new Error('Nothing was taken hold of.');
  return { idle, dragged };
}
