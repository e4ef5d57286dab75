// The beginning of every thread: lets it read TypeScript, does what it was started for, and says what came of it.
import { parentPort, workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { default: work } = await import(workerData.module);
parentPort?.postMessage(await work(workerData.input));
