import type { AnswerOf, BodyOf, HomeReport, routes, StudentFact } from '@nuvrah/contract';
import type { Day } from '@nuvrah/core';

/** What is to be on the server in the end, of each kind of thing that is entered. */
export interface Bodies {
  readonly session: BodyOf<typeof routes.saveSession>;
  readonly sitting: BodyOf<typeof routes.recordSitting>;
  readonly report: { readonly token: string; readonly report: HomeReport };
  readonly fact: {
    readonly fact: Omit<StudentFact, 'id'>;
    /** Taken off again: what was put on record today goes, anything older ends with this day. Null where it stands. */
    readonly gone: Day | null;
  };
  readonly 'day-check': Omit<BodyOf<typeof routes.addDayCheck>, 'id' | 'waited'>;
}

/** What the server answers once it has it. */
export interface Answers {
  readonly session: AnswerOf<typeof routes.saveSession>;
  readonly sitting: AnswerOf<typeof routes.recordSitting>;
  readonly report: AnswerOf<typeof routes.reportHome>;
  /** Null where it was taken off. */
  readonly fact: StudentFact | null;
  readonly 'day-check': AnswerOf<typeof routes.addDayCheck>;
}

export type EntryKind = keyof Bodies;

/** Something that was entered: sent again, it is there once. */
export interface Entry<K extends EntryKind> {
  readonly kind: K;
  /** Of the session, sitting, report, fact or check. */
  readonly id: string;
  /** Whom it is about, where that is one student of the account. */
  readonly studentId: string | null;
  readonly body: Bodies[K];
}

/** What is known of an entry while it is on its way. */
interface OnItsWay {
  /** Another format was written by another version, and is not read. */
  readonly format: 1;
  /** Whose account it belongs to; null for what is told by a private link. */
  readonly owner: string | null;
  /** When it was entered, in milliseconds since 1970 by the clock of this browser. */
  readonly at: number;
  /** Marks of what was sent since the version it is based on: whatever of it stands on the server is no stranger's. */
  readonly sent: readonly string[];
  /** Why the server will not have it; it is kept for a person to decide about, and not sent again by itself. */
  readonly refused: string | null;
}

/** An entry as it is kept in this browser. */
export type Waiting<K extends EntryKind = EntryKind> = {
  readonly [Kind in K]: Entry<Kind> & OnItsWay;
}[K];

export const keyOf = ({ kind, id }: { readonly kind: EntryKind; readonly id: string }): string =>
  `${kind}.${id}`;
