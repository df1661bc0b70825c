import { API_ROOT, routes } from '@nuvrah/contract';
import { DEFAULT_SOUND } from '@nuvrah/core';
import { instructorTable, webSessionTable } from '../db/entities.js';
import { aStudent } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

/** One account in two browsers. */
async function twoBrowsers(
  server: TestServer,
): Promise<{ here: TestClient; there: TestClient; email: string }> {
  const here = await server.instructor();
  const { email } = await here.must(routes.account);
  const there = server.stranger();
  await there.must(routes.signIn, { body: { email, password: server.password } });
  return { here, there, email };
}

describe('accounts', () => {
  let server: TestServer;
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());

  it('refuses everything but signing in to strangers', async () => {
    for (const route of Object.values(routes).filter(({ access }) => access === 'signed-in')) {
      const id = '00000000-0000-4000-8000-000000000000';
      const { status, body } = await server.stranger().call(route, { params: { id, live: id } } as never);
      expect(status).withContext(String(route.path)).toBe(401);
      expect(body.code).withContext(String(route.path)).toBe('not-signed-in');
    }
  });

  it('keeps the web session in PostgreSQL behind an http-only same-site cookie', async () => {
    const client = await server.instructor();
    const account = await client.must(routes.account);
    expect(await server.source.getRepository(webSessionTable).count()).toBeGreaterThan(0);
    const { headers } = await client.call(routes.signIn, {
      body: { email: account.email, password: server.password },
    });
    const cookie = headers.getSetCookie().find((line) => line.startsWith('nuvrah.sid=')) ?? '';
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
  });

  it('ends the web session on signing out', async () => {
    const client = await server.instructor();
    await client.must(routes.signOut);
    expect((await client.call(routes.account)).status).toBe(401);
  });

  it('ends every web session of an account, and nobody else’s, on signing out everywhere', async () => {
    const { here, there } = await twoBrowsers(server);
    const stranger = await server.instructor();
    await here.must(routes.signOutEverywhere);
    expect((await here.call(routes.account)).status).toBe(401);
    expect((await there.call(routes.account)).status).toBe(401);
    expect((await stranger.call(routes.account)).status).toBe(200);
  });

  it('keeps how sessions sound, as it was chosen last, and refuses what is none', async () => {
    const { here, there } = await twoBrowsers(server);
    expect((await here.must(routes.account)).sound).toEqual(DEFAULT_SOUND);
    const quiet = { ...DEFAULT_SOUND, counts: ['exhale' as const], silentAfter: 3 };
    expect((await here.must(routes.changeSound, { body: quiet })).sound).toEqual(quiet);
    expect((await there.must(routes.account)).sound).toEqual(quiet);
    const tooLoud = { ...quiet, loudness: { ...quiet.loudness, voice: 1.5 } };
    expect((await here.call(routes.changeSound, { body: tooLoud })).status).toBe(422);
    expect((await there.must(routes.account)).sound).toEqual(quiet);
  });

  it('changes the password, keeps this browser and puts every other one out', async () => {
    const { here, there, email } = await twoBrowsers(server);
    await here.must(routes.changePassword, {
      body: { current: server.password, next: 'another long password' },
    });
    expect((await here.call(routes.account)).status).toBe(200);
    expect((await here.call(routes.addStudent, { body: aStudent })).status).toBe(201);
    expect((await there.call(routes.account)).status).toBe(401);
    const signIn = (password: string) => server.stranger().call(routes.signIn, { body: { email, password } });
    expect((await signIn(server.password)).status).toBe(401);
    expect((await signIn('another long password')).status).toBe(200);
  });

  it('refuses a wrong or a short password at its field and changes nothing', async () => {
    const client = await server.instructor();
    const change = (current: string, next: string) =>
      client.call(routes.changePassword, { body: { current, next } });
    const wrong = await change('not it', 'another long password');
    expect(wrong.status).toBe(422);
    expect(wrong.body.errors?.[0]?.pointer).toBe('/current');
    const short = await change(server.password, 'short');
    expect(short.status).toBe(422);
    expect(short.body.errors?.[0]?.pointer).toBe('/next');
    expect((await client.call(routes.account)).status).toBe(200);
  });

  it('behind a TLS proxy sets cookies that travel over TLS alone', async () => {
    const behind = await startTestServer({ publicUrl: 'https://breath.example.org' });
    const { email } = await (await behind.instructor()).must(routes.account).catch(() => ({ email: '' }));
    const row = email || (await behind.source.getRepository(instructorTable).findOneByOrFail({})).email;
    const body = { email: row, password: behind.password };
    const headers = { 'x-forwarded-proto': 'https' };
    const answer = await behind.stranger().send('POST', `${API_ROOT}/auth/sign-in`, body, headers);
    expect(answer.headers.getSetCookie().every((cookie) => /Secure/.test(cookie))).toBeTrue();
    expect(answer.headers.getSetCookie().length).toBe(2);
    expect(answer.headers.get('strict-transport-security')).toBeTruthy();
    await behind.close();
  });

  it('refuses changes that do not carry the token of the open application', async () => {
    const client = await server.instructor();
    const body = { name: 'X', birthYear: 1990, hand: 'right', note: '' };
    const sent = await client.send<{ code: string }>('POST', `${API_ROOT}/students`, body, {
      'x-xsrf-token': 'other',
    });
    expect(sent.status).toBe(403);
    expect(sent.body.code).toBe('foreign-request');
    expect(await client.must(routes.listStudents)).toEqual([]);
  });

  it('sends a strict content security policy', async () => {
    const policy =
      (await server.stranger().call(routes.account)).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toContain('unsafe-eval');
  });

  it('answers wrong passwords and unknown addresses alike, and then asks to wait', async () => {
    const strict = await startTestServer({ signInTries: 3 });
    const client = strict.stranger();
    const tries = [];
    for (const email of [
      'nobody@example.org',
      'nobody@example.org',
      'else@example.org',
      'else@example.org',
    ]) {
      tries.push((await client.call(routes.signIn, { body: { email, password: 'wrong' } })).body.code);
    }
    expect(tries).toEqual(['wrong-credentials', 'wrong-credentials', 'wrong-credentials', 'too-many-tries']);
    await strict.close();
  });
});
