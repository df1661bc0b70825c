import { TestBed } from '@angular/core/testing';
import { recordedPhrases, splice, TRACK_RATE } from '@nuvrah/core';
import { VoiceRecordings } from './recordings';
import { sayOn } from './spoken';

/** Where the spec's server keeps the file that ships with the application. */
const load = async (): Promise<VoiceRecordings> => {
  const voice = TestBed.inject(VoiceRecordings);
  await voice.load();
  return voice;
};

/** Level under which nothing is heard, of speech whose peaks are about a half. */
const QUIET = 0.02;

describe('the recordings of the voice', () => {
  it('lie where the index says, to 3 ms, with quiet between them', async () => {
    const { there } = await load();
    if (!there) return fail('the voice is not there');
    const samples = there.samples.getChannelData(0);
    const rate = there.samples.sampleRate;
    const loudest = (from: number, to: number): number => {
      let most = 0;
      for (let index = Math.round(from * rate); index < to * rate; index++)
        most = Math.max(most, Math.abs(samples[index] ?? 0));
      return most;
    };
    for (const phrase of recordedPhrases()) {
      const [clip] = splice(phrase)?.clips ?? [];
      if (!clip) return fail(phrase);
      const from = there.begins + clip.from / 1000;
      const to = from + clip.length / 1000;
      expect(loudest(from - 0.06, from - 0.003))
        .withContext(`before ${phrase}`)
        .toBeLessThan(QUIET);
      expect(loudest(to + 0.003, to + 0.06))
        .withContext(`after ${phrase}`)
        .toBeLessThan(QUIET);
      expect(loudest(from, to)).withContext(phrase).toBeGreaterThan(0.15);
    }
  });

  it('are spliced without a click, each word where it belongs', async () => {
    const { there } = await load();
    const spliced = splice('Inhale left, belly');
    if (!there || !spliced) return fail('the voice is not there');
    const context = new OfflineAudioContext(1, 3 * 48_000, 48_000);
    const saying = { kind: 'cue', at: 0, until: 0, words: '', clips: spliced.clips } as never;
    sayOn(context, context.destination, { shipped: there, own: null }, saying, 0.5);
    const samples = (await context.startRendering()).getChannelData(0);
    // At both ends of a word the level is so low that a jump to it is not heard.
    for (const { after, length } of spliced.clips)
      for (const edge of [after, after + length]) {
        const at = Math.round((0.5 + edge / 1000) * 48_000);
        const around = samples.slice(at - 48, at + 48);
        const steps = Array.from(around.slice(1), (sample, index) => Math.abs(sample - (around[index] ?? 0)));
        expect(Math.max(...steps)).toBeLessThan(0.02);
      }
    expect(samples.slice(0, 0.5 * 48_000 - 48).every((sample) => Math.abs(sample) < 0.001)).toBeTrue();
  });

  it('are given at the rate of a sound track from their beginning', async () => {
    const voice = TestBed.inject(VoiceRecordings);
    const samples = await voice.samplesAt(TRACK_RATE);
    const [clip] = splice('exhale right')?.clips ?? [];
    const at = (ms: number): number => Math.round((ms / 1000) * TRACK_RATE);
    const said = samples.slice(at(clip?.from ?? 0), at((clip?.from ?? 0) + (clip?.length ?? 0)));
    expect(Math.max(...said.map(Math.abs))).toBeGreaterThan(0.15);
  });

  it('fail where they cannot be loaded, and the next call tries again', async () => {
    const fetched = spyOn(window, 'fetch').and.resolveTo(new Response(null, { status: 404 }));
    const voice = TestBed.inject(VoiceRecordings);
    expect(await voice.load()).toBeNull();
    expect(voice.state()).toBe('failed');
    fetched.and.callThrough();
    expect(await voice.load()).not.toBeNull();
    expect(voice.state()).toBe('there');
  });
});
