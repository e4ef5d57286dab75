import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { wrongLightWords } from './wrongPlace.ts';

describe('a place that a seed is about to be laid in', () => {
  test.each([
    ['needs light', 'dark', /needs light to germinate, and Mat is dark/],
    ['wants dark', 'lit', /germinates in the dark, and Mat has light/],
    ['needs light', undefined, undefined],
    ['indifferent', 'dark', undefined],
  ] as const)('%s, on a mat that is %s', (light, mat, says) => {
    const said = wrongLightWords({ light }, { name: 'Mat', light: mat });
    if (says) expect(asRead(said as never)).toMatch(says);
    else expect(said).toBeUndefined();
  });
});
