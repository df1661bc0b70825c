import type { HoldKind } from '../technique/index.js';
import { resolveConventions, type Conventions } from '../conventions/index.js';
import { seconds, type Day, type Seconds } from '../units/index.js';
import { FACT_NAMES, type FactId, type ScreenedStudent } from './facts.js';
import { LONGEST_PAUSE } from '../policy/index.js';
import type { MeasureId } from './measure-names.js';
import { type Rule } from './rule.js';
import { rulesFor } from './rules.js';
import type { Finding } from './screen.js';
import { clears, type Clearance } from './standing.js';
import { screeningWords } from '../words/index.js';

/** Whether a hold may be measured, and when a try ends by itself. */
export type HoldCheck =
  | { readonly offered: false; readonly reason: string }
  /** The lowest threshold on holds that applies to the student, in seconds; null where none does. */
  | { readonly offered: true; readonly cap: Seconds | null };

const MEASURES: Readonly<Record<HoldKind, readonly MeasureId[]>> = {
  internalHold: ['hold', 'internalHold'],
  externalHold: ['hold', 'externalHold'],
};

/** What says nothing about how long a hold may be measured: experience, approvals, and what was measured before. */
const NO_LIMIT: readonly FactId[] = ['beginner', 'anyone', 'measured', 'never-measured'];

/**
 * A hold is not measured where a fact speaks against every hold, or a clearance for it is missing; a try ends by itself at
 * the lowest threshold that a fact gives at no, clearance or change. Domain 8.
 */
export function holdCheck(
  hold: HoldKind,
  student: ScreenedStudent,
  clearances: readonly Clearance[],
  day: Day,
  profile: Conventions,
): HoldCheck {
  const rules = rulesFor(student, resolveConventions(profile, {})).filter(
    ({ feature, fact, level }) =>
      MEASURES[hold].includes(feature) && !NO_LIMIT.includes(fact) && level !== 'care',
  );
  const caps: number[] = [];
  for (const rule of rules) {
    const clearance = clearances.find((one) => clears(one, asFinding(rule), day));
    if (clearance) {
      if (clearance.upTo !== null) caps.push(clearance.upTo);
    } else if (rule.over > LONGEST_PAUSE) {
      caps.push(rule.over);
    } else {
      const lacking =
        rule.level === 'clearance'
          ? screeningWords.holdCheck.holdClearanceMissing
          : screeningWords.holdCheck.holdsAreLeftOut;
      return { offered: false, reason: `${lacking}: ${FACT_NAMES[rule.fact]}. ${rule.reason}` };
    }
  }
  return { offered: true, cap: caps.length === 0 ? null : seconds(Math.min(...caps)) };
}

/** A rule as it would be found at its threshold: whether a clearance lifts it at all. */
const asFinding = ({ id, fact, feature, over, level, reason, remedies }: Rule): Finding => ({
  rule: id,
  passageId: null,
  fact,
  feature,
  value: over,
  threshold: over,
  level,
  reason,
  remedies,
});
