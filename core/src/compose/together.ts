import type { OrderingRecord } from '../ordering/index.js';
import type { AgeRange, Approval, PhaseCapacity, StudentCapacity } from '../policy/index.js';
import { PHASE_KINDS } from '../ratio/index.js';
import type { ScreenedStudent } from '../screening/index.js';
import type { ComposeRequest } from './request.js';

/**
 * For whom of a class a session is composed: what suits all, each in their own numbers; within what the weakest can, the same
 * for all; or as for the most able, with simpler forms in the lanes of others. Domain 16.
 */
export type TogetherWay = 'suits-all' | 'weakest' | 'most-able';

/**
 * One request for all of a class: it asks for somebody of whom all is true that is true of anybody (of everybody, for the most
 * able). What it finds is fitted and screened in lanes like any session of a class.
 *
 * @param each what would be asked for each alone; at least one.
 */
export function requestTogether(each: readonly ComposeRequest[], way: TogetherWay): ComposeRequest {
  const [first] = each;
  if (!first) throw new Error('nobody to compose for');
  const students = each.map(({ student }) => student);
  const able = way === 'most-able';
  return {
    ...first,
    student: {
      ...(able ? mostAble(students) : ofAll(students)),
      capacity: capacityOf(students, way === 'weakest' ? least : most),
    },
    // In a class nothing that was decided for one person holds for another.
    decisions: { ...first.decisions, clearances: [], overrulings: [] },
    record: recordOf(
      each.map(({ record }) => record),
      able,
    ),
    practised: (able ? union : common)(each.map(({ practised }) => practised)),
    current: {},
    emergency: null,
  };
}

/** What is in any of some lists. */
const union = <T>(lists: readonly (readonly T[])[]): readonly T[] => [...new Set(lists.flat())];
/** What is in all of them. */
const common = <T>(lists: readonly (readonly T[])[]): readonly T[] =>
  (lists[0] ?? []).filter((one) => lists.every((list) => list.includes(one)));

const known = (values: readonly (number | null)[]): readonly number[] =>
  values.filter((value) => value !== null);
/** The least of what is known; null where nothing is. */
const leastKnown = (values: readonly (number | null)[]): number | null =>
  known(values).length === 0 ? null : Math.min(...known(values));

type Person = Omit<ScreenedStudent, 'capacity'>;

/** Somebody of whom all is true that is true of anybody. */
function ofAll(students: readonly ScreenedStudent[]): Person {
  const weeks = students.map(({ pregnancyWeeks }) => pregnancyWeeks);
  const stopped = students.flatMap(({ stoppedToday }) => (stoppedToday === null ? [] : [stoppedToday]));
  const longest = students.map(({ longestSitting }) => longestSitting);
  const rolls = students.map(({ tongueRolls }) => tongueRolls);
  return {
    facts: union(students.map(({ facts }) => facts)),
    age: ageOf(students, Math.min, Math.max),
    // Of somebody pregnant whose weeks are not known the strictest is taken.
    pregnancyWeeks: students.some(
      ({ facts, pregnancyWeeks }) => facts.includes('pregnancy') && pregnancyWeeks === null,
    )
      ? null
      : known(weeks).length === 0
        ? null
        : Math.max(...known(weeks)),
    sittings: Math.min(...students.map(({ sittings }) => sittings)),
    experienced: students.every(({ experienced }) => experienced),
    tongueRolls: rolls.includes(false) ? false : rolls.includes(null) ? null : true,
    seats: seatsOf(students),
    mealMinutes: leastKnown(students.map(({ mealMinutes }) => mealMinutes)),
    longestSitting: longest.includes(null) ? null : leastKnown(longest),
    stoppedToday: stopped.length === 0 ? null : union(stopped),
    approvals: approvalsOfAll(students),
  };
}

/** Somebody of whom only that is true which is true of everybody. */
function mostAble(students: readonly ScreenedStudent[]): Person {
  const strict = ofAll(students);
  return {
    ...strict,
    facts: common(students.map(({ facts }) => facts)),
    age: ageOf(students, Math.max, Math.min),
    pregnancyWeeks: leastKnown(students.map(({ pregnancyWeeks }) => pregnancyWeeks)),
    sittings: Math.max(...students.map(({ sittings }) => sittings)),
    experienced: students.some(({ experienced }) => experienced),
    tongueRolls: students.some(({ tongueRolls }) => tongueRolls) ? true : strict.tongueRolls,
    stoppedToday: students.some(({ stoppedToday }) => stoppedToday === null) ? null : strict.stoppedToday,
    approvals: students.flatMap(({ approvals }) => approvals),
  };
}

function ageOf(
  students: readonly ScreenedStudent[],
  young: (...ages: number[]) => number,
  old: (...ages: number[]) => number,
): AgeRange | null {
  const ages = students.flatMap(({ age }) => age ?? []);
  if (ages.length === 0) return null;
  const youngest = young(...ages.map((age) => age.youngest));
  return { youngest, oldest: Math.max(youngest, old(...ages.map((age) => age.oldest))) };
}

/** Seats that all can take, as the first of them who was asked likes them best; a chair where they have none in common. */
function seatsOf(students: readonly ScreenedStudent[]): ScreenedStudent['seats'] {
  const asked = students.map(({ seats }) => seats).filter((seats) => seats.length > 0);
  if (asked.length === 0) return [];
  const shared = common(asked);
  return shared.length > 0 ? shared : ['chair'];
}

/** What a teacher approved of for each of them; of holds the shortest. */
function approvalsOfAll(students: readonly ScreenedStudent[]): readonly Approval[] {
  const [first, ...others] = students.map(({ approvals }) => approvals);
  return (first ?? []).flatMap((approval) => {
    const each = others.map((own) => own.filter((one) => isAlike(one, approval)));
    if (each.some((own) => own.length === 0)) return [];
    const { of } = approval;
    if (of.kind !== 'hold') return [approval];
    const longest = each.map((own) =>
      Math.max(...own.map((one) => (one.of.kind === 'hold' ? one.of.seconds : 0))),
    );
    return [{ ...approval, of: { ...of, seconds: Math.min(of.seconds, ...longest) } }];
  });
}

const isAlike = ({ of: a }: Approval, { of: b }: Approval): boolean =>
  a.kind === b.kind && (a.kind !== 'technique' || b.kind !== 'technique' || a.technique === b.technique);

type Choose = (a: PhaseCapacity, b: PhaseCapacity) => PhaseCapacity;
const least: Choose = (a, b) => (b.sustainable < a.sustainable ? b : a);
const most: Choose = (a, b) => (b.sustainable > a.sustainable ? b : a);

/** Phase by phase, as it is with one of them. */
function capacityOf(students: readonly ScreenedStudent[], choose: Choose): StudentCapacity {
  const of = (phase: (typeof PHASE_KINDS)[number]): PhaseCapacity => {
    const [first, ...others] = students.map(({ capacity }) => capacity[phase]);
    return others.reduce(choose, first as PhaseCapacity);
  };
  return Object.fromEntries(PHASE_KINDS.map((phase) => [phase, of(phase)])) as unknown as StudentCapacity;
}

function recordOf(records: readonly OrderingRecord[], able: boolean): OrderingRecord {
  const easy = records.map(({ easySittings }) => easySittings);
  const withoutHold = records.flatMap((record) => record.withoutHold);
  const ofAllTechniques = common(
    records.map((record) => record.withoutHold.map(({ technique }) => technique)),
  );
  return {
    beginner: able ? records.every(({ beginner }) => beginner) : records.some(({ beginner }) => beginner),
    withoutHold: able
      ? withoutHold
      : withoutHold.filter(({ technique }) => ofAllTechniques.includes(technique)),
    easySittings: able ? Math.max(...easy) : Math.min(...easy),
    entriesToday: union(records.map(({ entriesToday }) => entriesToday)),
  };
}
