import { parseGpx } from '@chill/core/units/gpx.ts';

// A file made to be read slowly holds up nobody here, and is given up by whoever asked.
addEventListener('message', async ({ data }: MessageEvent<File>) => {
  postMessage(parseGpx(await data.text()));
});
