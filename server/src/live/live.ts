import { randomInt } from 'node:crypto';
import { routes, type BodyOf, type Live, type Phone } from '@nuvrah/contract';
import { newJoinCode } from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { getClass } from '../classes/classes.js';
import { classLeadingTable, type ClassLeadingRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { idTaken, notFound, phoneRefused, staleVersion } from '../http/problem.js';
import { tellFollowers } from './news.js';

/** Seconds after which a phone that was not heard of is taken to be away. */
export const PHONE_AWAY = 40;

/** A class is forgotten so many hours after its leader was heard of last, with all that phones told. */
const FORGOTTEN_AFTER = 24;
/** Codes are told apart by chance; so often another one is tried where one is taken. */
const CODE_TRIES = 5;

/** The phones of a class, as its leader sees them. */
async function phonesOf(store: InstructorStore, live: string, now: Date): Promise<Phone[]> {
  const rows = await store.classPhones.list({ classLeadingId: live }, { order: { id: 'ASC' } });
  return rows.map(({ id, person, seenAt, hand, wish, effort, signs }) => ({
    id,
    person,
    there: now.getTime() - seenAt.getTime() < PHONE_AWAY * 1_000,
    hand,
    wish,
    effort,
    signs,
  }));
}

/** What the leader of a class does for the phones that follow it. */
export function implementLive(
  implement: Implement,
  source: DataSource,
  now: () => Date,
  publicUrl: string | null,
): void {
  const toLive = ({ id, code }: Pick<ClassLeadingRow, 'id' | 'code'>): Live => {
    if (code === null) throw over();
    return { id, code, address: publicUrl && `${publicUrl}/join` };
  };
  const liveOf = async (
    store: InstructorStore,
    { id, live }: { readonly id: string; readonly live: string },
  ): Promise<ClassLeadingRow> => {
    const found = await store.classLeadings.get(live);
    if (found?.classGroupId !== id) throw notFound('class that phones follow');
    return found;
  };

  implement(routes.openLive, async ({ store, params, body }) => {
    const group = await getClass(store, params.id);
    const at = now();
    const people = body.people.map((name) => ({ name, sittingId: null }));
    const times = { openedAt: at, leaderSeenAt: at, endedAt: null };
    for (let tried = 0; tried < CODE_TRIES; tried++) {
      const code = newJoinCode((limit) => randomInt(limit));
      const found = { id: body.id, classGroupId: group.id, code };
      const row = { ...found, people, lanes: [], place: null, version: 1, ...times };
      // Where the code is taken nothing is added, as where the id is.
      if (await store.classLeadings.addIfNew(row)) return toLive(row);
      const there = await store.classLeadings.get(body.id);
      if (there) return toLive(there);
    }
    throw idTaken();
  });

  implement(routes.changeLive, async ({ store, params, body }) => {
    const live = await liveOf(store, params);
    refuseEnded(live);
    const { id, version } = live;
    if (!(await store.classLeadings.change(id, version, { ...body, leaderSeenAt: now() })))
      throw staleVersion({ id, version });
    await tellFollowers(source.manager, { live: live.id, news: { kind: 'changed' } });
    return phonesOf(store, live.id, now());
  });

  implement(routes.placeLive, async ({ store, params, body }) => {
    const live = await liveOf(store, params);
    refuseEnded(live);
    const { place } = body;
    // Whoever leads may not know the time just now: that is no place.
    await store.classLeadings.set(live.id, { leaderSeenAt: now(), ...(place && { place }) });
    await answerPhones(store, live.id, body.handled);
    const { version } = live;
    if (place)
      await tellFollowers(source.manager, { live: live.id, news: { kind: 'place', place, version } });
    return phonesOf(store, live.id, now());
  });

  implement(routes.endLive, async ({ store, params }) => {
    const live = await liveOf(store, params);
    const at = now();
    if (live.endedAt === null) {
      await store.classLeadings.set(live.id, { code: null, lanes: [], endedAt: at, leaderSeenAt: at });
      await tellFollowers(source.manager, { live: live.id, news: { kind: 'changed' } });
    } else await store.classLeadings.set(live.id, { leaderSeenAt: at });
    return phonesOf(store, live.id, at);
  });

  /** Lowers hands, ends wishes, and says to each phone what became of them. */
  async function answerPhones(
    store: InstructorStore,
    live: string,
    handled: BodyOf<typeof routes.placeLive>['handled'],
  ): Promise<void> {
    for (const { phone, said } of handled) {
      const found = await store.classPhones.get(phone);
      if (found?.classLeadingId !== live) continue;
      await store.classPhones.set(phone, { hand: false, wish: null, said });
      await tellFollowers(source.manager, { live, phone, news: { kind: 'changed' } });
    }
  }
}

const over = () => phoneRefused('class-gone', 'This class is over for phones: let them follow anew.');

/** What is over is not led on. */
function refuseEnded({ endedAt }: ClassLeadingRow): void {
  if (endedAt !== null) throw over();
}

/** Names and lanes of a class are kept no longer than phones may still tell of it. */
export async function forgetOld(source: DataSource, at: Date): Promise<void> {
  const before = new Date(at.getTime() - FORGOTTEN_AFTER * 3_600_000);
  await source
    .getRepository(classLeadingTable)
    .createQueryBuilder()
    .delete()
    .where('leader_seen_at < :before', { before })
    .execute();
}
