// Seeded students and sessions by chance: what safe fixes leave, what grows milder though it must not, what compose proposes.
// node bench/random.mjs [number of pairs] [seed]
import fc from 'fast-check';
import {
  applySafeFixes,
  blocksLeading,
  checkSession,
  composeSessions,
  GOALS,
  LEVELS,
  PERSON_FACTS,
  screenCase,
  splitPassage,
  TODAY_FACTS,
} from '../core/dist/index.js';
import { anyMixedSession, anyStudent, caseOf, conventions } from '../core/dist/testing.js';
import { report } from './measure.mjs';

const pairs = Number(process.argv[2] ?? 20_000);
const seed = Number(process.argv[3] ?? 20_261_127);
const strictness = (level) => (level === undefined ? 0 : LEVELS.length - LEVELS.indexOf(level));
const levelsOf = (session, student) =>
  new Map(screenCase(caseOf(session, student)).map(({ rule, level }) => [rule, level]));
const strictest = (levels) => Math.max(0, ...[...levels.values()].map(strictness));
const facts = [...Object.keys(PERSON_FACTS), ...Object.keys(TODAY_FACTS)];

function harder(passage) {
  if (passage.kind === 'natural') return passage;
  if (passage.kind === 'strokes')
    return { ...passage, strokes: passage.strokes + 10, rate: passage.rate + 5, sets: passage.sets + 1 };
  const held = passage.ratio.internalHold;
  return {
    ...passage,
    ratio: held > 0 ? { ...passage.ratio, internalHold: held * 1.5 } : passage.ratio,
    cycles: passage.cycles + 2,
  };
}

const found = { fixes: 0, unsaid: 0, fact: 0, harder: 0, cut: 0 };
const first = {};
const fault = (kind, what) => {
  found[kind]++;
  first[kind] ??= JSON.stringify(what);
};

const cases = fc.sample(fc.tuple(anyMixedSession, anyStudent, fc.constantFrom(...facts), fc.nat(99)), {
  numRuns: pairs,
  seed,
});
for (const [session, student, fact, which] of cases) {
  const before = levelsOf(session, student);
  const fixed = applySafeFixes(caseOf(session, student));
  const above = screenCase(caseOf(fixed.session, student)).filter(blocksLeading);
  if (above.length > 0) found.fixes++;
  if (above.length > 0 && fixed.left.length === 0) fault('unsaid', { session, student });

  const more = levelsOf(session, { ...student, facts: [...new Set([...student.facts, fact])] });
  for (const [rule, level] of before)
    if (
      !rule.includes('/meal') &&
      !rule.startsWith('never-measured/') &&
      strictness(more.get(rule)) < strictness(level)
    )
      fault('fact', { session, student, fact, rule });

  const at = which % session.passages.length;
  const heavy = {
    ...session,
    passages: session.passages.map((one, index) => (index === at ? harder(one) : one)),
  };
  if (
    checkSession(heavy, conventions()).length === 0 &&
    strictest(levelsOf(heavy, student)) < strictest(before)
  )
    fault('harder', { session, student, at });

  const cut = splitPassage(session, session.passages[at].id, 'cut');
  if (cut !== session && checkSession(cut, conventions()).length === 0) {
    const after = levelsOf(cut, student);
    for (const [rule, level] of before)
      if (strictness(after.get(rule)) < strictness(level)) fault('cut', { session, student, at, rule });
  }
}
report('pairs of a student and a session, seed', `${pairs}, ${seed}`);
report(
  'after all safe fixes something above care is left',
  `${found.fixes}, not said in ${found.unsaid}`,
  'said each time',
);
report('milder by a fact more', String(found.fact), '0');
report('milder by longer holds, more or faster strokes, more rounds', String(found.harder), '0');
report('milder by cutting a passage in two', String(found.cut), '0');

const composed = fc.sample(
  fc.tuple(anyStudent, fc.constantFrom(...Object.keys(GOALS)), fc.integer({ min: 5, max: 30 })),
  { numRuns: Math.max(1, Math.round(pairs / 200)), seed },
);
let proposals = 0;
let forbidden = 0;
for (const [student, goal, minutes] of composed) {
  const { student: who, hand, profile, decisions } = caseOf({ passages: [] }, student);
  const record = { beginner: student.sittings < 10, withoutHold: [], easySittings: 0, entriesToday: [] };
  const answer = composeSessions({
    student: who,
    hand,
    profile,
    decisions,
    goals: [goal],
    minutes,
    record,
    practised: [],
    current: {},
  });
  for (const { session } of answer.ok ? answer.value : []) {
    proposals++;
    if (screenCase(caseOf(session, student)).some(({ level }) => level !== 'care')) forbidden++;
  }
}
report('composed proposals', String(proposals));
report('of them above care, or over the capacity', String(forbidden), '0');
for (const [kind, what] of Object.entries(first)) process.stdout.write(`first of ${kind}: ${what}\n`);
if (found.unsaid + found.fact + found.harder + found.cut + forbidden > 0) process.exitCode = 1;
