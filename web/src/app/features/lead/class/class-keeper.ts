import { inject, Injectable } from '@angular/core';
import type { Sitting } from '@nuvrah/contract';
import {
  classFromKept,
  classToKeep,
  millis,
  type ClassRun,
  type ClassToKeep,
  type Millis,
} from '@nuvrah/core';
import { AccountStore } from '../../../api/account';
import { BrowserStore } from '../../../api/browser-store';

/** What is known of a class that is led beside how it is led. */
export interface BegunClass {
  readonly sessionId: string;
  /** Sittings of who is here, as they were begun. */
  readonly sittings: readonly Pick<Sitting, 'id' | 'studentId' | 'version'>[];
  /** Names as they are shown, by student or guest. */
  readonly names: Readonly<Record<string, string>>;
}

/** A class in progress as it was kept in this browser. */
export interface KeptClass extends BegunClass {
  readonly run: ClassRun;
  /** As it began. */
  readonly planned: ClassRun;
  /** Milliseconds that were led before the stretch in progress. */
  readonly ledBefore: Millis;
  /** How far the stretch in progress was led when it was last seen, on the clock of the class. */
  readonly at: Millis;
}

interface Written extends BegunClass {
  /** Another format was written by another version, and is not read. */
  readonly format: 2;
  readonly instructorId: string;
  readonly run: ClassToKeep;
  readonly planned: ClassToKeep;
  readonly ledBefore: Millis;
}

const KEPT_AS = 'leading-class';
/** Written every second, and so apart from what is large and seldom changes. */
const PLACE_KEPT_AS = 'leading-class-at';

/** Keeps a class that is led in this browser: a reload, or a page that crashes, loses at most a second of it. */
@Injectable({ providedIn: 'root' })
export class ClassKeeper {
  private readonly store = inject(BrowserStore);
  private readonly account = inject(AccountStore);

  keep({ run, planned, sessionId, sittings, names, ledBefore }: Omit<KeptClass, 'at'>): void {
    const instructorId = this.account.required().id;
    const kept = {
      run: classToKeep(run),
      planned: classToKeep(planned),
      sessionId,
      sittings,
      names,
      ledBefore,
    };
    this.store.write(KEPT_AS, { format: 2, instructorId, ...kept } satisfies Written);
  }

  keepPlace(at: Millis): void {
    this.store.write(PLACE_KEPT_AS, at);
  }

  /** What was being led when the page went away, or null. */
  kept(): KeptClass | null {
    const kept = this.store.read<Written>(KEPT_AS);
    if (kept?.format !== 2 || kept.instructorId !== this.account.account()?.id) return null;
    const at = millis(Math.max(0, this.store.read<number>(PLACE_KEPT_AS) ?? 0));
    return { ...kept, run: classFromKept(kept.run), planned: classFromKept(kept.planned), at };
  }

  forget(): void {
    this.store.remove(KEPT_AS);
    this.store.remove(PLACE_KEPT_AS);
  }
}
