import { Injectable } from '@angular/core';
import { withKeysOfToday } from '@nuvrah/core';

/** Things kept in this browser, as JSON under one name each. What cannot be kept is not an error: the page goes on. */
@Injectable({ providedIn: 'root' })
export class BrowserStore {
  /** What was kept, or null where nothing was, or nothing that can be read. */
  read<T>(name: string): T | null {
    try {
      const text = localStorage.getItem(PREFIX + name);
      return text === null ? null : withKeysOfToday(JSON.parse(text) as T);
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
