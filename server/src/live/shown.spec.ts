import { randomUUID } from 'node:crypto';
import { routes, screenNewsAddress } from '@nuvrah/contract';
import { beginClass, classToKeep, DEFAULT_CONVENTIONS, newSession } from '@nuvrah/core';
import { NewsReader } from '../testing/news-reader.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';
import { forgetShown } from './shown.js';

const session = newSession('For backs', { counted: randomUUID(), natural: randomUUID() });
const lane = {
  students: ['ana'],
  session,
  standsFor: session.passages.map(({ id }) => id),
  gaveUp: [],
  left: [],
};
const RUN = classToKeep(
  beginClass(
    { lanes: [lane], meetings: [] },
    { session, conventions: DEFAULT_CONVENTIONS, handOf: () => 'right' },
  ),
);
const ANA = randomUUID();
const PLACE = { at: 0, when: 1_000, goesOn: true };
const SHOWN = { run: RUN, names: { [ANA]: 'Ana' }, place: PLACE };

describe('a class on second screens', () => {
  let server: TestServer;
  let leader: TestClient;
  let params: { readonly id: string };
  const readers: NewsReader[] = [];

  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => {
    server.setClock(new Date('2026-03-10T12:00:00Z'));
    leader = await server.instructor();
    params = { id: randomUUID() };
    await leader.must(routes.addClass, { body: { id: params.id, name: 'For backs', members: [], note: '' } });
  });
  afterEach(() => readers.splice(0).forEach((reader) => reader.close()));
  afterAll(() => server.close());

  const screen = ({ cookie }: { readonly cookie: string } = leader): NewsReader => {
    const reader = new NewsReader(`${server.origin}${screenNewsAddress(params.id)}`, { cookie });
    readers.push(reader);
    return reader;
  };

  it('is shown as the leader told it, whole, and counted up with every change', async () => {
    expect(await leader.must(routes.shownClass, { params })).toEqual({ shown: null });
    await leader.must(routes.showClass, { params, body: SHOWN });
    const first = await leader.must(routes.shownClass, { params });
    expect(first.shown).toEqual({ ...(JSON.parse(JSON.stringify(SHOWN)) as typeof SHOWN), version: 1 });
    await leader.must(routes.showClass, { params, body: { ...SHOWN, place: null } });
    expect((await leader.must(routes.shownClass, { params })).shown).toEqual(
      jasmine.objectContaining({ version: 2, place: null }),
    );
  });

  it('is told screens as it happens, with the place of the lanes that they show', async () => {
    const reader = screen();
    await reader.next('changed');
    await leader.must(routes.showClass, { params, body: SHOWN });
    await reader.next('changed');
    const place = { ...PLACE, at: 10_000 };
    await leader.must(routes.placeShown, { params, body: { place } });
    expect(await reader.next('place')).toEqual({ kind: 'place', place, version: 1 });
    expect((await leader.must(routes.shownClass, { params })).shown?.place).toEqual(place);
  });

  it('is no more shown once it is ended, and ended twice', async () => {
    await leader.must(routes.showClass, { params, body: SHOWN });
    const reader = screen();
    await reader.next('changed');
    await leader.must(routes.endShown, { params });
    await reader.next('changed');
    await leader.must(routes.endShown, { params });
    expect(await leader.must(routes.shownClass, { params })).toEqual({ shown: null });
    expect((await leader.call(routes.placeShown, { params, body: { place: PLACE } })).status).toBe(404);
  });

  it('is forgotten half an hour after its leader was heard of last', async () => {
    await leader.must(routes.showClass, { params, body: SHOWN });
    server.setClock(new Date('2026-03-10T12:31:00Z'));
    expect(await leader.must(routes.shownClass, { params })).toEqual({ shown: null });
    await forgetShown(server.source, server.now);
    server.setClock(new Date('2026-03-10T12:00:00Z'));
    expect(await leader.must(routes.shownClass, { params })).toEqual({ shown: null });
  });

  it('is nobody else’s to see, to change or to end', async () => {
    await leader.must(routes.showClass, { params, body: SHOWN });
    const other = await server.instructor();
    expect((await other.call(routes.shownClass, { params })).status).toBe(404);
    expect((await other.call(routes.showClass, { params, body: SHOWN })).status).toBe(404);
    expect((await other.call(routes.placeShown, { params, body: { place: PLACE } })).status).toBe(404);
    expect((await other.call(routes.endShown, { params })).status).toBe(404);
    expect((await leader.must(routes.shownClass, { params })).shown?.version).toBe(1);
    expect(await screen(other).status).toBe(404);
    expect(await screen(server.stranger()).status).toBe(401);
  });

  it('is refused with a name too long, without its lanes, and where no class can be', async () => {
    const long = { ...SHOWN, names: { [ANA]: 'A'.repeat(61) } };
    expect((await leader.call(routes.showClass, { params, body: long })).status).toBe(422);
    const without = { names: {}, place: null } as never;
    expect((await leader.call(routes.showClass, { params, body: without })).status).toBe(422);
    const nowhere = new NewsReader(`${server.origin}${screenNewsAddress('nowhere')}`, {
      cookie: leader.cookie,
    });
    expect(await nowhere.status).toBe(404);
  });
});
