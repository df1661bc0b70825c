import { resolveConventions, type Conventions } from '../conventions/index.js';
import type { HoldKind } from '../session/index.js';
import { seconds, type Seconds } from '../units/index.js';
import { FACT_NAMES, factsOf, type ScreenedStudent } from './facts.js';
import type { MeasureId } from './features.js';
import { RULES, type Rule } from './rules.js';
import { inForce, type Finding } from './screen.js';
import { clears, type Clearance } from './standing.js';

/** Whether a hold may be measured, and when a try ends by itself. */
export type HoldCheck =
  | { readonly offered: false; readonly reason: string }
  /** The lowest threshold on holds that applies to the student, in seconds; null where none does. */
  | { readonly offered: true; readonly cap: Seconds | null };

const MEASURES: Readonly<Record<HoldKind, readonly MeasureId[]>> = {
  internalHold: ['hold', 'internalHold'],
  externalHold: ['hold', 'externalHold'],
};

/**
 * A hold is not measured where screening says "no" or "change" to every hold, or a clearance for it is missing; a try
 * ends by itself at the lowest hold threshold that applies.
 */
export function holdCheck(
  hold: HoldKind,
  student: ScreenedStudent,
  clearances: readonly Clearance[],
  day: string,
  profile: Conventions,
): HoldCheck {
  const facts = factsOf(student);
  const conventions = resolveConventions(profile, {});
  const rules = RULES.filter(
    (rule) => MEASURES[hold].includes(rule.feature) && facts.has(rule.fact) && inForce(rule, conventions),
  );
  const caps: number[] = [];
  for (const rule of rules) {
    const clearance = clearances.find((one) => clears(one, asFinding(rule), day));
    if (clearance) {
      if (clearance.upTo !== null) caps.push(clearance.upTo);
    } else if (rule.over > 0) {
      caps.push(rule.over);
    } else if (rule.level !== 'care') {
      const lacking = rule.level === 'clearance' ? 'A clearance for holds is missing' : 'Holds are left out';
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
