import { createHmac } from 'node:crypto';
import { LONGEST_LINK, routes, type HomeLink } from '@nuvrah/contract';
import { addDays, dayInWords } from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import { shareLinkTable, type InstructorRow, type ShareLinkRow } from '../db/entities.js';
import { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { hashOf } from '../http/secrets.js';
import { invalidRequest, linkEnded, noSuchLink, notFound, notReady } from '../http/problem.js';
import { getStoredSession } from '../sessions/sessions.js';
import { leadingOf } from '../sittings/leading.js';
import { getStudent } from '../students/students.js';
import { addOnce } from '../http/once.js';

/** What addresses of links are made from. */
export interface LinkMaking {
  readonly secret: string;
  readonly publicUrl: string | null;
}

/**
 * The secret of a link: made from its id and the server's own secret, so that nobody can guess it, whoever reads the
 * database cannot open it, and the instructor can be shown it again.
 */
const tokenOf = (id: string, secret: string): string =>
  createHmac('sha256', secret).update(`share-link:${id}`).digest('base64url');

/** A link that opens, and everything of whoever gave it. */
export interface OpenLink {
  readonly link: ShareLinkRow;
  readonly store: InstructorStore;
  readonly instructor: InstructorRow;
}

/**
 * The link with this secret. @param on a moment of the day on which it has to open.
 * @throws RequestProblem (404) for one that was never given, (410) for one that was ended or ran out.
 */
export async function openLink(source: DataSource, token: string, on: Date): Promise<OpenLink> {
  const link = await source.getRepository(shareLinkTable).findOneBy({ tokenHash: hashOf(token) });
  if (!link) throw noSuchLink();
  const instructor = await instructorById(source, link.instructorId);
  const store = InstructorStore.of(source, link.instructorId);
  const student = await store.students.get(link.studentId);
  if (link.revokedAt !== null || student === null || student.archivedAt !== null)
    throw linkEnded('Your instructor has ended this link.');
  if (link.expiresOn < localDay(instructor, on))
    throw linkEnded(`This link ran out on ${dayInWords(link.expiresOn)}.`);
  return { link, store, instructor };
}

/** How many reports came by each link. */
const REPORTS_SQL = `
SELECT share_link_id AS link, count(*)::int AS reports
  FROM home_report WHERE instructor_id = $1 AND share_link_id = ANY($2::uuid[]) GROUP BY share_link_id`;

export function implementLinks(
  implement: Implement,
  source: DataSource,
  now: () => Date,
  { secret, publicUrl }: LinkMaking,
): void {
  const toLink = (row: Omit<ShareLinkRow, 'instructorId'>, origin: string, reports: number): HomeLink => {
    const token = tokenOf(row.id, secret);
    return {
      id: row.id,
      sessionId: row.sessionId,
      called: row.called,
      expiresOn: row.expiresOn,
      address: hashOf(token) === row.tokenHash ? `${publicUrl ?? origin}/home/${token}` : null,
      madeAt: row.madeAt.toISOString(),
      revokedAt: row.revokedAt?.toISOString() ?? null,
      openedAt: row.openedAt?.toISOString() ?? null,
      reports,
    };
  };
  const allReportsOf = async (
    store: InstructorStore,
    links: readonly string[],
  ): Promise<Map<string, number>> => {
    const rows = await store.query<{ link: string; reports: number }>(REPORTS_SQL, links);
    return new Map(rows.map(({ link, reports }) => [link, reports]));
  };
  const reportsOf = async (store: InstructorStore, link: string): Promise<number> =>
    (await allReportsOf(store, [link])).get(link) ?? 0;
  /** What may not be led is not given out. @throws RequestProblem (409) with what is in the way. */
  const refuseHeld = async (store: InstructorStore, sessionId: string, studentId: string): Promise<void> => {
    const instructor = await instructorById(source, store.instructorId);
    const [session, student] = await Promise.all([
      getStoredSession(store, sessionId),
      getStudent(store, instructor, studentId, now()),
    ]);
    const { needs } = await leadingOf(store, instructor, session, student, now(), true);
    if (needs.length > 0) throw notReady(needs);
  };
  const originOf = (request: { protocol: string; get(name: string): string | undefined }): string =>
    `${request.protocol}://${request.get('host') ?? ''}`;

  implement(routes.listLinks, async ({ store, params, request }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const rows = await store.links.list({ studentId: params.id }, { order: { madeAt: 'DESC', id: 'ASC' } });
    const ids = rows.map(({ id }) => id);
    const reports = await allReportsOf(store, ids);
    return rows.map((row) => toLink(row, originOf(request), reports.get(row.id) ?? 0));
  });

  implement(routes.addLink, async ({ store, params, body, request }) => {
    const student = await store.students.get(params.id);
    if (!student) throw notFound('student');
    const there = await store.links.get(body.id);
    if (there) return toLink(there, originOf(request), await reportsOf(store, there.id));
    const session = await store.sessions.get(body.sessionId);
    if (session?.studentId !== params.id) {
      const detail = 'This is no session of this student: choose one of theirs.';
      throw invalidRequest([{ pointer: '/sessionId', detail }]);
    }
    const today = localDay(await instructorById(source, store.instructorId), now());
    if (body.expiresOn < today || body.expiresOn > addDays(today, LONGEST_LINK)) {
      const detail = `Use a last day from today on, at most ${LONGEST_LINK} days from now.`;
      throw invalidRequest([{ pointer: '/expiresOn', detail }]);
    }
    await refuseHeld(store, session.id, params.id);
    const row = {
      ...body,
      called: body.called.trim(),
      studentId: params.id,
      tokenHash: hashOf(tokenOf(body.id, secret)),
      madeAt: now(),
      revokedAt: null,
      openedAt: null,
    };
    await addOnce(store.links, row);
    return toLink(row, originOf(request), 0);
  });

  implement(routes.revokeLink, async ({ store, params, request }) => {
    const row = await store.links.get(params.id);
    if (!row) throw notFound('link');
    const revokedAt = row.revokedAt ?? now();
    await store.links.set(row.id, { revokedAt });
    return toLink({ ...row, revokedAt }, originOf(request), await reportsOf(store, row.id));
  });
}
