import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import { routes, type Home, type HomeLink, type HomePractice, type HomeReport } from '@nuvrah/contract';
import { millis, DEFAULT_CONVENTIONS, type SignId, day } from '@nuvrah/core';
import { addClimber, addStudentWithSession, finishedRecord } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

const DAY = 86_400_000;

describe('practice at home', () => {
  let server: TestServer;
  let client: TestClient;
  let phone: TestClient;
  let start: Date;
  beforeAll(async () => (server = await startTestServer({ publicUrl: 'http://breath.example.org' })));
  beforeEach(async () => {
    start = server.now;
    client = await server.instructor();
    phone = server.stranger();
  });
  afterEach(() => server.setClock(start));
  afterAll(() => server.close());

  const tokenOf = ({ address }: HomeLink): string => address?.split('/').at(-1) ?? '';
  const later = (days: number): void => server.setClock(new Date(start.getTime() + days * DAY));

  /** A climbing student, and a private link to what climbs. */
  async function given(expiresOn = day('2026-06-01')) {
    const climber = await addClimber(client);
    const body = { id: randomUUID(), sessionId: climber.session.id, called: 'Ada', expiresOn };
    const link = await client.must(routes.addLink, { params: { id: climber.student.id }, body });
    return { ...climber, link, body, token: tokenOf(link) };
  }
  const open = (token: string) => phone.call(routes.home, { params: { token } });
  const practiceOf = async (token: string): Promise<HomePractice> => {
    const { practice } = (await open(token)).body as unknown as Home;
    if (!practice) throw new Error('nothing to practise');
    return practice;
  };
  const reportOf = ({ id, session }: HomePractice, change: Partial<HomeReport> = {}): HomeReport => ({
    id: randomUUID(),
    practiceId: id,
    startedAt: server.now.toISOString(),
    record: finishedRecord(session),
    effort: 3,
    note: '',
    ...change,
  });
  const report = (token: string, body: HomeReport) =>
    phone.call(routes.reportHome, { params: { token }, body });
  const withSigns = (practice: HomePractice, signs: SignId[]): HomeReport['record'] => ({
    ...finishedRecord(practice.session),
    signs,
  });

  it('opens by a link nobody can guess, which is not kept and can be shown again', async () => {
    const { link, student, token, body } = await given();
    expect(link.address).toMatch(/^http:\/\/breath\.example\.org\/home\/[\w-]{43}$/);
    const [kept] = await server.source.query<{ token_hash: string }[]>(
      'SELECT * FROM share_link WHERE id = $1',
      [link.id],
    );
    expect(JSON.stringify(kept)).not.toContain(token);
    const again = await client.must(routes.addLink, { params: { id: student.id }, body });
    const [listed] = await client.must(routes.listLinks, { params: { id: student.id } });
    expect(again.address).toEqual(link.address);
    expect(listed?.address).toEqual(link.address);
    expect((await open(token)).status).toBe(200);
    expect((await client.must(routes.listLinks, { params: { id: student.id } }))[0]?.openedAt).toBeTruthy();
  });

  it('shows what the practice needs, and neither health facts nor a surname nor words of the instructor', async () => {
    const { token, student, session } = await given();
    await client.must(routes.addFact, {
      params: { id: student.id },
      body: { id: randomUUID(), fact: 'reflux', since: null, until: null, due: null, note: 'At night.' },
    });
    const [first, ...rest] = session.document.passages;
    const document = {
      ...session.document,
      title: 'For Ada Reed, reflux',
      passages: [
        {
          ...first,
          say: 'Mind the reflux',
          words: [{ text: 'Think of the reflux', round: 1, every: null, phase: null }],
        } as typeof first & object,
        ...rest,
      ],
    };
    await client.must(routes.saveSession, { params: { id: session.id }, body: { version: 1, document } });
    const { body } = await open(token);
    const home = body as unknown as Home;
    expect(home.called).toBe('Ada');
    expect(home.instructor).toBe('Somebody');
    expect(home.emergencyNumber).toBe('112');
    expect(home.practice?.session.passages[0]?.id).toBe(first?.id);
    expect(home.next.map(({ day, clock }) => `${day} ${clock}`)).toEqual([
      '2026-03-11 06:30',
      '2026-03-12 06:30',
      '2026-03-13 06:30',
    ]);
    expect(JSON.stringify(home)).not.toMatch(/reflux|reed|1980|health|note/i);
  });

  it('keeps how it felt before and after, and what was done on the way, as it was told', async () => {
    const { token, student } = await given();
    const practice = await practiceOf(token);
    const feltBefore = { calm: 3, alert: 6, mood: null, pulse: 70 };
    const feltAfter = { calm: 7, alert: 5, mood: 6, pulse: null };
    const [first] = practice.session.passages;
    const log = [{ at: millis(9_000), passageId: first?.id ?? '', round: 1, what: 'ease' as const }];
    const record = { ...finishedRecord(practice.session), log };
    expect((await report(token, reportOf(practice, { feltBefore, feltAfter, record }))).status).toBe(201);
    const [sitting] = await client.must(routes.listSittings, { query: { student: student.id } });
    expect(sitting).toEqual(jasmine.objectContaining({ feltBefore, feltAfter }) as never);
    expect(sitting?.record?.log).toEqual(log);
    const [point] = await client.must(routes.trends, { params: { id: student.id } });
    expect(point).toEqual(jasmine.objectContaining({ calm: 4, alert: -1, mood: null }));
    // The check of a day that was asked for something else says nothing of a practice at home.
    expect(
      (await report(token, reportOf(practice, { startedAt: new Date(+server.now - 60_000).toISOString() })))
        .status,
    ).toBe(201);
    const all = await client.must(routes.listSittings, { query: { student: student.id } });
    expect(all.map((one) => one.feltBefore)).toEqual([feltBefore, null]);
  });

  it('reports into the Ledger as a home sitting, once however often it is sent, and drives the decision', async () => {
    const { token, ladder, student } = await given();
    const practice = await practiceOf(token);
    server.setClock(new Date(start.getTime() + 3_600_000));
    const body = reportOf(practice, { startedAt: new Date(start.getTime() + 1_800_000).toISOString() });
    // Both at once, as a button that is pressed twice sends it.
    const [first, second] = await Promise.all([report(token, body), report(token, body)]);
    expect(first.status).toBe(201);
    expect(second.status).toBe(201);
    expect(first.body as unknown).toEqual(second.body as unknown);
    const sittings = await client.must(routes.listSittings, { query: { student: student.id } });
    expect(sittings.map(({ id, place, effort, led }) => [id, place, effort, led.session.title])).toEqual([
      [body.id, 'home', 3, 'Evening'],
    ]);
    expect(sittings[0]?.reportedAt).toBe(server.now.toISOString());
    const { lines } = await client.must(routes.ledger, { query: { student: student.id } });
    expect(lines.map(({ place, record }) => [place, record?.outcome])).toEqual([['home', 'finished']]);
    const climbing = await client.must(routes.getLadder, { params: { id: ladder.id } });
    expect(climbing.waits).toBeTrue();
    expect(climbing.rule.said[1]).toBe('1 of 5 sittings.');
    const twin = await report(token, { ...body, id: randomUUID() });
    expect(twin.status).toBe(409);
    expect(twin.body.code).toBe('same-moment');
    expect((await client.must(routes.listLinks, { params: { id: student.id } }))[0]?.reports).toBe(1);
  });

  it('takes a report a week late on the day it was practised, and lets it wait for a decision all the same', async () => {
    const { token, ladder, student } = await given(day('2026-03-12'));
    const practice = await practiceOf(token);
    await client.must(routes.decideRung, {
      params: { id: ladder.id },
      body: { id: randomUUID(), version: 1, step: 'stay', reason: '' },
    });
    const body = reportOf(practice, { startedAt: new Date(start.getTime() + DAY).toISOString() });
    // The link ran out meanwhile; on the day of the practice it still opened.
    later(8);
    expect((await open(token)).status).toBe(410);
    const { status, body: answer } = await report(token, body);
    expect(status).toBe(201);
    expect((answer as unknown as { day: string }).day).toEqual(day('2026-03-11'));
    const [sitting] = await client.must(routes.listSittings, { query: { student: student.id } });
    expect(sitting?.startedAt).toEqual(body.startedAt);
    expect(sitting?.reportedAt).toEqual(server.now.toISOString());
    expect((await client.must(routes.getLadder, { params: { id: ladder.id } })).waits).toBeTrue();
  });

  it('is told though the link ran out and the session was deleted meanwhile, and stays on record when that is gone for good', async () => {
    const { token, ladder, student, session } = await given(day('2026-03-11'));
    const practice = await practiceOf(token);
    const { rungs, at, gate, plan, wished, version } = ladder;
    await client.must(routes.changeLadder, {
      params: { id: ladder.id },
      body: { version, rungs, at, gate, plan, wished, ended: true },
    });
    const startedAt = new Date(start.getTime() + 1_800_000).toISOString();
    later(3);
    await client.must(routes.deleteSession, { params: { id: session.id } });
    const body = reportOf(practice, { startedAt });
    expect((await report(token, body)).status).toBe(201);

    later(40);
    const other = await addStudentWithSession(client);
    await client.must(routes.deleteSession, { params: { id: other.session.id } });
    const [told] = await client.must(routes.listSittings, { query: { student: student.id } });
    expect(told?.reportedAt).toBe(new Date(start.getTime() + 3 * DAY).toISOString());
  });

  it('says of a moment that cannot be why, and of numbers that were not given', async () => {
    const { token } = await given();
    const practice = await practiceOf(token);
    const at = (millis: number) => ({ startedAt: new Date(start.getTime() + millis).toISOString() });
    later(70);
    const [record] = [finishedRecord(practice.session)];
    const [counted, ...rest] = record.passages;
    const other = { ...record, passages: [{ ...counted, pace: 900 } as typeof counted & object, ...rest] };
    const cases: readonly [Partial<HomeReport>, number, string | undefined, RegExp][] = [
      [at(71 * DAY), 422, '/startedAt', /in the future: the clock of this phone is ahead/],
      [at(5 * DAY), 422, '/startedAt', /more than 60 days ago/],
      [{ record: other }, 422, '/record', /does not tell about the practice of this link/],
      [{ practiceId: randomUUID() }, 404, undefined, /no such practice/],
    ];
    for (const [change, status, pointer, words] of cases) {
      const answer = await report(token, reportOf(practice, change));
      expect(answer.status).toEqual(status);
      expect(answer.body.errors?.[0]?.pointer).toEqual(pointer);
      expect(answer.body.detail).toMatch(words);
    }
  });

  it('is at an end when the link is revoked or runs out, and never was by a made-up one', async () => {
    const { token, link, student } = await given(day('2026-03-11'));
    const codes: [number, string][] = [];
    const tryIt = async (which: string): Promise<void> => {
      const { status, body } = await open(which);
      codes.push([status, body.code]);
    };
    await tryIt('x'.repeat(43));
    await tryIt('short');
    later(2);
    await tryIt(token);
    server.setClock(start);
    const ended = await client.must(routes.revokeLink, { params: { id: link.id } });
    later(1);
    expect(await client.must(routes.revokeLink, { params: { id: link.id } })).toEqual(ended);
    server.setClock(start);
    await tryIt(token);
    expect(codes).toEqual([
      [404, 'no-such-link'],
      [404, 'no-such-link'],
      [410, 'link-ended'],
      [410, 'link-ended'],
    ]);
    const bad = { id: randomUUID(), sessionId: link.sessionId, called: 'Ada' };
    for (const [body, pointer] of [
      [{ ...bad, expiresOn: day('2026-03-09') }, '/expiresOn'],
      [{ ...bad, expiresOn: day('2028-01-01') }, '/expiresOn'],
      [{ ...bad, sessionId: randomUUID(), expiresOn: day('2026-06-01') }, '/sessionId'],
    ] as const)
      expect(
        (await client.call(routes.addLink, { params: { id: student.id }, body })).body.errors?.[0]?.pointer,
      ).toBe(pointer);
  });

  it('is held after an emergency sign that was told at home, without saying why', async () => {
    const { token, ladder } = await given();
    const practice = await practiceOf(token);
    const { body } = await report(token, reportOf(practice, { record: withSigns(practice, ['faint']) }));
    expect((body as unknown as { held: boolean }).held).toBeTrue();
    const home = (await open(token)).body as unknown as Home;
    expect(home.practice).toBeNull();
    expect(home.next).toEqual([]);
    expect(JSON.stringify(home).includes('faint')).toBeFalse();
    expect(await client.must(routes.ladderCalendar, { params: { id: ladder.id } })).toEqual([]);
    expect((await client.must(routes.getLadder, { params: { id: ladder.id } })).rule.step).toBe('suspend');
    const { waiting, home: told } = await client.must(routes.today);
    expect(waiting[0]?.item.kind).toBe('suspended');
    expect(told.map(({ signs }) => signs)).toEqual([['faint']]);
  });

  it('is held when something comes on record that speaks against it', async () => {
    const { token, student, session } = await given();
    const hold = {
      ...session.document,
      passages: session.document.passages.map((passage) =>
        passage.kind === 'counted' ? { ...passage, ratio: { ...passage.ratio, internalHold: 2 } } : passage,
      ),
    };
    await client.must(routes.saveSession, {
      params: { id: session.id },
      body: { version: 1, document: hold },
    });
    await client.must(routes.addFact, {
      params: { id: student.id },
      body: {
        id: randomUUID(),
        fact: 'pregnancy',
        since: null,
        until: null,
        due: day('2026-06-01'),
        note: '',
      },
    });
    expect(((await open(token)).body as unknown as Home).practice).toBeNull();
  });

  it('keeps what it gave while it stays the same, and follows the session when it climbs', async () => {
    const { token, ladder } = await given();
    const [first, second] = [await practiceOf(token), await practiceOf(token)];
    expect(second.id).toBe(first.id);
    await client.must(routes.decideRung, {
      params: { id: ladder.id },
      body: { id: randomUUID(), version: 1, step: 'advance', reason: 'Seen often.' },
    });
    const third = await practiceOf(token);
    expect(third.id === first.id).toBeFalse();
    expect(third.conventions).toEqual(DEFAULT_CONVENTIONS);
    // What was led by the earlier numbers is still told as it was.
    expect((await report(token, reportOf(first))).status).toBe(201);
  });

  it('has a calendar to subscribe to, without the name of the session or of anybody', async () => {
    const { token } = await given();
    const text = (await phone.must(routes.homeCalendarFile, { params: { token } })) as unknown as string;
    const events = new ICAL.Component(ICAL.parse(text) as never[]).getAllSubcomponents('vevent');
    expect(events.length).toBe(55);
    expect(new ICAL.Event(events[0] as never).summary).toBe('Practice: in 5 · out 10');
    expect(text).not.toMatch(/Reed|Evening/);
  });
});
