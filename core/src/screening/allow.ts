import { findingKey, screenCase, type ScreeningCase } from './case.js';
import {
  AGES,
  BEGINNER_SITTINGS,
  longestUsualSession,
  TIMES_LONGEST_YET,
  type ApprovalOf,
} from '../policy/index.js';
import { PHASE_NAMES, type PhaseKind } from '../ratio/index.js';
import { techniqueName, type TechniqueId } from '../technique/index.js';
import { day, dayInWords, seconds } from '../units/index.js';
import { FACT_NAMES, PERSON_FACTS, TODAY_FACTS, type PersonFact } from './facts.js';
import { changesSession, remediesFor } from './remedies.js';
import { blocksLeading, CLEARANCE_SCOPES, LIMITED_SCOPES, scopeFor } from './standing.js';
import type { ClearanceScope, StandingFinding } from './standing.js';
import { screeningWords } from '../words/index.js';

/** One change, of the record or of the session, that lifts a finding. */
export type AllowingChange =
  | {
      readonly kind: 'clearance';
      readonly fact: PersonFact;
      readonly scope: ClearanceScope;
      /** Seconds that it must allow, where that scope may be limited. */
      readonly upTo: number | null;
    }
  | { readonly kind: 'sittings'; readonly more: number }
  | { readonly kind: 'experience' }
  /** A check in which a phase was so long, seconds. */
  | { readonly kind: 'capacity'; readonly phase: PhaseKind; readonly seconds: number }
  /** What a teacher approves of. */
  | { readonly kind: 'approval'; readonly of: ApprovalOf }
  /** Another day. */
  | { readonly kind: 'tomorrow' }
  | { readonly kind: 'longer-sitting'; readonly minutes: number }
  | { readonly kind: 'wait'; readonly minutes: number }
  | { readonly kind: 'age'; readonly years: number }
  /** When it is no longer true; the last day where it is known. */
  | { readonly kind: 'fact-over'; readonly fact: string; readonly lastDay: string | null }
  | { readonly kind: 'session'; readonly said: string };

/** What would lift a finding, and what would still speak against the passage then. */
export interface Allowing {
  readonly change: AllowingChange;
  readonly still: readonly StandingFinding[];
}

/** Age from which a rule for the young is over. */
const GROWS_OUT: Readonly<Record<string, number>> = {
  'under-8': AGES.schoolChild,
  'age-8-11': AGES.youth,
  'age-12-17': AGES.grownUp,
  'up-to-15': AGES.nearlyGrown,
  'age-16-17': AGES.grownUp,
};

/** Facts that bring others with them. */
const BROUGHT_BY: Readonly<Record<string, readonly string[]>> = {
  diabetes: ['insulin'],
  thyroid: ['thyroid-overactive'],
  pregnancy: ['pregnancy-guarded'],
  'pregnancy-16-weeks': ['pregnancy', 'pregnancy-guarded'],
};

/**
 * What would allow what a finding speaks against: single changes of the record (a clearance, sittings, a capacity, time)
 * and of the session, each proved by screening again, so none is larger than it has to be.
 *
 * @param ends last days of facts that are known to end.
 */
export function whatWouldAllow(
  finding: StandingFinding,
  of: ScreeningCase,
  ends: ReadonlyMap<string, string> = new Map(),
): readonly Allowing[] {
  const ofRecord = recordChanges(finding, of, ends).flatMap((change): Allowing[] => {
    const after = screenCase(changed(of, change));
    const lifted = after.every((one) => findingKey(one) !== findingKey(finding) || !blocksLeading(one));
    return lifted ? [{ change, still: stillAgainst(finding, after) }] : [];
  });
  const ofSession = remediesFor(finding, of)
    .filter(changesSession)
    .map(({ said, findings }): Allowing => ({
      change: { kind: 'session', said },
      still: stillAgainst(finding, findings),
    }));
  return [...ofRecord, ...ofSession];
}

const stillAgainst = (
  { passageId }: StandingFinding,
  findings: readonly StandingFinding[],
): readonly StandingFinding[] => findings.filter((one) => one.passageId === passageId && blocksLeading(one));

/** Changes of the record that may lift it. */
function recordChanges(
  finding: StandingFinding,
  { student, session }: ScreeningCase,
  ends: ReadonlyMap<string, string>,
): readonly AllowingChange[] {
  const { fact, feature, level, value } = finding;
  const changes: AllowingChange[] = [];
  if (level === 'clearance' && fact in PERSON_FACTS) {
    const scope = scopeFor(feature);
    const upTo = LIMITED_SCOPES.includes(scope) ? value : null;
    changes.push({ kind: 'clearance', fact: fact as PersonFact, scope, upTo });
  }
  if (fact === 'beginner') {
    changes.push({ kind: 'sittings', more: BEGINNER_SITTINGS - student.sittings }, { kind: 'experience' });
  }
  if (feature === 'exhaleOverCapacity') {
    const known = student.capacity.exhale;
    const measured = known.kind === 'measured' ? known.measured : 0;
    changes.push({ kind: 'capacity', phase: 'exhale', seconds: measured + value });
  }
  const phase = PHASE_OF_MEASURE[feature];
  if (phase && (fact === 'measured' || fact === 'never-measured'))
    changes.push({ kind: 'capacity', phase, seconds: value });
  if (fact === 'stop-sign-today') changes.push({ kind: 'tomorrow' });
  const approval = approvalFor(feature, value, techniqueIn(session, finding.passageId));
  if (approval) changes.push({ kind: 'approval', of: approval });
  if (feature === 'overTwiceLongest') {
    const all = longestUsualSession(student.longestSitting) + value;
    changes.push({ kind: 'longer-sitting', minutes: all / TIMES_LONGEST_YET });
  }
  if (feature === 'mealShort') changes.push({ kind: 'wait', minutes: Math.ceil(value) });
  const years = GROWS_OUT[fact];
  if (years !== undefined) changes.push({ kind: 'age', years });
  if (fact in PERSON_FACTS || fact in TODAY_FACTS || fact in BROUGHT_BY) {
    const [source = fact] = [fact, ...(BROUGHT_BY[fact] ?? [])].filter((one) =>
      (student.facts as readonly string[]).includes(one),
    );
    changes.push({ kind: 'fact-over', fact: source, lastDay: ends.get(source) ?? null });
  }
  return changes;
}

const PHASE_OF_MEASURE: Readonly<Partial<Record<string, PhaseKind>>> = {
  inhale: 'inhale',
  inhaleWithPauses: 'inhale',
  internalHold: 'internalHold',
  exhale: 'exhale',
  exhaleWithPauses: 'exhale',
  externalHold: 'externalHold',
};

const techniqueIn = ({ passages }: ScreeningCase['session'], passageId: string | null): TechniqueId | null =>
  passages.find(({ id }) => id === passageId)?.technique ?? null;

/** What a teacher has to approve of for a finding to go; null where an approval does not lift it. */
export function approvalFor(
  feature: string,
  value: number,
  technique: TechniqueId | null,
): ApprovalOf | null {
  switch (feature) {
    case 'unapprovedTechnique':
      return technique && { kind: 'technique', technique };
    case 'unapprovedLocks':
      return { kind: 'all-locks' };
    case 'unapprovedHold':
      return { kind: 'hold', seconds: value };
    default:
      return null;
  }
}

/** "bellows breath", "all three locks", "holds up to 24 s". */
export function describeApprovalOf(of: ApprovalOf): string {
  switch (of.kind) {
    case 'technique':
      return techniqueName(of.technique, 'english').toLowerCase();
    case 'all-locks':
      return screeningWords.allow.allThreeLocks;
    case 'hold':
      return screeningWords.allow.holdsUpToS(round(of.seconds));
  }
}

/** The case with the record changed so. */
function changed(of: ScreeningCase, change: AllowingChange): ScreeningCase {
  const { student, decisions } = of;
  const as = (record: Partial<ScreeningCase['student']>): ScreeningCase => ({
    ...of,
    student: { ...student, ...record },
  });
  switch (change.kind) {
    case 'clearance': {
      const { fact, scope, upTo } = change;
      const clearance = {
        clinician: '',
        givenOn: EVER,
        until: FOREVER,
        sign: null,
        fact,
        scope,
        upTo,
        withdrawnOn: null,
      };
      return { ...of, decisions: { ...decisions, clearances: [...decisions.clearances, clearance] } };
    }
    case 'sittings':
      return as({ sittings: student.sittings + change.more });
    case 'experience':
      return as({ experienced: true });
    case 'capacity': {
      const long = seconds(change.seconds);
      const known = {
        kind: 'measured',
        measured: long,
        sustainable: long,
        atLeast: false,
        old: false,
      } as const;
      return as({ capacity: { ...student.capacity, [change.phase]: known } });
    }
    case 'approval': {
      const approval = { of: change.of, by: '', givenOn: EVER };
      return as({ approvals: [...student.approvals, approval] });
    }
    case 'tomorrow':
      return as({ stoppedToday: null });
    case 'longer-sitting':
      return as({ longestSitting: change.minutes });
    case 'wait':
      return as({ mealMinutes: (student.mealMinutes ?? 0) + change.minutes });
    case 'age':
      return as({ age: { youngest: change.years, oldest: change.years + 1 } });
    case 'fact-over': {
      const over = [change.fact, ...(BROUGHT_BY[change.fact] ?? [])];
      return as({ facts: student.facts.filter((fact) => !over.includes(fact)) });
    }
    case 'session':
      return of;
  }
}

/** "A clinician's clearance for holds up to 10 s (heart disease or arrhythmia)". */
export function describeAllowing(change: AllowingChange): string {
  switch (change.kind) {
    case 'clearance': {
      const upTo = change.upTo === null ? '' : screeningWords.allow.upToS(round(change.upTo));
      return screeningWords.allow.clearanceFor(CLEARANCE_SCOPES[change.scope], upTo, FACT_NAMES[change.fact]);
    }
    case 'sittings':
      return screeningWords.allow.moreOnRecord(change.more);
    case 'experience':
      return screeningWords.allow.earlierPracticeIfThere;
    case 'capacity':
      return screeningWords.allow.checkWith(PHASE_NAMES[change.phase], round(change.seconds));
    case 'approval':
      return screeningWords.allow.approvalOf(describeApprovalOf(change.of));
    case 'tomorrow':
      return screeningWords.allow.anotherDay;
    case 'longer-sitting':
      return screeningWords.allow.sittingOfMinutes(Math.ceil(change.minutes));
    case 'wait':
      return screeningWords.allow.minutesAfterMeal(change.minutes);
    case 'age':
      return screeningWords.allow.olderAge(change.years);
    case 'fact-over': {
      const name = FACT_NAMES[change.fact as keyof typeof FACT_NAMES];
      return change.lastDay === null
        ? screeningWords.allow.onceNotTrue(name)
        : screeningWords.allow.fromDayAfter(dayInWords(change.lastDay), name);
    }
    case 'session':
      return screeningWords.allow.inTheSession(change.said);
  }
}

/** Days before and after everything. */
const EVER = day('1900-01-01');
const FOREVER = day('9999-12-31');

const round = (value: number): number => Number(value.toFixed(1));
