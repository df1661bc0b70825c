import {
  compileSession,
  countsOf,
  describeRounds,
  formatClock,
  formatRatio,
  passageTotals,
  resolveConventions,
  startingSide,
  techniqueName,
  type Conventions,
  type Naming,
  type Session,
} from '@nuvrah/core';

/** A session in one line of a list. */
export interface SessionSummary {
  readonly title: string;
  /** "Nāḍī śodhana in 6 · hold 3 · out 9 · empty 0, 18 rounds from left". */
  readonly line: string;
  readonly total: string;
}

export function summarise(session: Session, profile: Conventions, naming: Naming): SessionSummary {
  const conventions = resolveConventions(profile, session.conventions);
  const lines = session.passages.flatMap((passage) => {
    if (passage.kind === 'natural') return [];
    const start = startingSide(passage, session.goal, conventions);
    const { rounds } = passageTotals(passage, start, conventions);
    const name = techniqueName(passage.technique, naming);
    return [`${name} ${formatRatio(countsOf(passage))}, ${describeRounds(rounds)} from ${start}`];
  });
  // Length does not depend on the hand.
  const { total } = compileSession(session, { hand: 'right' }, profile);
  return { title: session.title, line: lines.join('; '), total: formatClock(total) };
}
