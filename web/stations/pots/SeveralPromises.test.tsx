import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { lotOf, nurseryWith, show, taking } from '../../testing.tsx';
import { PromiseForm } from './PromiseForm.tsx';
import { SeveralPromises } from './SeveralPromises.tsx';

const offline = globalThis.fetch;
afterAll(() => {
  globalThis.fetch = offline;
});
let sent: ReturnType<typeof taking> = [];
let closed = 0;
beforeEach(() => {
  cleanup();
  sent = taking();
  closed = 0;
});
const lot = lotOf('camassia-quamash', { code: 'CQ-26-01' });
const several = () => show(nurseryWith(lot, []), () => <SeveralPromises close={() => closed++} />);
const write = (text: string) => fireEvent.change(screen.getByRole('textbox'), { target: { value: text } });
const save = () => screen.getByRole('button', { name: /^Save/ }) as HTMLButtonElement;
const lines = () => screen.getAllByRole('listitem').map(({ textContent }) => textContent);

describe('several promises at once', () => {
  test('are shown as they are read; while one line is at fault nothing is saved, then all of them are', async () => {
    const { user } = several();
    expect(save().disabled).toBe(true);
    expect(screen.getByText('Nothing to read yet.')).toBeTruthy();
    write('40 common camas by 30 May for the wet meadow, first\n12 common camas by some day');
    await waitFor(() => expect(lines()[0]).toBe('Line 140 Common camas, 30 May 2027, the wet meadow, first'));
    expect(lines()[1]).toMatch(/^Line 212 common camas by some day .*is not a day/);
    expect(screen.getByText('1 line cannot be read yet.')).toBeTruthy();
    expect(save().disabled).toBe(true);
    write('40 common camas by 30 May for the wet meadow, first\n12 common camas by 1 June from lot CQ-26-01');
    await waitFor(() => expect(save().disabled).toBe(false));
    await user.click(save());
    await waitFor(() => expect(closed).toBe(1));
    expect(sent).toMatchObject([
      {
        path: '/api/promises',
        body: {
          promises: [
            { speciesId: 'camassia-quamash', plants: 40, on: '2027-05-30', whom: 'the wet meadow', priority: 'first' },
            { plants: 12, on: '2027-06-01', whom: 'own use', lotId: lot.id },
          ],
        },
      },
    ]);
  });

  test('from a table can be told what a column is', async () => {
    const { user } = several();
    write('what,how many,until,note\ncommon camas,40,30 May,wet meadow');
    const column = (name: string) => screen.getByRole('combobox', { name: `Column ${name} is` }) as HTMLSelectElement;
    await waitFor(() => expect(column('how many').value).toBe('plants'));
    expect(column('until').value).toBe('');
    expect(save().disabled).toBe(true);
    await user.selectOptions(column('until'), 'by when');
    await user.selectOptions(column('note'), 'for whom');
    await waitFor(() => expect(lines()).toEqual(['Line 240 Common camas, 30 May 2027, wet meadow']));
    expect(save().disabled).toBe(false);
  });

  test('more than anybody checks are asked to be fewer, and a file that is too large to be one is not read', async () => {
    several();
    write(Array.from({ length: 401 }, () => '1 common camas by 30 May').join('\n'));
    expect(await screen.findByText(/^At most 400 lines at once/)).toBeTruthy();
    expect(save().disabled).toBe(true);
    const file = new File(['x'.repeat(1_000_001)], 'wishes.csv');
    fireEvent.change(screen.getByLabelText('Open a CSV file'), { target: { files: [file] } });
    expect(await screen.findByText(/^The file is larger than 1 MB/)).toBeTruthy();
  });
});

test('a promise says how sure, what comes first, and from which lot; what is as usual is not stored', async () => {
  const promise = { id: '00000000-0000-4000-8000-0000000000aa', speciesId: 'camassia-quamash', plants: 5, on: '2027-05-30', whom: 'a bed' };
  const { user } = show(nurseryWith(lot, []), () => <PromiseForm promise={{ ...promise, priority: 'first' }} close={() => closed++} />);
  await user.selectOptions(screen.getByRole('combobox', { name: 'What comes first' }), 'next');
  await user.selectOptions(screen.getByRole('combobox', { name: 'How sure' }), '80 in 100');
  await user.selectOptions(screen.getByRole('combobox', { name: 'Seed from' }), 'CQ-26-01');
  await user.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(closed).toBe(1));
  expect(sent[0]?.body).toEqual({ ...promise, confidence: 0.8, lotId: lot.id });
});
