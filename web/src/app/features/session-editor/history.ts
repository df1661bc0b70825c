/** What was, what is and what was undone. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  /** Names the last edit: edits of one name that follow each other are one step, so that typing is undone as a whole. */
  readonly lastEdit: string | null;
}

const LONGEST = 200;

export const beginHistory = <T>(present: T): History<T> => ({
  past: [],
  present,
  future: [],
  lastEdit: null,
});

/** The history with one more step; an edit with the name of the one before it continues that step. */
export function record<T>(history: History<T>, next: T, name: string | null): History<T> {
  if (next === history.present) return history;
  const continues = name !== null && name === history.lastEdit;
  const past = continues ? history.past : [...history.past, history.present].slice(-LONGEST);
  return { past, present: next, future: [], lastEdit: name };
}

export function undo<T>(history: History<T>): History<T> {
  const before = history.past.at(-1);
  if (before === undefined) return history;
  return {
    past: history.past.slice(0, -1),
    present: before,
    future: [history.present, ...history.future],
    lastEdit: null,
  };
}

export function redo<T>(history: History<T>): History<T> {
  const [next, ...future] = history.future;
  if (next === undefined) return history;
  return { past: [...history.past, history.present], present: next, future, lastEdit: null };
}
