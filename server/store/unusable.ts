/** The nursery's data cannot be opened as things are; the message is one sentence that says what to do. */
export class Unusable extends Error {}

const WAYS_OUT: [RegExp, (folder: string) => string][] = [
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, (folder) => `The disk that ${folder} lies on is full: make room, then start Chill again.`],
  [
    /^(SQLITE_READONLY|EACCES|EPERM|EROFS)/,
    (folder) => `Chill may not write in ${folder}: give it the right to, or set CHILL_DATA to another folder.`,
  ],
  [/^(ENOTDIR|EEXIST)/, (folder) => `${folder} is a file, not a folder: move it away, or set CHILL_DATA to another folder.`],
  [
    /^(ENOENT|ENAMETOOLONG|ELOOP|EIO|EINVAL)/,
    (folder) => `The folder ${folder} cannot be made or read: see that its disk may be written to, or set CHILL_DATA to another folder.`,
  ],
  [
    /^SQLITE_CANTOPEN/,
    (folder) =>
      `The data file in ${folder} cannot be opened: make sure that it is a file Chill may read and write, or set CHILL_DATA to another folder.`,
  ],
  [
    /^(SQLITE_NOTADB|SQLITE_CORRUPT)/,
    (folder) => `The data file in ${folder} is damaged: put a backup back with “npm run restore”, which keeps the damaged file beside it.`,
  ],
  [
    /^SQLITE_IOERR/,
    (folder) => `The disk that ${folder} lies on does not answer: see that it is connected and sound, then start Chill again.`,
  ],
];

/** The error's code, also where TypeORM has wrapped it. */
export function storageCode(error: unknown): string | undefined {
  const { code, driverError } = error as { code?: unknown; driverError?: { code?: unknown } };
  const found = driverError?.code ?? code;
  return typeof found === 'string' ? found : undefined;
}

/** An error of the file system or of SQLite as one sentence with the way out; any other as it is. */
export function asUnusable(error: unknown, dataFolder: string): unknown {
  const code = storageCode(error) ?? '';
  const said = WAYS_OUT.find(([pattern]) => pattern.test(code));
  return said && !(error instanceof Unusable) ? new Unusable(said[1](dataFolder), { cause: error }) : error;
}
