import { say } from '@chill/words/server.ts';
/** The nursery's data cannot be opened as things are; the message is one sentence that says what to do. */
export class Unusable extends Error {}

const WAYS_OUT: [RegExp, (folder: string) => string][] = [
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, (folder) => say('diskFullAtStart', { folder })],
  [/^(SQLITE_READONLY|EACCES|EPERM|EROFS)/, (folder) => say('mayNotWrite', { folder })],
  [/^(ENOTDIR|EEXIST)/, (folder) => say('fileInsteadOfFolder', { folder })],
  [/^(ENOENT|ENAMETOOLONG|ELOOP|EIO|EINVAL)/, (folder) => say('folderUnusable', { folder })],
  [/^SQLITE_CANTOPEN/, (folder) => say('dataFileUnopened', { folder })],
  [/^(SQLITE_NOTADB|SQLITE_CORRUPT)/, (folder) => say('dataFileDamaged', { folder })],
  [/^SQLITE_IOERR/, (folder) => say('diskSilent', { folder })],
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
