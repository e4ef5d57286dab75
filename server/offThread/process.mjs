// The beginning of every process of its own: lets it read TypeScript, does what it is told once, and says what came of it.
import { register } from 'tsx/esm/api';

register();
process.once('message', async ({ module, input }) => {
  const { default: work } = await import(module);
  const result = await work(input);
  process.send?.({ result }, () => process.exit(0));
});
