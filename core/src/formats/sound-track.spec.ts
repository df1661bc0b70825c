// Readers that know nothing of the code that wrote these files.
import { parse } from 'node-webvtt';
import wavefile from 'wavefile';
import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import { compileSession, notesOf, instructionsOf } from '../timeline/index.js';
import { seconds } from '../units/index.js';
import { DEFAULT_SOUND, sayingsOf, splice } from '../voice/index.js';
import { timelineToVtt, timelineToWav, TRACK_RATE, type TrackSound } from './index.js';

const samplesOf = (bytes: Uint8Array): Int16Array => {
  const file = new wavefile.WaveFile(bytes);
  return file.getSamples(false, Int16Array) as unknown as Int16Array;
};

const session = sessionOf(
  counted('1:2:2', 3, { cycles: 2 }),
  passageOf('kapalabhati', 'strokes', { strokes: 10, sets: 1, seat: 'cross-legged' }),
  stillness(5),
);
const timeline = compileSession(session, { hand: 'right' }, conventions());

/** Tones as loud as they are written, and no voice. */
const TONES: TrackSound = {
  sound: { ...DEFAULT_SOUND, loudness: { voice: 1, tones: 1, ticks: 1 } },
  naming: 'english',
  voice: null,
};

describe('a sound track', () => {
  const bytes = timelineToWav(timeline, TONES);
  const samples = samplesOf(bytes);

  it('is one channel of 16 bits at 22.05 kHz, as long as the session and the last bell', () => {
    const { fmt } = new wavefile.WaveFile(bytes) as unknown as {
      fmt: { numChannels: number; sampleRate: number; bitsPerSample: number };
    };
    expect(fmt.numChannels).toBe(1);
    expect(fmt.sampleRate).toEqual(TRACK_RATE);
    expect(fmt.bitsPerSample).toBe(16);
    expect(samples.length / TRACK_RATE).toBeCloseTo(timeline.total / 1000 + 4, 3);
  });

  it('sounds where a note begins, at its pitch, and is never cut off', () => {
    const loudest = (from: number, to: number): number => {
      let most = 0;
      for (let i = Math.round(from * TRACK_RATE); i < to * TRACK_RATE; i++)
        most = Math.max(most, Math.abs(samples[i] ?? 0));
      return most;
    };
    for (const { at, level } of notesOf(timeline).filter(({ kind }) => kind === 'phase' || kind === 'bell'))
      expect(loudest(at / 1000, at / 1000 + 0.1)).toBeGreaterThan(level * 0.3 * 32_767);
    expect(loudest(0, samples.length / TRACK_RATE)).toBeLessThan(32_000);
    // A tone of 440 Hz crosses zero upwards 44 times in a tenth of a second.
    const inhale = timeline.events.find(({ kind }) => kind === 'inhale');
    const begins = Math.round(((inhale?.from ?? 0) / 1000 + 0.01) * TRACK_RATE);
    let crossings = 0;
    for (let i = begins; i < begins + TRACK_RATE / 10; i++)
      if ((samples[i] ?? 0) < 0 && (samples[i + 1] ?? 0) >= 0) crossings++;
    expect(Math.abs(crossings - 44)).toBeLessThanOrEqual(1);
  });

  it('rings on over the end of a stretch that is written at once', () => {
    const one = compileSession(sessionOf(stillness(19)), { hand: 'right' }, conventions());
    const rung = samplesOf(timelineToWav(one, TONES));
    // The closing bell begins at 19 s; stretches are 20 s.
    const around = [...rung.slice(20 * TRACK_RATE - 200, 20 * TRACK_RATE + 200)].map(Math.abs);
    expect(Math.max(...around.slice(0, 200)) / Math.max(1, ...around.slice(200))).toBeLessThan(1.2);
    expect(Math.max(...around.slice(200))).toBeGreaterThan(500);
  });

  it('says how far it is, and is the same every time', () => {
    const told: number[] = [];
    const again = timelineToWav(timeline, TONES, (done) => told.push(done));
    expect(told.every((done, index) => done > (told[index - 1] ?? 0))).toBeTrue();
    expect(told.at(-1)).toBe(1);
    expect(again.every((byte, index) => byte === bytes[index])).toBeTrue();
  });

  describe('with the voice', () => {
    // Recordings that can be told from each other: every sample is where it lies in the file.
    const recordings = Float32Array.from(
      { length: 200 * TRACK_RATE },
      (_, index) => index / (400 * TRACK_RATE),
    );
    const quiet = { voice: 1, tones: 0, ticks: 0 };
    const spoken: TrackSound = {
      sound: { ...DEFAULT_SOUND, loudness: quiet },
      naming: 'english',
      voice: recordings,
    };

    it('says each word at its moment, and nothing else where tones are off', () => {
      const heard = samplesOf(timelineToWav(timeline, spoken));
      const expected = new Int16Array(heard.length);
      for (const { at, clips } of sayingsOf(timeline, DEFAULT_SOUND, 'english'))
        for (const { after, from, length } of clips ?? []) {
          const begins = Math.round(((at + after) / 1000) * TRACK_RATE);
          const [first, last] = [from, from + length].map((ms) => Math.round((ms / 1000) * TRACK_RATE));
          for (let index = first ?? 0; index < (last ?? 0); index++)
            expected[begins + index - (first ?? 0)] = Math.round((recordings[index] ?? 0) * 32_767);
        }
      expect(heard.every((sample, index) => sample === expected[index])).toBeTrue();
      expect(splice('Inhale left')?.clips.length).toBe(1);
    });

    it('says nothing where the voice is turned down, and tones step back under it where it is not', () => {
      const loud = { voice: 1, tones: 1, ticks: 1 };
      const withVoice = { ...TONES, voice: new Float32Array(recordings.length) };
      const inhale = Math.round(
        ((timeline.events.find(({ kind }) => kind === 'inhale')?.from ?? 0) / 1000) * TRACK_RATE,
      );
      const loudestIn = (track: TrackSound): number =>
        Math.max(...samplesOf(timelineToWav(timeline, track)).slice(inhale, inhale + 1_000));
      expect(loudestIn(withVoice)).toBeLessThan(loudestIn(TONES) / 2);
      const off = { ...withVoice, sound: { ...TONES.sound, loudness: { ...loud, voice: 0 } } };
      expect(loudestIn(off)).toBe(loudestIn(TONES));
    });
  });
});

describe('captions', () => {
  it('are read by another parser, in order, each with its time and its round', () => {
    const { valid, cues } = parse(timelineToVtt(timeline, 'plain', []));
    expect(valid).toBeTrue();
    const spoken = timeline.events.filter(({ cue }) => cue.spoken.plain !== '');
    expect(cues.length).toBe(spoken.length);
    cues.forEach(({ start, end, text }, index) => {
      const event = spoken[index];
      expect(start).toBeCloseTo((event?.from ?? 0) / 1000, 3);
      expect(end).toBeCloseTo((event?.to ?? 0) / 1000, 3);
      expect(text).toContain(event?.cue.spoken.plain ?? '-');
    });
    expect(cues.find(({ text }) => text.includes('Inhale left'))?.text).toBe('Round 1: Inhale left, 3');
  });

  it('say which round is the last, and keep the sides at own pace', () => {
    const led = compileSession(
      sessionOf(
        counted('1:1', 4, { cycles: 4 }),
        counted('1:1', 4, { id: 'c', cycles: 2, ownPace: seconds(60) }),
      ),
      { hand: 'right' },
      conventions(),
    );
    const texts = parse(timelineToVtt(led, 'plain', [])).cues.map(({ text }) => text);
    expect(texts.filter((text) => text.includes('the last:'))).toEqual(['Round 2, the last: Inhale left, 4']);
    expect(texts).toContain('The same at your own pace: in left, out right, in right, out left');
    expect(texts).toContain('Last round. Finish your round: the last breath goes out left');
  });

  it('tell everything that a passage asks, with its first', () => {
    const said = { ...counted('1:1', 4, { cycles: 4 }), say: 'Look at the water.\n\nThen begin.' };
    const session = sessionOf(said, stillness());
    const to = { hand: 'right', naming: 'plain', conventions: conventions() } as const;
    const led = compileSession(session, to, conventions());
    const { valid, cues } = parse(timelineToVtt(led, 'plain', instructionsOf(session, to)));
    expect(valid).toBeTrue();
    const [first, second] = cues.map(({ text }) => text);
    for (const line of [
      'in 4 · out 4 · 2 rounds, from left',
      'Seat: cross-legged.',
      '“Look at the water.',
      'Then begin.”',
    ])
      expect(first).toContain(line);
    expect(second).not.toContain('Seat');
    expect(cues.filter(({ text }) => text.includes('Seat:')).length).toBe(2);
  });

  it('carry what the voice calls in a hold and in a long rest', () => {
    const locked = { internalHold: ['chin' as const], externalHold: [], fromRound: 1 };
    const led = compileSession(
      sessionOf(counted('1:4:2', 4, { cycles: 1, locks: locked }), stillness(180)),
      { hand: 'right' },
      conventions(),
    );
    const { valid, cues } = parse(timelineToVtt(led, 'plain', []));
    expect(valid).toBeTrue();
    const at = cues.findIndex(({ text }) => text.includes('Hold full'));
    expect(cues.slice(at + 1, at + 3).map(({ text }) => text)).toEqual([
      'Lengthen the neck, chin down',
      'Chin up',
    ]);
    expect(cues[at]?.end).toBe(cues[at + 1]?.start as never);
    const last = cues.at(-1);
    expect(last?.text).toBe('One minute to go');
    expect((last?.end ?? 0) - (last?.start ?? 0)).toBe(60);
  });

  it('last over an hour', () => {
    const long = compileSession(
      sessionOf(stillness(3600), { ...stillness(60), id: 'c' }),
      { hand: 'right' },
      conventions(),
    );
    expect(timelineToVtt(long, 'plain', [])).toContain('01:00:00.000 --> 01:01:00.000');
  });
});
