import { subject } from './subject.ts';

export const say = subject('readings', {
  beforeYearRight: 'that is before {{firstYear}}: is the year right?',
  momentFuture: 'that moment is in the future',
  momentHasAnotherTemperatureAlready: 'that moment has another temperature already',
  noColumnLooksLikeTemperatures: 'No column looks like temperatures.',
  noLineHasBothDate: 'No line has both a date and a figure. Is it the logger’s CSV?',
  noPlaceWarmOrCold: 'no place is that warm or cold',
  noTemperatureStandsThere: 'No temperature stands there.',
  notDayTime: 'that is not a day and a time',
  notTemperature: 'that is not a temperature',
  notTextFileSaveLoggers: 'That is not a text file. Save the logger’s data as CSV.',
  readingCNoPlaceWarm: 'Reading {{i}} is {{here}} °C: no place is that warm or cold.',
  readingFromBeforeYearRight: 'Reading {{i}} is from before {{firstYear}}: is its year right?',
  readingMomentHasNotCome: 'Reading {{i}} is of a moment in the future.',
  readingNotLaterThanOne: 'Reading {{i}} is not later than the one before it.',
  sensorHadComeOff127: 'the sensor had come off (−127 °C)',
  sensorWasJustSwitched85: 'the sensor was just switched on (85 °C)',
  thereDaysButNoTimes: 'There are days but no times of day: Chill counts by the hour.',
  noSuchDayOrTime: 'there is no such day or time',
  brokenOff: 'the file ends there without a line end: its figure may be cut short',
});
