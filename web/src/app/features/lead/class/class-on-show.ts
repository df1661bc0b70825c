import { Injectable, type Signal } from '@angular/core';
import type { ClassPlace, ClassRun } from '@nuvrah/core';

/** A class as it is shown: to the one who leads it, or on a second screen. */
@Injectable()
export abstract class ClassOnShow {
  abstract readonly run: Signal<ClassRun | null>;
  /** Names as they are shown, by student or guest. */
  abstract readonly names: Signal<Readonly<Record<string, string>>>;

  /** Where the class stands, on its clock, in milliseconds; below zero just before it begins. */
  abstract position(): number;

  /** To be called with every picture. */
  abstract follow(): void;

  namesOf(students: readonly string[]): string {
    return students.map((id) => this.names()[id] ?? '').join(', ');
  }
}

/** What the leader's screen tells second ones in the same browser. */
export type ShowMessage =
  /** Asked by a screen that was opened, or lost its place. */
  | { readonly kind: 'asks' }
  | {
      readonly kind: 'shows';
      readonly classId: string;
      readonly run: ClassRun;
      readonly names: Readonly<Record<string, string>>;
    }
  /** Where it stands, by the clock of the machine. */
  | { readonly kind: 'stands'; readonly classId: string; readonly place: ClassPlace };

/** The way from the leader's screen to a second one in another window of the same browser: it needs no network. */
export const openShow = (): BroadcastChannel => new BroadcastChannel('nuvrah.class');

/** The clock of the machine, milliseconds since 1970; it does not jump while a page is open. */
export const machineClock = (): number => performance.timeOrigin + performance.now();
