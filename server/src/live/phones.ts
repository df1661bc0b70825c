import { randomBytes, randomUUID } from 'node:crypto';
import { linkToken, MOST_PHONES, phoneNewsAddress, routes, type PhoneClass } from '@nuvrah/contract';
import { fallsInAt, millis, placeNow, type PhoneLane } from '@nuvrah/core';
import type { RequestHandler } from 'express';
import type { DataSource } from 'typeorm';
import { instructorById } from '../accounts/accounts.js';
import {
  classLeadingTable,
  classPhoneTable,
  joinTryTable,
  type ClassLeadingRow,
  type ClassPhoneRow,
} from '../db/entities.js';
import { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { hashOf } from '../http/secrets.js';
import { invalidRequest, noSuchCode, noSuchLink, phoneRefused, tooManyCodes } from '../http/problem.js';
import { parse } from '../http/validate.js';
import { addTold } from '../sittings/sittings.js';
import type { DatabaseClock } from './database-clock.js';
import { forgetOld, PHONE_AWAY } from './live.js';
import { tellFollowers, type ClassNews } from './news.js';
import { forgetShown } from './shown.js';

/** Codes that were none, from one address in a quarter of an hour, before it has to wait: a whole room may mistype. */
const MOST_TRIES = 30;
const TRIES_MINUTES = 15;
/** Minutes after which the code of a class whose leader is not heard of lets nobody in. */
const LEADER_GONE = 15;
/** Minutes after which a class that nobody leads any more is over: phones ask how it was, whatever became of who led. */
const NOBODY_LEADS = 30;
/** Seconds without a leader after which what phones told is put on record without them. */
const LEADER_AWAY = 60;

const before = (now: Date, seconds: number): Date => new Date(now.getTime() - seconds * 1_000);

interface Following {
  readonly phone: ClassPhoneRow;
  readonly live: Omit<ClassLeadingRow, 'lanes'>;
  readonly store: InstructorStore;
}

/** Only the lane of one person, or of most where it is nobody's: the rest of a class stays in the database. */
const LANE_SQL = `
SELECT lane FROM class_leading, jsonb_array_elements(lanes) AS lane
 WHERE instructor_id = $1 AND id = $2 AND ($3::text IS NULL OR lane -> 'people' ? $3)
 ORDER BY jsonb_array_length(lane -> 'people') DESC LIMIT 1`;

/** What the phones of a class ask and tell. */
export function implementPhones(
  implement: Implement,
  source: DataSource,
  now: () => Date,
  clock: DatabaseClock,
): void {
  implement(routes.sharedClock, async () => ({ now: await clock.now() }));

  implement(routes.joinLive, async ({ body, request }) => {
    const address = request.ip ?? '';
    await refuseGuessing(source, address, now());
    const live = await source.getRepository(classLeadingTable).findOneBy({ code: body.code });
    if (!live || live.leaderSeenAt < before(now(), LEADER_GONE * 60)) {
      await source.getRepository(joinTryTable).insert({ id: randomUUID(), address, at: now() });
      throw noSuchCode();
    }
    const store = InstructorStore.of(source, live.instructorId);
    const others = await store.classPhones.list({ classLeadingId: live.id });
    if (others.length >= MOST_PHONES)
      throw phoneRefused('class-full', 'As many phones follow this class as can. Look at the big screen.');
    const token = randomBytes(32).toString('base64url');
    await store.classPhones.add({
      id: randomUUID(),
      classLeadingId: live.id,
      tokenHash: hashOf(token),
      person: null,
      fallsIn: await fallsIn(store, live, null),
      seenAt: now(),
      hand: false,
      wish: null,
      said: '',
      effort: null,
      signs: [],
      toldAt: null,
      recorded: false,
    });
    return { token };
  });

  implement(routes.phoneClass, async ({ params }) => answerOf(await following(source, params.token)));

  implement(routes.choosePerson, async ({ params, body }) => {
    const { phone, live, store } = await following(source, params.token);
    const { person } = body;
    if (person !== null) {
      if (!live.people.some(({ name }) => name === person)) {
        const detail = 'Nobody of this name is in the class. Choose one of the names, or look on.';
        throw invalidRequest([{ pointer: '/person', detail }]);
      }
      if ((await taken(store, live.id, phone.id)).has(person))
        throw phoneRefused('name-taken', `Another phone is ${person}'s already. Choose your own name.`);
    }
    const change = { person, fallsIn: await fallsIn(store, live, person), seenAt: now() };
    await store.classPhones.set(phone.id, change);
    return answerOf(await following(source, params.token));
  });

  implement(routes.tellFromPhone, async ({ params, body }) => {
    const { phone, store } = await following(source, params.token);
    const { hand, wish, after } = body;
    const told = after && { effort: after.effort, signs: [...after.signs], toldAt: now(), recorded: false };
    await store.classPhones.set(phone.id, {
      seenAt: now(),
      ...(hand !== undefined && { hand, said: '' }),
      ...(wish !== undefined && { wish, said: '' }),
      ...told,
    });
    return answerOf(await following(source, params.token));
  });

  /** The lane of somebody; of most, where it is nobody's. */
  async function laneOf(store: InstructorStore, live: string, person: string | null) {
    const [row] = await store.query<{ lane: PhoneLane }>(LANE_SQL, live, person);
    return row?.lane ?? null;
  }

  /** When somebody who comes now falls in, by the shared clock: the clock of the class begins anew after each pause. */
  async function fallsIn(
    store: InstructorStore,
    { id, place }: Pick<ClassLeadingRow, 'id' | 'place'>,
    person: string | null,
  ): Promise<number | null> {
    const lane = place?.goesOn ? await laneOf(store, id, person) : null;
    if (!place || !lane) return null;
    const came = await clock.now();
    const at = placeNow(place, came);
    return came + fallsInAt(lane, millis(at)) - at;
  }

  async function taken(store: InstructorStore, live: string, but: string): Promise<ReadonlySet<string>> {
    const rows = await store.classPhones.list({ classLeadingId: live });
    const there = rows.filter(({ id, seenAt }) => id !== but && seenAt > before(now(), PHONE_AWAY));
    return new Set(there.flatMap(({ person }) => person ?? []));
  }

  async function answerOf({ phone, live, store }: Following): Promise<PhoneClass> {
    const lane = await laneOf(store, live.id, phone.person);
    const others = await taken(store, live.id, phone.id);
    const { name, emergencyNumber } = await instructorById(source, live.instructorId);
    return {
      instructor: name,
      emergencyNumber,
      people: live.people.map((one) => ({ name: one.name, taken: others.has(one.name) })),
      person: phone.person,
      state: live.endedAt !== null ? 'over' : live.place === null ? 'waits' : 'led',
      lane: lane as unknown as PhoneClass['lane'],
      place: live.place,
      version: live.version,
      fallsIn: phone.fallsIn,
      hand: phone.hand,
      wish: phone.wish,
      said: phone.said,
      effort: phone.effort,
      toldAt: phone.toldAt?.toISOString() ?? null,
    };
  }
}

/** The phone with this secret, and its class. @throws RequestProblem (410) for one that never joined, or whose class is forgotten. */
async function following(source: DataSource, token: string): Promise<Following> {
  const phone = await source.getRepository(classPhoneTable).findOneBy({ tokenHash: hashOf(token) });
  const gone = 'This class is over, and forgotten. Ask who leads for the code of the next one.';
  if (!phone) throw phoneRefused('class-gone', gone);
  const store = InstructorStore.of(source, phone.instructorId);
  const [live] = await store.classLeadings.list(
    { id: phone.classLeadingId },
    { select: { id: true, instructorId: true, people: true, place: true, version: true, endedAt: true } },
  );
  if (!live) throw phoneRefused('class-gone', gone);
  return { phone, live, store };
}

async function refuseGuessing(source: DataSource, address: string, now: Date): Promise<void> {
  const tries = source.getRepository(joinTryTable);
  await tries
    .createQueryBuilder()
    .delete()
    .where('at < :before', { before: before(now, TRIES_MINUTES * 60) })
    .execute();
  if ((await tries.countBy({ address })) >= MOST_TRIES) throw tooManyCodes();
}

/** Opens the stream of a phone. */
export const streamNews =
  (source: DataSource, news: ClassNews): RequestHandler =>
  async (request, response) => {
    const { token } = request.params as { readonly token: string };
    try {
      parse(linkToken, token);
    } catch {
      throw noSuchLink();
    }
    const { phone, live } = await following(source, token);
    await news.open(live.id, phone.id, response);
  };

export const NEWS_PATH = phoneNewsAddress(':token');

/** Marks the phones that are connected as heard of, ends and records what nobody leads any more, and forgets what is old. */
export const keepPhones =
  (source: DataSource, now: () => Date) =>
  async (there: readonly string[]): Promise<void> => {
    const at = now();
    if (there.length > 0)
      await source.query('UPDATE class_phone SET seen_at = $1 WHERE id = ANY($2::uuid[])', [at, there]);
    await endLeft(source, at);
    await recordLate(source, at);
    await forgetOld(source, at);
    await forgetShown(source, at);
  };

const END_SQL = `
UPDATE class_leading SET ended_at = $1, code = NULL, lanes = '[]'
 WHERE ended_at IS NULL AND leader_seen_at < $2 RETURNING id`;

/** Ends the classes whose leader went away without ending them. */
export async function endLeft(source: DataSource, at: Date): Promise<void> {
  const left = before(at, NOBODY_LEADS * 60);
  const [ended] = await source.query<[{ id: string }[], number]>(END_SQL, [at, left]);
  for (const { id } of ended) await tellFollowers(source.manager, { live: id, news: { kind: 'changed' } });
}

/** Claimed by one copy of the server at a time; a claim that fails is given back. */
const CLAIM_SQL = `
UPDATE class_phone SET recorded = true
  FROM class_leading
 WHERE class_leading.id = class_leading_id AND told_at IS NOT NULL AND NOT recorded
   AND ended_at IS NOT NULL AND leader_seen_at < $1
RETURNING class_phone.id, class_phone.instructor_id AS instructor, effort, signs,
  (SELECT one ->> 'sittingId' FROM jsonb_array_elements(people) AS one WHERE one ->> 'name' = person) AS sitting`;

interface Claimed {
  readonly id: string;
  readonly instructor: string;
  readonly effort: number | null;
  readonly signs: ClassPhoneRow['signs'];
  readonly sitting: string | null;
}

/** Who told how it was after the leader had left finds it on record all the same. */
export async function recordLate(source: DataSource, at: Date): Promise<void> {
  const answer = await source.query<[Claimed[], number]>(CLAIM_SQL, [before(at, LEADER_AWAY)]);
  for (const { id, instructor, sitting, effort, signs } of answer[0]) {
    if (sitting === null) continue;
    const store = InstructorStore.of(source, instructor);
    const kept = await addTold(store, sitting, { effort, signs }, at).catch(() => false);
    // Its record may still be on its way from the leader's browser.
    if (!kept) await store.classPhones.set(id, { recorded: false });
  }
}
