import { Subject, of, type Observable } from 'rxjs';
import type { Waiting } from '../shared/offline-queue/entry';

const PREFIX = 'disk.';

/** The disk as specs have it: answers at once, and outlives the page in the local storage. */
export class PlainDisk {
  /** Specs of a browser that keeps nothing set this. */
  full = false;
  readonly changedElsewhere = new Subject<string>();

  private static spec = 0;
  /** A page that a spec left behind may still write after its end: that must not be found by the next spec. */
  private readonly madeIn = PlainDisk.spec;

  static keys(): readonly string[] {
    const all = Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
    return all.map((key) => key.slice(PREFIX.length));
  }

  /** Called after each spec. */
  static clear(): void {
    PlainDisk.spec++;
    for (const key of PlainDisk.keys()) localStorage.removeItem(PREFIX + key);
  }

  load(): Observable<readonly Waiting[]> {
    return of(PlainDisk.keys().map((key) => this.get(key) as Waiting));
  }

  read(key: string): Observable<Waiting | null> {
    return of(this.get(key));
  }

  write(key: string, entry: Waiting): Observable<boolean> {
    if (this.full || this.madeIn !== PlainDisk.spec) return of(false);
    localStorage.setItem(PREFIX + key, JSON.stringify(entry));
    return of(true);
  }

  remove(key: string): Observable<boolean> {
    localStorage.removeItem(PREFIX + key);
    return of(true);
  }

  private get(key: string): Waiting | null {
    const text = localStorage.getItem(PREFIX + key);
    return text === null ? null : (JSON.parse(text) as Waiting);
  }
}
