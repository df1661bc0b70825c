import { randomUUID } from 'node:crypto';
import { API_ROOT, routes, type HomeLink, type Problem } from '@nuvrah/contract';
import { day, LONGEST_RECORDING, ownClipsOf, OWN_VOICE_RATE, WAV_HEADER } from '@nuvrah/core';
import { addStudentWithSession } from '../testing/documents.js';
import { startTestServer, TestClient, type TestServer } from '../testing/test-server.js';

/** A recording of so many samples, all of one level. */
const recording = (samples: number, level: number): string => {
  const bytes = Buffer.alloc(samples * 2);
  for (let at = 0; at < samples; at++) bytes.writeInt16LE(level, at * 2);
  return bytes.toString('base64');
};

describe("the instructor's own voice", () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  const keep = (words: string, samples: string) =>
    client.call(routes.keepRecording, { body: { words, samples } });
  const detail = (body: unknown): string => (body as Problem).errors?.[0]?.detail ?? '';

  it('is kept phrase by phrase, each where the index says it is in the file', async () => {
    expect((await client.must(routes.ownVoice)).recordings).toEqual([]);
    await keep('Inhale left', recording(1000, 100));
    await keep('Exhale right!', recording(500, 200));
    const voice = (await keep('  Soften the jaw, and wait. ', recording(441, 300))).body;
    expect(voice.recordings).toEqual([
      { words: 'exhale right', length: 40 },
      { words: 'inhale left', length: 60 },
      { words: 'soften the jaw and wait', length: 20 },
    ]);
    const file = await client.bytes(`${API_ROOT}/voice.wav?version=${voice.version}`);
    const bytes = Buffer.from(file.body).subarray(WAV_HEADER);
    const levelAt = (millis: number): number => bytes.readInt16LE(((millis * OWN_VOICE_RATE) / 1000) * 2);
    const clips = ownClipsOf(voice.recordings);
    for (const [words, level] of [
      ['exhale right', 200],
      ['inhale left', 100],
      ['soften the jaw and wait', 300],
    ] as const)
      expect(levelAt(clips[words]?.[0] ?? -1))
        .withContext(words)
        .toBe(level);
    expect(bytes.length).toBe((120 * OWN_VOICE_RATE * 2) / 1000);
  });

  it('is recorded anew in place of what was there, and taken out again', async () => {
    const { version } = (await keep('hold', recording(441, 1))).body;
    const again = (await keep('Hold', recording(882, 2))).body;
    expect(again.recordings).toEqual([{ words: 'hold', length: 40 }]);
    expect(again.version).not.toBe(version);
    const gone = await client.bytes(`${API_ROOT}/voice.wav?version=${version}`);
    expect(gone.status).withContext('the file of before').toBe(404);
    const out = await client.must(routes.removeRecording, { body: { words: 'HOLD' } });
    expect(out.recordings).toEqual([]);
  });

  it('is refused where it is no recording, of no words, or too long, and says what to do', async () => {
    expect(detail((await keep('…', recording(441, 1))).body)).toContain('Say which words');
    expect(detail((await keep('hold', 'AA==')).body)).toContain('record it again');
    const endless = recording(LONGEST_RECORDING * OWN_VOICE_RATE + 441, 1);
    expect((await keep('hold', endless)).status).toBe(422);
    expect((await client.must(routes.ownVoice)).recordings).toEqual([]);
  });

  it('is heard by whoever has a link of this instructor, as far as it says cues, and by nobody else', async () => {
    await keep('inhale', recording(441, 7));
    await keep('Ada, softer', recording(441, 8));
    const { student, session } = await addStudentWithSession(client);
    const link: HomeLink = await client.must(routes.addLink, {
      params: { id: student.id },
      body: { id: randomUUID(), sessionId: session.id, called: 'Ada', expiresOn: day('2026-06-01') },
    });
    const token = link.address?.split('/').at(-1) ?? '';
    const guest = new TestClient(server.origin);
    const voice = await guest.must(routes.homeVoice, { params: { token } });
    expect(voice.recordings)
      .withContext('no words of the instructor')
      .toEqual([{ words: 'inhale', length: 20 }]);
    expect((await guest.bytes(`${API_ROOT}/home/${token}/voice.wav?version=${voice.version}`)).status).toBe(
      200,
    );
    expect((await guest.call(routes.ownVoice)).status).toBe(401);
    const other = await server.instructor();
    expect((await other.must(routes.ownVoice)).recordings).toEqual([]);
    await client.must(routes.revokeLink, { params: { id: link.id } });
    expect((await guest.call(routes.homeVoice, { params: { token } })).status).toBe(410);
  });
});
