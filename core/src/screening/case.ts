import { resolveConventions, type Conventions } from '../conventions/index.js';
import type { Sustainable } from '../ratio/index.js';
import type { Passage, Session, Side } from '../session/index.js';
import { compileSession, type Timeline } from '../timeline/index.js';
import { seconds, type Seconds } from '../units/index.js';
import type { ScreenedStudent } from './facts.js';
import {
  measurePassage,
  measuresIn,
  measureTogether,
  type MeasuredPassage,
  type MeasuredTogether,
} from './features.js';
import { findingsOfPassage, findingsOfWhole, rulesFor, screen, strictestFirst } from './screen.js';
import { standingOf, type Decisions, type StandingFinding } from './standing.js';

/** Everything that decides what speaks against a session: what is written, for whom, on what day, by whose conventions. */
export interface ScreeningCase {
  readonly session: Session;
  readonly student: ScreenedStudent;
  readonly hand: Side;
  readonly profile: Conventions;
  readonly decisions: Decisions;
  /** What a replacement is fitted to; null where it is not known. */
  readonly sustainable: Sustainable | null;
}

/** Compiles and screens a case, with where each finding stands. */
export function screenCase(
  { session, student, hand, profile, decisions }: ScreeningCase,
  timeline: Timeline = compileSession(session, { hand }, profile),
): readonly StandingFinding[] {
  return standingOf(screen(session, timeline, student, profile), decisions);
}

/** Screens changed versions of a case's session; what was measured of a passage before is not measured again. */
export interface Rescreener {
  screen(session: Session): readonly StandingFinding[];
  /** Length of a passage, without the change of seat before it. */
  lengthOf(passage: Passage): Seconds;
}

/**
 * A passage measures the same alone as among others, but for what {@link measureTogether} adds; so of a changed session
 * only the passages that changed are compiled. Finds what {@link screenCase} finds.
 */
export function rescreener({ session: of, student, hand, profile, decisions }: ScreeningCase): Rescreener {
  const conventions = resolveConventions(profile, of.conventions);
  const rules = rulesFor(student, conventions);
  const known = new WeakMap<Passage, Map<Passage | null, MeasuredPassage>>();
  const measured = (passage: Passage, following: Passage | null): MeasuredPassage => {
    // Only strokes look ahead: they rest longer before a hold.
    const next = passage.kind === 'strokes' ? following : null;
    const before = known.get(passage) ?? new Map<Passage | null, MeasuredPassage>();
    known.set(passage, before);
    const found = before.get(next);
    if (found) return found;
    const passages = next ? [passage, next] : [passage];
    const timeline = compileSession({ ...of, passages }, { hand }, profile);
    const events = timeline.events.filter((event) => event.passage === 0);
    const now = measurePassage(passage, events, timeline.passages[0], student, conventions);
    before.set(next, now);
    return now;
  };
  const found = new WeakMap<MeasuredPassage, Map<number, readonly StandingFinding[]>>();
  /** The same findings, as the same objects, as long as nothing about the passage changes. */
  const ofPassage = (
    { id }: Passage,
    alone: MeasuredPassage,
    index: number,
    together: MeasuredTogether,
  ): readonly StandingFinding[] => {
    const before = found.get(alone) ?? new Map<number, readonly StandingFinding[]>();
    found.set(alone, before);
    const after = together.holdAfterStrokes[index] ?? 0;
    const now =
      before.get(after) ??
      standingOf(findingsOfPassage(id, measuresIn(alone, index, together), rules), decisions);
    before.set(after, now);
    return now;
  };
  return {
    screen: (session) => {
      const each = session.passages.map((passage, index) =>
        measured(passage, session.passages[index + 1] ?? null),
      );
      const together = measureTogether(session.passages, each, session.seatChange, student);
      const [first] = each;
      const whole = first
        ? standingOf(findingsOfWhole(measuresIn(first, 0, together), rules), decisions)
        : [];
      const findings = session.passages.flatMap((passage, index) =>
        ofPassage(passage, each[index] as MeasuredPassage, index, together),
      );
      return strictestFirst([...findings, ...whole]);
    },
    lengthOf: (passage) => seconds(measured(passage, null).length / 1000),
  };
}

export const isOpen = ({ standing }: StandingFinding): boolean => standing.kind === 'open';

/** The same rule on the same passage. */
export const findingKey = ({ rule, passageId }: Pick<StandingFinding, 'rule' | 'passageId'>): string =>
  `${rule} ${passageId ?? ''}`;
