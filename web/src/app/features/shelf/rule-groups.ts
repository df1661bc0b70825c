import type { RuleBook } from '@nuvrah/contract';
import {
  dayInWords,
  describeMeasure,
  FACT_NAMES,
  MEASURE_NAMES,
  REMEDY_WORDS,
  RULES,
  type FindingLevel,
  type Rule,
} from '@nuvrah/core';
import { shelfWords } from '../../words/shelf-words';

const words = shelfWords.rules;

/** A rule in words, and whom it touched when they were led. */
export interface RuleLine {
  readonly id: string;
  readonly level: FindingLevel;
  readonly feature: string;
  readonly reason: string;
  readonly remedies: string;
  readonly touched: readonly { readonly id: string; readonly name: string; readonly said: string }[];
}

/** The rules about one thing that may be true of somebody, and of whom it is true today. */
export interface RuleGroup {
  readonly fact: Rule['fact'];
  readonly name: string;
  readonly students: readonly { readonly id: string; readonly name: string }[];
  readonly rules: readonly RuleLine[];
}

/** How the rule book is narrowed, as it stands in the address; what is empty narrows nothing. */
export interface RuleFilter {
  readonly find: string;
  readonly fact: string;
  readonly level: string;
  readonly concerning: boolean;
}

/** Every rule, by what it is about. */
export function ruleGroups(book: RuleBook | null): readonly RuleGroup[] {
  const names = new Map((book?.students ?? []).map(({ id, name }) => [id, name]));
  const facts = [...new Set(RULES.map(({ fact }) => fact))];
  return facts.map((fact) => ({
    fact,
    name: FACT_NAMES[fact],
    // What is true of everybody concerns everybody: there only those count whom a rule touched.
    students: (book?.students ?? []).filter((student) => fact !== 'anyone' && student.facts.includes(fact)),
    rules: RULES.filter((rule) => rule.fact === fact).map((rule) => ({
      ...inWords(rule),
      touched: (book?.touched ?? [])
        .filter((one) => one.rule === rule.id)
        .map(({ studentId, sittings, last }) => ({
          id: studentId,
          name: names.get(studentId) ?? '',
          said: words.touched(sittings, dayInWords(last)),
        })),
    })),
  }));
}

/** Groups with the rules that answer to a filter; each word that is looked for stands somewhere in the rule or its group. */
export function narrowed(
  groups: readonly RuleGroup[],
  { find, fact, level, concerning }: RuleFilter,
): readonly RuleGroup[] {
  const wanted = plain(find).split(/\s+/).filter(Boolean);
  return groups
    .filter((group) => fact === '' || group.fact === fact)
    .map((group) => ({
      ...group,
      rules: group.rules.filter((rule) => {
        if (level !== '' && rule.level !== level) return false;
        const people = [...group.students, ...rule.touched].map(({ name }) => name);
        if (concerning && people.length === 0) return false;
        const said = plain(
          [group.name, rule.feature, words.levels[rule.level], rule.reason, ...people].join(' '),
        );
        return wanted.every((word) => said.includes(word));
      }),
    }))
    .filter(({ rules }) => rules.length > 0);
}

/** Small letters without marks, so that Sol finds Sól. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

function inWords({ id, feature, over, level, reason, remedies, unless }: Rule): Omit<RuleLine, 'touched'> {
  const [name, unit] = MEASURE_NAMES[feature];
  const measured = over === 0 ? name : words.measured(name, over, unit);
  return {
    id,
    level,
    feature: unit === '' ? describeMeasure(feature, 1, 0) : measured,
    reason: unless === null ? reason : words.unless(reason),
    remedies: remedies.map((kind) => REMEDY_WORDS[kind]).join(', '),
  };
}
