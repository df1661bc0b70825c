import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { API_ROOT, phoneNewsAddress, routes, type LiveLanes, type Phone } from '@nuvrah/contract';
import { pino } from 'pino';
import { createApp, newsOf } from '../app.js';
import { addStudentWithSession, finishedRecord } from '../testing/documents.js';
import { NewsReader } from '../testing/news-reader.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';
import { forgetOld } from './live.js';
import { endLeft, recordLate } from './phones.js';

const laneOf = (...people: string[]): LiveLanes['lanes'][number] => ({
  people,
  from: 0,
  phrases: [
    { say: 'Inhale left', breath: 'inhale', side: 'left', fingers: '', counting: 'up' },
    { say: 'Breathe naturally', breath: null, side: null, fingers: '', counting: 'silent' },
  ],
  beats: [
    { to: 60_000, phrase: 0, counts: 4 },
    { to: 120_000, phrase: 1, counts: null },
  ],
  meetings: [0, 30_000],
});
const PLACE = { at: 0, when: 1_000, goesOn: true };

describe('a class that phones follow', () => {
  let server: TestServer;
  let leader: TestClient;
  let classId: string;
  let live: string;
  let code: string;
  const readers: NewsReader[] = [];

  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => {
    server.setClock(new Date('2026-03-10T12:00:00Z'));
    leader = await server.instructor();
    classId = randomUUID();
    await leader.must(routes.addClass, {
      body: { id: classId, name: 'For backs', members: [], note: '' },
    });
    live = randomUUID();
    const people = ['Ana', 'Bo'];
    const opened = await leader.must(routes.openLive, {
      params: { id: classId },
      body: { id: live, people },
    });
    code = opened.code;
  });
  afterEach(() => readers.splice(0).forEach((reader) => reader.close()));
  afterAll(() => server.close());

  const at = () => ({ id: classId, live });
  const later = (seconds: number): void => server.setClock(new Date(server.now.getTime() + seconds * 1_000));
  const people = (ana: string | null = null) => [
    { name: 'Ana', sittingId: ana },
    { name: 'Bo', sittingId: null },
  ];
  const lead = (change: Partial<LiveLanes> = {}): Promise<Phone[]> =>
    leader.must(routes.changeLive, {
      params: at(),
      body: { people: people(), lanes: [laneOf('Ana'), laneOf('Bo', 'Cy')], place: PLACE, ...change },
    });
  const placed = (handled: { phone: string; said: string }[] = []): Promise<Phone[]> =>
    leader.must(routes.placeLive, { params: at(), body: { place: PLACE, handled } });
  const join = async (phone = server.stranger()): Promise<{ phone: TestClient; token: string }> => {
    const { token } = await phone.must(routes.joinLive, { body: { code } });
    return { phone, token };
  };
  const joinAs = async (person: string) => {
    const { phone, token } = await join();
    await phone.must(routes.choosePerson, { params: { token }, body: { person } });
    return { phone, token };
  };
  const news = (token: string, origin = server.origin): NewsReader => {
    const reader = new NewsReader(`${origin}${phoneNewsAddress(token)}`);
    readers.push(reader);
    return reader;
  };

  it('is opened once, by its owner, and says where phones find it', async () => {
    const params = { id: classId };
    const again = await leader.must(routes.openLive, { params, body: { id: live, people: [] } });
    expect(again).toEqual({ id: live, code, address: null });
    const other = await server.instructor();
    expect((await other.call(routes.openLive, { params, body: { id: live, people: [] } })).status).toBe(404);
    expect((await other.call(routes.endLive, { params: at() })).status).toBe(404);
  });

  it('tells a phone its own lane, first names, and nothing else of anybody', async () => {
    const { phone, token } = await join();
    const params = { token };
    expect(await phone.must(routes.phoneClass, { params })).toEqual(
      jasmine.objectContaining({ state: 'waits', lane: null, person: null, fallsIn: null }),
    );
    await phone.must(routes.choosePerson, { params, body: { person: 'Ana' } });
    await lead();
    const shown = await phone.must(routes.phoneClass, { params });
    expect(shown.state).toBe('led');
    expect(shown.lane?.people).toEqual(['Ana']);
    expect(shown.people).toEqual([
      { name: 'Ana', taken: false },
      { name: 'Bo', taken: false },
    ]);
    expect(JSON.stringify(shown)).not.toContain('backs');
    expect(JSON.stringify(shown)).not.toContain('sitting');
  });

  it('shows the lane of most to who only looks on', async () => {
    const { phone, token } = await join();
    await lead();
    expect((await phone.must(routes.phoneClass, { params: { token } })).lane?.people).toEqual(['Bo', 'Cy']);
  });

  it('lets who comes late fall in where lanes meet next', async () => {
    const { now } = await server.stranger().must(routes.sharedClock);
    await lead({ place: { at: 12_000, when: now, goesOn: true } });
    const { phone, token } = await joinAs('Ana');
    const { fallsIn } = await phone.must(routes.phoneClass, { params: { token } });
    expect(fallsIn).toBeCloseTo(now + 18_000, 3);
    // By the shared clock: a pause, after which the clock of the class begins anew, makes nobody wait once more.
    await lead({ place: { at: 0, when: now + 60_000, goesOn: true } });
    expect((await phone.must(routes.phoneClass, { params: { token } })).fallsIn).toBe(fallsIn);
  });

  it('counts what is led up with every change, and takes no place from who does not know the time', async () => {
    const { phone, token } = await joinAs('Ana');
    const params = { token };
    const { version } = await phone.must(routes.phoneClass, { params });
    await lead();
    await leader.must(routes.placeLive, { params: at(), body: { place: null, handled: [] } });
    const led = await phone.must(routes.phoneClass, { params });
    expect(led.version).toBe(version + 1);
    expect(led.state).toBe('led');
    expect(led.place).toEqual(PLACE);
  });

  it('gives a name to one phone at a time, and to another once that is away', async () => {
    await joinAs('Ana');
    const { phone, token } = await join();
    const params = { token };
    const refused = await phone.call(routes.choosePerson, { params, body: { person: 'Ana' } });
    expect(refused.status).toBe(409);
    expect(refused.body.code).toBe('name-taken');
    expect((await phone.call(routes.choosePerson, { params, body: { person: 'Eve' } })).status).toBe(422);
    later(60);
    await phone.must(routes.choosePerson, { params, body: { person: 'Ana' } });
  });

  it('hears hands and wishes, and answers them', async () => {
    const { phone, token } = await joinAs('Ana');
    const params = { token };
    const wish = { id: randomUUID(), way: 'halve' } as const;
    await phone.must(routes.tellFromPhone, { params, body: { hand: true, wish } });
    const [one] = await placed();
    expect(one).toEqual(jasmine.objectContaining({ person: 'Ana', hand: true, wish, there: true }));
    const [after] = await placed([{ phone: one?.id ?? '', said: 'Now 3 : 6.' }]);
    expect(after).toEqual(jasmine.objectContaining({ hand: false, wish: null }));
    expect((await phone.must(routes.phoneClass, { params })).said).toBe('Now 3 : 6.');
  });

  it('tells its phones at once what changed and where it stands, by any copy of the server', async () => {
    const [{ token }, { token: other }] = [await joinAs('Ana'), await joinAs('Bo')];
    const now = () => server.now;
    const secondNews = newsOf(server.source, now);
    const app = createApp({
      ...{ source: server.source, log: pino({ level: 'silent' }), secret: 'for tests', webFolder: null },
      ...{ now, news: secondNews },
    });
    const second = await new Promise<Server>((resolve) => {
      const listening: Server = app.listen(0, '127.0.0.1', () => resolve(listening));
    });
    const origin = `http://127.0.0.1:${(second.address() as AddressInfo).port}`;
    const [one, two] = [news(token), news(other, origin)];
    await Promise.all([one.next('changed'), two.next('changed')]);
    await lead();
    await Promise.all([one.next('changed'), two.next('changed')]);
    await placed();
    const { version } = await server.stranger().must(routes.phoneClass, { params: { token } });
    expect(await one.next('place')).toEqual({ kind: 'place', place: PLACE, version });
    expect((await two.next('place')).place).toEqual(PLACE);
    // A copy that stops lets its phones go: they connect to another one.
    await secondNews.close();
    await two.ended;
    second.closeAllConnections();
    await new Promise((resolve) => second.close(resolve));
    const back = news(other);
    await back.next('changed');
  });

  it('listens again when the database was away, and tells phones to ask anew', async () => {
    const { token } = await joinAs('Ana');
    const reader = news(token);
    await reader.next('changed');
    await server.source
      .query(
        `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
          WHERE datname = current_database() AND pid <> pg_backend_pid() AND query LIKE 'LISTEN%'`,
      )
      .catch(() => null);
    await reader.next('changed');
    await placed();
    expect((await reader.next('place')).place).toEqual(PLACE);
  });

  it('dies with its code, and asks phones how it was', async () => {
    const { phone, token } = await joinAs('Ana');
    await lead();
    await leader.must(routes.endLive, { params: at() });
    const late = await server.stranger().call(routes.joinLive, { body: { code } });
    expect(late.status).toBe(404);
    expect(late.body.code).toBe('no-such-code');
    const params = { token };
    expect(await phone.must(routes.phoneClass, { params })).toEqual(
      jasmine.objectContaining({ state: 'over', lane: null }),
    );
    await phone.must(routes.tellFromPhone, { params, body: { after: { effort: 4, signs: ['dizzy'] } } });
    const [told] = await leader.must(routes.endLive, { params: at() });
    expect(told).toEqual(jasmine.objectContaining({ person: 'Ana', effort: 4, signs: ['dizzy'] }));
    const changed = await leader.call(routes.changeLive, {
      params: at(),
      body: { people: people(), lanes: [], place: PLACE },
    });
    expect(changed.status).toBe(410);
    expect((await phone.must(routes.phoneClass, { params })).state).toBe('over');
  });

  it('lets nobody in once its leader was not heard of for a quarter of an hour', async () => {
    later(16 * 60);
    expect((await server.stranger().call(routes.joinLive, { body: { code } })).status).toBe(404);
  });

  it('is over for phones half an hour after its leader went away without ending it', async () => {
    const { phone, token } = await joinAs('Ana');
    await lead();
    later(29 * 60);
    await endLeft(server.source, server.now);
    expect((await phone.must(routes.phoneClass, { params: { token } })).state).toBe('led');
    later(2 * 60);
    await endLeft(server.source, server.now);
    expect((await phone.must(routes.phoneClass, { params: { token } })).state).toBe('over');
    expect(
      (await leader.call(routes.placeLive, { params: at(), body: { place: null, handled: [] } })).status,
    ).toBe(410);
  });

  it('is forgotten after a day, with all names', async () => {
    const { phone, token } = await joinAs('Ana');
    later(25 * 3_600);
    await forgetOld(server.source, server.now);
    expect((await phone.call(routes.phoneClass, { params: { token } })).status).toBe(410);
    const [row] = await server.source.query<{ n: number }[]>(
      `SELECT count(*)::int AS n FROM class_leading WHERE id = $1`,
      [live],
    );
    expect(row?.n).toBe(0);
  });

  it('is followed by no phone without its secret', async () => {
    const address = `${API_ROOT}/live/${'a'.repeat(43)}`;
    const stranger = server.stranger();
    expect((await stranger.send('GET', address)).status).toBe(410);
    expect((await stranger.send('GET', `${address}/news`)).status).toBe(410);
    expect((await stranger.send('GET', `${API_ROOT}/live/nothing/news`)).status).toBe(404);
  });

  it('takes no more phones than a room has', async () => {
    await Promise.all(Array.from({ length: 80 }, () => join()));
    const late = await server.stranger().call(routes.joinLive, { body: { code } });
    expect(late.status).toBe(409);
    expect(late.body.code).toBe('class-full');
  });

  describe('and somebody who tells later', () => {
    /** A student who was led in the class, with the record there. */
    async function ledAna() {
      const { session } = await addStudentWithSession(leader);
      const sitting = await leader.must(routes.beginSitting, {
        body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
      });
      return sitting;
    }
    const told = { effort: 7, signs: ['dizzy'] as const };

    it('finds it on record when the leader has left, once the record is there', async () => {
      const sitting = await ledAna();
      const { phone, token } = await joinAs('Ana');
      await lead({ people: people(sitting.id) });
      await leader.must(routes.endLive, { params: at() });
      await phone.must(routes.tellFromPhone, {
        params: { token },
        body: { after: { effort: told.effort, signs: [...told.signs] } },
      });
      // The leader is still there: it is for them.
      await recordLate(server.source, server.now);
      later(120);
      await recordLate(server.source, server.now);
      const record = finishedRecord(sitting.led.session);
      await leader.must(routes.recordSitting, {
        params: { id: sitting.id },
        body: { version: 1, record, effort: null, note: 'Good.' },
      });
      await recordLate(server.source, server.now);
      const now = await leader.must(routes.getSitting, { params: { id: sitting.id } });
      expect(now.effort).toBe(7);
      expect(now.record?.signs).toEqual(['dizzy']);
      expect(now.note).toBe('Good.');
      await recordLate(server.source, server.now);
      expect((await leader.must(routes.getSitting, { params: { id: sitting.id } })).version).toBe(
        now.version,
      );
    });

    it('changes nothing that the leader wrote', async () => {
      const sitting = await ledAna();
      const { phone, token } = await joinAs('Ana');
      await lead({ people: people(sitting.id) });
      const record = finishedRecord(sitting.led.session);
      await leader.must(routes.recordSitting, {
        params: { id: sitting.id },
        body: { version: 1, record, effort: 3, note: '' },
      });
      await leader.must(routes.endLive, { params: at() });
      await phone.must(routes.tellFromPhone, {
        params: { token },
        body: { after: { effort: 7, signs: [] } },
      });
      later(120);
      await recordLate(server.source, server.now);
      expect((await leader.must(routes.getSitting, { params: { id: sitting.id } })).effort).toBe(3);
    });
  });
});

describe('the code of a class', () => {
  it('cannot be guessed: after thirty that were none an address waits, by every copy of the server', async () => {
    const server = await startTestServer();
    const stranger = server.stranger();
    const tries = Array.from({ length: 30 }, () =>
      stranger.call(routes.joinLive, { body: { code: 'AAAAAAAA' } }),
    );
    expect(new Set((await Promise.all(tries)).map(({ status }) => status))).toEqual(new Set([404]));
    const refused = await stranger.call(routes.joinLive, { body: { code: 'AAAAAAAA' } });
    expect(refused.status).toBe(429);
    expect(refused.body.code).toBe('too-many-codes');
    server.setClock(new Date(server.now.getTime() + 16 * 60_000));
    expect((await stranger.call(routes.joinLive, { body: { code: 'AAAAAAAA' } })).status).toBe(404);
    await server.close();
  });
});

describe('the clock that is shared', () => {
  it("is the database's, to the millisecond", async () => {
    const server = await startTestServer();
    const { now } = await server.stranger().must(routes.sharedClock);
    const [row] = await server.source.query<{ now: string }[]>(
      'SELECT extract(epoch FROM clock_timestamp()) * 1000 AS now',
    );
    expect(Math.abs(Number(row?.now) - now)).toBeLessThan(2_000);
    await server.close();
  });
});
