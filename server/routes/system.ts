import { Clock } from '@chill/model/clock.ts';
import { Health } from '@chill/model/health.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { routes } from './context.ts';

/** Whether it is well, and what day it is. */
export const systemRoutes = routes((app, { store, clock, loggers, backups, changeable, address }) => {
  const opened = new Date().toISOString();
  app.get(
    '/api/health',
    {
      schema: {
        summary: 'Whether the server and its database answer, and how the backups stand',
        response: { 200: Health },
      },
    },
    async (): Promise<Health> => {
      await store.batchesTag();
      const { last_ms, damaged, failed } = backups.state;
      return {
        opened,
        status: damaged ? 'damaged' : 'ok',
        today: await clock.today(),
        ...(address && { address }),
        lastBackup: last_ms === undefined ? null : new Date(last_ms).toISOString(),
        ...((damaged ?? failed) && { fault: damaged ?? failed }),
      };
    },
  );

  const said = async (): Promise<Clock> => ({
    today: await clock.today(),
    now: new Date(await clock.now_ms()).toISOString(),
    steppable: clock.steppable,
    ...(changeable?.lookingAround && { lookingAround: true }),
  });
  app.get('/api/clock', { schema: { summary: 'The nursery’s day and moment', response: { 200: Clock } } }, said);

  app.post(
    '/api/clock/step',
    {
      schema: {
        summary: 'Move the demo’s day on',
        body: z.object({ days: z.int({ error: say('giveWholeDays') }).min(1, { error: say('clockOnlyGoesForward') }) }),
        response: { 200: Clock },
      },
    },
    async (request) => {
      await clock.step(request.body.days);
      // What the loggers wrote down meanwhile is there when the new day is shown.
      await loggers.catchUp();
      return said();
    },
  );
});
