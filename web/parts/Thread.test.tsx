import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { act, cleanup } from '@testing-library/react';
import { batchOf, lotOf, nurseryWith, show, upTo } from '../testing.tsx';
import { Thread } from './Thread.tsx';

const usual = globalThis.ResizeObserver;
let stand: (width: number) => void = () => undefined;

beforeEach(() => {
  globalThis.ResizeObserver = class {
    constructor(told: ResizeObserverCallback) {
      stand = (width) => told([{ contentRect: { width } } as ResizeObserverEntry], this as unknown as ResizeObserver);
    }
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
afterEach(() => {
  globalThis.ResizeObserver = usual;
  cleanup();
});

describe('a thread', () => {
  const lot = lotOf('larix-occidentalis');
  const nursery = nurseryWith(lot, [batchOf(lot, 'towel-in-fridge', ...upTo(lot, 'towel-in-fridge', 'coldMoist'))]);
  const drawn = () => show(nursery, (view) => <Thread view={view} today={nursery.today} height={200} />);
  const months = (svg: Element) => [...svg.querySelectorAll('text')].filter((one) => /^[A-Z][a-z]{2}$/.test(one.textContent ?? ''));

  test.each([328, 720])('%d px wide is drawn as wide, a unit a pixel: its letters keep their size', (width) => {
    const svg = drawn().container.querySelector('svg') as SVGSVGElement;
    act(() => stand(width));
    expect(svg.getAttribute('viewBox')).toBe(`0 0 ${width} 200`);
    for (const text of svg.querySelectorAll('text')) expect(Number(text.getAttribute('font-size'))).toBeGreaterThanOrEqual(12);
  });

  test('names its heights, and fewer months where they would run into each other or out of it', () => {
    const svg = drawn().container.querySelector('svg') as SVGSVGElement;
    act(() => stand(720));
    const all = months(svg).length;
    expect(all).toBeGreaterThan(3);
    expect(svg.textContent).toMatch(/warm.*cool.*cold/);
    act(() => stand(100));
    const few = months(svg).map((one) => Number(one.getAttribute('x')));
    expect(few.length).toBeLessThan(all);
    few.forEach((x, i) => {
      expect(x).toBeLessThan(100 - 20);
      if (i > 0) expect(x - (few[i - 1] as number)).toBeGreaterThanOrEqual(25);
    });
  });
});
