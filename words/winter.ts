import { subject } from './subject.ts';

export const say = subject('winter', {
  dryMountainValley: 'dry mountain valley',
  continental: 'far below freezing for months: cold counts in autumn and spring',
  highDesert: 'five months about freezing, warm days, cold nights',
  inlandDeepWinter: 'inland, deep winter',
  southernMild: 'the mild coast’s year, turned round',
  mildWetCoast: 'mild wet coast',
  minimumAboveMaximum: 'its minimum is above its maximum',
  monthTooShort: 'Month {{month}} has {{mine}} days in it; every month needs {{least}}.',
  mildCoast: 'never hard, never far from 5 °C: every winter day counts',
  impossibleDay: 'no day is that warm or cold: is the unit right?',
  notDay: 'that is not a day',
  southernHills: 'southern hills',
  neitherReadingsNorDays: 'There are neither moments with temperatures in it, nor days with a minimum and a maximum (date, tmin, tmax).',
  warmSouth: 'two months that count, and not every year',
  warmPlainShortWinter: 'warm plain, short winter',
  noFigure: 'no figure there',
  stationDoubts: 'the station itself marks that figure as doubtful',
  figureMissing: 'a figure is missing',
});
