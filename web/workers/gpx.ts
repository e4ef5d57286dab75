import { parseGpx } from '@chill/core/units/gpx.ts';
import { isLanguage, speak } from '@chill/words/language.ts';

// A worker is named by the language of the page that made it.
if (isLanguage(self.name)) speak(self.name);

// A file made to be read slowly holds up nobody here, and is given up by whoever asked.
addEventListener('message', async ({ data }: MessageEvent<File>) => {
  postMessage(parseGpx(await data.text()));
});
