import { subject } from './subject.ts';

export const say = subject('heat', {
  massCannotNegative: 'A mass cannot be negative.',
  moreThan100LUnit: 'More than 100 L: is the unit right?',
  noWarmerThanAirWould: 'That is no warmer than the air: it would heat nothing.',
  pouredWaterNotFrozenUnit: 'Poured water is not frozen: is the unit right?',
  waterBoilsCHereCannot: 'Water boils at {{boils}} °C here: it cannot be hotter. Is the unit right?',
  waterBoilsCannotPourHotter: 'Water boils at {{boils}} °C here: it cannot be poured hotter.',
  weighEmptyVesselTakesShare: 'Weigh the empty vessel: it takes its share of the heat.',
  withoutWaterThereNoHeat: 'Without water there is no heat: give a volume above zero.',
  wouldHavePouredCWater:
    'It would have to be poured at {{pour}} °C, and water boils at {{boils}} °C here: take more water, a lidded or warmed vessel, or pour twice.',
});
