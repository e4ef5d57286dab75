import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, render } from '@testing-library/react';
import { useScroll } from './useScroll.ts';

const gone: number[] = [];
function Page({ pathname }: { pathname: string }) {
  useScroll(pathname);
  return null;
}
/** Scrolls as far as that, as a hand would. */
function scroll(top: number) {
  Object.assign(window, { scrollY: top });
  dispatchEvent(new Event('scrollend'));
}

beforeEach(() => {
  gone.length = 0;
  history.replaceState(null, '');
  // As it answers in the newest browsers.
  window.scrollTo = async (...at: unknown[]) => void gone.push(Number(at[1]));
});
afterEach(cleanup);

describe('a page', () => {
  test('that is gone to begins at its top, wherever the last one was left', () => {
    const { rerender } = render(<Page pathname="/seeds" />);
    scroll(640.4);
    history.pushState({ key: 'b' }, '', '/seeds/1');
    rerender(<Page pathname="/seeds/1" />);
    expect(gone).toEqual([0, 0]);
  });

  test('that is come back to stands where it was left, whatever else its place in the history holds', () => {
    history.replaceState({ key: 'a', usr: 7 }, '');
    const { rerender } = render(<Page pathname="/seeds" />);
    scroll(640.4);
    const left = history.state;
    expect(left).toEqual({ key: 'a', usr: 7, top: 640 });
    history.pushState({ key: 'b' }, '', '/seeds/1');
    rerender(<Page pathname="/seeds/1" />);
    history.replaceState(left, '', '/seeds');
    rerender(<Page pathname="/seeds" />);
    expect(gone).toEqual([0, 0, 640]);
  });

  test('stays where it is while only its query changes', () => {
    const { rerender } = render(<Page pathname="/seeds" />);
    scroll(300);
    rerender(<Page pathname="/seeds" />);
    expect(gone).toEqual([0]);
  });
});
