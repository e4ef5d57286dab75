import { subject } from './subject.ts';

export const say = subject('chill', {
  lostFrostPeak: '{{daysLost}} lost to the frost of {{stretch}}, {{peak}} at its coldest',
  lostFrost: '{{daysLost}} lost to the frost of {{stretch}}',
  lostWarmSpellPeak: '{{daysLost}} lost to the warm spell of {{stretch}}, {{peak}} at its warmest',
  lostWarmSpell: '{{daysLost}} lost to the warm spell of {{stretch}}',
  laterThanPlanned: '{{days}} later than planned ({{planned}})',
  earlierThanPlanned: '{{days}} earlier than planned ({{planned}})',
  daysOfHours: '{{hours}} days',
  days_one: '{{count}} day',
  days_other: '{{count}} days',
  gainedByColderPlace: '{{daysLost}} gained: the place holds the cold better than planned',
  lostByOtherTemperature: '{{daysLost}} lost to a place that holds another temperature than planned',
  lostWhileLayDry: '{{daysLost}} lost while it lay dry, {{stretch}}',
  gapTakenAsNominal: '{{stretch}}: {{long}} not measured, taken at the place’s own figure as {{daysLost}}',
});
