import { DOCUMENT, inject, Injectable } from '@angular/core';
import { filter, fromEvent, map, type Observable } from 'rxjs';

/** Things kept in this browser, as JSON under one name each. What cannot be kept is not an error: the page goes on. */
@Injectable({ providedIn: 'root' })
export class BrowserStore {
  private readonly window = inject(DOCUMENT).defaultView ?? window;

  /** Names of what is kept that begin so. */
  names(prefix: string): readonly string[] {
    try {
      const all = Object.keys(localStorage).filter((key) => key.startsWith(PREFIX + prefix));
      return all.map((key) => key.slice(PREFIX.length));
    } catch {
      return [];
    }
  }

  /** Names that begin so, as what is kept under them is changed by another tab of this browser. */
  changedElsewhere(prefix: string): Observable<string> {
    return fromEvent<StorageEvent>(this.window, 'storage').pipe(
      map(({ key }) => key ?? ''),
      filter((key) => key.startsWith(PREFIX + prefix)),
      map((key) => key.slice(PREFIX.length)),
    );
  }

  /** What was kept, or null where nothing was, or nothing that can be read. */
  read<T>(name: string): T | null {
    try {
      const text = localStorage.getItem(PREFIX + name);
      return text === null ? null : (JSON.parse(text) as T);
    } catch {
      return null;
    }
  }

  /** @returns false where the browser keeps nothing: no room, or not allowed. */
  write(name: string, value: unknown): boolean {
    try {
      localStorage.setItem(PREFIX + name, JSON.stringify(value));
      return true;
    } catch {
      return false;
    }
  }

  remove(name: string): void {
    try {
      localStorage.removeItem(PREFIX + name);
    } catch {
      // Where nothing can be kept there is nothing to remove.
    }
  }
}

const PREFIX = 'nuvrah.';
