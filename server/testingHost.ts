import { readConfig } from './config.ts';
import { serve } from './serve.ts';
import type { Running } from './start.ts';

/**
 * A process in which one server after another runs, each over data of its own: to begin a process costs more than most of the tests. Asked with
 * `{ id, env }` it begins one, with `{ id, stop: true }` it ends it, and answers with `{ id, address? }`.
 */
const running = new Map<number, Running>();

process.on('message', async ({ id, env }: { id: number; env?: Record<string, string> }) => {
  const known = running.get(id);
  if (known) {
    running.delete(id);
    await known.stop();
    process.send?.({ id });
  } else {
    const started = await serve(readConfig(env ?? {}), { log: false, unsure: () => process.exit(1) });
    running.set(id, started);
    process.send?.({ id, address: started.address });
  }
});
process.on('disconnect', () => process.exit(0));
