import { resolveConventions, type Conventions } from '../conventions/index.js';
import type { Session } from '../session/index.js';
import { FACT_NAMES, type FactId, type ScreenedStudent } from './facts.js';
import { MEASURE_NAMES, type MeasureId, type Measures } from './measure-names.js';
import { measureSession, SESSION_MEASURES } from './measures.js';
import { LEVELS, REMEDY_WORDS, type FindingLevel, type RemedyKind, type Rule } from './rule.js';
import { rulesFor } from './rules.js';
import { screeningWords } from '../words/index.js';

/** One rule that fires on one passage, with everything that explains it. */
export interface Finding {
  readonly rule: string;
  /** null where it concerns the whole session. */
  readonly passageId: string | null;
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
 * Every rule that fires on a session for a student on a day, strictest first, then in the order of the passages.
 * Where a stricter rule of the same fact fires on the same measure of a passage, the milder one is left out.
 *
 * @param profile the instructor's conventions; the session's own overrides are laid over them here.
 */
export function screen(session: Session, student: ScreenedStudent, profile: Conventions): readonly Finding[] {
  const measures = measureSession(session, student, profile);
  return findingsOf(session, measures, rulesFor(student, resolveConventions(profile, session.conventions)));
}

/** What the rules find in the measures of a session's passages, strictest first. */
export function findingsOf(
  session: Session,
  measures: readonly Measures[],
  rules: readonly Rule[],
): readonly Finding[] {
  const findings = session.passages.flatMap(({ id }, index) =>
    findingsOfPassage(id, measures[index] as Measures, rules),
  );
  const [first] = measures;
  return strictestFirst([...findings, ...(first ? findingsOfWhole(first, rules) : [])]);
}

export const findingsOfPassage = (
  id: string,
  measures: Measures,
  rules: readonly Rule[],
): readonly Finding[] =>
  strictestOf(found(id, measures, rules, (feature) => !SESSION_MEASURES.includes(feature)));

export const findingsOfWhole = (measures: Measures, rules: readonly Rule[]): readonly Finding[] =>
  found(null, measures, rules, (feature) => SESSION_MEASURES.includes(feature));

function found(
  passageId: string | null,
  measures: Measures,
  rules: readonly Rule[],
  wanted: (feature: MeasureId) => boolean,
): Finding[] {
  const findings: Finding[] = [];
  for (const { id, fact, feature, over, level, reason, remedies } of rules) {
    const value = measures[feature];
    if (value <= over || !wanted(feature)) continue;
    findings.push({ rule: id, passageId, fact, feature, value, threshold: over, level, reason, remedies });
  }
  return findings;
}

const RANK = Object.fromEntries(LEVELS.map((level, rank) => [level, rank])) as Record<FindingLevel, number>;

/** Strictest first, otherwise in the order in which they are. */
export const strictestFirst = <F extends Pick<Finding, 'level'>>(findings: readonly F[]): readonly F[] =>
  LEVELS.flatMap((level) => findings.filter((finding) => finding.level === level));

/** Whether a level is as strict as another, or stricter. */
export const asStrict = (level: FindingLevel, other: FindingLevel): boolean => RANK[level] <= RANK[other];

/** Of several findings of one fact on one measure only the strictest stands. */
const strictestOf = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter(
    (one) =>
      !findings.some(
        (other) =>
          other.feature === one.feature && other.fact === one.fact && RANK[other.level] < RANK[one.level],
      ),
  );

/** The strictest level of some findings, or null where there is none. */
export const strictestLevel = (findings: readonly Pick<Finding, 'level'>[]): FindingLevel | null =>
  LEVELS.find((level) => findings.some((finding) => finding.level === level)) ?? null;

/** "High blood pressure, controlled · hold with full lungs 6 s, above 4 s. Longer holds can raise …". */
export function describeFinding({ fact, feature, reason, value, threshold }: Finding): string {
  const measured = describeMeasure(feature, value, threshold);
  return `${capital(fact === 'anyone' ? measured : `${FACT_NAMES[fact]} · ${measured}`)}. ${reason}`;
}

/** "hold with full lungs 6 s, above 4 s", or the name alone of what is only there or not. */
export function describeMeasure(feature: MeasureId, value: number, threshold: number): string {
  const [name, unit] = MEASURE_NAMES[feature];
  const number = (of: number): string => `${Number(of.toFixed(1))} ${unit}`;
  if (unit === '') return name;
  return `${name} ${number(value)}${threshold === 0 ? '' : screeningWords.screen.above(number(threshold))}`;
}

/** More than so many are no advice any more: the software lists them all where they are applied. */
const MOST_REMEDIES_SAID = 3;

/** "Shorten the hold, or leave the hold out.": what may be done about a finding, the mildest first. */
export function describeRemedies({ remedies }: Pick<Finding, 'remedies'>): string {
  const words = remedies.slice(0, MOST_REMEDIES_SAID).map((kind) => REMEDY_WORDS[kind]);
  const all =
    words.length < 2
      ? words.join('')
      : screeningWords.screen.or(words.slice(0, -1).join(', '), words.at(-1) ?? '');
  return `${capital(all)}.`;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
