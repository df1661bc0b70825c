import { Type } from '@sinclair/typebox';
import { addresses } from './addresses.js';
import { route } from './route.js';
import { listOf, nothing, uuid } from './schema-parts.js';
import {
  newOverrulingSchema,
  newSessionSchema,
  overrulingSchema,
  sessionChangeSchema,
  sessionFilingSchema,
  sessionReviewSchema,
  sessionVersionSchema,
  storedSessionSchema,
} from './schemas.js';

const ofOwner = Type.Object(
  { student: Type.Optional(uuid), class: Type.Optional(uuid) },
  { additionalProperties: false },
);
const ID = '[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}';
/** Up to a hundred ids with commas between. */
const someSessions = Type.Object(
  { ids: Type.String({ pattern: `^${ID}(,${ID}){0,99}$` }) },
  { additionalProperties: false },
);

/** Requests about sessions and what is decided about their findings. */
export const sessionRoutes = {
  listSessions: route(addresses.listSessions, {
    summary: 'Sessions, newest change first',
    query: ofOwner,
    answer: listOf(storedSessionSchema),
  }),
  addSession: route(addresses.addSession, {
    summary: 'Add a session',
    body: newSessionSchema,
    answer: storedSessionSchema,
    status: 201,
  }),
  getSession: route(addresses.getSession, { summary: 'One session', answer: storedSessionSchema }),
  saveSession: route(addresses.saveSession, {
    summary: 'Save a session; a stale save is refused with what is stored now',
    body: sessionChangeSchema,
    answer: storedSessionSchema,
  }),

  fileSession: route(addresses.fileSession, {
    summary: 'Give a session other tags, archive it or bring it back from the archive',
    body: sessionFilingSchema,
    answer: storedSessionSchema,
  }),
  deleteSession: route(addresses.deleteSession, {
    summary: 'Delete a session that nothing uses; for thirty days it can be restored',
    answer: nothing,
    status: 204,
  }),
  restoreSession: route(addresses.restoreSession, {
    summary: 'Bring a deleted session back',
    answer: storedSessionSchema,
  }),
  reviewSessions: route(addresses.reviewSessions, {
    summary: 'What leading some sessions now would find; who is not there is left out',
    query: someSessions,
    answer: listOf(sessionReviewSchema),
  }),

  listSessionVersions: route(addresses.listSessionVersions, {
    summary: 'Earlier versions of a session, the newest first',
    answer: listOf(sessionVersionSchema),
  }),

  addOverruling: route(addresses.addOverruling, {
    summary:
      'Overrule a "change" with a reason, or acknowledge a "care"; the same id again answers what is there',
    body: newOverrulingSchema,
    answer: overrulingSchema,
    status: 201,
  }),
  withdrawOverruling: route(addresses.withdrawOverruling, {
    summary: 'Take a decision about a finding back',
    answer: nothing,
    status: 204,
  }),
} as const;
