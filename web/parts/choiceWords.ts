import { shortDate, spell } from '@chill/core/calendar/dates.ts';
import type { ChoiceKind } from '@chill/core/forecast/choiceBoard.ts';
import type { WaitChoice, WaitOrStop } from '@chill/core/forecast/waitOrStop.ts';
import { span } from '@chill/core/units/span.ts';
import { say } from '@chill/words/warm.ts';

/** What is said of a choice: its name in the table; what it is called once it is to follow; and the lead, where it is best. */
interface ChoiceWords {
  name: (one: WaitChoice) => string;
  next: () => string;
  lead: (one: WaitChoice, advice: WaitOrStop, today: string) => string;
}

const coldFor = ({ cure }: WaitChoice) => ({ days: spell.of(cure?.days ?? 0) });

/** The words of every choice. */
export const CHOICES: Record<ChoiceKind, ChoiceWords> = {
  wait: {
    name: () => say('doWait'),
    next: () => say('thenWait'),
    lead: (_, { until }, today) => (until ? say('leadWait', { until: shortDate(until.on, today) }) : say('leadWaitOn')),
  },
  secondCold: {
    name: (one) => say('doSecondCold', coldFor(one)),
    next: () => say('thenSecondCold'),
    lead: (one) => say('leadSecondCold', coldFor(one)),
  },
  scarify: { name: () => say('doScarify'), next: () => say('thenScarify'), lead: () => say('leadScarify') },
  cut: { name: ({ cut }) => say('doCut', { cut }), next: () => say('thenCut'), lead: ({ cut }) => say('leadCut', { cut }) },
  holdOver: { name: () => say('doHoldOver'), next: () => say('thenHoldOver'), lead: () => say('leadHoldOver') },
  stop: { name: () => say('doStop'), next: () => say('thenStop'), lead: () => say('leadStop') },
};

/** How many plants more a choice brings, 8 times in 10. */
export const rangeSaid = ({ more }: Pick<WaitChoice, 'more'>) => span(more);
