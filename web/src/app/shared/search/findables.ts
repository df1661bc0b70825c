import type { StoredSession, StoredVariant, StudentLine } from '@nuvrah/contract';
import { FACT_NAMES, MEASURE_NAMES, RULES, TECHNIQUES, type Naming, nameBeside } from '@nuvrah/core';
import { ownerId } from '../../api/sessions';
import { frameWords } from '../../words/frame-words';
import type { Findable } from './search-index';

const { search, commands } = frameWords;

/** What can be done from anywhere. */
export const COMMANDS: readonly Findable[] = (
  [
    ['new-student', commands.newStudent, ['/students', 'new'], ['add a student']],
    ['new-session', commands.newSession, ['/bench'], ['add a session', 'write a session'], { new: 'yes' }],
    ['classes', commands.classes, ['/classes'], ['groups']],
    ['rules', commands.ruleBook, ['/shelf', 'rules'], ['screening', 'contraindications', 'cautions']],
    ['conventions', commands.conventions, ['/shelf', 'conventions'], ['schools', 'naming', 'settings']],
    ['import', commands.importLog, ['/ledger', 'from-file'], ['read a file', 'csv']],
    ['export', commands.exportCsv, ['/ledger'], ['download', 'file']],
    ['account', commands.account, ['/account'], ['settings', 'time zone', 'emergency number', 'audit trail']],
    ['appearance', commands.appearance, ['/account'], ['theme', 'dark mode']],
    ['signs', commands.signs, 'signs', ['emergency', 'stop']],
    ['keys', commands.keys, 'keys', ['help', 'keyboard']],
    ['sign-out', commands.signOut, 'sign-out', ['log out', 'leave']],
  ] as const
).map(([id, name, way, also, query]) => ({
  id: `command ${id}`,
  kind: 'command',
  name,
  note: '',
  also,
  ...(typeof way === 'string' ? { link: [], does: way } : { link: way }),
  ...(query && { query }),
}));

export const findTechniques = (naming: Naming, variants: readonly StoredVariant[]): readonly Findable[] => [
  ...TECHNIQUES.map(({ id, names, aliases, effects }): Findable => ({
    id: `technique ${id}`,
    kind: 'technique',
    name: names[naming],
    note: nameBeside({ names }, naming),
    also: [...Object.values(names), ...aliases, ...effects],
    link: ['/shelf', id],
  })),
  ...variants.map(({ id, document }): Findable => ({
    id: `technique ${id}`,
    kind: 'technique',
    name: document.name,
    note: document.note,
    also: [],
    link: ['/shelf', id],
  })),
];

/** Rules by whom they concern: one entry a fact, so that twelve rules about asthma are found as one. */
export function findRules(): readonly Findable[] {
  const facts = [...new Set(RULES.map(({ fact }) => fact))];
  return facts.map((fact) => {
    const own = RULES.filter((rule) => rule.fact === fact);
    return {
      id: `rule ${fact}`,
      kind: 'rule',
      name: FACT_NAMES[fact],
      note: [...new Set(own.map(({ feature }) => MEASURE_NAMES[feature][0]))].join(', '),
      also: [],
      link: ['/shelf', 'rules'],
      query: { find: FACT_NAMES[fact] },
    };
  });
}

export const findStudents = (students: readonly StudentLine[]): readonly Findable[] =>
  students.map(({ id, name, archived }) => ({
    id: `student ${id}`,
    kind: 'student',
    name,
    note: archived ? search.archived : '',
    also: [],
    link: ['/students', id],
  }));

/** @param names of students and classes, by id */
export const findSessions = (
  sessions: readonly StoredSession[],
  names: ReadonlyMap<string, string>,
): readonly Findable[] =>
  sessions.map(({ id, owner, document, archived }) => ({
    id: `session ${id}`,
    kind: 'session',
    name: document.title,
    note: [names.get(ownerId(owner)) ?? search.forNobody, ...(archived ? [search.archived] : [])].join(' · '),
    also: [],
    link: ['/bench', id],
  }));
