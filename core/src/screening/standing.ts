import { keysOf } from '../keys.js';
import type { PersonFact } from './facts.js';
import type { MeasureId } from './measure-names.js';
import { isReason, type SignClearance, type SignId } from '../policy/index.js';
import type { Day } from '../units/index.js';
import { LEVELS, type FindingLevel } from './rule.js';
import type { Finding } from './screen.js';
import { screeningWords } from '../words/index.js';

/** What a clinician may clear, in the words that are shown. */
export const CLEARANCE_SCOPES = {
  holds: 'holds',
  force: screeningWords.standing.forcefulAndRapidBreathing,
  locks: 'locks',
  tension: screeningWords.standing.tensingTheBody,
  exhales: screeningWords.standing.longExhales,
  everything: screeningWords.standing.everything,
} as const;
export type ClearanceScope = keyof typeof CLEARANCE_SCOPES;

const SCOPE_MEASURES: Readonly<Record<Exclude<ClearanceScope, 'everything'>, readonly MeasureId[]>> = {
  holds: ['hold', 'internalHold', 'externalHold', 'holdAfterStrokes'],
  force: ['forceful', 'rapid', 'rate', 'strokes'],
  locks: ['locks', 'chinLock', 'abdominalLock'],
  tension: ['tension'],
  exhales: ['exhale', 'exhaleToInhale'],
};

/** The scopes in which a limit in seconds says something. */
export const LIMITED_SCOPES: readonly ClearanceScope[] = ['holds', 'exhales'];

/**
 * A clinician's clearance as it is on file: who, when, until when, for what. It is for a condition, for an emergency sign, or
 * for both: for the sign it ends the suspension, for the condition it lifts findings.
 */
export interface Clearance extends Omit<SignClearance, 'filedAt'> {
  readonly clinician: string;
  readonly givenOn: Day;
  /** The last day on which it holds. */
  readonly until: Day;
  /** The emergency sign it was given after; null where there was none. */
  readonly sign: SignId | null;
  /** The condition it was given for; null where it is for a sign alone. Facts of today are never cleared. */
  readonly fact: PersonFact | null;
  readonly scope: ClearanceScope;
  /** Seconds up to which it holds, where the clinician named a limit. */
  readonly upTo: number | null;
  /** From this day on it holds no more, whatever its last day was; null while it was not withdrawn. */
  readonly withdrawnOn: Day | null;
}

/** What the instructor decided about a finding of a session. */
export interface Overruling {
  readonly kind: 'overruled' | 'acknowledged';
  readonly rule: string;
  readonly passageId: string | null;
  /** What was measured then: a higher value is a new question. */
  readonly value: number;
  /** Empty where it was only acknowledged. */
  readonly reason: string;
}

/** Where a finding stands. */
export type Standing =
  | { readonly kind: 'open' }
  | { readonly kind: 'cleared'; readonly clinician: string; readonly until: string }
  | { readonly kind: 'overruled'; readonly reason: string }
  | { readonly kind: 'acknowledged' };

export type StandingFinding = Finding & { readonly standing: Standing };

/** What lifts findings on a day. */
export interface Decisions {
  readonly clearances: readonly Clearance[];
  readonly overrulings: readonly Overruling[];
  readonly day: Day;
}

/** Whether a clearance lifts a finding on a day; it holds through its last day. */
export function clears(clearance: Clearance, finding: Finding, day: Day): boolean {
  const { fact, scope, upTo, givenOn, until, withdrawnOn } = clearance;
  if (finding.level !== 'clearance' || finding.fact !== fact) return false;
  if (day < givenOn || day > until || (withdrawnOn !== null && day >= withdrawnOn)) return false;
  if (scope !== 'everything' && !SCOPE_MEASURES[scope].includes(finding.feature)) return false;
  return upTo === null || !LIMITED_SCOPES.includes(scope) || finding.value <= upTo;
}

/** The scope that a clearance needs for a finding on a measure. */
export const scopeFor = (feature: MeasureId): ClearanceScope =>
  keysOf(SCOPE_MEASURES).find((scope) => SCOPE_MEASURES[scope].includes(feature)) ?? 'everything';

/**
 * Where each finding stands: "clearance" is lifted by a clearance on file, "change" by an overruling with a reason for
 * the same rule, passage and a value not higher, "care" by having been acknowledged. "No" is lifted by nothing.
 */
export const standingOf = (
  findings: readonly Finding[],
  { clearances, overrulings, day }: Decisions,
): readonly StandingFinding[] =>
  findings.map((finding) => ({ ...finding, standing: standing(finding, clearances, overrulings, day) }));

function standing(
  finding: Finding,
  clearances: readonly Clearance[],
  overrulings: readonly Overruling[],
  day: Day,
): Standing {
  const decided = (kind: Overruling['kind']): Overruling | undefined =>
    overrulings.find(
      (one) =>
        one.kind === kind &&
        one.rule === finding.rule &&
        one.passageId === finding.passageId &&
        finding.value <= one.value,
    );
  switch (finding.level) {
    case 'no':
      return { kind: 'open' };
    case 'clearance': {
      const lifting = clearances.find((clearance) => clears(clearance, finding, day));
      return lifting
        ? { kind: 'cleared', clinician: lifting.clinician, until: lifting.until }
        : { kind: 'open' };
    }
    case 'change': {
      const overruled = decided('overruled');
      return overruled && isReason(overruled.reason)
        ? { kind: 'overruled', reason: overruled.reason }
        : { kind: 'open' };
    }
    case 'care':
      return decided('acknowledged') ? { kind: 'acknowledged' } : { kind: 'open' };
  }
}

/** Whether a finding keeps a session from being led: everything but care, until it is lifted. */
export const blocksLeading = ({ level, standing: at }: StandingFinding): boolean =>
  level !== 'care' && at.kind === 'open';

/** Whether nothing was decided that lifts a finding, and it is no care that was acknowledged. */
export const standsOpen = ({ standing }: Pick<StandingFinding, 'standing'>): boolean =>
  standing.kind === 'open';

/** The strictest level of what is said of each passage, by its id; passages of which nothing is said are not there. */
export function strictestByPassage(
  findings: readonly { readonly passageId: string | null; readonly level: FindingLevel }[],
): ReadonlyMap<string, FindingLevel> {
  const strictest = new Map<string, FindingLevel>();
  for (const { passageId, level } of findings) {
    if (passageId === null) continue;
    const before = strictest.get(passageId);
    if (before === undefined || LEVELS.indexOf(level) < LEVELS.indexOf(before))
      strictest.set(passageId, level);
  }
  return strictest;
}
