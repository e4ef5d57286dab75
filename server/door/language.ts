import type { Nursery } from '@chill/model/nursery.ts';
import { markFigures, speak } from '@chill/words/language.ts';

/** Everything that is printed, fed to calendars or refused from now on is in this nursery's language and with its marks; British before there is one. */
export function speakFor(nursery: Nursery | undefined): void {
  speak(nursery?.settings.language ?? 'en-GB');
  markFigures(nursery?.settings.units.numbers ?? 'point');
}
