// The beginning of every thread: lets it read TypeScript, does what it is given, once or time after time, and says what came of it.
import { parentPort, workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { default: work } = await import(workerData.module);
if ('input' in workerData) parentPort?.postMessage(await work(workerData.input));
else
  parentPort?.on('message', async (input) => {
    try {
      parentPort?.postMessage({ result: await work(input) });
    } catch (error) {
      parentPort?.postMessage({ fault: error instanceof Error ? error.message : String(error) });
    }
  });
