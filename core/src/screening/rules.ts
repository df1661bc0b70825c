import type { Conventions } from '../conventions/index.js';
import { phaseLimits } from '../policy/index.js';
import type { PHASE_KINDS } from '../ratio/index.js';
import { factsOf, unmeasuredGroup, type ScreenedStudent } from './facts.js';
import type { MeasureId } from './measure-names.js';
import type { Rule } from './rule.js';
import { RULES_OF_CONDITIONS } from './rules-of-conditions.js';
import { RULES_OF_EVERYBODY } from './rules-of-everybody.js';
import { textsInLanguage } from '../language.js';

/** Common teaching cautions, as data. They are not medical advice; local rules and a licensed clinician come first. */
export const RULES: readonly Rule[] = textsInLanguage(
  [...RULES_OF_CONDITIONS, ...RULES_OF_EVERYBODY],
  'reason',
);

/** The limit that a rule has for a student; null where it does not concern them. */
function overFor(rule: Rule, student: ScreenedStudent): number | null {
  const { limit, feature, level } = rule;
  if (limit === null) return rule.over;
  const phase = phaseOfMeasure(feature);
  const found = phaseLimits(phase, student.capacity[phase], unmeasuredGroup(student)).find(
    (one) => one.because === limit && (one.level === level || feature !== phase),
  );
  if (!found || (feature !== phase && limit !== 'measured')) return null;
  return found.over;
}

const phaseOfMeasure = (feature: MeasureId): (typeof PHASE_KINDS)[number] =>
  feature === 'inhaleWithPauses'
    ? 'inhale'
    : feature === 'exhaleWithPauses'
      ? 'exhale'
      : (feature as (typeof PHASE_KINDS)[number]);

/** The rules whose fact is true of a student and that the conventions leave in force, with the limits of this student. */
export function rulesFor(student: ScreenedStudent, conventions: Conventions): readonly Rule[] {
  const facts = factsOf(student);
  return RULES.flatMap((rule) => {
    if (!facts.has(rule.fact) || !inForce(rule, conventions)) return [];
    const over = overFor(rule, student);
    return over === null ? [] : [over === rule.over ? rule : { ...rule, over }];
  });
}

/** Whether the conventions leave a rule in force. */
export const inForce = ({ unless }: Pick<Rule, 'unless'>, conventions: Conventions): boolean =>
  unless === null || conventions[unless.key] !== unless.choice;
