/** What lies in a data folder: the database, the folder of its backups, and the file that is locked while a server runs. */
export const DATABASE_FILE = 'chill.sqlite';
export const BACKUP_FOLDER = 'backups';
export const LOCK_FILE = 'in-use';
