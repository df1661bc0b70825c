import { day } from '@nuvrah/core';
import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import { routes, type CalendarDay, type Ladder } from '@nuvrah/contract';
import { aCapacity, addClimber, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

const LOFT = { name: 'The rope loft', latitude: 51.6, longitude: -2.7 };

describe('the practice calendar', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => {
    server = await startTestServer();
    // Before anybody practises: all of the day is to come.
    server.setClock(new Date('2026-03-10T00:00:00Z'));
  });
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  const works = (timeZone: string, place: typeof LOFT | null) =>
    client.call(routes.changeWorkplace, { body: { timeZone, place, emergencyNumber: '112' } });
  const calendar = (id: string, weeks = '4'): Promise<CalendarDay[]> =>
    client.must(routes.ladderCalendar, { params: { id }, query: { weeks } });
  const file = async (id: string): Promise<string> =>
    (await client.must(routes.ladderCalendarFile, { params: { id } })) as unknown as string;
  const plan = (ladder: Ladder, sittings: Ladder['plan']['sittings']) => {
    const { version, rungs, at, gate, wished, ended } = ladder;
    const body = { version, rungs, at, gate, wished, ended, plan: { weekdays: [2, 7], sittings } };
    return client.call(routes.changeLadder, { params: { id: ladder.id }, body });
  };

  it('has the numbers of every day, and none above what fits today', async () => {
    const { ladder, student } = await addClimber(client);
    const days = await calendar(ladder.id);
    expect(days.length).toBe(28);
    expect(days[0]?.day).toEqual(day('2026-03-10'));
    expect(days[0]?.clock).toBe('06:30');
    expect(days[0]?.said).toBe('in 5 · out 10');
    expect([...new Set(days.map(({ rung }) => rung))]).toEqual([0, 1]);
    await client.must(routes.addCapacityCheck, {
      params: { id: student.id },
      body: { ...aCapacity, checkedOn: day('2026-03-10'), inhale: 20, exhale: 36 },
    });
    expect([...new Set((await calendar(ladder.id)).map(({ rung }) => rung))]).toEqual([0, 1, 2, 3]);
  });

  it('holds another session by the sun, once it is known where that rises', async () => {
    const { ladder, student } = await addClimber(client);
    const { id: other } = await client.must(routes.addSession, {
      body: { owner: { kind: 'student', studentId: student.id }, document: documentOf('1:1', 3) },
    });
    const { id: strange } = await client.must(routes.addSession, {
      body: { owner: { kind: 'nobody' }, document: documentOf() },
    });
    const morning = { time: { kind: 'clock', at: '06:30' }, sessionId: null } as const;
    const evening = (sessionId: string) =>
      ({ time: { kind: 'sun', event: 'sunset', minutes: -30 }, sessionId }) as const;
    const pointers: (string | undefined)[] = [];
    for (const sittings of [[evening(other), morning], [evening(strange), morning], [evening(other)]])
      pointers.push((await plan(ladder, sittings)).body.errors?.[0]?.pointer);
    expect(pointers).toEqual(['/plan/sittings/0/time', '/plan/sittings/0/sessionId', '/plan/sittings']);
    expect((await works('Europe/London', LOFT)).status).toBe(200);
    expect((await plan(ladder, [evening(other), morning])).status).toBe(200);
    const days = await calendar(ladder.id, '3');
    expect(days.map(({ day, clock, sessionId }) => `${day} ${clock} ${sessionId ?? ''}`)).toEqual([
      '2026-03-10 06:30 ',
      `2026-03-10 17:37 ${other}`,
      '2026-03-15 06:30 ',
      `2026-03-15 17:45 ${other}`,
      '2026-03-17 06:30 ',
      `2026-03-17 17:49 ${other}`,
      '2026-03-22 06:30 ',
      `2026-03-22 17:57 ${other}`,
      '2026-03-24 06:30 ',
      `2026-03-24 18:01 ${other}`,
      // The clocks go forward on this day.
      '2026-03-29 06:30 ',
      `2026-03-29 19:09 ${other}`,
    ]);
  });

  it('is a file that calendar programs read: hours right, names without surname, the same identifiers again', async () => {
    const { ladder } = await addClimber(client);
    const read = async () =>
      new ICAL.Component(ICAL.parse(await file(ladder.id)) as never[])
        .getAllSubcomponents('vevent')
        .map((one) => new ICAL.Event(one));
    const before = await read();
    expect(before.map(({ startDate }) => startDate.toString()).slice(17, 20)).toEqual([
      '2026-03-27T06:30:00Z',
      '2026-03-28T06:30:00Z',
      '2026-03-29T05:30:00Z',
    ]);
    expect(before[0]?.summary).toBe('Evening: in 5 · out 10');
    // A rung that is not decided on yet says which numbers hold until then.
    const [now, later] = [before[0], before.at(-1)].map((event) => event?.description);
    expect(now?.startsWith('Easy,')).toBeTrue();
    expect(later).toBe(
      'Planned: once it is decided. Until then in 5 · out 10. Easy, and never to the end of the breath. At any stop sign: stop, and breathe naturally.',
    );
    expect(await file(ladder.id)).not.toContain('Reed');
    await client.must(routes.changeWorkplace, {
      body: { timeZone: 'Asia/Kolkata', place: null, emergencyNumber: '112' },
    });
    const after = await read();
    expect(after.map(({ uid }) => uid)).toEqual(before.map(({ uid }) => uid));
    expect(after[0]?.startDate.toString()).toBe('2026-03-10T01:00:00Z');
    const { headers } = await client.call(routes.ladderCalendarFile, { params: { id: ladder.id } });
    expect(headers.get('content-type')).toBe('text/calendar; charset=utf-8');
    expect(headers.get('content-disposition')).toBe('attachment; filename=practice-ada.ics');
  });

  it('refuses a zone, a place and a span that are none', async () => {
    const { ladder } = await addClimber(client);
    const zone = await works('Europe/Quay', null);
    expect(zone.status).toBe(422);
    expect(zone.body.errors?.[0]?.pointer).toBe('/timeZone');
    expect((await works('Europe/London', { ...LOFT, latitude: 91 })).status).toBe(422);
    const query = { weeks: '60' };
    expect((await client.call(routes.ladderCalendar, { params: { id: ladder.id }, query })).status).toBe(422);
    expect((await client.call(routes.ladderCalendar, { params: { id: randomUUID() } })).status).toBe(404);
  });
});
