import { randomUUID } from 'node:crypto';
import { routes, screenNewsAddress, uuid, type ShownClass } from '@nuvrah/contract';
import type { RequestHandler } from 'express';
import type { DataSource } from 'typeorm';
import { getClass } from '../classes/classes.js';
import { classShownTable } from '../db/entities.js';
import { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { notFound, notSignedIn } from '../http/problem.js';
import { parse } from '../http/validate.js';
import { tellFollowers, type ClassNews } from './news.js';

/** Minutes after which what the leader's browser showed last is shown no more: it is gone, with the names in it. */
const SHOWN_FOR = 30;

const longAgo = (now: Date): Date => new Date(now.getTime() - SHOWN_FOR * 60_000);

const SHOW_SQL = `
INSERT INTO class_shown (instructor_id, id, run, names, place, told_at) VALUES ($1, $2, $3, $4, $5, $6)
ON CONFLICT (id) DO UPDATE SET run = excluded.run, names = excluded.names, place = excluded.place,
  told_at = excluded.told_at, version = class_shown.version + 1
  WHERE class_shown.instructor_id = $1`;

/** What the second screens of a class show, on whatever machine: the leader's browser tells, they only look. */
export function implementShown(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.showClass, async ({ store, params, body }) => {
    const { id } = await getClass(store, params.id);
    const [run, names, place] = [body.run, body.names, body.place].map((one) => JSON.stringify(one));
    await store.query(SHOW_SQL, id, run, names, place, now());
    await tellFollowers(source.manager, { live: id, news: { kind: 'changed' } });
    return null;
  });

  implement(routes.placeShown, async ({ store, params, body: { place } }) => {
    const found = await store.classesShown.get(params.id);
    if (!found) throw notFound('class that is shown');
    await store.classesShown.set(found.id, { place, toldAt: now() });
    const news = { kind: 'place', place, version: found.version } as const;
    await tellFollowers(source.manager, { live: found.id, news });
    return null;
  });

  implement(routes.endShown, async ({ store, params }) => {
    const { id } = await getClass(store, params.id);
    await store.classesShown.remove({ id });
    await tellFollowers(source.manager, { live: id, news: { kind: 'changed' } });
    return null;
  });

  implement(routes.shownClass, async ({ store, params }) => {
    const { id } = await getClass(store, params.id);
    const found = await store.classesShown.get(id);
    if (!found || found.toldAt < longAgo(now())) return { shown: null };
    const { run, names, place, version } = found;
    return { shown: { run, names, place, version } satisfies ShownClass };
  });
}

/** What nobody shows any more is forgotten. */
export async function forgetShown(source: DataSource, at: Date): Promise<void> {
  await source
    .getRepository(classShownTable)
    .createQueryBuilder()
    .delete()
    .where('told_at < :before', { before: longAgo(at) })
    .execute();
}

/** Opens the stream of a second screen. */
export const streamToScreen =
  (source: DataSource, news: ClassNews): RequestHandler =>
  async (request, response) => {
    const { instructorId } = request.session;
    if (!instructorId) throw notSignedIn();
    try {
      parse(uuid, request.params['id']);
    } catch {
      throw notFound('class');
    }
    const { id } = await getClass(InstructorStore.of(source, instructorId), String(request.params['id']));
    await news.open(id, randomUUID(), response);
  };

export const SCREEN_NEWS_PATH = screenNewsAddress(':id');
