import { DestroyRef, inject, Injectable } from '@angular/core';
import { withKeysOfToday } from '@nuvrah/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { catchError, defer, from, map, type Observable, of, Subject } from 'rxjs';
import type { Waiting } from './entry';

interface Schema extends DBSchema {
  waiting: { key: string; value: Waiting };
}

const NAME = 'nuvrah';
const TABLE = 'waiting';

/**
 * What waits, on the disk of this browser. What was written is there after the browser was killed a moment later: other
 * stores of a browser are written to the disk only some seconds after they say that they have it.
 */
@Injectable({ providedIn: 'root' })
export class EntryDisk {
  private readonly database = this.open();
  private readonly channel = new BroadcastChannel('nuvrah.waiting');
  private readonly changed = new Subject<string>();
  /** Keys of what another tab of this browser wrote or took out. */
  readonly changedElsewhere = this.changed.asObservable();

  constructor() {
    this.channel.onmessage = ({ data }: MessageEvent<string>) => this.changed.next(data);
    inject(DestroyRef).onDestroy(() => {
      this.channel.close();
      void this.database.then((database) => database.close()).catch(() => undefined);
    });
  }

  /** Everything that is there; nothing where this browser keeps nothing. Emits once. */
  load(): Observable<readonly Waiting[]> {
    return defer(() => from(this.database.then((database) => database.getAll(TABLE)))).pipe(
      map((entries) => withKeysOfToday(entries)),
      catchError(() => of([])),
    );
  }

  read(key: string): Observable<Waiting | null> {
    return defer(() => from(this.database.then((database) => database.get(TABLE, key)))).pipe(
      map((entry) => withKeysOfToday(entry ?? null)),
      catchError(() => of(null)),
    );
  }

  /** Emits once it is on the disk, or false where it cannot be: no room, or not allowed. */
  write(key: string, entry: Waiting): Observable<boolean> {
    return this.run((table) => table.put(entry, key), key);
  }

  /** Emits once it is gone. */
  remove(key: string): Observable<boolean> {
    return this.run((table) => table.delete(key), key);
  }

  private run(change: (table: Table) => Promise<unknown>, key: string): Observable<boolean> {
    const done = async (): Promise<boolean> => {
      const { store, done: complete } = (await this.database).transaction(TABLE, 'readwrite', {
        durability: 'strict',
      });
      const request = change(store);
      // Even if this page is gone in a moment.
      store.transaction.commit();
      await Promise.all([request, complete]);
      this.channel.postMessage(key);
      return true;
    };
    return from(done()).pipe(catchError(() => of(false)));
  }

  private open(): Promise<IDBPDatabase<Schema>> {
    // Where it is not allowed a browser may refuse at once.
    const opened = Promise.resolve().then(() =>
      openDB<Schema>(NAME, 1, { upgrade: (database) => void database.createObjectStore(TABLE) }),
    );
    // Where it cannot be opened each use says so.
    opened.catch(() => undefined);
    return opened;
  }
}

type Table = {
  put(entry: Waiting, key: string): Promise<unknown>;
  delete(key: string): Promise<unknown>;
};
