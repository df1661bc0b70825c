import { routes } from '@nuvrah/contract';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { Implement } from '../http/implement.js';
import { inUse, notFound } from '../http/problem.js';
import { getSession, getStoredSession } from './sessions.js';

/** So long a deleted session can be restored at least. */
const RESTORABLE_MS = 30 * 86_400_000;

/** What uses a session (`$2`) on a day (`$3`) and would be left without it. */
const USES_SQL = `
SELECT (SELECT count(*)::int FROM ladder
         WHERE instructor_id = $1 AND ended_at IS NULL
           AND (session_id = $2::uuid OR plan->'sittings' @> jsonb_build_array(jsonb_build_object('sessionId', $2::text)))) AS ladders,
       (SELECT count(*)::int FROM share_link
         WHERE instructor_id = $1 AND session_id = $2::uuid AND revoked_at IS NULL AND expires_on >= $3::date) AS links,
       (SELECT count(*)::int FROM sitting
         WHERE instructor_id = $1 AND session_id = $2::uuid AND outcome IS NULL) AS begun`;

interface Uses {
  readonly ladders: number;
  readonly links: number;
  readonly begun: number;
}

const describeUses = ({ ladders, links, begun }: Uses): readonly string[] => [
  ...(ladders > 0 ? ['A ladder plans it: end the ladder first.'] : []),
  ...(links > 0 ? ['A private link shares it: end the link first.'] : []),
  ...(begun > 0 ? ['A leading of it is not finished: close it in Today first.'] : []),
];

/** What was given to practise at home stays: what was told of it hangs on its link. */
const PURGE_SQL = `
DELETE FROM session WHERE instructor_id = $1 AND deleted_at < $2
   AND NOT EXISTS (SELECT 1 FROM share_link WHERE share_link.session_id = session.id)`;

/** Tags, the archive, and deleting with a way back. */
export function implementSessionFiling(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.fileSession, async ({ store, params, body }) => {
    const { archivedAt } = await getSession(store, params.id);
    const tags = [...new Set(body.tags.map((tag) => tag.trim()))];
    await store.sessions.set(params.id, { tags, archivedAt: body.archived ? (archivedAt ?? now()) : null });
    return getStoredSession(store, params.id);
  });

  implement(routes.deleteSession, async ({ store, params }) => {
    const at = now();
    const today = localDay(await instructorById(source, store.instructorId), at);
    const row = await store.sessions.getDeletedToo(params.id);
    if (!row) throw notFound('session');
    if (row.deletedAt !== null) return null;
    const [uses] = await store.query<Uses>(USES_SQL, params.id, today);
    const why = uses ? describeUses(uses) : [];
    if (why.length > 0) throw inUse(`${why.join(' ')} Or archive the session. Nothing was deleted.`);
    await store.sessions.set(params.id, { deletedAt: at });
    await store.query(PURGE_SQL, new Date(at.getTime() - RESTORABLE_MS));
    return null;
  });

  implement(routes.restoreSession, async ({ store, params }) => {
    await store.sessions.set(params.id, { deletedAt: null });
    return getStoredSession(store, params.id);
  });
}
