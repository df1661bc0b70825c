// What the rules say of ladders now, and everything that this depends on, read in sets.
import {
  decideNextStep,
  decisionWaits,
  rungFits,
  sustainableOf,
  type Decision,
  type OpenEmergency,
  type Pace,
  type PractisedSitting,
  type RungNumbers,
  type Sustainable,
} from '@nuvrah/core';
import { localDay } from '../accounts/accounts.js';
import type { InstructorRow, LadderRow, RungDecisionRow, StudentRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import { notFound } from '../http/problem.js';
import { openEmergencies } from '../students/emergencies.js';
import { checksOnRecord } from '../students/students.js';
import { KnownPractices } from './known-practice.js';
import { onRung } from './practice.js';

/** Everything that a ladder's decision depends on. */
export interface Around {
  readonly instructor: InstructorRow;
  readonly emergency: OpenEmergency | null;
  readonly sustainable: Sustainable;
  readonly sittings: readonly PractisedSitting[];
  readonly now: Date;
}

/** Whether today's fit allows a rung. */
export const fits = (
  numbers: RungNumbers,
  { pace }: Pick<LadderRow, 'pace'>,
  sustainable: Sustainable,
): boolean => rungFits(numbers, sustainable, pace as Pace);

/** What the rules say of a ladder now. Domain 12. */
export function ruleFor(
  row: LadderRow,
  { instructor, emergency, sustainable, sittings, now }: Around,
): Decision {
  const next = row.rungs[row.at + 1];
  return decideNextStep({
    sittings: onRung(row, sittings),
    since: localDay(instructor, row.since),
    today: localDay(instructor, now),
    gate: row.gate,
    nextFits: next ? fits(next, row, sustainable) : null,
    emergency,
  });
}

/** Whether a decision about a ladder waits. */
export function waits(
  row: LadderRow,
  step: Decision['step'],
  [last]: readonly Pick<RungDecisionRow, 'madeAt'>[],
  { instructor, sittings, now }: Around,
): boolean {
  const decided = last ? last.madeAt : row.createdAt;
  return decisionWaits({
    decidedAt: decided.getTime(),
    decidedOn: localDay(instructor, decided),
    today: localDay(instructor, now),
    step,
    onRung: onRung(row, sittings),
  });
}

const practices = new KnownPractices();

/** Students and the emergency signs of them that are open, as far as that is known already. */
interface Known {
  readonly students: readonly Pick<StudentRow, 'id' | 'birthYear' | 'comfort'>[];
  readonly emergencies: ReadonlyMap<string, OpenEmergency>;
}

/** What the decisions about the ladders of some students depend on, with one query for each kind of it. */
export async function aroundOf(
  store: InstructorStore,
  instructor: InstructorRow,
  { students, emergencies }: Known,
  now: Date,
): Promise<(student: string) => Around> {
  const ids = students.map(({ id }) => id);
  const [practice, checks] = await Promise.all([
    practices.of(store, ids, instructor.timeZone),
    checksOnRecord(store, ids),
  ]);
  const today = localDay(instructor, now);
  const known = new Map(
    students.map((student): [string, Around] => {
      const { id } = student;
      const { sittings, led } = practice(id);
      const sustainable = sustainableOf({ ...student, ...led, capacity: checks(id) }, { today });
      return [id, { instructor, emergency: emergencies.get(id) ?? null, sustainable, sittings, now }];
    }),
  );
  return (id) => {
    const around = known.get(id);
    if (!around) throw notFound('student');
    return around;
  };
}

/** As {@link aroundOf}, of students of whom nothing is known yet. */
export async function aroundIds(
  store: InstructorStore,
  instructor: InstructorRow,
  of: readonly string[],
  now: Date,
): Promise<(student: string) => Around> {
  const ids = [...new Set(of)];
  const [students, emergencies] = await Promise.all([
    store.students.listIn('id', ids, { id: 'ASC' }),
    openEmergencies(store, ids),
  ]);
  return aroundOf(store, instructor, { students, emergencies }, now);
}
