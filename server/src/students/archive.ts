import {
  sessionFromChecked,
  sessionToJson,
  sittingsToCsv,
  type LeadRecord,
  type SessionJson,
} from '@nuvrah/core';
import { strToU8, zipSync } from 'fflate';
import type { InstructorStore } from '../db/instructor-store.js';
import { notFound } from '../http/problem.js';
import { bySitting, toSitting } from '../sittings/sitting-rows.js';

const README = `Everything that Nuvrah keeps of one student, in open formats.

student.json   the person, facts, capacity and day checks, clearances, approvals, classes, private links
               (without their secrets) and what was decided
sittings.csv   the log, one row for each passage of a sitting
sittings.json  the sittings whole, with what was led and how they stood before each correction
ladders.json   ladders with their rungs and decisions
sessions/      sessions and their earlier versions, each a file that can be opened on the Bench
`;

/** A row without whose it is: that is known. */
const own = <T extends { instructorId: string }>({ instructorId: _, ...row }: T): Omit<T, 'instructorId'> =>
  row;

const json = (value: unknown): Uint8Array => strToU8(`${JSON.stringify(value, null, 2)}\n`);

/** A title as the name of a file. */
const fileName = (title: string): string =>
  title
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60) || 'session';

const sessionFile = (document: SessionJson): Uint8Array =>
  strToU8(sessionToJson(sessionFromChecked(document)));

/** Everything that is kept of a student, as a ZIP archive. @throws RequestProblem (404). */
export async function archiveOf(store: InstructorStore, studentId: string): Promise<Uint8Array> {
  const student = await store.students.get(studentId);
  if (!student) throw notFound('student');
  const files: Record<string, Uint8Array> = {
    'README.txt': strToU8(README),
    'student.json': json(await personOf(store, studentId)),
    'ladders.json': json(await laddersOf(store, studentId)),
  };
  const { whole, csv } = await sittingsOf(store, studentId, student.name);
  files['sittings.json'] = json(whole);
  files['sittings.csv'] = strToU8(`\uFEFF${csv}`);
  for (const { id, document } of await store.sessions.list(
    { studentId },
    { order: { createdAt: 'ASC', id: 'ASC' }, withDeleted: true },
  )) {
    const name = `sessions/${fileName(document.title)}-${id.slice(0, 8)}`;
    files[`${name}.json`] = sessionFile(document);
    const versions = await store.sessionVersions.list({ sessionId: id }, { order: { version: 'ASC' } });
    for (const version of versions)
      files[`${name}/version-${version.version}.json`] = sessionFile(version.document);
  }
  return zipSync(files, { level: 6 });
}

async function personOf(store: InstructorStore, studentId: string): Promise<object> {
  const mine = { studentId };
  const sessions = (await store.sessions.list(mine, { withDeleted: true })).map(({ id }) => id);
  const [student, facts, capacityChecks, dayChecks, clearances, approvals, members, links, audit, decided] =
    await Promise.all([
      store.students.get(studentId),
      store.facts.list(mine),
      store.capacityChecks.list(mine),
      store.dayChecks.list(mine),
      store.clearances.list(mine),
      store.approvals.list(mine),
      store.classMembers.list(mine),
      store.links.list(mine),
      store.auditEvents.list(mine),
      store.overrulings.listIn('sessionId', sessions, { madeAt: 'ASC' }),
    ]);
  const classes = await store.classes.listIn(
    'id',
    members.map(({ classGroupId }) => classGroupId),
    { name: 'ASC' },
  );
  return {
    student: student && own(student),
    facts: facts.map(own),
    capacityChecks: capacityChecks.map(own),
    dayChecks: dayChecks.map(own),
    clearances: clearances.map(own),
    approvals: approvals.map(own),
    classes: classes.map(({ name }) => name),
    privateLinks: links.map(({ tokenHash: _, ...link }) => own(link)),
    findingsDecided: decided.map(own),
    audit: audit.map(own),
  };
}

async function laddersOf(store: InstructorStore, studentId: string): Promise<object[]> {
  const ladders = await store.ladders.list({ studentId }, { order: { createdAt: 'ASC', id: 'ASC' } });
  const decisions = await store.rungDecisions.listIn(
    'ladderId',
    ladders.map(({ id }) => id),
    { madeAt: 'ASC' },
  );
  return ladders.map((ladder) => ({
    ...own(ladder),
    decisions: decisions.filter(({ ladderId }) => ladderId === ladder.id).map(own),
  }));
}

async function sittingsOf(store: InstructorStore, studentId: string, student: string) {
  const rows = await store.sittings.list({ studentId }, { order: { startedAt: 'ASC', id: 'ASC' } });
  const ids = rows.map(({ id }) => id);
  const [passages, corrections, reports] = await Promise.all([
    store.sittingPassages.listIn('sittingId', ids, { position: 'ASC' }),
    store.corrections.listIn('sittingId', ids, { version: 'ASC' }),
    store.homeReports.listIn('sittingId', ids, { id: 'ASC' }),
  ]);
  const [ofPassages, ofCorrections, ofReports] = [
    bySitting(passages),
    bySitting(corrections),
    bySitting(reports),
  ];
  const sittings = rows.map((row) =>
    toSitting(row, ofPassages.get(row.id) ?? [], ofReports.get(row.id)?.[0]?.receivedAt ?? null),
  );
  const csv = sittingsToCsv(
    sittings.flatMap(({ led, record, ...sitting }) =>
      record
        ? [{ ...sitting, student, session: led.session.title, record: record as unknown as LeadRecord }]
        : [],
    ),
  );
  return {
    whole: sittings.map((sitting) => ({
      ...sitting,
      corrections: (ofCorrections.get(sitting.id) ?? []).map(own),
    })),
    csv,
  };
}
