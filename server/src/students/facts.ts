import { routes, type StudentFact } from '@nuvrah/contract';
import { checkFact, FACT_NAMES, type FactProblem, dayInWords } from '@nuvrah/core';
import { writeAudit } from '../audit/audit.js';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { StudentFactRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound } from '../http/problem.js';
import { addOnce } from '../http/once.js';

export const toFact = ({ id, fact, since, until, due, note }: StudentFactRow): StudentFact => ({
  id,
  fact,
  since,
  until,
  due,
  note,
});

/** "asthma, since 5 Jan 2026, until 1 Mar 2026". */
function describeFact({ fact, since, until, due }: Omit<StudentFact, 'id' | 'note'>): string {
  const days = [
    ...(since === null ? [] : [`since ${dayInWords(since)}`]),
    ...(until === null ? [] : [`until ${dayInWords(until)}`]),
    ...(due === null ? [] : [`due ${dayInWords(due)}`]),
  ];
  return [FACT_NAMES[fact], ...days].join(', ');
}

/** What a change of a fact amounts to. */
const kindOfChange = (
  before: Pick<StudentFact, 'until'>,
  after: Pick<StudentFact, 'until'>,
): 'fact-changed' | 'fact-ended' | 'fact-reopened' =>
  before.until === after.until ? 'fact-changed' : after.until === null ? 'fact-reopened' : 'fact-ended';

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
    const row = { ...body, studentId: params.id, createdAt: now() };
    return await store.inTransaction(async (within) => {
      if (!(await within.lockStudent(params.id))) throw notFound('student');
      const meanwhile = await within.facts.get(body.id);
      if (meanwhile) return toFact(meanwhile);
      await refuseImpossible(within, params.id, body.id, body);
      await addOnce(within.facts, row);
      const said = describeFact(body);
      await writeAudit(within, now(), params.id, 'fact-added', said, { after: said });
      return body;
    });
  });

  implement(routes.changeFact, async ({ store, params, body }) => {
    const before = await store.facts.get(params.id);
    if (!before) throw notFound('fact');
    await store.inTransaction(async (within) => {
      await within.lockStudent(before.studentId);
      await refuseImpossible(within, before.studentId, params.id, body);
      await within.facts.set(params.id, body);
      const [was, is] = [describeFact(before), describeFact(body)];
      const kind = kindOfChange(before, body);
      await writeAudit(within, now(), before.studentId, kind, is, { before: was, after: is });
    });
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
    await store.inTransaction(async (within) => {
      await within.facts.remove({ id: params.id });
      const said = describeFact(before);
      await writeAudit(within, now(), before.studentId, 'fact-removed', said, { before: said });
    });
    return null;
  });
}
