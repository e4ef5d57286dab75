import { subject } from './subject.ts';

export const say = subject('chill', {
  atIts: ', {{peak}} at its {{how}}',
  coldest: 'coldest',
  daysOfHours: '{{hours}} days',
  days_one: '{{count}} day',
  days_other: '{{count}} days',
  earlier: 'earlier',
  gainedPlaceHoldsColdBetter: '{{daysLost}} gained: the place holds the cold better than planned',
  later: 'later',
  lostFrost: '{{daysLost}} lost to the frost of {{stretch}}{{peak}}',
  lostPlaceHoldsAnotherTemperature: '{{daysLost}} lost to a place that holds another temperature than planned',
  lostWarmSpell: '{{daysLost}} lost to the warm spell of {{stretch}}{{peak}}',
  lostWhileLayDry: '{{daysLost}} lost while it lay dry, {{stretch}}',
  notMeasuredTakenPlacesOwn: '{{stretch}}: {{long}} not measured, taken at the place’s own figure as {{daysLost}}',
  thanPlanned: '{{shifted}} {{how}} than planned ({{planned}})',
  warmest: 'warmest',
});
