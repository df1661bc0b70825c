import { findingKey, screenCase, type ScreeningCase } from './case.js';
import { BEGINNER_SITTINGS, FACT_NAMES, PERSON_FACTS, TODAY_FACTS, type PersonFact } from './facts.js';
import { changesSession, remediesFor } from './remedies.js';
import { blocksLeading, CLEARANCE_SCOPES, LIMITED_SCOPES, scopeFor } from './standing.js';
import type { ClearanceScope, StandingFinding } from './standing.js';

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
  | { readonly kind: 'capacity'; readonly exhale: number }
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
  'under-8': 8,
  'from-8': 12,
  'from-12': 18,
  'up-to-15': 16,
  'from-16': 18,
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
  { student }: ScreeningCase,
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
  if (feature === 'exhaleOverCapacity')
    changes.push({ kind: 'capacity', exhale: (student.measuredExhale ?? 0) + value });
  if (feature === 'overTwiceLongest')
    changes.push({ kind: 'longer-sitting', minutes: (student.longestSitting ?? 0) + value / 2 });
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
        givenOn: '',
        until: '9999-12-31',
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
    case 'capacity':
      return as({ measuredExhale: change.exhale });
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
      const upTo = change.upTo === null ? '' : ` up to ${round(change.upTo)} s`;
      return `A clinician's clearance for ${CLEARANCE_SCOPES[change.scope]}${upTo} (${FACT_NAMES[change.fact]}).`;
    }
    case 'sittings':
      return `${change.more} more ${change.more === 1 ? 'sitting' : 'sittings'} on record.`;
    case 'experience':
      return 'Earlier practice, if there was any, put on record.';
    case 'capacity':
      return `A capacity check with an easy exhale of ${round(change.exhale)} s.`;
    case 'longer-sitting':
      return `A sitting of ${Math.ceil(change.minutes)} min on record first.`;
    case 'wait':
      return `${change.minutes} more minutes after the meal.`;
    case 'age':
      return `Being ${change.years} years old.`;
    case 'fact-over': {
      const name = FACT_NAMES[change.fact as keyof typeof FACT_NAMES];
      return change.lastDay === null
        ? `Once this is no longer true: ${name}.`
        : `From the day after ${change.lastDay}, when this is over: ${name}.`;
    }
    case 'session':
      return `In the session: ${change.said}.`;
  }
}

const round = (value: number): number => Number(value.toFixed(1));
