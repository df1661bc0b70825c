import type { HttpTestingController, TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type OwnVoice } from '@nuvrah/contract';
import { emptyWav, LONGEST_RECORDING, OWN_VOICE_RATE, recordedPhrases, WAV_HEADER } from '@nuvrah/core';
import { Subject } from 'rxjs';
import { OwnVoicePage } from './own-voice-page';
import { FakeStage } from '../../testing/fake-stage';
import { configure } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { Microphone, type Listened } from '../../shared/microphone/microphone';
import { WordRecorder, type Recorded } from '../../shared/microphone/word-recorder';
import { OwnVoices } from '../../shared/playback/own-voices';
import { Stages } from '../../shared/playback/stage';

/** What can be recorded in one's own voice. */
const ALL = recordedPhrases().length;

/** A file of so many milliseconds in which the samples are of one level. */
function voiceFile(length: number, level: number): Response {
  const file = emptyWav((length * OWN_VOICE_RATE) / 1000);
  const view = new DataView(file.buffer);
  for (let at = WAV_HEADER; at < file.length; at += 2) view.setInt16(at, level, true);
  return new Response(file);
}
const recorded = (version: string, ...words: string[]): OwnVoice => ({
  version,
  recordings: words.map((one) => ({ words: one, length: 100 })),
});
/** Lets what is under way go on until something is so. */
async function until(isSo: () => boolean): Promise<void> {
  for (let turn = 0; turn < 1_000 && !isSo(); turn++) await new Promise((resolve) => setTimeout(resolve));
  expect(isSo()).withContext(isSo.toString()).toBeTrue();
}

describe("the instructor's own recordings, here", () => {
  let http: HttpTestingController;
  let voices: OwnVoices;
  let fetched: jasmine.Spy;

  beforeEach(() => {
    http = configure();
    voices = TestBed.inject(OwnVoices);
    fetched = spyOn(window, 'fetch').and.callFake(() => Promise.resolve(voiceFile(200, 16_000)));
  });
  const answered = async (voice: OwnVoice): Promise<void> => {
    const loading = voices.load();
    http.expectOne(`${API_ROOT}/voice`).flush(voice);
    await loading;
  };

  it('are loaded once, and said from their file', async () => {
    await answered(recorded('v1', 'exhale right', 'inhale left'));
    expect(voices.clips()).toEqual({ 'exhale right': [0, 100], 'inhale left': [100, 100] });
    expect(fetched.calls.allArgs().flat()).toEqual([`${API_ROOT}/voice.wav?version=v1`]);
    expect(voices.there?.samples.getChannelData(0)[1_000]).toBeCloseTo(16_000 / 32_768, 2);
    await voices.load();
    http.expectNone(`${API_ROOT}/voice`);
    const track = await voices.samplesAt(OWN_VOICE_RATE);
    expect(track?.length).toBe((200 * OWN_VOICE_RATE) / 1000);
  });

  it('are none where none is made, and nothing where the server is away', async () => {
    await answered(recorded('v0'));
    expect(voices.clips()).toBeNull();
    expect(voices.recorded()?.size).toBe(0);
    expect(fetched).not.toHaveBeenCalled();
    voices.openedBy('another');
    fetched.and.callFake(() => Promise.reject(new Error('away')));
    await voices.load();
    expect(voices.recorded()).toBeNull();
  });

  it('of a private link are kept for when there is no connection', async () => {
    await caches.delete('own-voice');
    const index = `${API_ROOT}/home/secret/voice`;
    fetched.and.callFake((address: string) =>
      Promise.resolve(
        address === index
          ? new Response(JSON.stringify(recorded('v1', 'inhale left')))
          : voiceFile(100, 9_000),
      ),
    );
    voices.openedBy('secret');
    await voices.load();
    expect(voices.clips()).toEqual({ 'inhale left': [0, 100] });
    const again = TestBed.runInInjectionContext(() => new OwnVoices());
    fetched.and.callFake(() => Promise.reject(new Error('away')));
    again.openedBy('secret');
    await again.load();
    expect(again.clips()).toEqual({ 'inhale left': [0, 100] });
    again.openedBy('somebody else');
    expect(again.clips()).withContext('not those of another link').toBeNull();
    await caches.delete('own-voice');
  });
});

describe('the page of the own voice', () => {
  let http: HttpTestingController;
  let stage: FakeStage;
  let made: (recorded: Recorded) => void;
  let page: Shown<OwnVoicePage>;
  const stop = jasmine.createSpy('stop');

  beforeEach(async () => {
    stop.calls.reset();
    stage = new FakeStage();
    const begin = () => ({ done: new Promise<Recorded>((resolve) => (made = resolve)), stop });
    http = configure(
      { provide: WordRecorder, useValue: { begin } },
      { provide: Stages, useValue: { open: () => Promise.resolve(stage) } },
    );
    spyOn(window, 'fetch').and.callFake(() => Promise.resolve(voiceFile(200, 16_000)));
    page = new Shown(OwnVoicePage, {});
    http.expectOne(`${API_ROOT}/voice`).flush(recorded('v0'));
    await says(`0 of ${ALL} recorded`);
  });
  /** Until the page says something. */
  const says = (words: string): Promise<void> =>
    until(() => {
      page.fixture.detectChanges();
      return page.text().includes(words);
    });
  const asked = async (path: string) => {
    let [request] = http.match(`${API_ROOT}${path}`);
    await until(() => {
      request ??= http.match(`${API_ROOT}${path}`)[0];
      return request !== undefined;
    });
    return request as TestRequest;
  };
  const button = (name: string): HTMLButtonElement => {
    const found = page.page.querySelector<HTMLButtonElement>(`button[aria-label="${name}"]`);
    if (!found) throw new Error(`no button ${name}`);
    return found;
  };
  const press = (name: string): void => {
    button(name).click();
    page.fixture.detectChanges();
  };

  it('records a cue, says that it is kept when it is, and plays and takes it out', async () => {
    press('Record: inhale left');
    press('Stop recording: inhale left');
    expect(stop).toHaveBeenCalledTimes(1);
    made({ kind: 'recorded', samples: 'AAAA' });
    const kept = await asked('/voice');
    expect(kept.request.body).toEqual({ words: 'inhale left', samples: 'AAAA' });
    page.fixture.detectChanges();
    expect(page.text()).withContext('not before it is').toContain(`0 of ${ALL} recorded`);
    kept.flush(recorded('v1', 'inhale left'));
    await says(`1 of ${ALL} recorded`);
    // Not before it is here.
    await until(() => {
      page.fixture.detectChanges();
      return !button('Hear: inhale left').disabled;
    });
    press('Hear: inhale left');
    await until(() => stage.said.length > 0);
    expect(stage.said[0]?.saying.clips?.[0]).toEqual(jasmine.objectContaining({ from: 0, own: true }));
    press('Take out: inhale left');
    (await asked('/voice/removal')).flush(recorded('v2'));
    await says(`0 of ${ALL} recorded`);
  });

  for (const [code, what] of [
    ['refused', 'The microphone was refused.'],
    ['none', 'There is no microphone here.'],
    ['failed', 'The microphone could not be used.'],
    ['silent', 'Nothing was heard.'],
  ] as const)
    it(`says what to do where a recording is ${code}`, async () => {
      press('Record: inhale left');
      made({ kind: 'problem', code });
      await says(what);
      http.expectNone(`${API_ROOT}/voice`);
    });

  it('says why a recording was not kept', async () => {
    press('Record: inhale left');
    made({ kind: 'recorded', samples: 'AAAA' });
    (await asked('/voice')).error(new ProgressEvent('away'));
    await says('server');
    expect(page.text()).toContain(`0 of ${ALL} recorded`);
  });
});

describe('a recording of words', () => {
  let heard: Subject<Listened>;
  let recorder: WordRecorder;

  beforeEach(() => {
    heard = new Subject();
    configure({ provide: Microphone, useValue: { pieces: () => heard } });
    recorder = TestBed.inject(WordRecorder);
  });
  /** So many seconds of a level, in a piece. */
  const piece = (length: number, level: number): void => {
    const samples = Float32Array.from(
      { length: length * 48_000 },
      (_, index) => level * Math.sin((2 * Math.PI * 300 * index) / 48_000),
    );
    heard.next({ kind: 'piece', piece: { rate: 48_000, samples } });
  };
  const lengthOf = (made: Recorded): number =>
    made.kind === 'recorded' ? atob(made.samples).length / 2 / OWN_VOICE_RATE : 0;

  it('is what was said, without the quiet around it', async () => {
    const recording = recorder.begin();
    piece(1, 0);
    piece(0.5, 0.3);
    piece(1, 0);
    recording.stop();
    expect(lengthOf(await recording.done)).toBeGreaterThan(0.5);
    expect(lengthOf(await recording.done)).toBeLessThan(0.65);
    expect(heard.observed).withContext('the microphone is let go').toBeFalse();
  });

  it('ends by itself when it is as long as one may be', async () => {
    const recording = recorder.begin();
    for (let second = 0; second <= LONGEST_RECORDING; second++) piece(1, 0.3);
    expect(lengthOf(await recording.done)).toBe(LONGEST_RECORDING);
  });

  it('is none where nothing was said, or the microphone is refused', async () => {
    const silent = recorder.begin();
    piece(1, 0);
    silent.stop();
    expect(await silent.done).toEqual({ kind: 'problem', code: 'silent' });
    const refused = recorder.begin();
    heard.next({ kind: 'problem', code: 'refused' });
    expect(await refused.done).toEqual({ kind: 'problem', code: 'refused' });
  });
});
