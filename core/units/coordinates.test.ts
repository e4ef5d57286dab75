import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseCoordinates, showCoordinates } from './coordinates.ts';
import { parseGpx } from './gpx.ts';

const point = (latitude_deg: number, longitude_deg: number) => ({
  ok: true,
  value: { latitude_deg: expect.closeTo(latitude_deg, 4), longitude_deg: expect.closeTo(longitude_deg, 4) },
});

describe('a point on the Earth', () => {
  test.each([
    ['46.312, -117.98', 46.312, -117.98],
    ['46.312,-117.98', 46.312, -117.98],
    ['46.312 -117.98', 46.312, -117.98],
    ['46.312 N 117.98 W', 46.312, -117.98],
    ['N46.312 W117.98', 46.312, -117.98],
    ['117.98 W, 46.312 N', 46.312, -117.98],
    ['46°18′43″N 117°58′48″W', 46.31194, -117.98],
    ['46 18 43 N, 117 58 48 W', 46.31194, -117.98],
    [`33° 55' 30" S, 18° 25' 26" E`, -33.925, 18.42389],
    ['46°18.72′N, 117°58.8′W', 46.312, -117.98],
    ['−33.92; 18.42', -33.92, 18.42],
  ])('%s', (text, latitude, longitude) => {
    expect(parseCoordinates(text)).toEqual(point(latitude, longitude));
  });
  test.each([
    ['', 'Give latitude and longitude.'],
    ['the big oak', 'not a latitude and a longitude'],
    ['118.2, 46.3', 'are the two swapped?'],
    ['46.3, 200', 'Longitude runs from'],
    ['46°75′N 117°W', 'Minutes and seconds run from 0 to 59.'],
    ['-46.3 N, 117 W', 'A minus sign and a letter'],
    ['46.3 N, 45 S', 'Two latitudes'],
  ])('“%s” is refused with what to do', (text, says) => {
    const parsed = parseCoordinates(text);
    expect(parsed.ok ? '' : spoken(parsed.reason)).toContain(says);
  });
  test('what is shown is read back as the same place', () => {
    const degrees = (most: number) => fc.integer({ min: -most * 1e4, max: most * 1e4 }).map((value) => value / 1e4);
    fc.assert(
      fc.property(degrees(90), degrees(180), (latitude_deg, longitude_deg) => {
        expect(parseCoordinates(showCoordinates({ latitude_deg, longitude_deg }))).toEqual(point(latitude_deg, longitude_deg));
      }),
    );
  });
});

describe('a GPX file', () => {
  const gpx = (inside: string) => `<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1">${inside}</gpx>`;
  const problem = (text: string) => {
    const parsed = parseGpx(text);
    return parsed.ok ? '' : spoken(parsed.reason);
  };
  test('gives its waypoints, in order, and leaves out what is not on the Earth', () => {
    const text = gpx(
      '<wpt lat="46.31" lon="-117.98"><name>Bridge 2</name></wpt><wpt lat="146" lon="0"><name>Nowhere</name></wpt><wpt lat="-33.9" lon="18.4"/>',
    );
    expect(parseGpx(text)).toEqual({
      ok: true,
      value: [
        { latitude_deg: 46.31, longitude_deg: -117.98, name: 'Bridge 2' },
        { latitude_deg: -33.9, longitude_deg: 18.4, name: 'unnamed' },
      ],
    });
  });
  test.each([
    ['plain words', 'the second bridge', 'not a GPX file'],
    ['another XML', '<kml></kml>', 'not a GPX file'],
    ['one that breaks off', gpx('<wpt lat="1" lon="2">').slice(0, -8), 'not a GPX file'],
    ['one with a track only', gpx('<trk/>'), 'no waypoint'],
    ['an empty one', '<gpx/>', 'no waypoint'],
    ['a thousand places', gpx('<wpt lat="1" lon="2"/>'.repeat(1000)), '1,000 waypoints'],
    ['elements within elements without end', `<gpx>${'<a>'.repeat(100_000)}${'</a>'.repeat(100_000)}</gpx>`, 'not a GPX file'],
    ['a broken entity', gpx('<wpt lat="1" lon="2"><name>&#99999999;&</name></wpt>').replace('</gpx>', '<!DOCTYPE'), 'not a GPX file'],
    ['twenty megabytes', 'x'.repeat(20 * 1024 * 1024), 'larger than 2 MB'],
  ])('%s is refused with what to do', (_, text, says) => {
    expect(problem(text)).toContain(says);
  });
  test('with blanks before it is read all the same', () => {
    expect(parseGpx(` \n${gpx('<wpt lat="1" lon="2"/>')}\n`)).toMatchObject({ ok: true, value: [{ name: 'unnamed' }] });
  });
  test.each(['toString', 'valueOf', '__proto__', 'constructor', 'prototype', 'hasOwnProperty'])(
    'an element called %s is no name, and no harm',
    (called) => {
      const inName = gpx(`<wpt lat="1" lon="2"><name><${called}>x</${called}></name><${called}/></wpt>`);
      const read = parseGpx(inName);
      if (read.ok) expect(read.value).toEqual([{ latitude_deg: 1, longitude_deg: 2, name: 'unnamed' }]);
      else expect(spoken(read.reason)).toContain('GPX');
      expect(problem(`<${called}><gpx/></${called}>`)).toContain('not a GPX file');
      expect(parseGpx(gpx(`<wpt lat="1" lon="2"><name>${called}</name></wpt>`))).toMatchObject({ ok: true, value: [{ name: called }] });
    },
  );
  test('entities are not expanded, however they are nested', () => {
    const bomb = `<?xml version="1.0"?><!DOCTYPE gpx [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><gpx><wpt lat="1" lon="2"><name>&b;</name></wpt></gpx>`;
    const parsed = parseGpx(bomb);
    expect(JSON.stringify(parsed)).not.toContain('aaaa');
  });
});
