import { subject } from './subject.ts';

export const say = subject('heat', {
  massCannotNegative: 'A mass cannot be negative.',
  tooMuchWater: 'More than 100 L: is the unit right?',
  noWarmerThanAir: 'That is no warmer than the air: it would heat nothing.',
  waterIsNotFrozen: 'Poured water is not frozen: is the unit right?',
  hotterThanBoiling: 'Water boils at {{boils}} °C here: it cannot be hotter. Is the unit right?',
  cannotPourHotter: 'Water boils at {{boils}} °C here: it cannot be poured hotter.',
  weighTheVessel: 'Weigh the empty vessel: it takes its share of the heat.',
  noWaterNoHeat: 'Without water there is no heat: give a volume above zero.',
  pourWouldBeTooHot:
    'It would have to be poured at {{pour}} °C, and water boils at {{boils}} °C here: take more water, a lidded or warmed vessel, or pour twice.',
});
