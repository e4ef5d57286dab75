import { setImmediate } from 'node:timers/promises';

/** Works through something that comes in steps, and lets the server answer others between them. */
export async function unhurried<T>(steps: Generator<void, T>): Promise<T> {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    await setImmediate();
  }
}
