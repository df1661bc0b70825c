import { sustainableFrom } from '../capacity/index.js';
import { resolveConventions, type Conventions } from '../conventions/index.js';
import { lengthOfStretches } from '../policy/index.js';
import type { Sustainable } from '../ratio/index.js';
import type { Passage, Session, Side } from '../session/index.js';
import { seconds, type Seconds } from '../units/index.js';
import type { ScreenedStudent } from './facts.js';
import {
  measurePassage,
  measuresIn,
  measureTogether,
  restNeeded,
  type MeasuredPassage,
  type MeasuredTogether,
} from './measures.js';
import { rulesFor } from './rules.js';
import { findingsOfPassage, findingsOfWhole, strictestFirst } from './screen.js';
import { standingOf, type Decisions, type StandingFinding } from './standing.js';

/** Everything that decides what speaks against a session: what is written, for whom, on what day, by whose conventions. */
export interface ScreeningCase {
  readonly session: Session;
  readonly student: ScreenedStudent;
  readonly hand: Side;
  readonly profile: Conventions;
  readonly decisions: Decisions;
}

/** What the student of a case can sustain: what everything that is put in is fitted to. */
export const sustainableIn = ({ student }: Pick<ScreeningCase, 'student'>): Sustainable =>
  sustainableFrom(student.capacity);

/** Screens a case, with where each finding stands. */
export const screenCase = (of: ScreeningCase): readonly StandingFinding[] =>
  rescreener(of).screen(of.session);

/** Screens changed versions of a case's session; what was measured of a passage before is not measured again. */
export interface Rescreener {
  screen(session: Session): readonly StandingFinding[];
  /** Length of a passage as planned, without the change of seat before it. */
  lengthOf(passage: Passage): Seconds;
}

/**
 * A passage measures the same alone as among others, but for what {@link measureTogether} adds and for the rest that strokes
 * need before a hold; so of a changed session only the passages that changed are measured.
 */
export function rescreener({ session: of, student, profile, decisions }: ScreeningCase): Rescreener {
  const conventions = resolveConventions(profile, of.conventions);
  const rules = rulesFor(student, conventions);
  const measuring = { student, conventions, goal: of.goal };
  const known = new WeakMap<Passage, Map<number, MeasuredPassage>>();
  const measured = (passage: Passage, rest: number): MeasuredPassage => {
    const before = known.get(passage) ?? new Map<number, MeasuredPassage>();
    known.set(passage, before);
    const now = before.get(rest) ?? measurePassage(passage, rest, measuring);
    before.set(rest, now);
    return now;
  };
  const found = new WeakMap<MeasuredPassage, Map<string, readonly StandingFinding[]>>();
  /** The same findings, as the same objects, as long as nothing about the passage changes. */
  const ofPassage = (
    one: MeasuredPassage,
    index: number,
    together: MeasuredTogether,
  ): readonly StandingFinding[] => {
    const measures = measuresIn(one, index, together);
    const before = found.get(one) ?? new Map<string, readonly StandingFinding[]>();
    found.set(one, before);
    const key = Object.values(measures).join();
    const now = before.get(key) ?? standingOf(findingsOfPassage(one.passage.id, measures, rules), decisions);
    before.set(key, now);
    return now;
  };
  return {
    screen: (session) => {
      const each = session.passages.map((passage, index) =>
        measured(passage, restNeeded(session, index, conventions)),
      );
      const together = measureTogether(each, session.seatChange, measuring);
      const [first] = each;
      const whole = first
        ? standingOf(findingsOfWhole(measuresIn(first, 0, together), rules), decisions)
        : [];
      return strictestFirst([...each.flatMap((one, index) => ofPassage(one, index, together)), ...whole]);
    },
    lengthOf: (passage) => seconds(lengthOfStretches(measured(passage, 0).stretches) / 2000),
  };
}

export const isOpen = ({ standing }: StandingFinding): boolean => standing.kind === 'open';

/** The same rule on the same passage. */
export const findingKey = ({ rule, passageId }: Pick<StandingFinding, 'rule' | 'passageId'>): string =>
  `${rule} ${passageId ?? ''}`;
