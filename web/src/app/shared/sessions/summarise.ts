import {
  compileSession,
  describePassage,
  formatClock,
  resolveConventions,
  techniqueName,
  type Conventions,
  type Naming,
  type Session,
} from '@nuvrah/core';

/** A session in one line of a list. */
export interface SessionSummary {
  readonly title: string;
  /** "Nāḍī śodhana in 6 · hold 3 · out 9 · 18 rounds, from left". */
  readonly line: string;
  readonly total: string;
}

/** How many passages a line of a list spells out; of a longer session it gives the names. */
const SPELT_OUT = 2;

export function summarise(session: Session, profile: Conventions, naming: Naming): SessionSummary {
  const conventions = resolveConventions(profile, session.conventions);
  const led = session.passages.filter(({ kind }) => kind !== 'natural');
  const lines = led.map((passage) => {
    const name = techniqueName(passage.technique, naming);
    return led.length > SPELT_OUT ? name : `${name} ${describePassage(passage, session.goal, conventions)}`;
  });
  // Length does not depend on the hand.
  const { total } = compileSession(session, { hand: 'right' }, profile);
  return {
    title: session.title,
    line: lines.join(led.length > SPELT_OUT ? ', ' : '; '),
    total: formatClock(total),
  };
}
