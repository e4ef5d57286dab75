import { DeviceKind } from '@chill/core/devices/line.ts';
import { Id } from '@chill/model/primitives.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { routes } from './context.ts';

/**
 * The measuring devices at the bench. Whoever listens at `/api/devices/:kind` hears the lines of docs/devices.md; whether a simulated device or,
 * one day, a real one on this machine's port says them makes no difference to the listener.
 */
export const deviceRoutes = routes((app, { devices }) => {
  const byKind = z.object({ kind: DeviceKind });
  const Attached = z.array(z.object({ kind: DeviceKind, name: z.string() }));

  app.get('/api/devices', { schema: { summary: 'Devices that can be listened to', response: { 200: Attached } } }, async () =>
    devices.attached(),
  );

  app.get(
    '/api/devices/:kind',
    {
      websocket: true,
      schema: {
        summary: 'Listen to a device (WebSocket)',
        params: byKind,
        querystring: z.object({ batch: Id.optional(), place: Id.optional() }),
      },
    },
    (socket, request) => {
      const { kind } = request.params;
      const stop = devices.listen(
        kind,
        request.query.place ?? request.query.batch,
        (line) => socket.readyState === socket.OPEN && socket.send(`${line}\n`),
      );
      if (!stop) socket.close(1013, say('noSuchDeviceAttached'));
      socket.on('close', () => stop?.());
      socket.on('error', () => stop?.());
    },
  );
});
