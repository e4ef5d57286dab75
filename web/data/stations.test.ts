import type { Projection } from '@chill/core/forecast/project.ts';
import type { Batch } from '@chill/model/batch.ts';
import { StageKind } from '@chill/model/stage.ts';
import { describe, expect, test } from '@jest/globals';
import { stationOf } from './stations.ts';

const at = (kind: StageKind, state: object = {}, purpose: Batch['purpose'] = 'plants') =>
  stationOf({
    batch: { purpose } as Batch,
    projection: { state: { stage: 1, underWay: true, ...state }, stages: [{ kind: 'clean' }, { kind }] } as unknown as Projection,
  });

describe('where a batch is to be found', () => {
  test.each<[StageKind, string]>([
    ['hotWater', 'treat'],
    ['smoke', 'treat'],
    ['dryStore', 'treat'],
    ['coldMoist', 'cold'],
    ['outdoorWinter', 'cold'],
    ['freezerTurns', 'cold'],
    ['warmMoist', 'warm'],
    ['flood', 'warm'],
    ['warmTowel', 'warm'],
    ['pot', 'pots'],
  ])('in %s: %s', (kind, station) => {
    expect(at(kind)).toBe(station);
  });
  test('every kind of stage has its station, not begun is planned, and what is closed is a finding', () => {
    for (const kind of StageKind.options) expect(['treat', 'cold', 'warm', 'pots']).toContain(at(kind));
    expect(at('coldMoist', { stage: 0, underWay: false })).toBe('plan');
    expect(at('pot', { closedOn: '2027-05-01' })).toBe('results');
    expect(at('warmTowel', { closedOn: '2027-05-01' }, 'test')).toBe('seeds');
  });
});
