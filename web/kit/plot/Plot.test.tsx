import { afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Plot } from './Plot.tsx';
import type { PlotData } from './plot.ts';

const data: PlotData = {
  x: { from: 0, to: 40, ticks: [0, 20, 40], tell: (day) => `day ${Math.round(day)}` },
  y: { from: 0, to: 100, ticks: [0, 50, 100], tell: (share) => String(Math.round(share)), read: (share) => `${Math.round(share)} %` },
  lines: [
    {
      name: 'ready',
      points: [
        [0, 0],
        [40, 80],
      ],
      colour: 'cold',
    },
    {
      name: 'alive',
      points: [
        [0, 100],
        [20, 90],
      ],
      colour: 'alarm',
      dash: [2, 4],
    },
  ],
  marks: [{ along: 'x', at: 20, colour: 'warm', name: 'take out' }],
  spans: [{ along: 'x', from: 10, to: 30, colour: 'cold', opacity: 0.1 }],
};

// The drawing comes when it is needed; here it is waited for once.
beforeAll(() => import('./Drawn.tsx'));
afterEach(cleanup);

describe('a plot', () => {
  test('is drawn with its marks, says what it shows, and names its lines', async () => {
    render(<Plot label="Ready against alive" data={data} />);
    const drawing = await screen.findByRole('img', { name: 'Ready against alive' });
    expect(await screen.findByText('take out', {}, { timeout: 20_000 })).toBeTruthy();
    expect(drawing.querySelectorAll('path').length).toBeGreaterThan(3);
    expect(screen.getAllByRole('listitem').map((one) => one.textContent)).toEqual(['ready', 'alive']);
  });
  test('is read along by keys: where one stands, and each line that has a value there', async () => {
    render(<Plot label="Ready" data={data} />);
    await screen.findByRole('img', { name: 'Ready' });
    const reader = screen.getByRole('slider', { name: 'Read along the plot' });
    const heard = () => reader.getAttribute('aria-valuetext');
    fireEvent.focus(reader);
    expect(heard()).toBe('day 0, ready 0 %, alive 100 %');
    fireEvent.change(reader, { target: { value: '50' } });
    expect(heard()).toBe('day 10, ready 20 %, alive 95 %');
    fireEvent.change(reader, { target: { value: '150' } });
    expect(heard()).toBe('day 30, ready 60 %');
    fireEvent.blur(reader);
    expect(heard()).toBe('');
  });
  test('has its figures as a table behind it, with a dash where a line has none', async () => {
    render(<Plot label="Ready" data={data} />);
    await userEvent.click(screen.getByText('Figures as a table'));
    const rows = (await screen.findAllByRole('row')).map((row) => [...row.children].map((cell) => cell.textContent));
    expect(rows).toEqual([
      ['', 'ready', 'alive'],
      ['day 0', '0 %', '100 %'],
      ['day 20', '40 %', '90 %'],
      ['day 40', '80 %', '–'],
    ]);
  });
});
