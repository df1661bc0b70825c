import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import {
  LATEST_REPORT,
  routes,
  type BodyOf,
  type Home,
  type HomePractice,
  type StoredSession,
  type Student,
} from '@nuvrah/contract';
import {
  beginRun,
  changesAllowed,
  daysBetween,
  DEFAULT_SOUND,
  needsAdultAtHome,
  recordIsOf,
  reviewToGiveOut,
  sessionFromChecked,
  withoutTeacher,
  type SessionJson,
  type Teaching,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { localDay } from '../accounts/accounts.js';
import type { HomePracticeRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { idTaken, invalidRequest, notFound, RequestProblem, sameMoment } from '../http/problem.js';
import { calendarFile, calendarOf } from '../ladders/calendar.js';
import { getStoredSession, getStoredSessionDeletedToo, refuseImpossible } from '../sessions/sessions.js';
import { leadingOf } from '../sittings/leading.js';
import { passageToRow, recordToRow } from '../sittings/sitting-rows.js';
import { getStudent } from '../students/students.js';
import { openLink, type OpenLink } from './links.js';

/** Sittings that a link shows ahead. */
const NEXT_SITTINGS = 3;
/** Minutes by which the clock of a phone may be ahead. */
const CLOCK_AHEAD = 5;

/** Nothing is explained or shown where nobody teaches. */
function atHome({ words: _, ...passage }: SessionJson['passages'][number]): SessionJson['passages'][number] {
  const said = { ...passage, say: '' };
  if (said.kind === 'natural' || !said.teaching) return said;
  return { ...said, teaching: withoutTeacher(said.teaching as Teaching) };
}

/** Title and notes are the instructor's own words and may tell anything: they are not given out. */
const withoutWords = (document: SessionJson): SessionJson => ({
  ...document,
  title: 'Practice',
  passages: document.passages.map(atHome),
});

/** Keeps what is given to practise, once for as long as it does not change. */
async function give(
  { store, link }: OpenLink,
  practice: Omit<HomePractice, 'id' | 'naming' | 'sound' | 'allowed'>,
  now: Date,
): Promise<string> {
  const last = await store.homePractices.first({ shareLinkId: link.id }, { givenAt: 'DESC', id: 'ASC' });
  if (last) {
    const { version, session, conventions, hand, variants } = last;
    if (isDeepStrictEqual({ version, session, conventions, hand, variants }, practice)) return last.id;
  }
  const id = randomUUID();
  await store.homePractices.add({ id, shareLinkId: link.id, ...practice, givenAt: now });
  return id;
}

/** Whether the session can be led by anybody still: a variant that it is made of may be gone. */
async function canBeLed(
  { store, instructor }: OpenLink,
  student: Student,
  session: StoredSession,
): Promise<boolean> {
  try {
    await refuseImpossible(store, instructor.conventions, student, session.document);
    return true;
  } catch (problem) {
    if (problem instanceof RequestProblem) return false;
    throw problem;
  }
}

/** What may be practised by a link now; null while something keeps it from being led. Why is the instructor's to tell. */
async function practiceOf(open: OpenLink, student: Student, now: Date): Promise<HomePractice | null> {
  const { store, instructor, link } = open;
  const session = await getStoredSession(store, link.sessionId);
  if (!(await canBeLed(open, student, session))) return null;
  const { led, needs } = await leadingOf(store, instructor, session, student, now, true);
  if (needs.length > 0) return null;
  const practice = {
    version: session.version,
    session: withoutWords(led.session),
    conventions: led.conventions,
    hand: led.hand,
    variants: led.variants.map(({ id, document }) => ({ id, name: document.name })),
  };
  const day = { today: localDay(instructor, now), now: now.getTime(), profile: instructor.conventions };
  const run = beginRun({
    session: sessionFromChecked(led.session),
    student: { hand: led.hand },
    conventions: led.conventions,
  });
  const allowed = changesAllowed(run, (changed) =>
    reviewToGiveOut(changed, student, session.overrulings, day),
  );
  const { naming, sound } = instructor;
  return {
    id: await give(open, practice, now),
    naming,
    sound: sound ?? DEFAULT_SOUND,
    ...practice,
    allowed,
  };
}

/** The newest ladder by which the session of a link climbs, where there is one. */
async function ladderOf({ store, link }: OpenLink) {
  const order = { createdAt: 'DESC', id: 'ASC' } as const;
  const ladders = await store.ladders.list({ sessionId: link.sessionId }, { order });
  return ladders.find(({ endedAt }) => endedAt === null) ?? null;
}

async function nextSittings(open: OpenLink, now: Date): Promise<Home['next']> {
  const ladder = await ladderOf(open);
  if (!ladder) return [];
  const { days } = await calendarOf(open.store, open.instructor, ladder, now, 2);
  return days
    .filter(({ at, sessionId }) => sessionId === null && Date.parse(at) > now.getTime())
    .slice(0, NEXT_SITTINGS)
    .map(({ at, day, clock }) => ({ at, day, clock }));
}

/** When it was practised, in the instructor's days. @throws RequestProblem (422) for a moment that cannot be. */
function momentOf(
  { startedAt }: BodyOf<typeof routes.reportHome>,
  { link, instructor }: OpenLink,
  now: Date,
) {
  const at = new Date(startedAt);
  const say = (detail: string) => invalidRequest([{ pointer: '/startedAt', detail }]);
  if (at.getTime() > now.getTime() + CLOCK_AHEAD * 60_000)
    throw say('This lies in the future: the clock of this phone is ahead. Set it right and send again.');
  const [day, today] = [localDay(instructor, at), localDay(instructor, now)];
  if (daysBetween(day, today) > LATEST_REPORT)
    throw say(`This was more than ${LATEST_REPORT} days ago: tell your instructor about it instead.`);
  if (day < localDay(instructor, link.madeAt))
    throw say('This was before the link was given: tell your instructor about it instead.');
  return { at, day };
}

/** Puts a practice at home on record as it was told. @returns false where the id is taken: it was told at the same time. */
async function putOnRecord(
  { store, link, instructor }: OpenLink,
  practice: HomePracticeRow,
  report: BodyOf<typeof routes.reportHome>,
  { at, now, student }: { readonly at: Date; readonly now: Date; readonly student: Student },
): Promise<boolean> {
  const { id, record, effort, note } = report;
  const stored = await getStoredSessionDeletedToo(store, link.sessionId);
  const session: StoredSession = {
    ...stored,
    document: { ...practice.session, title: stored.document.title },
  };
  const { led } = await leadingOf(store, instructor, session, student, at, true);
  return store.inTransaction(async (within) => {
    await within.lockStudent(link.studentId);
    const twin = await within.sittings.first({ studentId: link.studentId, startedAt: at }, { id: 'ASC' });
    if (twin && twin.id !== id) throw sameMoment();
    const added = await within.sittings.addIfNew({
      id,
      studentId: link.studentId,
      sessionId: link.sessionId,
      version: 1,
      startedAt: at,
      place: 'home',
      led: { ...led, conventions: practice.conventions, hand: practice.hand },
      ...recordToRow(record),
      recordedAt: now,
      confirmed: true,
      effort,
      feltBefore: report.feltBefore ?? null,
      feltAfter: report.feltAfter ?? null,
      note,
    });
    if (!added) return false;
    await within.sittingPassages.addAll(
      record.passages.map((passage, position) => passageToRow(passage, id, position)),
    );
    await within.homeReports.add({
      id: randomUUID(),
      shareLinkId: link.id,
      homePracticeId: practice.id,
      sittingId: id,
      receivedAt: now,
    });
    return true;
  });
}

export function implementHome(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.home, async ({ params }) => {
    const at = now();
    const open = await openLink(source, params.token, at);
    const { store, link, instructor } = open;
    const student = await getStudent(store, instructor, link.studentId, at);
    await store.links.set(link.id, { openedAt: at });
    return {
      called: link.called,
      instructor: instructor.name,
      emergencyNumber: instructor.emergencyNumber,
      expiresOn: link.expiresOn,
      timeZone: instructor.timeZone,
      adult: needsAdultAtHome(student, localDay(instructor, at)),
      practice: await practiceOf(open, student, at),
      next: await nextSittings(open, at),
    };
  });

  implement(routes.reportHome, async ({ params, body }) => {
    const at = now();
    // A practice of a day on which the link still opened is taken later too.
    const began = new Date(Math.min(Date.parse(body.startedAt), at.getTime()));
    const open = await openLink(source, params.token, began);
    const { store, link, instructor } = open;
    const answer = async (started: Date) => ({
      day: localDay(instructor, started),
      held: (await getStudent(store, instructor, link.studentId, at)).emergency !== null,
    });
    const there = await store.sittings.get(body.id);
    if (there) {
      if (!(await isReported(store, body.id, link.id))) throw idTaken();
      return answer(there.startedAt);
    }
    const when = momentOf(body, open, at);
    const practice = await store.homePractices.get(body.practiceId);
    if (practice?.shareLinkId !== link.id) throw notFound('practice');
    const session = sessionFromChecked(practice.session);
    const setup = { session, student: { hand: practice.hand }, conventions: practice.conventions };
    if (!recordIsOf(body.record, setup)) {
      const detail =
        'This does not tell about the practice of this link. Load the page again and report it anew.';
      throw invalidRequest([{ pointer: '/record', detail }]);
    }
    const student = await getStudent(store, instructor, link.studentId, at);
    const added = await putOnRecord(open, practice, body, { at: when.at, now: at, student });
    if (!added && !(await isReported(store, body.id, link.id))) throw idTaken();
    return answer(when.at);
  });

  implement(routes.homeCalendarFile, async ({ params }) => {
    const at = now();
    const open = await openLink(source, params.token, at);
    const ladder = await ladderOf(open);
    if (!ladder) throw notFound('calendar for this practice');
    const { days } = await calendarOf(open.store, open.instructor, ladder, at, 8);
    const own = days
      .filter(({ sessionId }) => sessionId === null)
      .map((one) => ({ ...one, title: 'Practice' }));
    return { name: 'practice.ics', content: calendarFile(ladder, open.link.called, own, at) };
  });
}

const isReported = async (store: InstructorStore, sittingId: string, shareLinkId: string): Promise<boolean> =>
  (await store.homeReports.first({ sittingId, shareLinkId }, { id: 'ASC' })) !== null;
