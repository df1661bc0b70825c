import { routes, type StudentFact } from '@nuvrah/contract';
import { checkFact, FACT_NAMES, type FactProblem } from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { StudentFactRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { idTaken, invalidRequest, notFound } from '../http/problem.js';

export const toFact = ({ id, fact, since, until, due, note }: StudentFactRow): StudentFact => ({
  id,
  fact,
  since,
  until,
  due,
  note,
});

/** Where a fact is wrong, and what to do. */
function describe(problem: FactProblem): { pointer: string; detail: string } {
  switch (problem.code) {
    case 'until-before-since':
      return {
        pointer: '/until',
        detail: 'The last day lies before the first: use the first day or a later one.',
      };
    case 'due-not-here':
      return { pointer: '/due', detail: 'Only a pregnancy has a due date: leave it out.' };
    case 'already-there':
      return { pointer: '/fact', detail: 'This is on record for these days already: change that entry.' };
    case 'contradiction': {
      const other = FACT_NAMES[problem.other];
      return {
        pointer: '/fact',
        detail: `On record is also: ${other}. Both cannot be true: end that one first.`,
      };
    }
  }
}

async function refuseImpossible(
  store: InstructorStore,
  studentId: string,
  id: string,
  fact: Omit<StudentFact, 'id'>,
): Promise<void> {
  const others = (await store.facts.list({ studentId })).filter((other) => other.id !== id);
  const checked = checkFact(fact, others);
  if (!checked.ok) throw invalidRequest([describe(checked.problem)]);
}

export function implementFacts(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.addFact, async ({ store, params, body }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const there = await store.facts.get(body.id);
    if (there) return toFact(there);
    await refuseImpossible(store, params.id, body.id, body);
    if (!(await store.facts.addIfNew({ ...body, studentId: params.id, createdAt: now() }))) throw idTaken();
    return body;
  });

  implement(routes.changeFact, async ({ store, params, body }) => {
    const before = await store.facts.get(params.id);
    if (!before) throw notFound('fact');
    await refuseImpossible(store, before.studentId, params.id, body);
    await store.facts.set(params.id, body);
    return { id: params.id, ...body };
  });

  implement(routes.removeFact, async ({ store, params }) => {
    const before = await store.facts.get(params.id);
    if (!before) throw notFound('fact');
    const { timeZone } = await instructorById(source, store.instructorId);
    if (localDay({ timeZone }, before.createdAt) !== localDay({ timeZone }, now())) {
      const detail = 'Only what was put on record today can be taken off: end it instead.';
      throw invalidRequest([{ pointer: '', detail }]);
    }
    await store.facts.remove({ id: params.id });
    return null;
  });
}
