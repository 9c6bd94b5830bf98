import Database from 'better-sqlite3';

/**
 * Locks a file for this process, as long as it lives: the system lets go of it however the process ends.
 * @returns how to let go of it; null: another process has it
 */
export function lockFile(path: string): (() => void) | null {
  const lock = new Database(path);
  try {
    lock.pragma('busy_timeout = 0');
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
    return () => lock.close();
  } catch (error) {
    lock.close();
    if (!(error as NodeJS.ErrnoException).code?.startsWith('SQLITE_BUSY')) throw error;
    return null;
  }
}
