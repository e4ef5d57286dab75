import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, render } from '@testing-library/react';
import { Rich } from './rich.tsx';
import { subject } from './subject.ts';

const say = subject('rich test', {
  tagged: 'Take <b>{{n}} seeds</b> of {{name}}, <field/> <to>why <b>so</b>?</to>',
});
const drawn = (facts: { n: number; name: string }) =>
  render(<Rich say={say} of="tagged" facts={facts} parts={{ b: <b />, to: <i />, field: <input aria-label="how many" /> }} />).container
    .innerHTML;

afterEach(cleanup);

describe('a sentence with things drawn in it', () => {
  test('draws each part where its tag stands, one within another', () => {
    expect(drawn({ n: 3, name: 'oak' })).toBe('Take <b>3 seeds</b> of oak, <input aria-label="how many"> <i>why <b>so</b>?</i>');
  });

  test('is refused without one of its facts, wherever it is tested', () => {
    expect(() => drawn({ n: 3 } as { n: number; name: string })).toThrow('rich test.tagged is said without its name');
  });

  test('takes nothing in a fact for a tag', () => {
    expect(drawn({ n: 1000, name: '<b>x</b> {{n}} <field/>' })).toContain(
      '<b>1,000 seeds</b> of &lt;b&gt;x&lt;/b&gt; {{n}} &lt;field/&gt;, <input',
    );
  });
});
