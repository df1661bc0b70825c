import { inject, Injectable } from '@angular/core';
import type { Day, GuestAnswers } from '@nuvrah/core';
import { BrowserStore } from '../../../api/browser-store';

/** Somebody without a record who is here today. */
export interface Guest {
  readonly id: string;
  readonly name: string;
  readonly answers: GuestAnswers;
}

/** Who was ticked at the door of a class on a day. */
export interface Present {
  readonly day: Day;
  /** Ids of students, members or not. */
  readonly students: readonly string[];
  readonly guests: readonly Guest[];
}

/** Keeps in this browser who is here today: a reload does not ask at the door again, and the next day nobody is here. */
@Injectable({ providedIn: 'root' })
export class PresentToday {
  private readonly store = inject(BrowserStore);

  of(classId: string, day: Day): Present {
    const kept = this.store.read<Present>(nameOf(classId));
    return kept?.day === day ? kept : { day, students: [], guests: [] };
  }

  keep(classId: string, present: Present): void {
    this.store.write(nameOf(classId), present);
  }
}

const nameOf = (classId: string): string => `here.${classId}`;
