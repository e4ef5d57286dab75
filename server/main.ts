import { say } from '@chill/words/server.ts';
import { readConfig } from './config.ts';
import { serve } from './serve.ts';
import { Unusable } from './store/unusable.ts';

/** From being told to stop to having stopped: whoever has not ended by then is cut off. */
const LONGEST_GOODBYE_MS = 3000;

const config = (() => {
  try {
    return readConfig(process.env);
  } catch (error) {
    console.error((error as Error).message);
    process.exit(1);
  }
})();

/** One sentence on what is wrong and what to do; a stack trace only where it is a fault of Chill's own. */
function said(error: unknown): unknown {
  if ((error as NodeJS.ErrnoException).code === 'EADDRINUSE') return say('portIsTaken', { port: String(config.port) });
  return error instanceof Unusable || (error as NodeJS.ErrnoException).syscall === 'listen' ? (error as Error).message : error;
}

const running = await serve(config, {
  startEmpty: process.argv.includes('--empty'),
  unsure(error) {
    console.error(error.message, error.cause);
    setTimeout(() => process.exit(1), 100);
  },
}).catch((error: unknown) => {
  console.error(said(error));
  process.exit(1);
});
console.log(`Chill is at ${running.address}`);

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, async () => {
    const tooLong = setTimeout(() => process.exit(0), LONGEST_GOODBYE_MS);
    await running.stop();
    clearTimeout(tooLong);
    process.exit(0);
  });
}
