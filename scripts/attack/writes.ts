import { listBackups } from '../../server/store/backup.ts';
import { CRAFTED, crafted, soundFile } from '../../server/store/crafted.ts';
import { lookAt } from '../../server/store/lookAt.ts';
import { NURSERY, testServer } from '../../server/testing.ts';

/** A file that holds a lot, a batch and an entry, made to hurt in every way that is known: which of them would be put in place? */
export async function craftedFiles(): Promise<{ tried: number; taken: string[] }> {
  const sound = await soundFile();
  const hurtful = CRAFTED.filter(([, fault]) => fault !== undefined);
  const taken: string[] = [];
  for (const [sql] of hurtful) if ('contents' in (await lookAt(crafted(sound, sql)))) taken.push(sql);
  return { tried: hurtful.length, taken };
}

/** Everything saved so many times at once, and so many days of daily backups before: what failed, and which days are gone? */
export async function savedAtOnce(times: number): Promise<{ failed: number; days: number }> {
  const server = await testServer({ requestsPerMinute: 1_000_000 });
  await server.ask('PUT', '/api/nursery', NURSERY);
  const saved = await Promise.all(Array.from({ length: times }, () => server.app.inject('/api/everything')));
  for (let i = 0; i < 20; i++) await server.backups.save();
  const days = listBackups(server.dataFolder).length;
  await server.close();
  return { failed: saved.filter(({ statusCode }) => statusCode !== 200).length, days };
}

/** Two people change one place, each without having seen the other's change: how often did the second write over the first unseen? */
export async function twoPeople(times: number): Promise<{ unseen: number }> {
  const server = await testServer({ requestsPerMinute: 1_000_000 });
  await server.ask('PUT', '/api/nursery', NURSERY);
  let unseen = 0;
  for (let i = 0; i < times; i++) {
    const [place] = (await server.ask('GET', '/api/places')).body as [{ id: string }];
    const put = (capacity: number) => server.ask('PUT', `/api/places/${place.id}`, { ...place, capacity });
    await put(100 + 2 * i);
    if ((await put(101 + 2 * i)).status === 200) unseen += 1;
  }
  await server.close();
  return { unseen };
}
