import { z } from '@chill/model/zod.ts';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { ApiProblem } from '../../browser/api.ts';
import { Problem } from '../told/Problem.tsx';
import { Typed } from './Typed.tsx';
import { judgedBy, useWritten } from './useWritten.ts';

const Kept = z.object({ name: z.string().min(1, { error: 'Name it.' }), seeds: z.int({ error: 'A whole number.' }) });
type Kept = z.infer<typeof Kept>;

function Trial({ save, draft }: { save: (value: Kept) => Promise<unknown>; draft?: string }) {
  const form = useWritten({
    first: { called: '', seeds: '' },
    judge: ({ called, seeds }) => judgedBy(Kept, { name: called, seeds: seeds === '' ? undefined : Number(seeds) }),
    save,
    fieldOf: (path) => (path === 'name' ? 'called' : path),
    draft,
  });
  return (
    <form onSubmit={form.submit} noValidate>
      <Typed form={form} name="called" label="Called" />
      <Typed form={form} name="seeds" label="Seeds" numeric="count" />
      <Problem>{form.fault('root')}</Problem>
      <button type="submit" disabled={form.busy}>
        Save
      </button>
    </form>
  );
}

const alerts = () => screen.queryAllByRole('alert').map((one) => one.textContent);
const field = (name: string) => screen.getByRole('textbox', { name });
const save = () => userEvent.click(screen.getByRole('button', { name: 'Save' }));

beforeEach(() => {
  cleanup();
  localStorage.clear();
});

describe('a form', () => {
  test('says what the model says, at its own fields, the first of them in focus', async () => {
    render(<Trial save={async () => undefined} />);
    await save();
    await waitFor(() => expect(alerts()).toEqual(['Name it.', 'A whole number.']));
    expect(document.activeElement).toBe(field('Called'));
    expect(field('Called').getAttribute('aria-describedby')).toContain('error');
  });
  test('saves what the model has read, once', async () => {
    const saved: Kept[] = [];
    render(<Trial save={async (value) => saved.push(value)} />);
    await userEvent.type(field('Called'), 'Larch');
    await userEvent.type(field('Seeds'), '12');
    await save();
    await waitFor(() => expect(saved).toEqual([{ name: 'Larch', seeds: 12 }]));
    expect(alerts()).toEqual([]);
  });
  test('puts what the server refuses at its field, and what has no field at its foot', async () => {
    const errors = [
      { field: 'name', message: 'There is one already.' },
      { field: 'elsewhere', message: 'Something else is wrong.' },
    ];
    render(<Trial save={() => Promise.reject(new ApiProblem({ type: '', title: 'No', status: 422, errors }))} />);
    await userEvent.type(field('Called'), 'Larch');
    await userEvent.type(field('Seeds'), '12');
    await save();
    await waitFor(() => expect(alerts()).toEqual(['There is one already.', 'Something else is wrong.']));
    expect(field('Called').getAttribute('aria-invalid')).toBe('true');
  });
  test('keeps what is half written until it is saved', async () => {
    const shown = render(<Trial save={async () => undefined} draft="draft" />);
    await userEvent.type(field('Called'), 'Lar');
    expect(JSON.parse(localStorage.getItem('draft') ?? '{}')).toMatchObject({ called: 'Lar' });
    await userEvent.type(field('Seeds'), '3');
    await save();
    await waitFor(() => expect(localStorage.getItem('draft')).toBeNull());
    shown.unmount();
  });
  test('shows a count with marks in it back as it was read', async () => {
    render(<Trial save={async () => undefined} />);
    await userEvent.type(field('Seeds'), '1,250');
    expect(screen.getByRole('status').textContent).toMatch(/^= 1,250$/);
  });
});
