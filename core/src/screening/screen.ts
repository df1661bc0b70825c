import type { Conventions } from '../conventions/index.js';
import type { Session } from '../session/index.js';
import type { Timeline } from '../timeline/index.js';
import { FACT_NAMES, factsOf, type FactId, type ScreenedStudent } from './facts.js';
import { MEASURE_NAMES, measureSession, type MeasureId, type Measures } from './features.js';
import { LEVELS, RULES, type FindingLevel, type RemedyKind, type Rule } from './rules.js';

/** One rule that fires on one passage, with everything that explains it. */
export interface Finding {
  readonly rule: string;
  readonly passageId: string;
  readonly fact: FactId;
  readonly feature: MeasureId;
  /** What was measured, and above what the rule fires, in the unit of the measure. */
  readonly value: number;
  readonly threshold: number;
  readonly level: FindingLevel;
  readonly reason: string;
  /** Kinds of change that may lift it, the mildest first. */
  readonly remedies: readonly RemedyKind[];
}

/**
 * Every rule that fires on a compiled session for a student on a day, strictest first, then in the order of the passages.
 * Where a stricter rule of the same fact fires on the same measure of a passage, the milder one is left out.
 *
 * @param profile the instructor's conventions; the session's own overrides are laid over them here.
 */
export function screen(
  session: Session,
  timeline: Timeline,
  student: ScreenedStudent,
  profile: Conventions,
): readonly Finding[] {
  const facts = factsOf(student);
  const rules = RULES.filter(({ fact }) => facts.has(fact));
  const measures = measureSession(session, timeline, profile);
  const findings = session.passages.flatMap(({ id }, index) =>
    strictestOf(rules.flatMap((rule) => finding(rule, id, measures[index] as Measures))),
  );
  return findings.sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level));
}

function finding(rule: Rule, passageId: string, measures: Measures): readonly Finding[] {
  const value = measures[rule.feature];
  if (value <= rule.over) return [];
  const { id, fact, feature, over, level, reason, remedies } = rule;
  return [{ rule: id, passageId, fact, feature, value, threshold: over, level, reason, remedies }];
}

/** Of several findings of one fact on one measure only the strictest stands. */
const strictestOf = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter((one) =>
    findings.every(
      (other) =>
        other === one ||
        other.fact !== one.fact ||
        other.feature !== one.feature ||
        LEVELS.indexOf(one.level) <= LEVELS.indexOf(other.level),
    ),
  );

/** The strictest level of some findings, or null where there is none. */
export const strictestLevel = (findings: readonly Pick<Finding, 'level'>[]): FindingLevel | null =>
  LEVELS.find((level) => findings.some((finding) => finding.level === level)) ?? null;

/** "High blood pressure, controlled · hold with full lungs 6 s, above 4 s. Longer holds can raise …". */
export function describeFinding({ fact, feature, reason, value, threshold }: Finding): string {
  const [name, unit] = MEASURE_NAMES[feature];
  const number = (of: number): string => `${Number(of.toFixed(1))} ${unit}`;
  const measured =
    unit === '' ? name : `${name} ${number(value)}${threshold === 0 ? '' : `, above ${number(threshold)}`}`;
  const who = FACT_NAMES[fact];
  return `${who.charAt(0).toUpperCase()}${who.slice(1)} · ${measured}. ${reason}`;
}
