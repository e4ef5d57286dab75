import { subject } from './subject.ts';

export const say = subject('findings', {
  batchesClosed: '{{closed}} batches are closed',
  endedWithinExpectedRangeNine: '{{all}}; {{of}}{{hit}} ended within the expected range. Nine in ten should.',
  lastClosed: 'of the last {{views}} closed,',
  noBatchClosedYetWhen: 'No batch is closed yet. When one is planted out, its result appears here beside what was expected.',
  oneBatchClosed: 'One batch is closed',
  plantsFromSeedsWereExpected:
    '<b>{{plantedOut}}</b> plants from {{seeds}} seeds; {{low}}–{{high}} were expected<span>{{name}}, closed {{closedOn}}</span>',
  results: 'Results',
  showOlderOnes: 'Show older ones',
});
