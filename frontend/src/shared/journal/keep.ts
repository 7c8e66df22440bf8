// Where the journal is kept in this browser: it survives a closed page, a lost server and a flat battery.
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Entry } from './journal';

interface Kept extends DBSchema {
  entries: { key: string; value: Entry };
  files: { key: string; value: Blob };
}

let database: Promise<IDBPDatabase<Kept>> | null = null;

function open(): Promise<IDBPDatabase<Kept>> {
  database ??= openDB<Kept>('wenlo-journal', 1, {
    upgrade(db) {
      db.createObjectStore('entries', { keyPath: 'id' });
      db.createObjectStore('files');
    },
  });
  return database;
}

/** All entries, in the order in which they were made. */
export async function readAll(): Promise<Entry[]> {
  const found = await (await open()).getAll('entries');
  return found.sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
}

/** Keep an entry, with its file if it has one: both or none. */
export async function keep(entry: Entry, file?: Blob): Promise<void> {
  const writing = (await open()).transaction(['entries', 'files'], 'readwrite', { durability: 'strict' });
  void writing.objectStore('entries').put(entry);
  if (file) void writing.objectStore('files').put(file, entry.id);
  await writing.done;
}

/** Forget an entry that the server has. */
export async function forget(id: string): Promise<void> {
  const writing = (await open()).transaction(['entries', 'files'], 'readwrite');
  void writing.objectStore('entries').delete(id);
  void writing.objectStore('files').delete(id);
  await writing.done;
}

/** The file of an entry. */
export async function fileOf(id: string): Promise<Blob | undefined> {
  return (await open()).get('files', id);
}
