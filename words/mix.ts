import { subject } from './subject.ts';

export const say = subject('mix', {
  bleach: 'bleach',
  countSwollenFirst: 'Count the swollen first: hard seed left in would only rot.',
  foamsBurstsVessels: 'foams and bursts vessels',
  vesselHoldsHowMuch: 'How much does the vessel hold? Give a volume above zero.',
  makesChloramine: 'makes chloramine, a poisonous gas',
  burnsAndMayBurst: 'makes a mixture that burns and may burst',
  makesPeraceticAcid: 'makes peracetic acid, which burns',
  neverTogether: 'Never: {{first}} with {{second}} {{because}}. Rinse with clean water between the two.',
  partsExceedWhole: '{{part}} parts can’t be in {{whole}}: swap the two numbers.',
  peroxide11: 'peroxide, 1 to 1',
  peroxide13: 'peroxide, 1 to 3',
  releasesChlorineGas: 'releases chlorine gas',
  sayTheDilution: 'Say it as “1 to 3” (one part and three of water) or “1 in 4” (one part of four).',
  strengthOutOfRange: 'A strength lies above 0 and up to 100 per cent: read the label again.',
  strongPeroxide: 'Stronger than household peroxide: it burns skin and eyes. Gloves, eye cover; pour it into the water.',
  bottleTooWeak: 'That is weaker than the {{wanted}} % wanted: use a stronger bottle.',
  lighterWetThanDry: 'It weighs less wet than dry: weigh again, or some of it is missing.',
  lengthAboveZero: 'Give a length above zero.',
  leastOnePly: 'A towel has at least one ply: give a whole number.',
  volumeOnePart: 'Give at least one part of the mix, none below zero.',
});
