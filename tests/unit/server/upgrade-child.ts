import Database from 'better-sqlite3';
import { openDb } from '@/server/db/client';
import { upgrade } from '@/server/db/upgrade';

// Opens a database as Kokyu does, or upgrades it and is killed before a statement.
const [path, killedAt] = [process.argv[2]!, Number(process.argv[3])];
if (killedAt < 0) process.exit(openDb(path).ok ? 0 : 1);
upgrade(new Database(path), path, (n) => {
  if (n === killedAt) process.kill(process.pid, 'SIGKILL');
});
