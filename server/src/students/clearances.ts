import { routes, type BodyOf, type StoredClearance } from '@nuvrah/contract';
import {
  CLEARANCE_SCOPES,
  FACT_NAMES,
  isPersonName,
  LIMITED_SCOPES,
  NAME_WANTED,
  signById,
  dayInWords,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import { writeAudit } from '../audit/audit.js';
import type { ClearanceRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound, staleVersion } from '../http/problem.js';
import { addOnce } from '../http/once.js';

export const toClearance = ({
  instructorId: _,
  studentId: __,
  createdAt,
  ...clearance
}: ClearanceRow): StoredClearance => ({ ...clearance, filedAt: createdAt.toISOString() });

type Fields = Omit<BodyOf<typeof routes.changeClearance>, 'version'>;

/** "Holds up to 8 s, for heart disease or arrhythmia; Dr. Feld, 1 Mar 2026, until 1 Jun 2026". */
const describe = ({ clinician, givenOn, until, sign, fact, scope, upTo, withdrawnOn }: Fields): string => {
  const after = sign === null ? [] : [`after ${signById(sign).label.toLowerCase()}`];
  const condition = fact === null ? [] : [FACT_NAMES[fact]];
  const limit = upTo === null ? '' : ` up to ${upTo} s`;
  const ended = withdrawnOn === null ? '' : `; withdrawn ${dayInWords(withdrawnOn)}`;
  return `${CLEARANCE_SCOPES[scope]}${limit}, for ${[...after, ...condition].join(' and ')}; ${clinician}, ${dayInWords(givenOn)}, until ${dayInWords(until)}${ended}`;
};

export function implementClearances(implement: Implement, source: DataSource, now: () => Date): void {
  const refuseImpossible = async (store: InstructorStore, fields: Fields): Promise<void> => {
    const today = localDay(await instructorById(source, store.instructorId), now());
    const errors = [];
    if (!isPersonName(fields.clinician)) errors.push({ pointer: '/clinician', detail: NAME_WANTED });
    if (fields.sign === null && fields.fact === null) {
      const detail = 'Say what it is for: a sign, a condition, or both.';
      errors.push({ pointer: '/fact', detail });
    }
    if (fields.givenOn > today) {
      const detail = 'A clearance is given before it is filed: use today or an earlier day.';
      errors.push({ pointer: '/givenOn', detail });
    }
    if (fields.until < fields.givenOn) {
      const detail = 'The last day lies before the first: use the first day or a later one.';
      errors.push({ pointer: '/until', detail });
    }
    if (fields.upTo !== null && !LIMITED_SCOPES.includes(fields.scope)) {
      const detail = `${CLEARANCE_SCOPES[fields.scope]} have no limit in seconds: leave it empty.`;
      errors.push({ pointer: '/upTo', detail });
    }
    if (errors.length > 0) throw invalidRequest(errors);
  };

  implement(routes.addClearance, async ({ store, params, body }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const there = await store.clearances.get(body.id);
    if (there) return toClearance(there);
    await refuseImpossible(store, body);
    const row = { ...body, studentId: params.id, version: 1, createdAt: now() };
    await store.inTransaction(async (within) => {
      if (!(await addOnce(within.clearances, row))) return;
      const said = describe(body);
      await writeAudit(within, now(), params.id, 'clearance-added', said, { after: said });
    });
    return toClearance({ ...row, instructorId: store.instructorId });
  });

  implement(routes.changeClearance, async ({ store, params, body }) => {
    const { version, ...fields } = body;
    await refuseImpossible(store, fields);
    const before = await store.clearances.get(params.id);
    if (!before) throw notFound('clearance');
    await store.inTransaction(async (within) => {
      if (!(await within.clearances.change(params.id, version, fields)))
        throw staleVersion(toClearance((await within.clearances.get(params.id)) ?? before));
      const [was, is] = [describe(before), describe(fields)];
      await writeAudit(within, now(), before.studentId, 'clearance-changed', is, { before: was, after: is });
    });
    return toClearance({ ...before, ...fields, version: version + 1 });
  });
}
