import { subject } from './subject.ts';

export const say = subject('seedForm', {
  checkLocalRules: 'Check the local rules before growing it or planting it out.',
  chooseSpeciesFirst: 'Choose the species first: how many seeds {{typed}} is depends on it.',
  gloves: 'Gloves, and wash your hands.',
  howMuchSeed: '“{{typed}}” does not say how much seed. Write 280, about 300, 2 g, 1/4 oz or a packet.',
  notFood: 'Keep it closed and labelled NOT FOOD, away from food, children and animals; pour soaking water away.',
  lessThanOneSeed: '{{typed}} is less than one seed. Is the unit right?',
  perhapsPoisonous: 'Not known whether it is poisonous.',
  onePodTooFew: 'One pod can’t show the spread: open a few more.',
  oneSampleTooFew: 'One sample can’t show the spread: weigh a second.',
  openFivePods: 'Open five pods or more: they differ more than they seem to.',
  overBorder:
    'Seed sent or carried over a border mostly needs a plant health certificate, and forest tree seed often one of its origin: ask the plant health authority first.',
  permitNeeded: 'Permit needed: ask the authority before collecting, and note the reference.',
  samplesDiffer: 'The samples differ by {{spread}} %, more than the {{allowed}} % that is usual: mix the lot well and weigh more.',
  samplesOutweighLot: 'The samples weigh more than the lot: is one of the units wrong?',
  thousandOrOne: '“{{typed}}”: a thousand, or one? Write it without the mark.',
  treatAsPoisonous: 'Treat it as poisonous: closed and labelled NOT FOOD, away from food, children and animals; pour soaking water away.',
});
