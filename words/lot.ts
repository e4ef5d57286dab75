import { subject } from './subject.ts';

export const say = subject('lot', {
  keptWhere: 'Kept {{state}}, {{where}}',
  keepsBadlyDryToday: 'It keeps badly once dry. In the open air it stays good until about today: {{next}}.',
  dryingKillsToday: 'Drying kills it. In the open air it lives until about today: {{next}}.',
  sortedOutByHand: '{{rejected}} sorted out, shrivelled',
  sortedOutByFloat: '{{rejected}} sorted out, floating',
  batchesHoldMore: 'Its batches hold {{inBatches}} seeds: give that many or more.',
  byHand: 'by hand',
  byPods: 'by pods',
  byWeight: 'by weight',
  countedStock: 'Counted {{counted}}: {{seeds}} in stock',
  cutViable: 'Cut {{tested}}: {{viable}} viable',
  dormantSoCut:
    'It is dormant: on a towel, viable seed would look dead. Cut instead, and count those that are white and firm.',
  dryingKillsBy: 'Drying kills it. In the open air it lives until about {{until}}, {{days}} from now: {{next}}.',
  dryingKilledBefore:
    'Drying kills it. Left in the open air it has been too dry for about {{days}}. If it was kept damp, record that; otherwise cut ten and look.',
  floatTestMisleads:
    'A float test misleads here: this seed is light, winged or corky and floats whatever is in it. Cut a few instead.',
  givenAway: '{{seeds}} given away',
  intoDampMediumFridge: 'into damp medium in the fridge',
  keepsBadlyDryUntil: 'It keeps badly once dry. In the open air it stays good until about {{until}}, {{days}} from now: {{next}}.',
  keptBadlyDrySince:
    'It keeps badly once dry. Left in the open air it has been too dry for about {{days}}. If it was kept damp, record that; otherwise cut ten and look.',
  kept: 'Kept {{state}}',
  moistKeepingEnded: 'Kept moist it lasts about {{keepsMoist}}, which ended {{days}} ago. Cut ten before you rely on it.',
  moistKeepsUntil: 'Kept moist it lasts until about {{until}}, {{days}} from now. Let it breathe, and never let it dry.',
  dayIsInTheFuture: 'That day is in the future.',
  lotWasAcquiredLater: 'The lot was only acquired after that day.',
  laterEntriesNeedThoseSeeds: 'Later entries need those seeds: undo those first.',
  towelShowsAll: 'It needs no winter, so a towel shows what is viable and what germinates.',
  testIsOld: '{{days}} old: viability falls with the years. Test a few again.',
  moreThanInStock: 'Only {{drawer}} seeds are in stock: give that many or fewer.',
  howToFloat:
    'Sinkers are usually viable, floaters hollow or eaten. Float them an hour in water, skim, and cut a few floaters to be sure.',
  sowOrKeepDampCool: 'sow it, or keep it damp and cool',
  testedBeforeSorting: 'tested before the lot was sorted, so on other seed',
  noSuchEntry: 'There is no such entry, or it is undone already.',
  tooSmallToCut:
    'It is too small to cut well, and a towel shows only seed that needs no winter: take it as a minimum, or give the test its cold.',
});
