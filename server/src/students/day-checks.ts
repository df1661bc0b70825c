import { routes, type DayCheck } from '@nuvrah/contract';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { DayCheckRow } from '../db/entities.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound } from '../http/problem.js';
import { addOnce } from '../http/once.js';

export const toDayCheck = ({
  instructorId: _,
  studentId: __,
  checkedAt,
  lastMealAt,
  ...rest
}: DayCheckRow): DayCheck => ({
  ...rest,
  checkedAt: checkedAt.toISOString(),
  lastMealAt: lastMealAt?.toISOString() ?? null,
});

/** A clock that is a little ahead of the server's is no meal in the future. */
const CLOCKS_DIFFER = 5 * 60_000;

/** The day and the moment of a check are the server's: a check that waited is of when it was asked, not of when it came. */
export function implementDayChecks(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.addDayCheck, async ({ store, params, body }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const there = await store.dayChecks.get(body.id);
    if (there) return toDayCheck(there);
    const { waited = 0, ...asked } = body;
    const checkedAt = new Date(now().getTime() - waited);
    const lastMealAt = body.lastMealAt === null ? null : new Date(body.lastMealAt);
    if (lastMealAt && lastMealAt.getTime() > checkedAt.getTime() + CLOCKS_DIFFER) {
      const detail = 'The last meal lies in the future: say how long ago it was.';
      throw invalidRequest([{ pointer: '/lastMealAt', detail }]);
    }
    const day = localDay(await instructorById(source, store.instructorId), checkedAt);
    const row = { ...asked, lastMealAt, studentId: params.id, day, checkedAt };
    await addOnce(store.dayChecks, row);
    const stored = await store.dayChecks.get(body.id);
    return toDayCheck(stored ?? { ...row, instructorId: store.instructorId });
  });
}
