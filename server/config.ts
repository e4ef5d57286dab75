/** How the server is set up; every part comes from the environment. */
export interface Config {
  port: number;
  host: string;
  /** Folder that holds the database and its backups. */
  dataFolder: string;
  /** Pins the clock to this day. */
  today?: string;
  /** True in the demo: the clock may be stepped, and simulated seeds show what a check would find. */
  demo: boolean;
  /** What a browser elsewhere must know; needed when bound to anything but this machine. */
  secret?: string;
  /** The address by which browsers reach it, where that is not this machine's own: what calendars and labels point to. */
  address?: string;
}

const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);
const SHORTEST_SECRET = 16;
const LEAST_DIFFERENT = 6;

function isOrigin(text: string): boolean {
  return URL.canParse(text) && /^https?:$/.test(new URL(text).protocol) && new URL(text).origin === text;
}

/**
 * Reads the settings. `PORT` 4280, `HOST` 127.0.0.1, `CHILL_DATA` the data folder, `CHILL_TODAY` pins the clock,
 * `CHILL_DEMO=1` the demo, `CHILL_SECRET` the access secret, `CHILL_ADDRESS` the address that calendars and labels point to.
 * @throws {Error} naming the setting at fault; bound to anything but this machine, a secret of 16 characters is required.
 */
export function readConfig(env: Record<string, string | undefined>): Config {
  for (const name of ['PORT', 'HOST', 'CHILL_DATA', 'CHILL_TODAY', 'CHILL_SECRET', 'CHILL_ADDRESS'])
    if (env[name]?.trim() === '') throw new Error(`${name} is empty. Give it a value, or do not set it.`);
  const port = Number(env.PORT ?? 4280);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`PORT must be a whole number from 0 to 65535, not “${env.PORT}”.`);
  const host = env.HOST ?? '127.0.0.1';
  const today = env.CHILL_TODAY;
  if (today !== undefined && new Date(`${today}T00:00:00Z`).toJSON()?.slice(0, 10) !== today) {
    throw new Error(`CHILL_TODAY must be a day such as 2027-02-16, not “${today}”.`);
  }
  const secret = env.CHILL_SECRET;
  if (!LOOPBACK.has(host) && secret === undefined) {
    throw new Error(
      `HOST ${host} can be reached from elsewhere: set CHILL_SECRET to at least ${SHORTEST_SECRET} characters, or leave HOST out.`,
    );
  }
  if (secret !== undefined && (secret.trim().length < SHORTEST_SECRET || new Set(secret).size < LEAST_DIFFERENT))
    throw new Error(`CHILL_SECRET can be guessed: give at least ${SHORTEST_SECRET} characters, of which ${LEAST_DIFFERENT} are different.`);
  const address = env.CHILL_ADDRESS;
  if (address !== undefined && !isOrigin(address))
    throw new Error(`CHILL_ADDRESS must be an address such as https://chill.example, without anything after it, not “${address}”.`);
  return {
    port,
    host,
    dataFolder: env.CHILL_DATA ?? 'data',
    demo: env.CHILL_DEMO === '1',
    ...(today && { today }),
    ...(secret && { secret }),
    ...(address && { address }),
  };
}
